import { z } from 'zod';
import { gaugePort } from '../circuit/gaugePort';
import type { Project, Variant } from '../circuit/project';
import { CircuitSolver } from '../network/solveProject';
import { shortfalls, shortfallSchema } from '../sweep/shortfall';
import { sweepToEnd, type Sweep } from '../sweep/sweep';
import { singleFaults, type Fault } from './singleFaults';

/** A needle is seen to stand wrong when it is out by this much, and by this share of what it shows. Common practice, no source. */
const NOTICED_PA = 0.3e5;
const NOTICED_SHARE = 0.1;

const gaugeSchema = z.strictObject({ speedRevS: z.number(), oilTemperatureK: z.number(), normalPa: z.number(), faultyPa: z.number() });

export const faultOutcomeSchema = z.strictObject({
  id: z.string(),
  /** Parts that fail; two where faults come in pairs. */
  parts: z.array(z.string()),
  title: z.string(),
  outcome: z.enum(['starves', 'harmless', 'unsolved', 'impossible']),
  /** Who is no longer supplied and was before, worst first: the first of them starves first. */
  starved: z.array(shortfallSchema),
  /** States at which the gauge is furthest out; null where no reading changes, or nothing could be read. */
  gauge: gaugeSchema.nullable(),
  /** Whether someone who knows the engine could see it on the gauge there. */
  noticed: z.boolean(),
});
export type FaultOutcome = z.infer<typeof faultOutcomeSchema>;

interface Swept {
  readonly sweep: Sweep;
  /** What the gauge shows, by state in the order of the sweep; NaN where nothing was read. */
  readonly gaugePa: ReadonlyMap<string, number>;
}

function sweepOf(project: Project, variant: Variant): Swept | undefined {
  const made = CircuitSolver.of({ ...project, variants: [variant], activeVariant: variant.id });
  if (!made.ok) return undefined;
  const port = gaugePort(variant.circuit.parts);
  const node = port === undefined ? undefined : made.circuit.compiled.nodeOfPort.get(port);
  const gaugePa = new Map<string, number>();
  const sweep = sweepToEnd(made.circuit, undefined, undefined, ({ speedRevS, oilTemperatureK }, { solver }) => {
    // A gauge that is cut off stands at zero.
    gaugePa.set(`${speedRevS} ${oilTemperatureK}`, node === undefined ? 0 : solver.workspace.pressurePa[node]!);
  });
  return { sweep, gaugePa };
}

/** Where a gauge is furthest from what it shows without the fault. */
function gaugeOf(normal: Swept, faulty: Swept): FaultOutcome['gauge'] {
  let found: FaultOutcome['gauge'] = null;
  let most = 0;
  for (const [state, faultyPa] of faulty.gaugePa) {
    const normalPa = normal.gaugePa.get(state);
    if (normalPa === undefined || !(Math.abs(faultyPa - normalPa) > most)) continue;
    most = Math.abs(faultyPa - normalPa);
    const [speedRevS, oilTemperatureK] = state.split(' ').map(Number) as [number, number];
    found = { speedRevS, oilTemperatureK, normalPa, faultyPa };
  }
  return found;
}

/**
 * Puts each single fault into a variant in turn and sweeps the reachable states: who starves first, and what the gauge shows (oil temperature held).
 * @param pairs every two faults of different parts together as well @returns progress, share of 1, then the outcomes, worst first: who starves
 *   unnoticed before what the gauge shows, more starved before fewer
 */
export function* faultStudy(project: Project, variant: Variant, pairs = false): Generator<number, FaultOutcome[]> {
  const normal = sweepOf(project, variant);
  if (!normal) return [];
  const before = new Set(shortfalls(normal.sweep).map((s) => `${s.part} ${s.decisive?.side ?? s.verdict}`));
  const faults = singleFaults(variant);
  const sets: (readonly Fault[])[] = [...faults.map((f) => [f]), ...(pairs ? faults.flatMap((a, i) => faults.slice(i + 1).filter((b) => b.part !== a.part).map((b) => [a, b])) : [])];
  const outcomes: FaultOutcome[] = [];
  for (const set of sets) {
    outcomes.push(outcomeOf(set));
    yield outcomes.length / sets.length;
  }
  return outcomes.sort((a, b) => weight(b) - weight(a));

  function outcomeOf(set: readonly Fault[]): FaultOutcome {
    const head = { id: set.map((f) => f.id).join(' + '), parts: set.map((f) => f.part), title: set.map((f) => f.title).join('; ') };
    const altered = set.reduce<Variant | undefined>((v, fault) => v && fault.apply(v), variant);
    const faulty = altered && sweepOf(project, altered);
    if (!faulty) return { ...head, outcome: 'impossible', starved: [], gauge: null, noticed: false };
    const starved = shortfalls(faulty.sweep).filter((s) => !before.has(`${s.part} ${s.decisive?.side ?? s.verdict}`));
    const gauge = gaugeOf(normal!, faulty);
    const off = gauge ? Math.abs(gauge.faultyPa - gauge.normalPa) : 0;
    return {
      ...head, starved, gauge,
      outcome: faulty.sweep.notConverged.length > 0 ? 'unsolved' : starved.length > 0 ? 'starves' : 'harmless',
      noticed: gauge !== null && off >= NOTICED_PA && off >= NOTICED_SHARE * Math.abs(gauge.normalPa),
    };
  }
}

const weight = (o: FaultOutcome) => (o.starved.length > 0 ? 1000 : 0) + (o.starved.length > 0 && !o.noticed ? 500 : 0) + (o.starved.some((s) => s.verdict === 'dry') ? 100 : 0) + o.starved.length;

/** The variant with the faults of an outcome in it, by its id; undefined where it cannot be. */
export function variantWithFault(variant: Variant, id: string): Variant | undefined {
  const faults = singleFaults(variant);
  return id.split(' + ').reduce<Variant | undefined>((v, each) => v && faults.find((f) => f.id === each)?.apply(v), variant);
}
