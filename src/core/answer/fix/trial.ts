import { makeOn } from '../../document/moves/applyMove';
import { figureKey } from '../../document/moves/figure';
import type { Part } from '../../document/parts/part';
import { activeVariant, withVariant, type Circuit, type Project } from '../../document/project/project';
import type { OilData } from '../../physics/oil/oil';
import type { Change } from './change';

/** What changes make of a circuit. */
export interface Trial {
  readonly circuit: Circuit;
  readonly oil: OilData | undefined;
  /** Figures that were set: what somebody chose is no guess any more. */
  readonly known: readonly string[];
  /** Parts with other figures, where the plumbing is as it was; undefined where parts came, went or were joined anew. */
  readonly altered: readonly Part[] | undefined;
}

/** Ids that are taken in a project's variants: no new part gets one of them. */
export const takenIn = (project: Project): ReadonlySet<string> =>
  new Set(project.variants.flatMap((v) => v.circuit.parts.map((p) => p.id)));

/** True where a part stands where it stood and only its figures are others: no height, no kind of another. */
const isAltered = (part: Part, was: Part | undefined): boolean =>
  was !== undefined && part.kind === was.kind && part.elevationM === was.elevationM && part.blocked === was.blocked;

/**
 * Makes changes one after the other on a circuit.
 * @returns undefined where one cannot be made after those before it
 */
export function tryChanges(
  circuit: Circuit,
  changes: readonly Change[],
  taken: ReadonlySet<string>,
): Trial | undefined {
  let here = circuit;
  let isPlumbing = false;
  let oil: OilData | undefined;
  const ids = new Set(taken);
  const known: string[] = [];
  for (const change of changes) {
    oil = change.oil ?? oil;
    for (const move of change.moves) {
      const made = makeOn(here, move, { taken: ids });
      if (!made.ok) return undefined;
      for (const id of made.gave) ids.add(id);
      isPlumbing ||= move.kind !== 'set';
      if (move.kind === 'set')
        known.push(...[move, ...(move.with ?? [])].map(({ path }) => figureKey(move.part, path)));
      here = made.circuit;
    }
  }
  const before = new Map(circuit.parts.map((p) => [p.id, p]));
  const altered = here.parts.filter((p) => before.get(p.id) !== p);
  return {
    circuit: here,
    oil,
    known,
    altered: isPlumbing || !altered.every((p) => isAltered(p, before.get(p.id))) ? undefined : altered,
  };
}

/** The project with a trial in place of the open variant's circuit. */
export function withTrial(project: Project, { circuit, oil, known }: Omit<Trial, 'altered'>): Project {
  const variant = activeVariant(project);
  const season = oil && { ...(variant.season ?? { name: oil.name }), oil };
  return withVariant(project, {
    ...variant,
    circuit,
    known: [...new Set([...(variant.known ?? []), ...known])],
    ...(season ? { season } : {}),
  });
}
