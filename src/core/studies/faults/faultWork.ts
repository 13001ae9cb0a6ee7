import { gaugePort } from '../../document/plumbing/gaugePort';
import type { Project, Variant } from '../../document/project/project';
import { CircuitSolver } from '../../network/circuitSolver';
import type { StudyCircuits } from '../job/studyCircuits';
import { shortfalls } from '../../judgement/sweep/shortfall';
import { sweepToEnd, type Sweep } from '../../judgement/sweep/sweep';
import { faultIdsOf, type FaultOutcome, type FaultTask } from './faultTasks';
import { singleFaults, type Fault } from '../inputs/singleFaults';

/**
 * A needle is seen to stand wrong when it is out by this much, and by this share of what it shows. Common practice, no
 * source.
 */
const NOTICED_PA = 0.3e5;
const NOTICED_SHARE = 0.1;

interface Swept {
  readonly sweep: Sweep;
  /** What the gauge shows, by state in the order of the sweep; NaN where nothing was read. */
  readonly gaugePa: ReadonlyMap<string, number>;
}

/** Speeds and temperatures of the conditions that are looked at first, ends included. */
const FIRST_LOOK = [3, 2] as const;

function sweepOf(project: Project, variant: Variant, whole: boolean): Swept | undefined {
  const made = CircuitSolver.of({ ...project, variants: [variant], activeVariant: variant.id });
  if (!made.ok) return undefined;
  const port = gaugePort(variant.circuit.parts);
  const node = port === undefined ? undefined : made.circuit.compiled.nodeOfPort.get(port);
  const gaugePa = new Map<string, number>();
  const [speeds, temperatures] = whole ? [undefined, undefined] : FIRST_LOOK;
  const sweep = sweepToEnd(made.circuit, speeds, temperatures, ({ speedRevS, oilTemperatureK }, { solver }) => {
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

/** Puts sets of faults in, each by itself, and sweeps the reachable states, or a few of them. */
export function faultWork(circuits: StudyCircuits, { ids, whole }: FaultTask): FaultOutcome[] {
  const { project, variant } = circuits;
  const normal = circuits.kept(`without faults ${whole}`, () => sweepOf(project, variant, whole));
  if (!normal) return [];
  const faults = circuits.kept('single faults', () => new Map(singleFaults(variant).map((f) => [f.id, f])));
  const before = new Set(shortfalls(normal.sweep).map((s) => `${s.part} ${s.decisive?.side ?? s.verdict}`));
  return ids.map((id) =>
    outcomeOf(
      id,
      faultIdsOf(id).flatMap((each) => faults.get(each) ?? []),
    ),
  );

  function outcomeOf(id: string, set: readonly Fault[]): FaultOutcome {
    const head = { id, parts: set.map((f) => f.part), title: set.map((f) => f.title).join('; ') };
    const altered = set.reduce<Variant | undefined>((v, fault) => v && fault.apply(v), variant);
    const faulty = altered && sweepOf(project, altered, whole);
    if (!faulty)
      return { ...head, outcome: 'impossible', starved: [], gauge: null, noticed: false, conditions: 0, whole: true };
    const starved = shortfalls(faulty.sweep).filter((s) => !before.has(`${s.part} ${s.decisive?.side ?? s.verdict}`));
    const gauge = gaugeOf(normal!, faulty);
    const off = gauge ? Math.abs(gauge.faultyPa - gauge.normalPa) : 0;
    return {
      ...head,
      starved,
      gauge,
      conditions: faulty.sweep.states,
      whole,
      outcome:
        whole && faulty.sweep.notConverged.length > 0
          ? 'unsolved'
          : starved.length > 0
            ? 'starves'
            : whole
              ? 'harmless'
              : 'open',
      noticed: gauge !== null && off >= NOTICED_PA && off >= NOTICED_SHARE * Math.abs(gauge.normalPa),
    };
  }
}
