import { gaugePort } from '../../document/plumbing/gaugePort';
import type { Project } from '../../document/project/project';
import { canBeSteady } from '../../document/project/conditions';
import { findBalances } from '../../heat/balance';
import { isFound } from '../../heat/comingToRest';
import { DEFAULT_CONDITIONS } from '../../heat/surroundings';
import { HeatSolver } from '../../heat/heatSolver';
import { Law } from '../../network/compile/law';
import type { CircuitSolver } from '../../network/circuitSolver';
import type { StudyCircuits } from '../job/studyCircuits';
import { fullCheck } from '../inputs/fullCheck';
import type { CompareReply, CompareTask } from './compareTasks';
import { StudyRefused } from '../job/studyRefused';

/** Checks one variant and reads it at the named states. */
export function compareWork(circuits: StudyCircuits, { id }: CompareTask): CompareReply {
  try {
    const circuit = circuits.circuit(id);
    const { sweep, verdict, certainty } = fullCheck(circuit);
    const { consumers, pickup } = sweep;
    const heat = new HeatSolver(circuit);
    return {
      id,
      refused: null,
      verdict,
      certainty,
      consumers,
      pickup: { ...pickup, aloft: [] },
      states: circuit.project.namedStates.map((state) => figuresAt(circuit, heat, state)),
    };
  } catch (error) {
    if (!(error instanceof StudyRefused)) throw error;
    return { id, refused: error.message, verdict: null, certainty: null, consumers: [], pickup: null, states: [] };
  }
}

function figuresAt(
  circuit: CircuitSolver,
  heat: HeatSolver,
  state: Project['namedStates'][number],
): CompareReply['states'][number] {
  const { compiled, variant, solver, project } = circuit;
  const port = gaugePort(variant.circuit.parts);
  const node = port === undefined ? undefined : compiled.nodeOfPort.get(port);
  const solved = circuit.solveOnly(circuit.stateAt(state.speedRevS, state.oilTemperatureK)).status === 'converged';
  const { pressurePa, flowM3S } = solver.workspace;
  const gaugePa = solved && node !== undefined ? pressurePa[node]! : null;
  const pumpM3S = solved
    ? compiled.network.law.reduce((sum, law, e) => sum + (law === Law.pump ? flowM3S[e]! : 0), 0)
    : null;
  // A cold engine warms up: it has no temperature at which it stays.
  if (!canBeSteady(project, state)) return { gaugePa, pumpM3S, sumpK: null };
  const { cold } = findBalances(heat, state, project.engine.atmospherePa, {
    airTemperatureK: variant.season?.airTemperatureK ?? state.airTemperatureK ?? DEFAULT_CONDITIONS.airTemperatureK,
    roadSpeedMS: state.roadSpeedMS ?? DEFAULT_CONDITIONS.roadSpeedMS,
    load: state.load ?? DEFAULT_CONDITIONS.load,
  });
  return { gaugePa, pumpM3S, sumpK: isFound(cold.status) ? cold.sumpK : null };
}
