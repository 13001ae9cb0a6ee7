import { describeReturns } from '../../judgement/drains/describeReturns';
import { nearDistance } from '../../judgement/supply/supplyVerdict';
import type { SpeedAndOil } from '../../network/solve/state';
import type { Part } from '../../document/parts/part';
import type { Project, Variant } from '../../document/project/project';
import { CircuitSolver } from '../../network/circuitSolver';
import { stillNodes } from '../../network/describe/stillNodes';
import type { StudyCircuits } from '../job/studyCircuits';
import { probesOf, readProbe } from '../../judgement/supply/probe';
import { isSupplied } from '../../judgement/supply/supplyVerdict';
import { ruleShortfalls, shortfalls, type Shortfall } from '../../judgement/sweep/shortfall';
import { runToEnd } from '../../foundations/runToEnd';
import { judgeWhole } from '../inputs/fullCheck';
import { sweepToEnd } from '../../judgement/sweep/sweep';
import { sizableAt, withSize, type Sizable } from './sizable';
import { isGood, type Look, type SizingReply, type SizingTask } from './sizingTasks';

/** Relative width to which an end is narrowed. */
const END_WITHIN = 1e-3;
/** Grid of states for the first looks: coarse; the ends are held against the full one. */
const LOOK_SPEEDS = 10;
const LOOK_TEMPERATURES = 7;
/** Rounds in which another state may turn out to be the worse one. */
const MOST_ROUNDS = 12;

const ruleKey = ({ part, finding }: Shortfall) => `${finding?.rule ?? ''} ${part}`;

/** Sizes one figure of one part of a variant. */
class Sizer {
  private others: ReadonlySet<string> | undefined;

  constructor(
    private readonly project: Project,
    private readonly variant: Variant,
    private readonly part: Part,
    private readonly sizable: Sizable,
    private readonly consumer: string | undefined,
  ) {}

  private solverAt(si: number): CircuitSolver | undefined {
    const sized = withSize(this.part, this.sizable.path, si);
    return sized && this.solverOf(sized);
  }

  private solverOf(sized: Part): CircuitSolver | undefined {
    const parts = this.variant.circuit.parts.map((p) => (p.id === this.part.id ? sized : p));
    const variant = { ...this.variant, circuit: { ...this.variant.circuit, parts } };
    const made = CircuitSolver.of({ ...this.project, variants: [variant], activeVariant: variant.id });
    return made.ok ? made.circuit : undefined;
  }

  /** What fails over the range at a size. */
  look(si: number, speeds?: number, temperatures?: number): Look {
    const solver = this.solverAt(si);
    if (!solver) return { si, failing: [], solved: false };
    const drains = new Map<string, Shortfall>();
    const sweep = sweepToEnd(solver, speeds, temperatures, (state) => {
      for (const short of overfullDrains(solver, state)) {
        const worst = drains.get(short.part);
        if (!worst || short.decisive!.margin < worst.decisive!.margin) drains.set(short.part, short);
      }
    });
    const failing = shortfalls(sweep, this.consumer);
    // A drain that overflows rules a size out whichever consumer was asked about, and so does whatever else fails by it.
    const all = [...failing, ...drains.values()];
    const isWhole = speeds === undefined && all.length === 0;
    return { si, failing: isWhole ? this.failsOtherwise(si) : all, solved: sweep.notConverged.length === 0 };
  }

  /**
   * What fails by the rules of the audit with a size: heat, ratings, overflows. What fails now is not the size's fault,
   * unless it is of the sized part itself and another size mends it.
   */
  private failsOtherwise(si: number): Shortfall[] {
    const others = (this.others ??= this.failsWithoutIt());
    return this.failsAt(this.solverAt(si)).filter((f) => !others.has(ruleKey(f)));
  }

  private failsWithoutIt(): ReadonlySet<string> {
    const { low, high } = this.sizable;
    const [now, ...ends] = [this.solverOf(this.part), this.solverAt(low), this.solverAt(high)].map((solver) =>
      this.failsAt(solver),
    );
    const always = (f: Shortfall) => ends.every((end) => end.some((other) => ruleKey(other) === ruleKey(f)));
    return new Set(now!.filter((f) => f.part !== this.part.id || always(f)).map(ruleKey));
  }

