import { sayEdge, sayShortfall } from '../../judgement/sweep/sayShortfall';
import { formatQuantity, type Quantity, type UnitChoice } from '../../foundations/units';
import { isGood, type Sizing } from './sizingTasks';

/** The answer in sentences, first what will do, then what limits it at each end, or what rules every size out. */
export function saySizing(sizing: Sizing, quantity: Quantity, units: UnitChoice = {}): string[] {
  const figure = (si: number) => formatQuantity(si, quantity, units);
  if (sizing.bands.length > 0)
    return sizing.bands.flatMap((band) => [
      `${figure(band.low)}–${figure(band.high)} works.`,
      band.below ? `Smaller: ${sayEdge(band.below, units)}` : `Smaller than ${figure(band.low)} was not checked.`,
      band.above ? `Larger: ${sayEdge(band.above, units)}` : `Larger than ${figure(band.high)} was not checked.`,
    ]);
  const everywhere = (sizing.looks[0]?.failing ?? []).filter((f) =>
    sizing.looks.every((look) => look.failing.some((other) => other.part === f.part)),
  );
  const first = sizing.looks[0]?.failing[0];
  const last = sizing.looks[sizing.looks.length - 1]?.failing[0];
  const unsolved = sizing.looks.filter((look) => !look.solved).length;
  return [
    `No size from ${figure(sizing.low)} to ${figure(sizing.high)} works.`,
    ...(everywhere.length > 0
      ? everywhere.map((f) => `Whatever the size: ${sayShortfall(f, units)}`)
      : [
          ...(first ? [`Small: ${sayShortfall(first, units)}`] : []),
          ...(last ? [`Large: ${sayShortfall(last, units)}`] : []),
        ]),
    ...(unsolved > 0 ? [`${unsolved} of ${sizing.looks.length} sizes could not be solved in every condition.`] : []),
  ];
}

/** What the sizes looked at so far say, before the ends of a band are known; empty where nothing was looked at. */
export function sayLooks({ looks }: Pick<Sizing, 'looks'>, quantity: Quantity, units: UnitChoice = {}): string {
  const good = looks.filter(isGood);
  if (looks.length === 0) return '';
  if (good.length === 0) return `So far none of ${looks.length === 1 ? '1 size' : `${looks.length} sizes`} works.`;
  const [first, last] = [good[0]!, good[good.length - 1]!].map((look) => formatQuantity(look.si, quantity, units));
  return `So far ${first === last ? `${first} works` : `${good.length} of ${looks.length} sizes, ${first} to ${last}, work`}.`;
}
