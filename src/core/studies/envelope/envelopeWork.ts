import { kindOf } from '../../document/parts/part';
import { findBalance } from '../../heat/balance';
import { isFound } from '../../heat/comingToRest';
import { HeatSolver } from '../../heat/heatSolver';
import { inputsOf } from '../inputs/inputs';
import { RevisableCircuit } from '../inputs/revisableCircuit';
import type { CircuitSolver } from '../../network/circuitSolver';
import { stillNodes } from '../../network/describe/stillNodes';
import type { StudyCircuits } from '../job/studyCircuits';
import { probesOf, readProbe, type Probe, type ProbeReading } from '../../judgement/supply/probe';
import { isSupplied } from '../../judgement/supply/supplyVerdict';
import { bracketedRoot } from '../../foundations/roots/bracketedRoot';
import { reachOf, type EnvelopeReply, type EnvelopeRequest, type EnvelopeTask } from './envelopeTasks';
import type { MapPoint } from './marchingSquares';
import type { Verdict } from '../../judgement/stateResult';

/** Values are cut off here: far enough out that a colour says no more. Dry is the worst there is. */
const LEAST = -5;
const MOST = 20;
/** Share of an edge that its crossing is narrowed to. */
export const CROSSING_WITHIN = 5e-4;
/** Looks along each leg of a session's path. */
const LOOKS_A_LEG = 40;

/** Margin over what counts as near; below 0 exactly where the consumer is not supplied. */
function valueOf({ verdict, checks }: ProbeReading): number {
  if (verdict === 'dry') return LEAST;
  const near = Math.max(LEAST, Math.min(MOST, checks[0]?.nearRatio ?? MOST));
  return isSupplied(verdict) ? Math.max(0, near) : Math.min(-Number.MIN_VALUE, near);
}

/** Solves one place of a map after another. */
class MapSolver {
  probes: readonly Probe[];
  private readonly values: number[];
  private readonly verdicts: Verdict[];
  private readonly settle: (x: number, y: number) => CircuitSolver | undefined;
  private readonly afresh: () => void;

  constructor(circuits: StudyCircuits, request: EnvelopeRequest) {
    const circuit = circuits.circuit();
    this.probes = probesOf(circuit.variant.circuit, circuit.compiled);
    this.values = this.probes.map(() => 0);
    this.verdicts = this.probes.map(() => 'unknown');
    switch (request.y) {
      case 'oil':
        this.afresh = () => circuit.solver.reset();
        this.settle = (x, y) => (circuit.solveOnly(circuit.stateAt(x, y)).status === 'converged' ? circuit : undefined);
        return;
      case 'filterAge': {
        const revisable = new RevisableCircuit(circuits.project);
        const filters = new Set(circuit.variant.circuit.parts.filter((p) => kindOf(p).cleans).map((p) => p.id));
        const loads = inputsOf(circuit.project, circuit.variant).filter(
          (i) => filters.has(i.part) && i.path[0] === 'load',
        );
        this.afresh = () => revisable.circuit.solver.reset();
        this.settle = (x, y) => {
          for (const load of loads) revisable.set(load, y);
          revisable.apply();
          return revisable.solve(circuit.stateAt(x, request.oilTemperatureK)).status === 'converged'
            ? revisable.circuit
            : undefined;
        };
        return;
      }
      case 'air':
      case 'road': {
        const heat = new HeatSolver(circuit);
        let from: number | undefined;
        this.afresh = () => (from = undefined);
        this.settle = (x, y) => {
          const conditions =
            request.y === 'air'
              ? { airTemperatureK: y, roadSpeedMS: request.roadSpeedMS, load: request.load }
              : { airTemperatureK: request.airTemperatureK, roadSpeedMS: y, load: request.load };
          const { airTemperatureK } = conditions;
          if (from === undefined) heat.startAt(airTemperatureK);
          const state = circuit.stateAt(x, airTemperatureK);
          const outcome = findBalance(heat, state, conditions, from ?? airTemperatureK);
          from = isFound(outcome.status) ? outcome.sumpK : undefined;
          // The last pass again, so that flows and pressures are those of the balance.
          return from !== undefined &&
            heat.pass({ ...state, oilTemperatureK: from }, conditions, from).hydraulic.status === 'converged'
            ? circuit
            : undefined;
        };
      }
    }
  }

  /** Forgets what was solved before: a task's answer must not depend on the last one. */
  reset(): void {
    this.afresh();
  }

