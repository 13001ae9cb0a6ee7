import { tidy } from '../../foundations/tidy';
import { figureKey } from '../moves/figure';
import type { Move } from '../moves/move';
import type { Part } from '../parts/part';
import type { Bench } from '../project/bench';
import type { Calibration, KeptReading } from '../project/calibration';
import { conditionsNamed } from '../project/conditions';
import {
  FILE_VERSION,
  keptProjectSchema,
  knownFigureSchema,
  MOST_TOLERANCES,
  type KeptProject,
  type KeptVariant,
  type PartNotes,
} from '../project/keptProject';
import { PROJECT_FORMAT, type Circuit, type Project, type Variant } from '../project/project';
import { withLog } from './readings';
import { movesBetween, type SetMove } from './movesBetween';
import type { Act } from './act';

type Renamed = ReadonlyMap<string, string>;

const renamedRef = (ref: string, ids: Renamed): string => {
  const dot = ref.indexOf('.');
  return `${ids.get(ref.slice(0, dot)) ?? ref.slice(0, dot)}${ref.slice(dot)}`;
};

/** A part of another kind under an id of the parent's is another part: it gets an id of its own. */
function newKinds(parent: Circuit, wanted: Circuit, taken: Set<string>): Renamed {
  const old = new Map(parent.parts.map((p) => [p.id, p.kind]));
  const ids = new Map<string, string>();
  for (const { id, kind } of wanted.parts) {
    if (!old.has(id) || old.get(id) === kind) continue;
    let n = 2;
    while (taken.has(`${id.slice(0, 36)}${n}`)) n++;
    ids.set(id, `${id.slice(0, 36)}${n}`);
    taken.add(`${id.slice(0, 36)}${n}`);
  }
  return ids;
}

function renamedCircuit({ parts, joints }: Circuit, ids: Renamed, replaces: boolean): Circuit {
  if (ids.size === 0) return { parts, joints };
  const senses = (part: Part): Part => {
    const copy = JSON.parse(JSON.stringify(part)) as Part & { sense?: string; variable?: { sense?: string } };
    if (copy.sense) copy.sense = renamedRef(copy.sense, ids);
    if (copy.variable?.sense) copy.variable.sense = renamedRef(copy.variable.sense, ids);
    return copy;
  };
  return {
    parts: parts.map((part) => {
      const id = ids.get(part.id);
      return senses(id === undefined ? part : ({ ...part, id, ...(replaces ? { replaces: part.id } : {}) } as Part));
    }),
    joints: joints.map((j) => ({ from: renamedRef(j.from, ids), to: renamedRef(j.to, ids) })),
  };
}

const renamedKeys = <V>(record: Readonly<Record<string, V>> | undefined, rename: (key: string) => string) =>
  record && Object.fromEntries(Object.entries(record).map(([key, value]) => [rename(key), value]));

function renamedBench(bench: Bench, ids: Renamed): Bench {
  if (ids.size === 0) return bench;
  const id = (of: string) => ids.get(of) ?? of;
  const made = {
    ...bench,
    hoses: renamedKeys(bench.hoses, id),
    joints: renamedKeys(bench.joints, (key) =>
      key
        .split(' ')
        .map((ref) => renamedRef(ref, ids))
        .sort()
        .join(' '),
    ),
    items: renamedKeys(bench.items, (key) => key.split(' ').map(id).join(' ')),
    places: renamedKeys(bench.places, id),
  };
  return Object.fromEntries(Object.entries(made).filter(([, value]) => value !== undefined)) as Bench;
}

/** What the variants note of the same part, in one: the first that says something of it wins. */
function mergedNotes(benches: readonly Bench[]): PartNotes {
  const notes: Record<string, unknown> = {};
  for (const { plan: _, level: __, ...bench } of benches)
    for (const [key, value] of Object.entries(bench)) {
      const before = notes[key];
      if (Array.isArray(value)) {
        const texts = new Set(((before ?? []) as unknown[]).map((each) => JSON.stringify(each)));
        notes[key] = [...((before ?? []) as unknown[]), ...value.filter((each) => !texts.has(JSON.stringify(each)))];
      } else {
        const merged: Record<string, unknown> = { ...(before as object | undefined) };
        for (const [of, note] of Object.entries(value ?? {}))
          merged[of] =
            typeof note === 'object' && typeof merged[of] === 'object'
              ? { ...(note as object), ...(merged[of] as object) }
              : (merged[of] ?? note);
        notes[key] = merged;
      }
    }
  return notes as PartNotes;
}

