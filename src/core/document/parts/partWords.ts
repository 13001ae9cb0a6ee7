import type { Quantity } from '../../foundations/units';

/** A figure of a part, in SI, to be written in the reader's units. */
export interface Figure {
  readonly si: number;
  readonly quantity: Quantity;
  /** Written to a tenth of a millimetre: a drilled passage is no finer. */
  readonly isCoarse?: true;
}

/** Words with figures in them: `opens {0}, full at {1}`. */
export interface FiguredWords {
  readonly words: string;
  readonly figures: readonly Figure[];
}

/** Words around figures; a plain number or text stands as it is. @example figured`opens ${{ si: 4e5, quantity: 'pressure' }}` */
export function figured(texts: TemplateStringsArray, ...between: readonly (Figure | string | number)[]): FiguredWords {
  const figures: Figure[] = [];
  const words = between.map((each, i) => {
    const said = typeof each === 'object' ? `{${figures.push(each) - 1}}` : String(each);
    return `${said}${texts[i + 1]!}`;
  });
  return { words: texts[0]! + words.join(''), figures };
}

/** Words with their figures written out. @param write writes one figure */
export const written = ({ words, figures }: FiguredWords, write: (figure: Figure) => string): string =>
  words.replace(/\{(\d+)\}/g, (_, i: string) => write(figures[Number(i)]!));

/**
 * What the drawing says under a part's name: words of its own, or what is read of it there: the flow through it, the
 * pressure at it, the oil that it holds.
 */
export type PartDetail = 'flow' | 'pressure' | 'oilHeld' | FiguredWords;

/** How far a thermostat is open. @param opening 0 to 1 */
export const sayOpening = (opening: number): FiguredWords => figured`${{ si: opening, quantity: 'share' }} open`;
