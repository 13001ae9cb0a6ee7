import type { MapScales } from './mapAxes';

/** Words about a place of the map [SI]. */
export interface MapLabel {
  readonly text: string;
  readonly x: number;
  readonly y: number;
}

/** Words where they are drawn, by the upper left corner of what they cover [px]. */
export interface Tag {
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Width of a letter, about, height and inner margin of what is said of a region, and of a state's name [px]. */
const REGION = { letter: 9.5, height: 24, margin: 6, baseline: 18 };
const NAME = { letter: 7.2, height: 16, margin: 0, baseline: 13 };
/** From a state to its name: beside its dot, and the name's middle above or below it, the nearest first [px]. */
const NAME_ASIDE = 11;
const NAME_STEPS = [-13, 14, -29, 30] as const;
/** Half of what a value on the map takes [px]. */
const VALUE_HALF_WIDTH = 15;
const VALUE_HALF_HEIGHT = 9;

const widthOf = (text: string, { letter, margin }: typeof REGION) => letter * text.length + 2 * margin;

const meet = (a: Tag, b: Tag) =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;

/** Ways from where words would best stand to where they may [px]. */
const REGION_STEPS = [0, 26, -26, 52, -52, 78, -78] as const;

const isWithin = ({ left, right, top, bottom }: MapScales, tag: Tag) =>
  tag.x >= left && tag.x + tag.width <= right && tag.y >= top && tag.y + tag.height <= bottom;

/** Where what is said of a region may stand: about its middle, as far to the side as keeps it within the map. */
function regionTags({ text, x, y }: MapLabel, { x: toX, y: toY, left, right }: MapScales): Tag[] {
  const width = widthOf(text, REGION);
  const at = Math.max(left + 4, Math.min(right - 4 - width, toX(x) - width / 2));
  return REGION_STEPS.map((step) => ({ text, width, height: REGION.height, x: at, y: toY(y) - 15 + step }));
}

/** Where a state's name may stand: on either side of its dot, above or below. */
function nameTags({ text, x, y }: MapLabel, { x: toX, y: toY }: MapScales): Tag[] {
  const width = widthOf(text, NAME);
  return NAME_STEPS.flatMap((step) =>
    [toX(x) + NAME_ASIDE, toX(x) - NAME_ASIDE - width].map((left) => ({
      text,
      width,
      height: NAME.height,
      x: left,
      y: toY(y) + step - NAME.height / 2,
    })),
  );
}

/**
 * Places words on a map so that none covers another: what is said of regions first, then the names of states. Words that
 * find no room are left out; a state's dot stays.
 */
export function placeTags(regions: readonly MapLabel[], names: readonly MapLabel[], scales: MapScales) {
  const taken: Tag[] = [];
  const place = (candidates: readonly Tag[]): Tag[] => {
    const tag = candidates.find((each) => isWithin(scales, each) && !taken.some((other) => meet(each, other)));
    if (!tag) return [];
    taken.push(tag);
    return [tag];
  };
  const said = regions.flatMap((label) => place(regionTags(label, scales)));
  const named = names.flatMap((label) => place(nameTags(label, scales)));
  return { said, named };
}

/** True where a value on the map would stand under words. @param x of the value's middle [px] */
export const covers = (tag: Tag, x: number, y: number): boolean =>
  meet(tag, {
    text: '',
    x: x - VALUE_HALF_WIDTH,
    y: y - VALUE_HALF_HEIGHT,
    width: 2 * VALUE_HALF_WIDTH,
    height: 2 * VALUE_HALF_HEIGHT,
  });

/** The words, drawn over all else; what is said of a region on a ground that nothing shines through. */
export function MapTags({ said, named }: ReturnType<typeof placeTags>) {
  return (
    <>
      {named.map(({ text, x, y }) => (
        <text key={text} className="t-name paper-tag" x={x} y={y + NAME.baseline}>
          {text}
        </text>
      ))}
      {said.map(({ text, x, y, width, height }) => (
        <g key={text}>
          <rect x={x} y={y} width={width} height={height} fill="var(--paper)" />
          <text className="t-headline alarm" x={x + width / 2} y={y + REGION.baseline} textAnchor="middle">
            {text}
          </text>
        </g>
      ))}
    </>
  );
}
