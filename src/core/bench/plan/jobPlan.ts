import { PLAN_PHASES, type OwnStep, type PlanPhase, type StepNote } from '../../document/project/bench';
import type { Part } from '../../document/parts/part';
import { isReservoir } from '../../document/parts/ports';
import { partVolumeM3 } from '../../document/parts/partVolume';
import { inSeason, type Project, type Variant } from '../../document/project/project';
import { isBolted } from '../bolted';
import { hosesOf, portNamer } from '../hoses/hoseList';
import { oilChange } from '../level/oilToAdd';
import { changesBetween, partsOfChange, type ChangeOp } from './circuitChange';
import { orderSteps } from './orderSteps';

/** A figure that a step's text names in the reader's units. */
export interface StepFigure {
  readonly si: number;
  readonly quantity: 'volume' | 'cutLength' | 'bore' | 'temperature';
}

/** One step of a job. */
export interface PlanStep {
  readonly id: string;
  readonly phase: PlanPhase;
  /** With `{name}` where a figure stands; `sayStep` puts it in. */
  readonly text: string;
  readonly figures: Readonly<Record<string, StepFigure>>;
  /** What of the circuit it changes. */
  readonly changes: readonly ChangeOp[];
  /** Steps that come before it. */
  readonly after: readonly string[];
  readonly caution: string | undefined;
  readonly plannedMin: number;
  readonly own: OwnStep | undefined;
  readonly note: StepNote;
}

export interface JobPlan {
  readonly from: Variant;
  readonly to: Variant;
  /** In the order in which they are done. */
  readonly steps: readonly PlanStep[];
  readonly plannedMin: number;
  readonly spentMin: number;
  readonly done: number;
  /** What to keep for putting it back as it was. */
  readonly keep: readonly string[];
}

/** Minutes that a step usually takes. @source engineering judgement */
const MINUTES = {
  drain: 20,
  access: 15,
  measure: 15,
  makeHose: 25,
  flush: 10,
  takeOff: 15,
  fit: 25,
  join: 6,
  set: 10,
  small: 5,
  finish: 15,
} as const;

type Draft = Pick<PlanStep, 'id' | 'phase' | 'text' | 'plannedMin'> &
  Partial<Pick<PlanStep, 'figures' | 'changes' | 'after' | 'caution'>>;

/**
 * The job that turns one variant into another: what comes off, goes on, is joined and set, with preparation, dry fit and finishing around it.
 * Steps in order, applied one by one, turn the one circuit into the other.
 *
 * @param from the variant that the engine is in now
 * @param to the variant that is wanted; what a person added is in its bench notes
 */
export function planJob(project: Project, from: Variant, to: Variant): JobPlan {
  const drafts = [...circuitSteps(from, to)];
  const [was, is] = [inSeason(project, from).oil, inSeason(project, to).oil];
  // Another oil for the season is a job of its own, with no part touched.
  const otherOil = JSON.stringify(was) !== JSON.stringify(is);
  const steps =
    drafts.length === 0
      ? otherOil
        ? oilChangeSteps(was.name, is.name, from, to)
        : []
      : [...preparation(from, to, drafts), ...drafts, ...finishing(is.name, to, from)];
  const note = to.bench?.plan ?? {};
  const own = ownSteps(note.own ?? [], steps);
  const all = [...steps, ...own].map((draft): PlanStep => {
    const stepNote = note.steps?.[draft.id] ?? {};
    return {
      figures: {},
      changes: [],
      after: [],
      caution: undefined,
      own: (note.own ?? []).find((o) => o.id === draft.id),
      ...draft,
      text: stepNote.text ?? draft.text,
      plannedMin: stepNote.plannedMin ?? draft.plannedMin,
      note: stepNote,
    };
  });
  const ordered = orderSteps(all, note.order ?? []);
  return {
    from,
    to,
    steps: ordered,
    plannedMin: ordered.reduce((sum, s) => sum + s.plannedMin, 0),
    spentMin: ordered.reduce((sum, s) => sum + (s.note.spentMin ?? 0), 0),
    done: ordered.filter((s) => s.note.done).length,
    keep: toKeep(from, to),
  };
}

/** Parts that are left over, with what is needed to fit them again. */
function toKeep(from: Variant, to: Variant): readonly string[] {
  const now = new Set(to.circuit.parts.map((p) => p.id));
  return from.circuit.parts.filter((p) => isBolted(p) && !now.has(p.id)).map((p) => p.name);
}

const nameIn = (variant: Variant, id: string): string => variant.circuit.parts.find((p) => p.id === id)?.name ?? id;