/** A variant on its way from a whole circuit to acts. */
interface Moved {
  readonly kept: KeptVariant;
  /** As its acts make it. */
  readonly circuit: Circuit;
  readonly ids: Renamed;
}

/** Turns a tree of whole circuits into the engine as it is and acts. */
class Keeping {
  private readonly taken: Set<string>;
  private acts = 0;
  readonly moved = new Map<string, Moved>();

  constructor(
    private readonly project: Project,
    readonly root: Variant,
  ) {
    this.taken = new Set(project.variants.flatMap((v) => v.circuit.parts.map((p) => p.id)));
  }

  private act(moves: readonly Move[], of: Partial<Act> = {}): Act {
    return { id: `act${++this.acts}`, ...of, moves: moves.map((move) => ({ move })) };
  }

  /** The variant that one hangs on: the one that it was made from, where that makes no circle. */
  private parentOf(variant: Variant): Variant {
    const { variants } = this.project;
    const parent = variants.find((v) => v.id === variant.basedOn);
    for (let here = parent, steps = 0; here; here = variants.find((v) => v.id === here!.basedOn), steps++) {
      if (here.id === this.root.id) return parent!;
      if (here === variant || steps > variants.length) break;
    }
    return this.root;
  }

  /** Where a variant's circuit is, and the ids that its parts got. */
  private at(variant: Variant): { readonly circuit: Circuit; readonly ids: Renamed } {
    if (variant.id === this.root.id) return { circuit: this.root.circuit, ids: new Map() };
    return this.moved.get(variant.id) ?? this.move(variant);
  }

  move(variant: Variant): Moved {
    const known = this.moved.get(variant.id);
    if (known) return known;
    const parent = this.parentOf(variant);
    const above = this.at(parent);
    const now = new Map(variant.circuit.parts.map((p) => [p.id, p.kind]));
    const inherited = new Map(
      [...above.ids].filter(([old, id]) => now.get(old) === above.circuit.parts.find((p) => p.id === id)?.kind),
    );
    const first = renamedCircuit(variant.circuit, inherited, true);
    const own = newKinds(above.circuit, first, this.taken);
    const circuit = renamedCircuit(first, own, true);
    const ids = new Map([...inherited, ...own]);
    const { plumbing, sets } = movesBetween(above.circuit, circuit);
    const learned = new Set([
      ...(variant.known ?? []),
      ...(variant.calibration?.applied?.figures.map((f) => figureKey(f.part, f.path)) ?? []),
    ]);
    const isLearned = ({ part, path }: SetMove) => learned.has(figureKey(part, path));
    const { calibration, sheet, season, aims, name, note, waivers, id } = variant;
    const kept: KeptVariant = {
      id,
      name,
      note,
      basedOn: parent.id,
      ...(sheet ? { columns: sheet.columns.map((c) => (typeof c === 'string' ? (ids.get(c) ?? c) : c)) } : {}),
      waivers: waivers.map((w) => (w.part === undefined ? w : { ...w, part: ids.get(w.part) ?? w.part })),
      ...(season ? { season } : {}),
      ...(aims ? { aims } : {}),
      ...(variant.bench?.plan?.from === undefined ? {} : { jobFrom: variant.bench.plan.from }),
      ...(calibration?.applied ? { fit: calibration.applied } : {}),
      acts: [
        ...(plumbing ? [this.act([plumbing])] : []),
        ...sets.map((set) => this.act([set], isLearned(set) ? { asked: 'known' } : {})),
      ],
    };
    const moved = { kept, circuit, ids };
    this.moved.set(id, moved);
    return moved;
  }
}

