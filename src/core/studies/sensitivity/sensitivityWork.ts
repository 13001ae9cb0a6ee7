import { isConsumer } from '../../document/parts/ports';
import { inputsOf, stateInputs } from '../inputs/inputs';
import { RevisableCircuit } from '../inputs/revisableCircuit';
import type { StudyCircuits } from '../job/studyCircuits';
import { Adjoint } from '../inputs/adjoint';
import type { Sensitivity, SensitivityRequest } from './sensitivityTasks';
import { StudyRefused } from '../job/studyRefused';

/** Ranks what moves one consumer's margin at one state. */
export function sensitivityWork(circuits: StudyCircuits, request: SensitivityRequest): Sensitivity {
  const circuit = circuits.circuit();
  const part = circuit.variant.circuit.parts.find((p) => p.id === request.consumer);
  if (!part || !isConsumer(part)) throw new StudyRefused(`${request.consumer} is not a consumer of this variant.`);
  const head = { consumer: part.id, name: part.name };
  const adjoint = new Adjoint(
    new RevisableCircuit(circuits.project),
    circuit.stateAt(request.speedRevS, request.oilTemperatureK),
    part.id,
  );
  const check = adjoint.solved ? adjoint.checks()[0] : undefined;
  if (!check) return { ...head, solved: adjoint.solved, check: null, rows: [] };
  const inputs = [...inputsOf(circuit.project, circuit.variant), ...stateInputs(request)];
  const slopes = adjoint.gradient(check, inputs);
  const rows = inputs.map((input, i) => ({
    id: input.id,
    name: input.name,
    quantity: input.quantity,
    stated: input.stated,
    step: input.plusMinus,
    perStep: slopes[i]! * input.plusMinus,
  }));
  rows.sort((a, b) => Math.abs(b.perStep) - Math.abs(a.perStep));
  // A figure that stands just where its law changes has no slope; it is left out rather than guessed.
  return { ...head, solved: true, check, rows: rows.filter((r) => Number.isFinite(r.perStep)) };
}