/** Steps that change the circuit: joints undone, parts off, parts on, joints made, figures set. */
function circuitSteps(from: Variant, to: Variant): readonly Draft[] {
  const changes = changesBetween(from.circuit, to.circuit);
  const of = <K extends ChangeOp['kind']>(kind: K) =>
    changes.filter((c): c is Extract<ChangeOp, { kind: K }> => c.kind === kind);
  const [wasAt, isAt] = [portNamer(from), portNamer(to)];
  const gone = new Set(of('remove').map((c) => c.part));
  const removed: Draft[] = of('remove').map((change) => ({
    id: `off-${change.part}`,
    phase: 'main',
    text: `Take off ${nameIn(from, change.part)}. Cap what stays open.`,
    changes: [...of('undo').filter((u) => firstGone(u, gone) === change.part), change],
    plannedMin: MINUTES.takeOff,
  }));
  const undone: Draft[] = of('undo')
    .filter((u) => firstGone(u, gone) === undefined)
    .map((change) => ({
      id: `undo-${change.joint.from}-${change.joint.to}`,
      phase: 'main',
      text: `Undo ${wasAt(change.joint.from)} from ${wasAt(change.joint.to)}.`,
      changes: [change],
      plannedMin: MINUTES.join,
    }));
  const before = [...removed, ...undone].map((s) => s.id);
  const byId = new Map(to.circuit.parts.map((p) => [p.id, p]));
  const added: Draft[] = of('add').map((change) => ({
    id: `on-${change.part.id}`,
    phase: 'main',
    ...fitWords(change.part, to),
    changes: [change],
    after: before,
    plannedMin: MINUTES.fit,
  }));
  const set: Draft[] = of('set').map((change) => ({
    id: `set-${change.part.id}`,
    phase: 'main',
    text: `Change ${change.part.name}: ${differences(from, change.part)}.`,
    changes: [change],
    after: before,
    plannedMin: MINUTES.set,
    ...(isBolted(change.part) ? {} : { caution: 'Inside the engine: work for someone who builds engines.' }),
  }));
  const joined: Draft[] = of('join').map((change) => {
    const needs = partsOfChange(change).flatMap((id) => added.filter((a) => a.id === `on-${id}`).map((a) => a.id));
    const external = partsOfChange(change).some((id) => byId.has(id) && isBolted(byId.get(id)!));
    return {
      id: `join-${change.joint.from}-${change.joint.to}`,
      phase: 'main',
      text: `Join ${isAt(change.joint.from)} to ${isAt(change.joint.to)}${external ? ', by hand first' : ''}.`,
      changes: [change],
      after: [...before, ...needs],
      plannedMin: MINUTES.join,
    };
  });
  const tightened: Draft[] =
    joined.length === 0
      ? []
      : [
          {
            id: 'tighten',
            phase: 'main',
            text: 'Snug all joints, set every position, then tighten in the order of the list of joints. Centre bolt last.',
            after: [...added, ...set, ...joined].map((s) => s.id),
            plannedMin: MINUTES.small + 2 * joined.length,
          },
        ];
  return [...undone, ...removed, ...added, ...set, ...joined, ...tightened];
}

/** The part that a joint goes with, where one of its two goes. */
const firstGone = (change: ChangeOp, gone: ReadonlySet<string>): string | undefined =>
  partsOfChange(change).find((id) => gone.has(id));

function fitWords(part: Part, to: Variant): Pick<Draft, 'text' | 'caution' | 'figures'> {
  const hose = hosesOf(to).find((h) => h.part === part.id);
  if (hose)
    return {
      text: `Lay hose ${hose.name} (${part.name}) from ${hose.from.place} to ${hose.to.place}.`,
      ...(hose.sleeved || hose.note.exhaustDistanceM !== undefined
        ? { caution: 'A leaking pressure line near an exhaust can start a fire.' }
        : {}),
    };
  if (part.kind === 'plug') return { text: `Close the open port with ${part.name}.` };
  const wired = part.electrical ? { caution: 'Disconnect the battery before wiring.' } : {};
  return { text: `Fit ${part.name}.`, ...wired };
}

