import { actsAs, type Part } from '../../document/parts/part';
import { changePart } from '../../document/parts/partFields';
import type { FittedFigure, FittedId, Reading } from '../../document/project/calibration';
import { activeVariant, withVariant, type Project, type Variant } from '../../document/project/project';
import { inputsOf, OIL_VISCOSITY, type Input } from './inputs';

/** A group of figures that a fit moves together, by one factor. */
export interface FitGroup {
  readonly id: FittedId;
  readonly label: string;
  /** Standard deviation of the factor's logarithm before anything is read. @source engineering judgement */
  readonly prior: number;
  /** Figures of parts that follow it; none for heat and oil. */
  readonly inputs: readonly Input[];
  /** What a figure becomes at a factor. */
  at(stated: number, factor: number, input: Input | undefined): number;
}

const times = (stated: number, factor: number) => stated * factor;
/** What a pump loses is what its slip is: an efficiency goes by its complement. */
const bySlip = (stated: number, factor: number, input: Input | undefined) =>
  lastKey(input) === 'volumetricEfficiency'
    ? Math.min(0.995, Math.max(0.05, 1 - (1 - stated) * factor))
    : stated * factor;
const lastKey = (input: Input | undefined) => input?.path[input.path.length - 1];

interface Group {
  readonly label: string;
  readonly prior: number;
  readonly picks: (input: Input, part: Part | undefined) => boolean;
  readonly at: FitGroup['at'];
}

const isClearance = (input: Input) => lastKey(input) === 'clearanceRadialM';

/**
 * Clearances as assembled, pumps as made, worn or new, springs as they set, oil as it sheared, heat as it is: about two
 * thirds lie within. Of an engine that was made from its kind nobody has measured anything: its bearings, its pump, its
 * relief and what leaks besides are those of the kind, each by itself.
 */
const GROUPS: Readonly<Record<FittedId, Group>> = {
  unnamed: {
    label: 'Unnamed leaks',
    prior: 0.4,
    picks: (i, part) => isUnnamed(part) && lastKey(i) === 'ratedFlowM3S',
    at: times,
  },
  clearance: { label: 'Bearing clearances', prior: 0.15, picks: isClearance, at: times },
  mains: {
    label: 'Main bearing clearance',
    prior: 0.2,
    picks: (i, part) => isClearance(i) && actsAs(part, 'mains') && part.role !== 'cam',
    at: times,
  },
  rods: {
    label: 'Rod bearing clearance',
    prior: 0.2,
    picks: (i, part) => isClearance(i) && actsAs(part, 'rods'),
    at: times,
  },
  cams: {
    label: 'Cam bearing clearance',
    prior: 0.2,
    picks: (i, part) => isClearance(i) && actsAs(part, 'mains') && part.role === 'cam',
    at: times,
  },
  pump: {
    label: 'Pump displacement',
    prior: 0.08,
    picks: (i, part) => actsAs(part, 'pump') && lastKey(i) === 'displacementM3Rev',
    at: times,
  },
  slip: {
    label: 'Pump slip',
    prior: 0.2,
    picks: (i, part) =>
      actsAs(part, 'pump') && (lastKey(i) === 'volumetricEfficiency' || lastKey(i) === 'slipCoefficient'),
    at: bySlip,
  },
  relief: {
    label: 'Relief setting',
    prior: 0.08,
    picks: (i, part) => actsAs(part, 'relief') && lastKey(i) === 'crackPa',
    at: times,
  },
  viscosity: { label: 'Oil viscosity', prior: 0.06, picks: (i) => i.id === OIL_VISCOSITY, at: times },
  heat: { label: 'Heat into the oil', prior: 0.25, picks: () => false, at: times },
};

/** Groups of an engine that is its kind's, with how far each is about that; the others as they are above. */
const OF_A_KIND: Partial<Record<FittedId, number | null>> = { clearance: null, pump: 0.15, relief: 0.15 };
/** Groups that only such an engine has. */
const ONLY_OF_A_KIND: ReadonlySet<FittedId> = new Set(['unnamed', 'mains', 'rods', 'cams']);

/** True for an engine whose figures are those of its kind: it has leaks that nobody can name. */
export const isOfAKind = ({ circuit }: Pick<Variant, 'circuit'>): boolean => circuit.parts.some(isUnnamed);

const isUnnamed = (part: Part | undefined): boolean => actsAs(part, 'accessory') && part.duty === 'unnamed';