  private failsAt(solver: CircuitSolver | undefined): Shortfall[] {
    return solver ? ruleShortfalls(runToEnd(judgeWhole(solver, true)).findings) : [];
  }

  /** Whether one consumer is supplied at one state. */
  private holds(si: number, limit: Shortfall): boolean {
    if (limit.finding) return isGood(this.look(si));
    const solver = this.solverAt(si);
    if (!solver) return false;
    const state = solver.stateAt(limit.speedRevS, limit.oilTemperatureK);
    if (solver.solveOnly(state).status !== 'converged') return false;
    if (limit.drain) return !overfullDrains(solver, limit).some((d) => d.part === limit.part);
    const { network } = solver.compiled;
    const { workspace } = solver.solver;
    const probe = probesOf(solver.variant.circuit, solver.compiled).find((p) => p.part.id === limit.part);
    return (
      probe !== undefined &&
      isSupplied(readProbe(probe, network, workspace, state, stillNodes(network, workspace)).verdict)
    );
  }

  /**
   * Narrows an end between a size that is good over the whole range and one that is not. Halves on the consumer and
   * state that fail worst on the bad side, which costs a solve each; then holds the whole range against what was found,
   * and goes on where another is worse.
   */
  end(good: number, bad: Look): { readonly si: number; readonly limit: Shortfall | null } {
    let outside = bad;
    for (let round = 0; round < MOST_ROUNDS; round++) {
      const limit = outside.failing[0];
      // A size that cannot be made or solved limits without a consumer to name.
      if (!limit) return { si: good, limit: null };
      let [g, b] = [good, outside.si];
      while (Math.abs(Math.log(b / g)) > END_WITHIN) {
        const middle = Math.sqrt(g * b);
        if (this.holds(middle, limit)) g = middle;
        else b = middle;
      }
      const found = this.look(g);
      // The words are of the state just outside, not of the far size that the search began from.
      if (isGood(found)) return { si: g, limit: this.look(b).failing[0] ?? limit };
      outside = found;
      if (Math.abs(Math.log(outside.si / good)) <= END_WITHIN) return { si: good, limit: outside.failing[0] ?? null };
    }
    return { si: good, limit: outside.failing[0] ?? null };
  }
}

/** Drains that cannot hold what comes at a state that was solved last. */
function overfullDrains({ variant, compiled, solver, oil, project }: CircuitSolver, at: SpeedAndOil): Shortfall[] {
  if (compiled.drainFeeds.size === 0) return [];
  const state = { ...at, atmospherePa: project.engine.atmospherePa };
  return describeReturns(variant.circuit, compiled, solver.workspace, oil, state).flatMap((d): Shortfall[] => {
    if (d.verdict !== 'small' || d.capacityM3S === null) return [];
    const margin = d.capacityM3S - d.neededM3S;
    const decisive = {
      quantity: 'flow' as const,
      side: 'high' as const,
      reason: 'stated' as const,
      actual: d.neededM3S,
      limit: d.capacityM3S,
      margin,
      nearRatio: margin / nearDistance('flow', d.capacityM3S),
    };
    const { speedRevS, oilTemperatureK } = at;
    return [
      {
        part: d.part,
        name: d.name,
        verdict: 'flooded',
        decisive,
        speedRevS,
        oilTemperatureK,
        everywhere: false,
        drain: true,
      },
    ];
  });
}

/** Looks at one size, or searches one end of a band. */
export function sizingWork({ project, variant }: StudyCircuits, task: SizingTask): SizingReply {
  const { part, sizable } = sizableAt(variant, task.request);
  const sizer = new Sizer(project, variant, part, sizable, task.request.consumer);
  if (task.kind === 'end') return { kind: 'end', ...sizer.end(task.good, task.bad) };
  const coarse = sizer.look(task.si, LOOK_SPEEDS, LOOK_TEMPERATURES);
  return { kind: 'look', look: isGood(coarse) ? sizer.look(task.si) : coarse };
}
