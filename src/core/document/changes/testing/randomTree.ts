import { seeded } from '../../../foundations/random/quasiRandom';
import { offersFor } from '../../moves';
import { changePart, partFields } from '../../parts/partFields';
import type { KeptProject } from '../../project/keptProject';
import { newVariant } from '../acts';
import { circuitOf } from '../deriveProject';
import { makeChange } from '../editing';
import { setPart } from '../partFigures';

type Random = () => number;
const pick = <T>(random: Random, of: readonly T[]): T | undefined => of[Math.floor(random() * of.length)];

/** A figure of a random part of the open variant, somewhat other than it is; the project itself where it is refused. */
export function withRandomFigure(kept: KeptProject, random: Random): KeptProject {
  const part = pick(random, circuitOf(kept, kept.activeVariant).parts)!;
  const field = pick(
    random,
    partFields(part).filter((f) => f.input.kind === 'number' && typeof f.value === 'number' && f.value !== 0),
  );
  if (!field) return kept;
  const changed = changePart(part, field.path, (field.value as number) * (0.8 + 0.5 * random()));
  const made = changed.ok ? setPart(kept, changed.part) : undefined;
  return made?.ok ? made.kept : kept;
}

/** A random change of the open variant, as the list of changes offers it; the project itself where it is refused. */
export function withRandomChange(kept: KeptProject, random: Random): KeptProject {
  const circuit = circuitOf(kept, kept.activeVariant);
  const offer = pick(random, offersFor(circuit, pick(random, circuit.parts)!));
  const made = offer && makeChange(kept, [offer.move]);
  return made?.ok ? made.kept : kept;
}

/**
 * A tree of variants with random acts on an engine: each variant hangs on one that is there.
 * @param variants how many @param acts of each, at most
 */
export function randomTree(kept: KeptProject, seed: number, variants: number, acts: number): KeptProject {
  const random = seeded(seed);
  let tree: KeptProject = { ...kept, variants: [], activeVariant: kept.asItIs.id };
  for (let v = 0; v < variants; v++) {
    const parent = pick(random, [tree.asItIs, ...tree.variants])!.id;
    tree = newVariant(tree, parent, { name: `Variant ${v}` });
    for (let a = 0; a < acts; a++)
      tree = random() < 0.3 ? withRandomFigure(tree, random) : withRandomChange(tree, random);
  }
  return tree;
}
