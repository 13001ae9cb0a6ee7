import { findBalances } from '../heat/balance';
import { isFound } from '../heat/comingToRest';
import { HeatSolver } from '../heat/heatSolver';
import { settle } from '../heat/settle';
import { WarmUp } from '../heat/transient';
import { blockExchange } from '../heat/conditions';
import type { CircuitSolver } from '../network/circuitSolver';
import type { Drive } from './designDrives';
import { describeBalanced, solveBalanced, type BalancedState } from './solveBalanced';

/**
 * Oil and block that a drive begins with where nothing else is said [K].
 * @source engineering judgement: a warm engine
 */
const WARM_K = 373.15;
/** Step in time [s], longer for long drives: the oil's own rest is found in minutes. */
const LONGEST_STEP_S = 5;
const STEPS = 60;
/** Temperatures at the end of a drive come to rest this closely [K], in so many passes at most. */
const WITHIN_K = 1e-3;
const MOST_PASSES = 60;

/**
 * Where the oil is at the end of a drive: its balance where the drive goes on until steady, else what a run in time
 * comes to.
 * @source lumped heat capacities, energy balance
 */
export function solveDrive(circuit: CircuitSolver, drive: Drive, heat = new HeatSolver(circuit)): BalancedState {
  if (drive.durationS == null) return solveBalanced(circuit, drive.speedRevS, drive, heat);
  const start = startOf(circuit, drive, heat);
  if (start === undefined) return solveBalanced(circuit, drive.speedRevS, drive, heat);
  const { atmospherePa } = circuit.project.engine;
  const run = new WarmUp(heat, start.sumpK, start.blockK);
  const steps = Math.max(STEPS, Math.ceil(drive.durationS / LONGEST_STEP_S));
  for (let i = 0; i < steps && run.solved; i++) run.step(drive, drive.durationS / steps);
  heat.field.opening.fill(NaN);
  const state = { speedRevS: drive.speedRevS, oilTemperatureK: run.sumpK, atmospherePa };
  const held = settle(heat, state, drive, run.sumpK, { withinK: WITHIN_K, most: MOST_PASSES });
  const status = run.solved && held.status !== 'notSolved' ? ('balanced' as const) : ('notSolved' as const);
  const cold = { status, sumpK: run.sumpK, residualW: held.residualW, passes: held.passes, slopeWK: NaN };
  return describeBalanced(circuit, drive.speedRevS, drive, heat, { cold, hot: undefined });
}

/** Oil and block that a drive begins with; undefined where what it begins from finds no balance. */
function startOf(
  circuit: CircuitSolver,
  { from }: Drive,
  heat: HeatSolver,
): { readonly sumpK: number; readonly blockK: number } | undefined {
  if (!from) return { sumpK: WARM_K, blockK: WARM_K };
  const { cold } = findBalances(heat, from, circuit.project.engine.atmospherePa, from);
  if (!isFound(cold.status)) return undefined;
  // An air-cooled block that is steady stands where its two conductances leave it: between the oil and the air.
  const { conductanceWK, ambientK } = blockExchange(circuit.project, from.speedRevS, from, null);
  const own = circuit.project.engine.heat.blockConductanceWK;
  const blockK = own > 0 ? cold.sumpK - (conductanceWK * (cold.sumpK - ambientK)) / own : ambientK;
  return { sumpK: cold.sumpK, blockK };
}
