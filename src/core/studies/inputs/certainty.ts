import { actsAs } from '../../document/parts/part';
import { isReturn } from '../../document/parts/ports';
import { activeVariant, withVariant, type Project } from '../../document/project/project';
import { normalCdf } from '../../foundations/random/normal';
import { isFound } from '../../heat/comingToRest';
import { useDrives } from '../../judgement/designDrives';
import { describeReturns } from '../../judgement/drains/describeReturns';
import { solveDrive } from '../../judgement/solveDrive';
import { probesOf, readProbe } from '../../judgement/supply/probe';
import { isSupplied } from '../../judgement/supply/supplyVerdict';
import { aspectOf, type Certainty, type Verdict } from '../../judgement/verdict/verdict';
import { stillNodes } from '../../network/describe/stillNodes';
import { CircuitSolver } from '../../network/circuitSolver';
import type { KeptState } from '../../network/solve/solver';
import type { OperatingState, SpeedAndOil } from '../../network/solve/state';
import type { Oil } from '../../physics/oil/oil';
import { Draws } from './draws';
import { isOfAKind } from './fitGroups';

/** Independent copies of the sequence that certainty is drawn by, and its seed: the same figure for everyone. */
const COPIES = 4;
const SEED = 1;
/** Circuits that are drawn: a chance of 95 in 100 is known to within some 2 of them. */
export const CERTAINTY_SAMPLES = 192;

/**
 * How far the heat into the oil lies from what is stated, as the standard deviation of its logarithm: of an engine made
 * from its kind, of one that was stated, of one whose oil was read on the road.
 * @source engineering judgement, as the priors of a fit
 */
const HEAT_OF_A_KIND = 0.15;
const HEAT_STATED = 0.08;
/** The same of a cooler's rated heat. */
const COOLER_RATED = 0.1;
/** Step of a factor that a temperature's slope is taken by. */
const STEP = 1.05;

/**
 * How sure each aspect of a verdict is: supply and drains by drawing every figure from its tolerance at the states where
 * the nominal circuit is nearest to a limit; the oil's temperature to first order in the heat that goes into it and what
 * its coolers are rated at. What no figure decides is as it was found.
 * @param project with the variant that was judged open, in full
 */
export function* certaintyOf(project: Project, verdict: Verdict): Generator<number, Certainty> {
  const drawn = yield* drawnChances(project, verdict);
  const settled = (aspect: Parameters<typeof aspectOf>[1]) => {
    const { is } = aspectOf(verdict, aspect);
    return is === 'unknown' ? null : is === 'holds' ? 1 : 0;
  };
  // What fails by its plumbing (an open port, a drain that climbs) fails whatever the figures are.
  const byFigures = (aspect: 'supplied' | 'drained', chance: number | null): number | null => {
    const { is, by } = aspectOf(verdict, aspect);
    if (is === 'unknown') return null;
    const isByFigure = by === null || DRAWN_RULES.has(by.rule);
    return isByFigure ? chance : 0;
  };
  return {
    samples: CERTAINTY_SAMPLES,
    chances: {
      supplied: byFigures('supplied', drawn.supplied),
      cool: coolChance(project, verdict),
      drained: byFigures('drained', drawn.drained),
      pickup: settled('pickup'),
      filtered: settled('filtered'),
      safe: settled('safe'),
    },
  };
}

/** Rules whose findings are a figure against its limit, which the drawn circuits are held to as well. */
const DRAWN_RULES: ReadonlySet<string> = new Set(['supply', 'gravityDrain', 'overflow', 'scavenge']);

/** Drain verdicts by which a drain fails. */
const FAILS_DRAINING: ReadonlySet<string> = new Set(['rises', 'flat', 'portUnder', 'pressed', 'small']);

function* drawnChances(
  project: Project,
  verdict: Verdict,
): Generator<number, { readonly supplied: number; readonly drained: number | null }> {
  const draws = new Draws(project, COPIES, SEED);
  const drains = drainStatesToDraw(draws.circuit);
  const states = [...verdict.binding, ...(drains ?? [])];
  // Each state begins from itself as it was in the draw before: that is nearer than another state of this one.
  let kept: (KeptState | undefined)[] = [];
  const solve = (i: number): boolean => {
    const { circuit } = draws;
    const { speedRevS, oilTemperatureK } = states[i]!;
    if (kept[i]) circuit.solver.beginFrom(kept[i]);
    else circuit.solver.reset();
    if (draws.revisable.solve(circuit.stateAt(speedRevS, oilTemperatureK)).status !== 'converged') return false;
    kept[i] = circuit.solver.keepState();
    return true;
  };
  let probes = probesOf(draws.circuit.variant.circuit, draws.circuit.compiled);
  let supplied = 0;
  let drained = 0;
  const points = CERTAINTY_SAMPLES / COPIES;
  for (let n = 0; n < points; n++) {
    for (let copy = 0; copy < COPIES; copy++) {
      if (!draws.draw(n, copy)) {
        kept = [];
        probes = probesOf(draws.circuit.variant.circuit, draws.circuit.compiled);
      }
      const { circuit } = draws;
      const { network } = circuit.compiled;
      const ws = circuit.solver.workspace;
      const stateOf = (i: number) => circuit.stateAt(states[i]!.speedRevS, states[i]!.oilTemperatureK);
      const isAll = verdict.binding.every((_, i) => {
        if (!solve(i)) return false;
        const still = stillNodes(network, ws);
        return probes.every((probe) => isSupplied(readProbe(probe, network, ws, stateOf(i), still).verdict));
      });
      const isDrained = (drains ?? []).every((_, d) => {
        const i = verdict.binding.length + d;
        return solve(i) && drainsHold(circuit, draws.revisable.oil, stateOf(i));
      });
      supplied += Number(isAll);
      drained += Number(isDrained);
    }
    yield (n + 1) / points;
  }
  return {
    supplied: supplied / CERTAINTY_SAMPLES,
    drained: drains ? drained / CERTAINTY_SAMPLES : null,
  };
}

