import { PLAN_PHASES, type OwnStep, type PlanPhase } from '../../document/project/bench';
import { inSeason, type Project, type Variant } from '../../document/project/project';
import { isBolted } from '../bolted';
import { hosesOf } from '../hoses/hoseList';
import { oilChangeSteps } from './enabling';
import { afterOf, makersOf, sayNeeds } from './facts';
import { orderSteps } from './orderSteps';
import { atOwnPace } from './ownPace';
import { MINUTES, type Draft, type PlanStep } from './planStep';
import { wholeJob } from './wholeJob';

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
  const job = wholeJob(project, from, to);
  const [was, is] = [inSeason(project, from).oil, inSeason(project, to).oil];
  // Another oil for the season is a job of its own, with no part touched.
  const otherOil = JSON.stringify(was) !== JSON.stringify(is);
  const steps = job.length > 0 ? job : otherOil ? oilChangeSteps(was.name, is.name, from, to) : [];
  const note = to.bench?.plan ?? {};
  const own = ownSteps(note.own ?? []);
  const drawn = [...steps, ...own];
  const after = afterOf(drawn);
  const makers = makersOf(drawn);
  const names = new Map([
    ...to.circuit.parts.map((p) => [p.id, p.name] as const),
    ...hosesOf(to).map((h) => [h.key, `hose ${h.name}`] as const),
  ]);
  const main = drawn.filter((s) => s.phase === 'main').map((s) => s.id);
  const all = drawn.map((draft): PlanStep => {
    const stepNote = note.steps?.[draft.id] ?? {};
    const { needs, makes: _, ...step } = draft;
    return {
      figures: {},
      changes: [],
      caution: undefined,
      own: (note.own ?? []).find((o) => o.id === draft.id),
      ...step,
      // What was taken off for access goes back when the work behind it is done.
      after: [...(after.get(draft.id) ?? []), ...(draft.id.startsWith(REFIT) ? main : [])],
      because: sayNeeds(
        needs.filter((fact) => makers.has(fact)),
        (id) => names.get(id),
      ),
      text: stepNote.text ?? draft.text,
      plannedMin: stepNote.plannedMin ?? draft.plannedMin,
      note: stepNote,
    };
  });
  const ordered = orderSteps(atOwnPace(all), note.order ?? []);
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

const REFIT = 'refit-';

/** Steps of the user's own; what was taken off for access is refitted at the end, the last first. */
function ownSteps(own: readonly OwnStep[]): readonly Draft[] {
  const forward = own.map((o): Draft => ({
    id: o.id,
    phase: o.phase,
    text: o.text,
    needs: [],
    makes: [`off ${o.id}`],
    plannedMin: MINUTES.access,
  }));
  const refits: Draft[] = [];
  for (const o of [...own].filter((each) => each.refit).reverse()) {
    const previous = refits.at(-1);
    refits.push({
      id: `${REFIT}${o.id}`,
      phase: 'finish',
      text: `Refit what was taken off: ${o.text}`,
      needs: [`off ${o.id}`, ...(previous?.makes ?? [])],
      makes: [`on ${o.id}`],
      plannedMin: MINUTES.access,
    });
  }
  return [...forward, ...refits];
}

export const PHASE_WORDS: Readonly<Record<PlanPhase, string>> = {
  prepare: 'Prepare',
  mockUp: 'Look, mock up, order and dry fit',
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
