import { fieldWords } from '../../document/changes/movesBetween';
import { changedFigures } from '../../document/moves/figure';
import type { Part } from '../../document/parts/part';
import { partFields } from '../../document/parts/partFields';
import type { ActFigure } from '../partWork';
import type { Draft } from './planStep';

/** Figures that one step names with what they were; of more it names the first. */
const MOST_FIGURES = 4;

/** What of a part is altered, with what it was: "opens at 5.50 bar instead of 4.80 bar". */
export function setWords(part: Part, old: Part): Pick<Draft, 'text' | 'figures'> {
  const was = new Map(partFields(old).map((f) => [f.path.join('.'), f.value]));
  const figures: Record<string, ActFigure> = {};
  const said = partFields(part)
    .filter((f) => was.get(f.path.join('.')) !== f.value)
    .flatMap(({ path, title, input, value }, i) => {
      const before = was.get(path.join('.'));
      if (input.kind !== 'number' || typeof before !== 'number' || typeof value !== 'number') return [];
      figures[`was${i}`] = { si: before, quantity: input.quantity };
      figures[`is${i}`] = { si: value, quantity: input.quantity };
      return [`${title.toLowerCase()} {is${i}} instead of {was${i}}`];
    })
    .slice(0, MOST_FIGURES);
  return said.length > 0
    ? { text: `Alter or exchange ${part.name}: ${said.join(', ')}.`, figures }
    : { text: `Alter ${part.name}: ${fieldWords(part, changedFigures(old, part))}.` };
}
