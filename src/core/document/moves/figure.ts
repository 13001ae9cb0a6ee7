import { z } from 'zod';
import { partIdSchema } from '../parts/partBase';

/** A place in a part: field by field. */
export const figurePathSchema = z
  .array(z.union([z.string().max(40), z.int().min(0)]))
  .min(1)
  .max(6);
export type FigurePath = z.infer<typeof figurePathSchema>;

/** A value at a place of a part: anything that the part's schema takes there. */
export const figureSchema = z.strictObject({
  part: partIdSchema,
  path: figurePathSchema,
  /** SI; absent: taken out. */
  value: z.json().optional(),
});
export type Figure = z.infer<typeof figureSchema>;

/** A figure's name among all of a circuit: `part.path`. */
export const figureKey = (part: string, path: readonly (string | number)[]): string => [part, ...path].join('.');

type Tree = Readonly<Record<string, unknown>>;
const isTree = (of: unknown): of is Tree => typeof of === 'object' && of !== null && !Array.isArray(of);

/**
 * What differs between two versions of a part, as deep as both have the same fields; a list is one value.
 * @returns path and value of each, the value absent where the later has none
 */
export function changedFigures(before: object, after: object): Omit<Figure, 'part'>[] {
  const found: Omit<Figure, 'part'>[] = [];
  const walk = (was: Tree, is: Tree, path: FigurePath): void => {
    for (const key of new Set([...Object.keys(was), ...Object.keys(is)])) {
      const [a, b] = [was[key], is[key]];
      if (a === b || JSON.stringify(a) === JSON.stringify(b)) continue;
      const here = [...path, key];
      if (isTree(a) && isTree(b) && a['kind'] === b['kind']) walk(a, b, here);
      else found.push({ path: here, ...(b === undefined ? {} : { value: b as Figure['value'] }) });
    }
  };
  walk(before as Tree, after as Tree, []);
  return found;
}