const drainsHold = ({ variant, compiled, solver }: CircuitSolver, oil: Oil, state: OperatingState): boolean =>
  describeReturns(variant.circuit, compiled, solver.workspace, oil, state).every((r) => !FAILS_DRAINING.has(r.verdict));

/** With so many times the room that it needs no drain is in doubt: what comes to it does not double. */
const ROOMY = 2;

/** The states that drains are drawn at: none where all are roomy as they are, undefined where there are none. */
function drainStatesToDraw(circuit: CircuitSolver): readonly SpeedAndOil[] | undefined {
  const { variant, compiled, solver, project } = circuit;
  if (!variant.circuit.parts.some(isReturn)) return undefined;
  return drainStatesOf(project).filter(({ speedRevS, oilTemperatureK }) => {
    const state = circuit.stateAt(speedRevS, oilTemperatureK);
    solver.reset();
    if (circuit.solveOnly(state).status !== 'converged') return true;
    return describeReturns(variant.circuit, compiled, solver.workspace, circuit.oil, state).some(
      (r) => FAILS_DRAINING.has(r.verdict) || (r.capacityM3S !== null && r.capacityM3S < ROOMY * r.neededM3S),
    );
  });
}

/** The coldest oil that is run, where a drain carries least, and full speed with hot oil, where most comes. */
export const drainStatesOf = ({ engine, range }: Project): SpeedAndOil[] => [
  {
    speedRevS: Math.max(engine.idleSpeedRevS, Math.min(range.coldSpeedRevS, engine.maximumSpeedRevS)),
    oilTemperatureK: range.coldestOilK,
  },
  { speedRevS: engine.maximumSpeedRevS, oilTemperatureK: range.hottestOilK },
];

/** The chance that the hottest drive leaves the oil below its limit; null where no temperature was found. */
function coolChance(project: Project, verdict: Verdict): number | null {
  const { is, by } = aspectOf(verdict, 'cool');
  const { hottest } = verdict;
  if (is === 'fails' && by?.rule !== 'oilHot') return 0;
  if (!hottest) return is === 'unknown' ? null : is === 'holds' ? 1 : 0;
  const drive = useDrives(project.engine)[hottest.drive]!;
  const sumpK = (changed: Project): number | undefined => {
    const made = CircuitSolver.of(changed);
    const heat = made.ok ? solveDrive(made.circuit, drive).heat : undefined;
    return heat && isFound(heat.status) ? heat.sumpK : undefined;
  };
  const slope = (changed: Project) => ((sumpK(changed) ?? hottest.sumpK) - hottest.sumpK) / Math.log(STEP);
  const variant = activeVariant(project);
  const read = variant.calibration?.applied?.factors.find((f) => f.id === 'heat')?.deviation;
  const bySource = [
    (read ?? (isOfAKind(variant) ? HEAT_OF_A_KIND : HEAT_STATED)) * slope(withHeat(project)),
    COOLER_RATED * slope(withCoolers(project)),
  ];
  const deviationK = Math.hypot(...bySource);
  const spareK = hottest.limitK - hottest.sumpK;
  return deviationK > 0 ? normalCdf(spareK / deviationK) : Number(spareK >= 0);
}

function withHeat(project: Project): Project {
  const { heat } = project.engine;
  return {
    ...project,
    engine: {
      ...project.engine,
      heat: { ...heat, baseHeatW: heat.baseHeatW * STEP, heatShare: heat.heatShare * STEP },
    },
  };
}

function withCoolers(project: Project): Project {
  const variant = activeVariant(project);
  const parts = variant.circuit.parts.map((part) =>
    actsAs(part, 'cooler') && part.cooling?.kind === 'air'
      ? { ...part, cooling: { ...part.cooling, ratedHeatW: part.cooling.ratedHeatW * STEP } }
      : part,
  );
  return withVariant(project, { ...variant, circuit: { ...variant.circuit, parts } });
}
