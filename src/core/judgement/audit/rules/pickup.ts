import { catalogueEntry } from '../../../document/parts/catalogue';
import { galleryPort } from '../../../document/plumbing/gaugePort';
import type { Move } from '../../../document/moves/move';
import { panOf } from '../../pickup/oilAloft';
import { isLevelEnough, REMEDY_QUANTITY, remedySentences, sayHolds, sayPickup } from '../../pickup/sayPickup';
import type { PickupResult } from '../../pickup/pickupResult';
import type { AuditContext } from '../context';
import { fig, rule, when, type Found } from '../rule';

/** The pickup must stay covered as the use tilts the oil. */
export const pickup = rule(
  'pickup',
  'Pickup',
  (c): Found[] => {
    const result = c.sweep.pickup;
    const sump = panOf(c.circuit);
    if (!sump || result.verdict === 'covered' || result.verdict === 'tank') return [];
    const found = { part: sump.id, what: `Pickup: ${lower(sayPickup(result))}` };
    if (result.verdict === 'unknown')
      return [
        {
          ...found,
          isUnknown: true,
          weight: result.isNeeded ? 'look' : 'note',
          why: 'A pump whose pickup is bare moves air, and the bearings feel it within a second. No gauge at a standstill shows it.',
        },
      ];
    const { worst } = result;
    return [
      {
        ...found,
        weight: result.verdict === 'bare' ? 'stop' : result.verdict === 'lowLevel' ? 'mend' : 'look',
        ...(worst
          ? {
              state: { speedRevS: worst.aloft.speedRevS, oilTemperatureK: worst.aloft.oilTemperatureK },
              figures: {
                ...when(worst.aloft),
                full: fig(worst.fullM3, 'volume'),
                lower: fig(worst.lowerM3, 'volume'),
                ...Object.fromEntries(result.remedies.map(({ id, size }) => [id, fig(size, REMEDY_QUANTITY[id])])),
              },
            }
          : {}),
        why: `At {speed}, {oil}, {full} is in the pan at the full mark and {lower} at the lower one; the rest is on its way back. ${sayHolds(result)}`,
        remedies: [
          ...(isLevelEnough(result) ? ['keep the level at the full mark, never above it: that is enough'] : []),
          ...remedySentences(result),
          'a dry sump: its tank stands where turns do not empty it',
        ],
        moves: movesFor(c, result),
      },
    ];
  },
  'hydrostatics, closed form; falling film: Nusselt (1916); limits by use: engineering judgement',
);

const lower = (sentence: string) => sentence.charAt(0).toLowerCase() + sentence.slice(1);

/** Remedies that the app can carry out and that are enough: a box with doors, an accumulator on the gallery. */
function movesFor(c: AuditContext, { remedies }: PickupResult): Move[] {
  const sump = panOf(c.circuit)!;
  const at = galleryPort(c.circuit.parts);
  return remedies.flatMap(({ id, size, isEnough }): Move[] => {
    if (!isEnough) return [];
    if (id === 'doors')
      return [{ kind: 'set', part: sump.id, path: ['pan', 'doorsM3'], value: size, said: 'fit a box with doors' }];
    if (id === 'accumulator' && at !== undefined)
      return [{ kind: 'tee', at, drafts: [{ ...catalogueEntry('accumulator').part }] }];
    return [];
  });
}
