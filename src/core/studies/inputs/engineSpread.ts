import { activeVariant, type Project } from '../../document/project/project';
import { choleskyOf, type Dense } from '../../foundations/linear/cholesky';
import { fitGroups, isOfAKind, type FitGroup } from './fitGroups';
import { OIL_VISCOSITY } from './inputs';
import type { RevisableCircuit } from './revisableCircuit';

/** How an engine's groups of figures lie about what is stated, together. */
export interface EngineSpread {
  readonly groups: readonly FitGroup[];
  /**
   * Logarithms of the groups' factors for standard normal numbers z: root · z. Diagonal before a fit; after one its
   * covariance's root, since what a gauge tells of two together it does not tell of each.
   */
  readonly root: Dense;
  /** Figures that follow a group: their own tolerances are in the group's. */
  readonly covered: ReadonlySet<string>;
}

/**
 * How far an engine's groups of figures are about what is stated: by the fit that is in its figures, else by its priors.
 * One that is invented is as it says.
 */
export function engineSpread(project: Project): EngineSpread {
  const applied = activeVariant(project).calibration?.applied;
  const fitted = applied?.factors.map((f) => f.id) ?? [];
  const all = fitGroups(project, []);
  const deviation = (g: FitGroup) =>
    applied?.factors.find((f) => f.id === g.id)?.deviation ?? (project.madeUp ? 0 : g.prior);
  const groups = all.filter((g) => deviation(g) > 0);
  const { covariance } = applied ?? {};
  const between = (a: FitGroup, b: FitGroup): number => {
    const [i, j] = [fitted.indexOf(a.id), fitted.indexOf(b.id)];
    const known = i < 0 || j < 0 ? undefined : covariance?.[i]?.[j];
    return known ?? (a === b ? deviation(a) ** 2 : 0);
  };
  const root =
    (covariance && choleskyOf(groups.map((a) => groups.map((b) => between(a, b))))) ??
    groups.map((a) => groups.map((b) => (a === b ? deviation(a) : 0)));
  return { groups, root, covered: new Set(groups.flatMap((g) => g.inputs.map((i) => i.id))) };
}

/**
 * The same for what is asked of an engine before it runs: only an engine that was made from its kind carries the spread
 * of that kind; of any other the stated figures are as good as their tolerances.
 */
export function kindSpread(project: Project): EngineSpread {
  return isOfAKind(activeVariant(project)) ? engineSpread(project) : { groups: [], root: [], covered: new Set() };
}

/** Sets every group's figures for standard normal numbers; takes effect with the circuit's next apply. */
export function setSpread(circuit: RevisableCircuit, { groups, root }: EngineSpread, z: readonly number[]): void {
  groups.forEach((group, j) => {
    let log = 0;
    for (let c = 0; c < z.length; c++) log += root[j]![c]! * z[c]!;
    const factor = Math.exp(log);
    for (const input of group.inputs)
      circuit.set(input, input.id === OIL_VISCOSITY ? factor : group.at(input.stated, factor, input));
  });
}