/** What of a part differs, in words: the keys that changed, as far as they are plain. */
function differences(from: Variant, part: Part): string {
  const old = from.circuit.parts.find((p) => p.id === part.id) as unknown as Record<string, unknown>;
  const now = part as unknown as Record<string, unknown>;
  const keys = [...new Set([...Object.keys(old), ...Object.keys(now)])].filter(
    (k) => JSON.stringify(old[k]) !== JSON.stringify(now[k]),
  );
  return keys
    .map(
      (k) =>
        WORDS_OF_FIELD[k] ??
        k.replace(/(M|Pa|M2|M3|K|Rad|M3S|PaS)$/, '').replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`),
    )
    .join(', ');
}

const WORDS_OF_FIELD: Readonly<Record<string, string>> = {
  boreM: 'bore',
  lengthM: 'length',
  crackPa: 'opening pressure',
  fullOpenPa: 'full-open pressure',
  profile: 'the run of its heights',
  connections: 'threads',
  load: 'clogging (a new element)',
  bypass: 'bypass valve',
  losses: 'ends',
};

/** The oil of another season: nothing of the circuit changes. */
function oilChangeSteps(was: string, is: string, from: Variant, to: Variant): readonly Draft[] {
  const { parts } = to.circuit;
  const filters = parts.filter((p) => p.kind === 'filter');
  const inFilters = filters.reduce((sum, p) => sum + partVolumeM3(p), 0);
  const held = from.circuit.parts.reduce((sum, p) => sum + partVolumeM3(p), 0);
  const oil = parts.filter(isReservoir).reduce((sum, p) => sum + partVolumeM3(p), 0);
  return [
    {
      id: 'support',
      phase: 'prepare',
      text: 'Put the vehicle on stands and chock the wheels.',
      caution: 'Never go under a vehicle that only a jack holds.',
      plannedMin: MINUTES.drain,
    },
    {
      id: 'drain',
      phase: 'prepare',
      text: `Run the engine warm, stop it, drain the ${was} ({oil}) and measure what comes out. {stays} stays in lines, filters and coolers.`,
      figures: { oil: { si: oil, quantity: 'volume' }, stays: { si: Math.max(0, held - oil), quantity: 'volume' } },
      caution: 'Hot oil and hot metal burn. Used oil goes where local rules say.',
      after: ['support'],
      plannedMin: MINUTES.drain,
    },
    ...(filters.length > 0
      ? [
          {
            id: 'filters',
            phase: 'main' as const,
            text: `Change the element of ${filters.map((p) => p.name).join(' and ')}. Oil its seal; check that the old one came off with it.`,
            plannedMin: MINUTES.set,
          },
        ]
      : []),
    {
      id: 'refill',
      phase: 'finish',
      text: `New washer on the drain plug. Fill in {fill} of ${is}.`,
      // A new element is empty.
      figures: { fill: { si: oil + inFilters, quantity: 'volume' } },
      plannedMin: MINUTES.small,
    },
    {
      id: 'firstStart',
      phase: 'finish',
      text: 'Start, watch the pressure come within seconds, stop, look at the drain plug and the filter, set the level.',
      after: ['refill'],
      plannedMin: MINUTES.finish,
    },
  ];
}

function preparation(from: Variant, to: Variant, main: readonly Draft[]): readonly Draft[] {
  const drained = from.circuit.parts.filter(isReservoir).reduce((sum, p) => sum + partVolumeM3(p), 0);
  const newHoses = hosesOf(to).filter((h) => main.some((s) => s.id === `on-${h.part}`));
  const coolant = liquidCoolers(from) !== liquidCoolers(to);
  const steps: Draft[] = [
    {
      id: 'photograph',
      phase: 'prepare',
      text: 'Photograph and mark every hose and connector before it is undone.',
      plannedMin: MINUTES.small,
    },
    {
      id: 'support',
      phase: 'prepare',
      text: 'Put the vehicle on stands and chock the wheels. Disconnect the battery. Protect the paint.',
      caution: 'Never go under a vehicle that only a jack holds.',
      plannedMin: MINUTES.drain,
    },
    {
      id: 'drain',
      phase: 'prepare',
      text: 'Run the engine warm, stop it, drain the oil ({oil}) and measure what comes out.',
      figures: { oil: { si: drained, quantity: 'volume' } },
      caution: 'Hot oil and hot metal burn. Used oil goes where local rules say.',
      after: ['support'],
      plannedMin: MINUTES.drain,
    },
    ...(coolant
      ? [
          {
            id: 'drainCoolant',
            phase: 'prepare' as const,
            text: 'Let the engine cool, then drain the coolant and keep it clean.',
            caution: 'Never open a hot cooling system.',
            after: ['support'],
            plannedMin: MINUTES.drain,
          },
        ]
      : []),
    {
      id: 'mockUp',
      phase: 'mockUp',
      text: 'Hold every new part in its place: clearance to belts, steering, wheels and exhaust, access for service. Make templates.',
      plannedMin: MINUTES.measure,
    },
    ...newHoses.map((hose): Draft => ({
      id: `measure-${hose.key}`,
      phase: 'mockUp',
      text: `Measure hose ${hose.name} along its route with a string, seat to seat.`,
      after: ['mockUp'],
      plannedMin: MINUTES.measure,
    })),
    {
      id: 'order',
      phase: 'mockUp',
      text: 'Order by the list of parts, and check the delivery against it.',
      after: ['mockUp', ...newHoses.map((h) => `measure-${h.key}`)],
      plannedMin: MINUTES.measure,
    },
    ...newHoses.flatMap((hose): Draft[] => [
      {
        id: `make-${hose.key}`,
        phase: 'mockUp',
        text:
          hose.cut === undefined
            ? `Cut hose ${hose.name} long, make one end, offer it up, trim, make the other.`
            : `Cut hose ${hose.name} at {cut}, make one end, offer it up, trim, make the other.`,
        figures: hose.cut ? { cut: { si: hose.cut.firstCutM, quantity: 'cutLength' } } : {},
        after: ['order', `measure-${hose.key}`],
        plannedMin: MINUTES.makeHose,
      },
      {
        id: `flush-${hose.key}`,
        phase: 'mockUp',
        text: `Flush hose ${hose.name} with solvent, blow it through from both ends, cap it.`,
        caution: 'Solvent burns and hurts the eyes: goggles, fresh air, no flame.',
        after: [`make-${hose.key}`],
        plannedMin: MINUTES.flush,
      },
    ]),
    {
      id: 'dryFit',
      phase: 'mockUp',
      text: 'Dry fit everything loosely. Nothing is tightened yet.',
      after: ['order', ...newHoses.map((h) => `flush-${h.key}`)],
      plannedMin: MINUTES.fit,
    },
  ];
  return steps;
}

const liquidCoolers = (variant: Variant): string =>
  variant.circuit.parts
    .filter((p) => p.kind === 'cooler' && p.medium === 'liquid')
    .map((p) => p.id)
    .sort()
    .join(' ');

function finishing(oil: string, to: Variant, from: Variant): readonly Draft[] {
  const level = oilChange(to, from);
  const fill = to.circuit.parts.filter(isReservoir).reduce((sum, p) => sum + partVolumeM3(p), 0);
  const prefilled = level.came.filter((p) => p.prefill).map((p) => p.name);
  const senders = to.circuit.parts.some((p) => p.kind === 'gauge');
  const steps: Draft[] = [
    ...(prefilled.length > 0
      ? [
          {
            id: 'prefill',
            phase: 'finish' as const,
            text: `Fill ${prefilled.join(' and ')} with oil ({prefill}) where ${prefilled.length > 1 ? 'they can' : 'it can'} hold it upright.`,
            figures: { prefill: { si: level.prefillM3, quantity: 'volume' as const } },
            plannedMin: MINUTES.small,
          },
        ]
      : []),
    {
      id: 'refill',
      phase: 'finish',
      text: `Fill in {fill} of ${oil} in all. The dipstick reads up to {over} over full until the parts have filled: do not drain it.`,
      figures: {
        fill: { si: fill + level.addedM3, quantity: 'volume' },
        over: { si: level.overBeforeStartM3, quantity: 'volume' },
      },
      plannedMin: MINUTES.small,
    },
    {
      id: 'sensors',
      phase: 'finish',
      text: `Plug in again every sensor that was unplugged${senders ? ', the oil sender too' : ''}. Connect the battery.`,
      plannedMin: MINUTES.small,
    },
    {
      id: 'ties',
      phase: 'finish',
      text: 'Clip every hose; no edge, belt, steering part or wheel may touch one. Wipe all joints dry.',
      plannedMin: MINUTES.finish,
    },
    {
      id: 'firstStart',
      phase: 'finish',
      text: 'First start, step by step, then every joint again.',
      after: ['refill', 'sensors', 'ties'],
      plannedMin: MINUTES.finish * 2,
    },
    {
      id: 'panels',
      phase: 'finish',
      text: 'Refit panels and undertrays.',
      after: ['firstStart'],
      plannedMin: MINUTES.finish,
    },
  ];
  return steps;
}

/** Steps of the user's own; what was taken off for access is refitted at the end, the last first. */
function ownSteps(own: readonly OwnStep[], steps: readonly Draft[]): readonly Draft[] {
  const forward = own.map((o): Draft => ({ id: o.id, phase: o.phase, text: o.text, plannedMin: MINUTES.access }));
  const main = steps.filter((s) => s.phase === 'main').map((s) => s.id);
  const refits: Draft[] = [];
  for (const o of [...own].filter((each) => each.refit).reverse()) {
    const previous = refits.at(-1);
    refits.push({
      id: `refit-${o.id}`,
      phase: 'finish',
      text: `Refit what was taken off: ${o.text}`,
      after: [o.id, ...main, ...(previous ? [previous.id] : [])],
      plannedMin: MINUTES.access,
    });
  }
  return [...forward, ...refits];
}

export const PHASE_WORDS: Readonly<Record<PlanPhase, string>> = {
  prepare: 'Prepare',
  mockUp: 'Mock up, order and dry fit',
  main: 'Fit',
  finish: 'Finish',
};

/** Steps by phase, in order. */
export function byPhase(
  steps: readonly PlanStep[],
): readonly { readonly phase: PlanPhase; readonly steps: readonly PlanStep[] }[] {
  return PLAN_PHASES.map((phase) => ({ phase, steps: steps.filter((s) => s.phase === phase) })).filter(
    (p) => p.steps.length > 0,
  );
}
