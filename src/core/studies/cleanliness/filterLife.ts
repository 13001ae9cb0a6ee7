import { z } from 'zod';
import { actsAs, type Part, type PartOf } from '../../document/parts/part';
import { findingsOf } from '../../judgement/audit/findingsOf';
import { surveyCircuit } from '../../judgement/audit/context';
import { filterBypass } from '../../judgement/audit/rules/filtration';
import { solveState } from '../../judgement/judgeState';
import { CircuitSolver } from '../../network/circuitSolver';
import type { SpeedAndOil } from '../../network/solve/state';
import { hoursToLoad, USUAL_CHANGE_LOAD } from '../../physics/contamination/loading';
import type { StudyCircuits } from '../job/studyCircuits';

const hours = z.number().nonnegative().nullable();

/** When an element has had enough. */
export const filterLifeSchema = z.strictObject({
  /** Share of the engine's dirt that ends in it. */
  dirtShare: z.number(),
  /** Until it is as clogged as at a usual change [h]; null: it gets nothing. */
  usualHours: hours,
  /**
   * What goes wrong first as it clogs, at which clogging, and after how long; empty: nothing up to the largest one
   * tried.
   */
  bites: z.array(z.strictObject({ what: z.enum(['bypassOpens', 'starves', 'halfFlow']), load: z.number(), hours })),
});
export type FilterLife = z.infer<typeof filterLifeSchema>;

/**
 * A deep side-stream element holds more dirt than a full-flow one before it clogs alike.
 * @source engineering judgement
 */
const SIDE_STREAM_HOLDS = 2;
const MOST_LOAD = 100;
const LOAD_FACTOR = 1.05;

type Filter = PartOf<'filter'> | PartOf<'sideStream'>;

/**
 * When each element goes wrong, by the audit's own rule for full-flow filters, and by the flow that is left for
 * side-stream ones.
 * @param dirtShares share of the dirt by part
 * @param usualHours hours in which an element that gets all dirt is due [h]
 */
export function filterLives(
  circuits: StudyCircuits,
  filters: readonly Filter[],
  state: SpeedAndOil,
  dirtShares: ReadonlyMap<string, number>,
  usualHours: number,
): ReadonlyMap<string, FilterLife> {
  const found = circuits.kept('filter bites', () => findingsOf(filterBypass, surveyCircuit(circuits.freshCircuit())));
  return new Map(
    filters.map((filter) => {
      const dirtShare = dirtShares.get(filter.id) ?? 0;
      const holds = actsAs(filter, 'sideStream') ? SIDE_STREAM_HOLDS : 1;
      const until = (load: number): number | null => {
        const h = hoursToLoad(filter.load, load, usualHours * holds, dirtShare);
        return Number.isFinite(h) ? h : null;
      };
      const figures = found.find((f) => f.part === filter.id)?.figures ?? {};
      // With a valve the element starves nobody: the valve opens first. Without one it is the other way round.
      const [key, what] =
        actsAs(filter, 'filter') && filter.bypass
          ? (['opensLoad', 'bypassOpens'] as const)
          : (['starvesLoad', 'starves'] as const);
      const byAudit = figures[key] ? [{ what, load: figures[key].si }] : [];
      const half = actsAs(filter, 'sideStream') ? halfFlowAt(circuits, filter, state) : undefined;
      const bites = [...byAudit, ...(half === undefined ? [] : [{ what: 'halfFlow' as const, load: half }])];
      return [
        filter.id,
        {
          dirtShare,
          usualHours: until(USUAL_CHANGE_LOAD),
          bites: bites.map((b) => ({ ...b, hours: until(b.load) })),
        },
      ];
    }),
  );
}

/** Clogging at which half of what a new element passes is left; undefined where its metering decides all the way. */
function halfFlowAt(circuits: StudyCircuits, filter: PartOf<'sideStream'>, state: SpeedAndOil): number | undefined {
  const flowAt = (load: number): number => {
    const changed = circuits.variant.circuit.parts.map((p): Part => (p.id === filter.id ? { ...filter, load } : p));
    const { project, variant } = circuits;
    const variants = project.variants.map((v) =>
      v.id === variant.id ? { ...v, circuit: { ...v.circuit, parts: changed } } : v,
    );
    const made = CircuitSolver.of({ ...project, variants });
    if (!made.ok) return NaN;
    const { elements } = solveState(made.circuit, made.circuit.stateAt(state.speedRevS, state.oilTemperatureK));
    return elements.filter((e) => e.part === filter.id).reduce((most, e) => Math.max(most, Math.abs(e.flowM3S)), 0);
  };
  const enough = flowAt(1) / 2;
  if (!(enough > 0) || !(flowAt(MOST_LOAD) < enough)) return undefined;
  let [low, high] = [1, MOST_LOAD];
  while (high / low > LOAD_FACTOR) {
    const middle = Math.sqrt(low * high);
    if (flowAt(middle) < enough) high = middle;
    else low = middle;
  }
  return high;
}
