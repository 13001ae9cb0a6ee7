import { displayUnit, formatQuantity, toDisplay } from '../../foundations/units';
import { aloftM3 } from '../../judgement/pickup/oilAloft';
import type { PickupResult } from '../../judgement/pickup/pickupResult';
import {
  PICKUP_WORDS,
  sayBareAt,
  sayHolds,
  sayPickup,
  sayPress,
  sayRemedies,
  sayWay,
} from '../../judgement/pickup/sayPickup';
import type { CsvTable } from '../job/command';

const volume = (m3: number) => formatQuantity(m3, 'volume');

/** How far the pickup stays covered each way, with the oil that is aloft then. */
export function pickupLines(result: PickupResult): string[] {
  const { verdict, said, worst, trials } = result;
  const at = worst && formatQuantity(worst.aloft.speedRevS, 'speed');
  return [
    `Pickup ${PICKUP_WORDS[verdict]}. ${sayPickup(result)}`,
    ...(worst
      ? [
          `Least oil in the pan at ${at}, ${formatQuantity(worst.aloft.oilTemperatureK, 'temperature')}: ${volume(worst.fullM3)} at the full mark, ${volume(worst.lowerM3)} at the lower one; ${volume(aloftM3(worst.aloft))} is on its way back.`,
          '',
          `${''.padEnd(36)} ${'lower mark'.padStart(11)} ${'full mark'.padStart(11)} ${'needed'.padStart(9)}`,
          ...trials.map(
            (t) =>
              `${sayWay(said, t.id).padEnd(36)} ${sayBareAt(said, t.bareAtLowerMS2).padStart(11)} ${sayBareAt(said, t.bareAtFullMS2).padStart(11)} ${sayPress(said, t.limitMS2).padStart(9)}`,
          ),
          '',
          sayHolds(result),
          ...sayRemedies(result).map((remedy) => `- ${remedy}`),
        ]
      : []),
  ];
}

/** Oil aloft at every state that solved, SI but for the two columns that name their unit. */
export const aloftRows = ({ aloft }: PickupResult): CsvTable => ({
  columns: ['speed_rpm', 'oil_temperature_C', 'film_m3', 'heads_m3', 'held_m3', 'fed_m3_s', 'drawn_m3_s'],
  rows: aloft.map((a) => [
    toDisplay(a.speedRevS, displayUnit('speed')).toFixed(1),
    toDisplay(a.oilTemperatureK, displayUnit('temperature')).toFixed(2),
    ...[a.filmM3, a.headsM3, a.heldM3, a.fedM3S, a.drawnM3S].map((x) => x.toPrecision(6)),
  ]),
});
