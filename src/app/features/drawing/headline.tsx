import { sayMargin, sayVerdict } from '../../../core/judgement/supply/say';
import type { UnitChoice } from '../../../core/foundations/units';
import { placeLabels } from './labels';
import type { DrawingLayout } from './layout';
import type { Reading } from './reading';

/** Room for the headline, so that it is seen without scrolling [px]. */
const HEADLINE_WIDTH = 460;
/** On a drawing narrower than this the headline is smaller and begins at its left edge, over the parts' names [px]. */
export const NARROW_SHEET = 560;
const NARROW_HEADLINE_X = 8;
const NARROW_HEADLINE_Y = 14;
const HEADLINE_Y = 24;
const HEADLINE_LEFT = 112;
const HEADLINE_GAP = 12;
/** Of the buttons for its size: at the left edge, or where a name stands as high there at the right one [px]. */
const ZOOM_WIDTH = 150;
const ZOOM_BOTTOM = 46;
/** Width of a letter of the headline, of the smaller one and of a name, about; half of a usual ribbon [px]. */
const HEADLINE_LETTER = 9.3;
const SMALL_HEADLINE_LETTER = 5.9;
const NAME_LETTER = 7.6;
const RIBBON_ABOUT = 12;

interface HeadlinePlace {
  readonly isSmall: boolean;
  readonly x: number;
  readonly y: number;
}

/** What the drawing says of this condition: the component that is worst off in it. The whole range is said above it. */
export function headlineOf(reading: Reading, units: UnitChoice): string {
  const worst = reading.result.consumers
    .filter((c) => !c.supplied || c.verdict === 'near')
    .sort((a, b) => (a.decisive?.nearRatio ?? -1e9) - (b.decisive?.nearRatio ?? -1e9))[0];
  return worst
    ? `This condition: ${worst.name}, ${sayVerdict(worst.verdict, worst.decisive)}${worst.decisive ? `, ${sayMargin(worst.decisive, units)}` : ''}`
    : reading.isThere
      ? 'This condition: every component is supplied'
      : 'Not computed; see the reason beside it';
}

interface NameBox {
  readonly from: number;
  readonly to: number;
  readonly top: number;
}

/** The parts' names, from their left to their right edge and how high they reach [px]. */
export const nameBoxes = ({ stations }: DrawingLayout): readonly NameBox[] =>
  [...placeLabels(stations, () => RIBBON_ABOUT).values()].map(({ lines, textX, top }) => {
    const half = (Math.max(...lines.map((l) => l.length)) * NAME_LETTER) / 2;
    return { from: textX - half, to: textX + half, top };
  });

/** At which edge the buttons for the drawing's size cover no name. */
export const zoomPlace = (names: readonly NameBox[]): 'left' | 'right' =>
  names.some((name) => name.top < ZOOM_BOTTOM && name.from < ZOOM_WIDTH) ? 'right' : 'left';

/**
 * Where the headline stands: over the fed parts where it fits there, clear of every name that reaches as high, and in
 * view [px].
 */
export function headlinePlace(
  layout: DrawingLayout,
  names: readonly NameBox[],
  headline: string,
  available: number,
  zoomAt: 'left' | 'right' | undefined,
): HeadlinePlace {
  if (available < NARROW_SHEET) return { isSmall: true, x: NARROW_HEADLINE_X, y: NARROW_HEADLINE_Y };
  const room = available - (zoomAt === 'right' ? ZOOM_WIDTH : 0);
  const high = names.filter((name) => name.top < HEADLINE_Y);
  const first = Math.min(
    layout.stations.find((s) => s.role === 'consumer')?.x0 ?? HEADLINE_LEFT,
    Math.max(HEADLINE_LEFT, room - HEADLINE_WIDTH),
  );
  const left = zoomAt === 'left' ? ZOOM_WIDTH : zoomAt === 'right' ? HEADLINE_GAP : HEADLINE_LEFT;
  const places = [first, ...high.map((l) => l.to + HEADLINE_GAP), HEADLINE_LEFT, left].filter((x) => x >= left);
  const findFree = (width: number) =>
    places.find(
      (x) => x + width <= room && high.every((l) => l.to + HEADLINE_GAP <= x || l.from - HEADLINE_GAP >= x + width),
    );
  const large = findFree(headline.length * HEADLINE_LETTER);
  if (large !== undefined) return { isSmall: false, x: large, y: HEADLINE_Y };
  return { isSmall: true, x: findFree(headline.length * SMALL_HEADLINE_LETTER) ?? first, y: HEADLINE_Y };
}

/** What the drawing says first, in one line. */
export function Headline({ isSmall, x, y, text }: HeadlinePlace & { readonly text: string }) {
  return (
    <text className={isSmall ? 't-name narrow' : 't-headline'} x={x} y={y} role="status">
      {text}
    </text>
  );
}
