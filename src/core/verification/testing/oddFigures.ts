import { changePart, partFields } from '../../document/parts/partFields';
import { PHYSICAL_BOUNDS } from '../../document/parts/physicalBounds';
import { activeVariant, withVariant, type Project } from '../../document/project/project';
import { readProject } from '../../document/project/readProject';
import { solveState } from '../../judgement/judgeState';
import { solveResultSchema } from '../../judgement/stateResult';
import { CircuitSolver } from '../../network/circuitSolver';

/** What became of one odd figure in one field. */
export interface OddFigure {
  readonly what: string;
  /** `nonsense`: it was taken, and something came out that cannot be. */
  readonly outcome: 'refused' | 'answered' | 'said' | 'nonsense';
  readonly why: string;
}

const STATES = [
  [0, 293.15],
  [4, 253.15],
  [14, 383.15],
  [110, 373.15],
] as const;
/** Absolute vacuum, with room for rounding [Pa]. */
const VACUUM_PA = -101_325 - 1;

/** Odd figures of a quantity: beyond what is physical, and at its very edge. */
const oddOf = (quantity: keyof typeof PHYSICAL_BOUNDS, value: number): readonly number[] => {
  const { least, most } = PHYSICAL_BOUNDS[quantity];
  return [-1, 0, 1e-15, least, most, most * 10, 1e12, value * 1e-3, value * 1e3];
};

/** Puts odd figures, one at a time, into every field of every part, and solves what the reader takes. */
export function* oddFigures(project: Project): Generator<OddFigure> {
  const variant = activeVariant(project);
  const { parts } = variant.circuit;
  for (const [index, part] of parts.entries())
    for (const field of partFields(part)) {
      if (field.input.kind !== 'number' || typeof field.value !== 'number') continue;
      for (const figure of oddOf(field.input.quantity, field.value)) {
        const what = `${part.id}.${field.path.join('.')} = ${figure}`;
        const changed = changePart(part, field.path, figure);
        const next = changed.ok ? parts.with(index, changed.part) : parts;
        const read = changed.ok
          ? readProject(withVariant(project, { ...variant, circuit: { ...variant.circuit, parts: [...next] } }))
          : undefined;
        yield { what, ...(read?.ok ? judge(read.project) : { outcome: 'refused', why: '' }) };
      }
    }
}

function judge(project: Project): Pick<OddFigure, 'outcome' | 'why'> {
  const made = CircuitSolver.of(project);
  if (!made.ok) return { outcome: 'said', why: made.issues[0]?.code ?? '' };
  let said = '';
  for (const [speed, kelvin] of STATES) {
    const result = solveState(made.circuit, made.circuit.stateAt(speed, kelvin));
    const parsed = solveResultSchema.safeParse(result);
    if (!parsed.success)
      return {
        outcome: 'nonsense',
        why: `no answer at ${speed}, ${kelvin}: ${parsed.error.issues[0]?.path.join('.')}`,
      };
    const low = result.nodes.find((n) => n.pressurePa !== null && n.pressurePa < VACUUM_PA);
    if (low) return { outcome: 'nonsense', why: `${low.name} at ${low.pressurePa} Pa, ${result.convergence.status}` };
    if (result.convergence.status !== 'converged') said = result.convergence.status;
  }
  return said === '' ? { outcome: 'answered', why: '' } : { outcome: 'said', why: said };
}
