import type { Project } from '../../../document/project/project';
import { inputsOf, stateInputs, type Input } from '../../inputs/inputs';
import { RevisableCircuit, withStateInput } from '../../inputs/revisableCircuit';
import { stillNodes } from '../../../network/describe/stillNodes';
import { probesOf, readProbe } from '../../../judgement/supply/probe';
import { type Sensitivity } from '../sensitivityTasks';
import { studyHere } from '../../job/runHere';
import { SENSITIVITY_STUDY } from '../sensitivityStudy';

/** Iterations after the first that converges: a difference of two solves shows what a solve alone may leave undone. */
const POLISH = 14;

/** The margin with one input moved, by solving again, as finely as rounding lets it. */
function marginAt(
  revisable: RevisableCircuit,
  at: { speedRevS: number; oilTemperatureK: number },
  input: Input,
  si: number,
  { consumer, check }: Sensitivity,
): number {
  const { circuit } = revisable;
  const state = withStateInput(circuit.stateAt(at.speedRevS, at.oilTemperatureK), input, si);
  if (input.path.length > 0) {
    revisable.set(input, si);
    if (!revisable.apply()) throw new Error(`${input.id} does not fit at ${si}`);
  }
  if (revisable.solve(state, POLISH).status !== 'converged') throw new Error(`${input.id} did not solve at ${si}`);
  const { compiled, solver, variant } = circuit;
  const probe = probesOf(variant.circuit, compiled).find((p) => p.part.id === consumer)!;
  const reading = readProbe(
    probe,
    compiled.network,
    solver.workspace,
    state,
    stillNodes(compiled.network, solver.workspace),
  );
  return reading.checks.find((c) => c.quantity === check!.quantity && c.side === check!.side)!.margin;
}

/**
 * Largest difference between the adjoint's effects and central differences of whole solves, as a share of the largest
 * effect.
 * @param stepShare step of the differences, as a share of an input's own
 * @returns undefined where nothing is asked of the consumer
 */
export function worstDisagreement(
  project: Project,
  at: { speedRevS: number; oilTemperatureK: number },
  consumer: string,
  stepShare = 1e-2,
): { share: number; rows: number; worst: string } | undefined {
  const answer = studyHere(SENSITIVITY_STUDY, project, { ...at, consumer });
  if (!answer.check) return undefined;
  const variant = project.variants.find((v) => v.id === project.activeVariant)!;
  const inputs = new Map([...inputsOf(project, variant), ...stateInputs(at)].map((i) => [i.id, i]));
  const largest = Math.abs(answer.rows[0]!.perStep);
  const revisable = new RevisableCircuit(project);
  let share = 0;
  let worst = '';
  for (const row of answer.rows) {
    const input = inputs.get(row.id)!;
    const h = stepShare * input.plusMinus;
    const difference =
      (marginAt(revisable, at, input, input.stated + h, answer) -
        marginAt(revisable, at, input, input.stated - h, answer)) /
      (2 * h);
    marginAt(revisable, at, input, input.stated, answer);
    const off = Math.abs(difference * input.plusMinus - row.perStep) / largest;
    if (off > share) [share, worst] = [off, row.id];
  }
  return { share, rows: answer.rows.length, worst };
}
