import { changePart } from '../../document/parts/partFields';
import { activeVariant, withVariant, type Project } from '../../document/project/project';
import { WITHIN_95 } from '../../foundations/leastSquares/leastSquares';
import { fitGroups, withFactors } from '../../studies/inputs/fitGroups';
import { inputsOf } from '../../studies/inputs/inputs';

export type Random = () => number;

/** A standard normal number. @source Box and Muller (1958) */
export const normalFrom = (random: Random): number =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

/** An engine of its kind as one might be met: its groups drawn from their priors, other figures from their tolerances. */
export function drawnEngine(project: Project, random: Random): Project {
  const groups = fitGroups(project, []);
  const factors = groups.map((g) => Math.exp(g.prior * normalFrom(random)));
  const covered = new Set(groups.flatMap((g) => g.inputs.map((i) => i.id)));
  const moved = withFactors(project, groups, factors).project;
  const variant = activeVariant(moved);
  let { parts } = variant.circuit;
  for (const input of inputsOf(moved, variant)) {
    if (covered.has(input.id) || input.part === '') continue;
    const to = input.stated + (input.plusMinus / WITHIN_95) * normalFrom(random);
    parts = parts.map((p) => {
      if (p.id !== input.part) return p;
      const changed = changePart(p, input.path, to);
      return changed.ok ? changed.part : p;
    });
  }
  return withVariant(moved, { ...variant, circuit: { ...variant.circuit, parts } });
}