  /** Solves a place. @returns false where it does not solve */
  at(x: number, y: number): boolean {
    const circuit = this.settle(x, y);
    if (!circuit) return false;
    const {
      compiled: { network },
      solver: { workspace },
    } = circuit;
    const still = stillNodes(network, workspace);
    const state = circuit.stateAt(x, 0);
    for (let c = 0; c < this.probes.length; c++) {
      const reading = readProbe(this.probes[c]!, network, workspace, state, still);
      this.values[c] = valueOf(reading);
      this.verdicts[c] = reading.verdict;
    }
    return true;
  }

  /** The worst consumer of the place solved last, by index. */
  worst(): { readonly consumer: number; readonly verdict: Verdict } | null {
    if (this.values.length === 0) return null;
    const consumer = this.values.reduce((least, v, c) => (v < this.values[least]! ? c : least), 0);
    return { consumer, verdict: this.verdicts[consumer]! };
  }

  /** Verdict of one consumer at the place solved last. */
  verdict(consumer: number): Verdict {
    return this.verdicts[consumer]!;
  }

  /** Value of one consumer, or of the worst where it is −1, at the place solved last. */
  value(consumer: number): number {
    return this.values[consumer < 0 ? this.worst()!.consumer : consumer]!;
  }
}

/** Solves rows of a map, searches crossings on edges, or follows a path to its first failure. */
export function envelopeWork(circuits: StudyCircuits, task: EnvelopeTask): EnvelopeReply {
  const map = circuits.kept(`map ${JSON.stringify(task.request)}`, () => new MapSolver(circuits, task.request));
  map.reset();
  switch (task.kind) {
    case 'row':
      return {
        kind: 'row',
        consumers: map.probes.map(({ part }) => ({ part: part.id, name: part.name })),
        ...rowOf(map, task, reachOf(circuits.circuit().project, task.request)),
      };
    case 'edges':
      return {
        kind: 'edges',
        at: task.edges.map((edge) => crossingOf(map, edge)),
      };
    case 'path':
      return { kind: 'path', crossing: firstCrossing(map, task.points) };
  }
}

type Edge = Extract<EnvelopeTask, { kind: 'edges' }>['edges'][number];
type RowTask = Extract<EnvelopeTask, { kind: 'row' }>;
type Row = Omit<Extract<EnvelopeReply, { kind: 'row' }>, 'kind' | 'consumers'>;

function rowOf(
  map: MapSolver,
  { speedsRevS, columns, y, backward }: RowTask,
  within: (x: number, y: number) => boolean,
): Row {
  const values = map.probes.map(() => columns.map((): number | null => null));
  const least = map.probes.map((): Row['least'][number] => null);
  const leastValue = map.probes.map(() => Infinity);
  const worst = columns.map((): ReturnType<MapSolver['worst']> => null);
  for (let k = 0; k < columns.length; k++) {
    const n = backward ? columns.length - 1 - k : k;
    const ix = columns[n]!;
    if (!map.at(speedsRevS[ix]!, y)) continue;
    const reached = within(speedsRevS[ix]!, y);
    values.forEach((row, c) => {
      row[n] = map.value(c);
      if (!reached || row[n] >= leastValue[c]!) return;
      leastValue[c] = row[n];
      least[c] = { ix, verdict: map.verdict(c) };
    });
    worst[n] = map.worst();
  }
  return { y, columns: [...columns], values, worst, least };
}

const between = (from: MapPoint, to: MapPoint, t: number): MapPoint => ({
  x: from.x + t * (to.x - from.x),
  y: from.y + t * (to.y - from.y),
});

function crossingOf(map: MapSolver, { consumer, from, to, fromValue, toValue }: Edge): number {
  return bracketedRoot(
    (t) => {
      const { x, y } = between(from, to, t);
      return map.at(x, y) ? map.value(consumer) : undefined;
    },
    fromValue,
    toValue,
    CROSSING_WITHIN,
  ).root;
}

function firstCrossing(
  map: MapSolver,
  points: readonly MapPoint[],
): Extract<EnvelopeReply, { kind: 'path' }>['crossing'] {
  let before: { readonly point: MapPoint; readonly value: number } | undefined;
  for (let leg = 0; leg + 1 < points.length; leg++)
    for (let n = 0; n <= LOOKS_A_LEG; n++) {
      const point = between(points[leg]!, points[leg + 1]!, n / LOOKS_A_LEG);
      if (!map.at(point.x, point.y)) {
        before = undefined;
        continue;
      }
      const value = map.value(-1);
      if (value < 0) {
        const failing = map.worst()!;
        const from = before;
        if (!from) return { ...point, ...failing };
        return {
          ...between(
            from.point,
            point,
            crossingOf(map, { consumer: -1, from: from.point, to: point, fromValue: from.value, toValue: value }),
          ),
          ...failing,
        };
      }
      before = { point, value };
    }
  return null;
}
