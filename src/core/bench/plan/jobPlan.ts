import { CAUTIONS } from '../../judgement/cautions';
import { fieldWords } from '../../document/changes/movesBetween';
import { changedFigures } from '../../document/moves/figure';
import { PLAN_PHASES, type OwnStep, type PlanPhase } from '../../document/project/bench';
import { actsAs, type Part } from '../../document/parts/part';
import { partFields } from '../../document/parts/partFields';
import { inSeason, type Project, type Variant } from '../../document/project/project';
import { isBolted } from '../bolted';
import { hosesOf, portNamer } from '../hoses/hoseList';
import { changesBetween, partsOfChange, type ChangeOp } from './circuitChange';
import { finishing, oilChangeSteps, preparation } from './aroundTheJob';
import { orderSteps } from './orderSteps';
import { MINUTES, type Draft, type PlanStep, type StepFigure } from './planStep';

/** A job in order, with what it takes and what to keep of it. */
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

/**
 * The job that turns one variant into another: what comes off, goes on, is joined and set, with preparation, dry fit
 * and finishing around it. Steps in order, applied one by one, turn the one circuit into the other.
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
  const undoneWith = new Map<string | undefined, Extract<ChangeOp, { kind: 'undo' }>[]>();
  for (const undo of of('undo')) {
    const part = firstGone(undo, gone);
    undoneWith.set(part, [...(undoneWith.get(part) ?? []), undo]);
  }
  const removed: Draft[] = of('remove').map((change) => ({
    id: `off-${change.part}`,
    phase: 'main',
    text: `Take off ${nameIn(from, change.part)}. Cap what stays open.`,
    changes: [...(undoneWith.get(change.part) ?? []), change],
    plannedMin: MINUTES.takeOff,
    ...underPressure(from.circuit.parts.find((p) => p.id === change.part)),
  }));
  const undone: Draft[] = (undoneWith.get(undefined) ?? []).map((change) => ({
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
    ...setWords(from, change.part),
    changes: [change],
    after: before,
    plannedMin: MINUTES.set,
    ...(isBolted(change.part) ? {} : { caution: CAUTIONS.insideEngine }),
  }));
  const ons = new Set(added.map((a) => a.id));
  const joined: Draft[] = of('join').map((change) => {
    const needs = partsOfChange(change)
      .map((id) => `on-${id}`)
      .filter((id) => ons.has(id));
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
      ...(hose.sleeved || hose.note.exhaustDistanceM !== undefined ? { caution: CAUTIONS.nearExhaust } : {}),
    };
  if (actsAs(part, 'plug')) return { text: `Close the open port with ${part.name}.` };
  const wired = part.electrical ? { caution: CAUTIONS.battery } : {};
  return { text: `Fit ${part.name}.`, ...wired, ...underPressure(part) };
}

/** What is said of a part that stays under pressure. */
const underPressure = (part: Part | undefined): Pick<Draft, 'caution'> =>
  actsAs(part, 'accumulator') ? { caution: CAUTIONS.accumulator } : {};

/** Figures that one step names with what they were; of more it names the fields. */
const MOST_FIGURES = 4;

/** What of a part is set, by the titles of its fields: "bore 1.50 mm to 1.10 mm". */
function setWords(from: Variant, part: Part): Pick<Draft, 'text' | 'figures'> {
  const old = from.circuit.parts.find((p) => p.id === part.id)!;
  const changed = changedFigures(old, part);
  const was = new Map(partFields(old).map((f) => [f.path.join('.'), f.value]));
  const fields = partFields(part).filter((f) => was.get(f.path.join('.')) !== f.value);
  const figures: Record<string, StepFigure> = {};
  const said = fields.map(({ path, title, input, value }, i) => {
    const before = was.get(path.join('.'));
    if (input.kind !== 'number' || typeof before !== 'number' || typeof value !== 'number') return title.toLowerCase();
    figures[`was${i}`] = { si: before, quantity: input.quantity };
    figures[`is${i}`] = { si: value, quantity: input.quantity };
    return `${title.toLowerCase()} {was${i}} to {is${i}}`;
  });
  return said.length === 0 || said.length > MOST_FIGURES
    ? { text: `Set ${part.name}: ${fieldWords(part, changed)}.` }
    : { text: `Set ${part.name}: ${said.join(', ')}.`, figures };
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
