import { actsAs } from '../../../document/parts/part';
import { sayVerdict } from '../../supply/say';
import { numberDrillM } from '../../../foundations/units/boreSizes';
import { catalogueEntry } from '../../../document/parts/catalogue';
import type { MoveDraft, Move } from '../../../document/moves/move';
import { formatQuantity, US_UNITS } from '../../../foundations/units';
import type { AuditContext } from '../context';
import { fig, rule } from '../rule';
import { feedBranch } from './places';
import type { Check, Verdict } from '../../stateResult';

const DRILLS = Array.from({ length: 80 }, (_, i) => ({ number: i + 1, boreM: numberDrillM(i + 1)! }));
const LEAST_DRILL_M = 0.5e-3;

/** Every part must be supplied at its worst state. */
export const supply = rule('supply', 'Supply', (c) =>
  c.sweep.consumers.flatMap((range) => {
    const { worst } = range;
    if (range.supplied || !worst) return [];
    const { decisive } = worst;
    const figures = {
      rpm: fig(worst.state.speedRevS, 'speed'),
      oil: fig(worst.state.oilTemperatureK, 'temperature'),
      ...(decisive
        ? { actual: fig(decisive.actual, decisive.quantity), limit: fig(decisive.limit, decisive.quantity) }
        : {}),
    };
    return [
      {
        weight: 'stop' as const,
        part: range.part,
        state: worst.state,
        figures,
        what: `${range.name}: ${sayVerdict(range.verdict, decisive)} at {rpm}, {oil}${decisive ? `: {actual}; ${decisive.side === 'low' ? 'minimum' : 'maximum'} {limit}` : ''}.`,
        why: reasonFor(range.verdict, decisive),
        remedies: remediesFor(range.verdict),
        moves: movesFor(c, range.part, range.verdict, decisive),
      },
    ];
  }),
);

function reasonFor(verdict: Verdict, decisive: Check | null): string {
  if (verdict === 'flooded') return 'More oil than its seals and its drain can clear goes past them.';
  if (verdict === 'dry') return 'It gets no oil: what carried its oil is closed, taken away, or starved.';
  if (decisive?.reason === 'centrifugal')
    return 'The turning crank throws the oil outward; below this pressure none gets in to the pins.';
  return 'Below its minimum the oil film thins until metal touches metal.';
}

function remediesFor(verdict: Verdict): string[] {
  return verdict === 'flooded'
    ? ['a smaller restrictor in its feed', 'a lower relief setting, if only pressure floods it']
    : [
        'a wider feed or a larger restrictor',
        'less oil taken before it',
        'a stiffer relief spring where the relief is open there',
        'a larger pump where it is not',
      ];
}

/**
 * For a flooded part: the largest number drill for its restrictor that passes at the worst state, or a restrictor where
 * it has none.
 */
function movesFor(c: AuditContext, id: string, verdict: Verdict, decisive: Check | null): Move[] {
  const part = c.part(id);
  const range = c.sweep.consumers.find((r) => r.part === id);
  if (!part || verdict !== 'flooded' || !decisive || !range?.worst) return [];
  const branch = feedBranch(c, part);
  const restrictor = branch.find((p) => actsAs(p, 'orifice'));
  if (!restrictor || !actsAs(restrictor, 'orifice'))
    return branch.length > 1
      ? [{ kind: 'insert', at: `${id}.in`, drafts: [{ ...catalogueEntry('restrictor').part } as MoveDraft] }]
      : [];
  for (const drill of DRILLS) {
    if (drill.boreM >= restrictor.boreM || drill.boreM < LEAST_DRILL_M) continue;
    const tried = c.solveWith(
      (p) => (p.id === restrictor.id ? { ...restrictor, boreM: drill.boreM } : p),
      range.worst.state,
    );
    if (tried?.consumers.find((r) => r.part === id)?.supplied)
      return [
        {
          kind: 'set',
          part: restrictor.id,
          path: ['boreM'],
          value: drill.boreM,
          // A number drill is inches; who thinks in millimetres reads those.
          said: `fit a ${formatQuantity(drill.boreM, 'bore')} (${formatQuantity(drill.boreM, 'bore', US_UNITS)}, no. ${drill.number} drill) restrictor`,
        },
      ];
  }
  return [];
}
