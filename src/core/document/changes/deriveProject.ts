import type { Column } from '../plumbing/columns';
import { figureKey } from '../moves/figure';
import type { Bench } from '../project/bench';
import { chainOf, type KeptProject, type KeptVariant } from '../project/keptProject';
import { PROJECT_FORMAT, WHOLE_VERSION, type Circuit, type Project, type Variant } from '../project/project';
import { logWithReadings, readingsForFit } from './readings';
import { columnsOf, replay, type Replayed } from './replay';
import type { Act } from './act';

/** What a variant's acts make, by what they are made on: a list that nobody changed is not made again. */
const replays = new WeakMap<Circuit, WeakMap<readonly Act[], Replayed>>();

function replayOnce(circuit: Circuit, acts: readonly Act[]): Replayed {
  let here = replays.get(circuit);
  if (!here) replays.set(circuit, (here = new WeakMap()));
  let made = here.get(acts);
  if (!made) here.set(acts, (made = replay(circuit, acts)));
  return made;
}

/**
 * What a variant's own acts make of its parent's circuit.
 * @param id of a variant; the engine as it is has no acts
 */
export function replayOf(kept: KeptProject, id: string): Replayed {
  return chainOf(kept, id).reduce<Replayed>((parent, { acts }) => replayOnce(parent.circuit, acts), {
    circuit: kept.asItIs.circuit,
    troubles: [],
    made: [],
  });
}

/** The circuit of a variant, or of the engine as it is. */
export const circuitOf = (kept: KeptProject, id: string): Circuit => replayOf(kept, id).circuit;

/** Columns of a variant's drawing: as the user left them, or as its acts lay them. */
function columnsIn(kept: KeptProject, id: string): readonly Column[] {
  if (id === kept.asItIs.id) return kept.asItIs.columns ?? [];
  const variant = chainOf(kept, id).at(-1)!;
  return variant.columns ?? columnsOf(columnsIn(kept, variant.basedOn), replayOf(kept, id));
}

/** Figures that acts set: what somebody chose is no guess. */
function setFigures(chain: readonly KeptVariant[]): string[] {
  return chain.flatMap(({ acts }) =>
    acts.flatMap((act) =>
      act.off
        ? []
        : act.moves.flatMap(({ move }) =>
            move.kind === 'set' ? [move, ...(move.with ?? [])].map(({ path }) => figureKey(move.part, path)) : [],
          ),
    ),
  );
}

/** The variant that a job to this one is said to begin at: chosen for it, or the one that the engine is in now. */
function statedFrom(kept: KeptProject, id: string): string | undefined {
  const chosen = kept.variants.find((v) => v.id === id)?.jobFrom;
  return chosen ?? (kept.engineNow === id ? undefined : kept.engineNow);
}

/** The job that leads to a variant: from where, where nothing is said from the one that it hangs on. */
export function jobOf(kept: KeptProject, id: string): { readonly from: string; readonly to: string } {
  const basedOn = kept.variants.find((v) => v.id === id)?.basedOn;
  return { from: statedFrom(kept, id) ?? basedOn ?? kept.asItIs.id, to: id };
}

function benchOf(kept: KeptProject, id: string): Bench | undefined {
  const { from, to } = jobOf(kept, id);
  const job = kept.jobs.find((j) => j.from === from && j.to === to);
  const stated = statedFrom(kept, id);
  const plan = { ...(stated === undefined ? {} : { from: stated }), ...job?.plan };
  const bench: Bench = {
    ...kept.notes,
    ...(Object.keys(plan).length > 0 ? { plan } : {}),
    ...(job?.level ? { level: job.level } : {}),
  };
  return Object.keys(bench).length > 0 ? bench : undefined;
}

/** A value that is found when it is first asked for: one variant is derived at a time. */
function later<T extends object, K extends string, V>(of: T, key: K, find: () => V): T & Record<K, V> {
  let found: { readonly value: V } | undefined;
  return Object.defineProperty(of, key, {
    get: () => (found ??= { value: find() }).value,
    enumerable: true,
    configurable: true,
  }) as T & Record<K, V>;
}

/** Views by what they show: one that nothing touched stays the same object. */
const views = new WeakMap<object, { readonly from: readonly unknown[]; readonly view: Variant }>();

function viewOf(kept: KeptProject, id: string): Variant {
  const own = id === kept.asItIs.id ? kept.asItIs : kept.variants.find((v) => v.id === id)!;
  const chain = chainOf(kept, id);
  const { asItIs, known, tolerances, readings, fit, notes, jobs, engineNow } = kept;
  const from = [own, ...chain.map((v) => v.acts), asItIs, known, tolerances, readings, fit, notes, jobs, engineNow];
  const before = views.get(own);
  if (before?.from.length === from.length && before.from.every((each, i) => each === from[i])) return before.view;
  const view = makeView(kept, own, chain);
  views.set(own, { from, view });
  return view;
}

function makeView(kept: KeptProject, own: KeptProject['asItIs'] | KeptVariant, chain: readonly KeptVariant[]): Variant {
  const { id, name, note, waivers, season, aims } = own;
  const readings = readingsForFit(kept, id).map((r) => r.reading);
  const fit = chain.findLast((v) => v.fit)?.fit ?? kept.fit;
  const known = [...kept.known.map((k) => `${k.part}.${k.path}`), ...setFigures(chain)];
  const bench = benchOf(kept, id);
  const head = {
    id,
    name,
    note,
    ...('basedOn' in own ? { basedOn: own.basedOn } : {}),
    waivers,
    ...(season ? { season } : {}),
    ...(aims ? { aims } : {}),
    ...(kept.tolerances.length > 0 ? { tolerances: kept.tolerances } : {}),
    ...(known.length > 0 ? { known: [...new Set(known)] } : {}),
    ...(readings.length > 0 || fit ? { calibration: { readings, ...(fit ? { applied: fit } : {}) } } : {}),
    ...(bench ? { bench } : {}),
  };
  const view = later(head, 'circuit', () => circuitOf(kept, id));
  return id === kept.asItIs.id && !kept.asItIs.columns
    ? view
    : later(view, 'sheet', () => ({ columns: [...columnsIn(kept, id)] }));
}

const projects = new WeakMap<KeptProject, Project>();

/**
 * The project as it is worked with: the engine as it is, and each variant with the circuit that its acts make. A
 * circuit is made when it is first asked for.
 */
export function deriveProject(kept: KeptProject): Project {
  let project = projects.get(kept);
  if (!project) {
    const { name, note, madeUp, engine, oil, range, namedStates, activeVariant, asItIs, variants } = kept;
    const log = logWithReadings(kept);
    project = {
      format: PROJECT_FORMAT,
      version: WHOLE_VERSION,
      name,
      note,
      madeUp,
      engine,
      oil,
      range,
      namedStates,
      ...(log ? { log } : {}),
      variants: [asItIs.id, ...variants.map((v) => v.id)].map((id) => viewOf(kept, id)),
      activeVariant,
    };
    projects.set(kept, project);
  }
  return project;
}
