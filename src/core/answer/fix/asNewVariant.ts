import { newVariant, variantNames } from '../../document/changes/acts';
import { makeChange } from '../../document/changes/editing';
import type { KeptProject } from '../../document/project/keptProject';
import { copyName } from '../../document/project/names';
import type { Change } from './change';

/**
 * Makes a way as a variant of its own on the open one, each change an act, and opens it.
 * @param name as it is called; another one where a variant is called so
 * @throws where a change cannot be made: it could, when the search made it
 */
export function asNewVariant(kept: KeptProject, changes: readonly Change[], name: string): KeptProject {
  const names = variantNames(kept);
  const own = kept.variants.find((v) => v.id === kept.activeVariant) ?? kept.asItIs;
  const oil = changes.find((c) => c.oil)?.oil;
  const season = oil ? { ...(own.season ?? { name: oil.name }), oil } : own.season;
  let here = newVariant(kept, kept.activeVariant, {
    name: names.includes(name) ? copyName(name, names) : name,
    waivers: own.waivers,
    ...(season ? { season } : {}),
    ...(own.aims ? { aims: own.aims } : {}),
  });
  for (const { moves, label } of changes) {
    if (moves.length === 0) continue;
    const made = makeChange(here, moves, moves.length > 1 ? { name: label.slice(0, 80) } : {});
    if (!made.ok) throw new Error(`a change of a way cannot be made: ${made.why}`);
    here = made.kept;
  }
  return here;
}