/**
 * A project of whole circuits as it is kept: the first variant that hangs on none is the engine as it is, each other one
 * becomes acts on the one that it was made from. No figure flows: what a variant had of its own stays in it.
 */
export function keptOf(project: Project): KeptProject {
  const { variants } = project;
  const ids = new Set(variants.map((v) => v.id));
  const root = variants.find((v) => v.basedOn === undefined || !ids.has(v.basedOn)) ?? variants[0]!;
  const keeping = new Keeping(project, root);
  const moved = variants.filter((v) => v.id !== root.id).map((v) => keeping.move(v));
  const idsOf = (id: string): Renamed => keeping.moved.get(id)?.ids ?? new Map();
  const opened = [...variants].sort(
    (a, b) => Number(b.id === project.activeVariant) - Number(a.id === project.activeVariant),
  );
  const rootFit = root.calibration?.applied;
  const { name, note, madeUp, engine, oil, range, namedStates, log, activeVariant } = project;
  const kept = keptProjectSchema.parse(
    tidy({
      format: PROJECT_FORMAT,
      version: FILE_VERSION,
      name,
      note,
      madeUp,
      engine,
      oil,
      range,
      namedStates: conditionsNamed(project, namedStates),
      asItIs: tidy({
        id: root.id,
        name: root.name,
        note: root.note,
        columns: root.sheet?.columns,
        waivers: root.waivers,
        season: root.season,
        aims: root.aims,
        circuit: root.circuit,
      }),
      variants: moved.map((m) => m.kept),
      activeVariant,
      known: knownOf(variants, (id) => keeping.moved.get(id)),
      tolerances: opened
        .flatMap((v) => (v.tolerances ?? []).map((t) => ({ ...t, part: idsOf(v.id).get(t.part) ?? t.part })))
        .filter((t, i, all) => all.findIndex((o) => figureKey(o.part, o.path) === figureKey(t.part, t.path)) === i)
        .slice(0, MOST_TOLERANCES),
      readings: variants
        .flatMap((v) => readingsOf(v.calibration, v.id, idsOf(v.id)))
        .map((reading, i) => ({ id: `reading${i + 1}`, ...reading })),
      fit: rootFit,
      notes: mergedNotes(opened.map((v) => renamedBench(v.bench ?? {}, idsOf(v.id)))),
      jobs: variants.flatMap(({ id, basedOn, bench }) => {
        const { from = basedOn ?? root.id, ...plan } = bench?.plan ?? {};
        const hasPlan = Object.keys(plan).length > 0;
        return hasPlan || bench?.level
          ? [tidy({ from, to: id, plan: hasPlan ? plan : undefined, level: bench?.level })]
          : [];
      }),
    }),
  );
  return log ? withLog(kept, log) : kept;
}

/** Figures that were known; what a variant has of its own is known by the act that sets it. */
function knownOf(variants: readonly Variant[], movedOf: (id: string) => Moved | undefined): KeptProject['known'] {
  const keys = variants.flatMap(({ id, known = [] }) => {
    const moved = movedOf(id);
    const own = new Set(
      moved?.kept.acts.flatMap((act) =>
        act.moves.flatMap(({ move }) =>
          move.kind === 'set' ? [move, ...(move.with ?? [])].map((f) => figureKey(move.part, f.path)) : [],
        ),
      ),
    );
    return known.map((key) => renamedRef(key, moved?.ids ?? new Map())).filter((key) => !own.has(key));
  });
  return [...new Set(keys)]
    .map((key) => ({ part: key.slice(0, key.indexOf('.')), path: key.slice(key.indexOf('.') + 1) }))
    .filter((each) => knownFigureSchema.safeParse(each).success);
}

function readingsOf(calibration: Calibration | undefined, id: string, ids: Renamed): Omit<KeptReading, 'id'>[] {
  return (calibration?.readings ?? []).map((reading) => ({
    by: 'gauge' as const,
    with: id,
    forFit: true as const,
    reading: reading.kind === 'pressure' && reading.at ? { ...reading, at: renamedRef(reading.at, ids) } : reading,
  }));
}