/** The groups that can be fitted on a variant: figures that were typed or measured stay out. */
export function fitGroups(project: Project, readings: readonly Reading[]): FitGroup[] {
  const variant = activeVariant(project);
  const parts = new Map(variant.circuit.parts.map((p) => [p.id, p]));
  const ofAKind = isOfAKind(variant);
  const known = new Set(variant.known ?? []);
  const inputs = inputsOf(project, variant).filter((i) => !known.has(i.id));
  return (Object.entries(GROUPS) as [FittedId, Group][]).flatMap(([id, { label, prior, picks, at }]): FitGroup[] => {
    const about = ofAKind ? OF_A_KIND[id] : ONLY_OF_A_KIND.has(id) ? null : undefined;
    if (about === null) return [];
    const own = inputs.filter((i) => picks(i, parts.get(i.part)));
    const wanted = id === 'heat' ? readings.some((r) => r.kind === 'temperature') : own.length > 0;
    return wanted ? [{ id, label, prior: about ?? prior, inputs: own, at }] : [];
  });
}

/**
 * The project before any fit: figures that a fit changed and nobody has typed since are as they were, in the open variant
 * and in others that are asked for.
 */
export function beforeFit(project: Project, also: readonly string[] = []): Project {
  const without = (given: Project): Project => {
    const figures = activeVariant(given).calibration?.applied?.figures ?? [];
    return figures.reduce((p, f) => setFigure(p, f, f.after, f.before), given);
  };
  const others = [...new Set(also)].filter((id) => id !== project.activeVariant);
  const before = others.reduce((p, id) => without({ ...p, activeVariant: id }), project);
  return without({ ...before, activeVariant: project.activeVariant });
}

/** The project with groups moved by their factors, and the figures that changed. */
export function withFactors(
  project: Project,
  groups: readonly FitGroup[],
  factors: readonly number[],
): { readonly project: Project; readonly figures: readonly FittedFigure[] } {
  const figures: FittedFigure[] = [];
  let changed = project;
  const put = (part: string, path: readonly (string | number)[], before: number, after: number) => {
    const figure = { part, path: [...path], before, after };
    changed = setFigure(changed, figure, before, after);
    figures.push(figure);
  };
  const { heat } = project.engine;
  const { oil } = project;
  groups.forEach((group, i) => {
    const factor = factors[i]!;
    if (group.id === 'viscosity') {
      put('', ['oil', 'viscosity40M2S'], oil.viscosity40M2S, oil.viscosity40M2S * factor);
      put('', ['oil', 'viscosity100M2S'], oil.viscosity100M2S, oil.viscosity100M2S * factor);
      if (oil.hthsPaS !== undefined) put('', ['oil', 'hthsPaS'], oil.hthsPaS, oil.hthsPaS * factor);
    } else if (group.id === 'heat') {
      put('', ['engine', 'heat', 'baseHeatW'], heat.baseHeatW, heat.baseHeatW * factor);
      put('', ['engine', 'heat', 'heatShare'], heat.heatShare, Math.min(0.3, heat.heatShare * factor));
    } else
      for (const input of group.inputs) {
        const after = group.at(input.stated, factor, input);
        if (lastKey(input) === 'crackPa') {
          // A spring keeps its rate: where it is fully open moves with where it starts.
          const follower = [...input.path.slice(0, -1), 'fullOpenPa'];
          const full = figureAt(changed, input.part, follower);
          if (after > input.stated) put(input.part, follower, full, full + after - input.stated);
          put(input.part, input.path, input.stated, after);
          if (after < input.stated) put(input.part, follower, full, full + after - input.stated);
        } else put(input.part, input.path, input.stated, after);
      }
  });
  return { project: changed, figures };
}

type Tree = Record<string | number, unknown>;
const dig = (root: unknown, path: readonly (string | number)[]) =>
  path.reduce<unknown>((here, key) => (here as Tree | undefined)?.[key], root);

function figureAt(project: Project, part: string, path: readonly (string | number)[]): number {
  const root = part === '' ? project : activeVariant(project).circuit.parts.find((p) => p.id === part);
  return dig(root, path) as number;
}

/** Two figures this near each other are one. */
const SAME = 1e-9;

/** Sets one figure where it stands as it is thought to. */
function setFigure(
  project: Project,
  { part, path }: Pick<FittedFigure, 'part' | 'path'>,
  is: number,
  to: number,
): Project {
  const now = figureAt(project, part, path);
  if (typeof now !== 'number' || Math.abs(now - is) > SAME * Math.abs(is)) return project;
  if (part === '') {
    // The oil or the engine: the variants are not copied for it.
    const [head, ...rest] = path as ['oil' | 'engine', ...string[]];
    const copy = JSON.parse(JSON.stringify(project[head])) as Tree;
    (dig(copy, rest.slice(0, -1)) as Tree)[rest[rest.length - 1]!] = to;
    return { ...project, [head]: copy };
  }
  const variant: Variant = activeVariant(project);
  const parts = variant.circuit.parts.map((p) => {
    if (p.id !== part) return p;
    const changed = changePart(p, path, to);
    return changed.ok ? changed.part : p;
  });
  return withVariant(project, { ...variant, circuit: { ...variant.circuit, parts } });
}
