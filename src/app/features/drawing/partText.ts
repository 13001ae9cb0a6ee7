import { actsAs, kindOf, type Part } from '../../../core/document/parts/part';
import { written } from '../../../core/document/parts/partWords';
import { isConsumer } from '../../../core/document/parts/ports';
import { sayMargin, sayVerdict } from '../../../core/judgement/supply/say';
import { displayUnit, formatInDrawing, formatQuantity, type UnitChoice } from '../../../core/foundations/units';
import type { Reading } from './reading';
import type { SolveResult } from '../../../core/judgement/stateResult';

/** A part's name with how many there are. */
export function partName(part: Part): string {
  return 'count' in part && part.count > 1 ? `${part.name} ×${part.count}` : part.name;
}

/** A passage's bore is drilled to a tenth of a millimetre; a tenth of an inch would say nothing. */
const boreDecimals = (units: UnitChoice) => (displayUnit('bore', units).id === 'mm' ? 1 : undefined);

/** The line under a part's name in the plan. */
export function partDetail(part: Part, reading: Reading, units: UnitChoice): string {
  if (!reading.isThere) return '';
  if (part.blocked === true) return 'blocked';
  const detail = kindOf(part).detail(part, reading.opening(part.id) ?? 0);
  switch (detail) {
    case 'flow':
      return formatInDrawing(reading.flowM3S(part.id), 'flow', units);
    case 'pressure':
      return formatQuantity(reading.pressurePa(`${part.id}.in`) ?? NaN, 'pressure', units);
    case 'oilHeld': {
      const oil = reading.result.accumulators.find((a) => a.part === part.id)?.oilM3 ?? null;
      return oil === null ? 'shut' : formatQuantity(oil, 'volume', units);
    }
    default:
      return written(detail, ({ si, quantity, isCoarse }) =>
        formatQuantity(si, quantity, units, isCoarse ? boreDecimals(units) : undefined),
      );
  }
}

/** Less than a gauge can show [Pa]. */
const NO_PRESSURE_PA = 100;

/** How a screen reader says a part at this state. */
export function partSentence(part: Part, reading: Reading, result: SolveResult, units: UnitChoice): string {
  const name = partName(part);
  if (!reading.isThere) return `${name}, not computed`;
  if (isConsumer(part)) {
    const consumer = result.consumers.find((c) => c.part === part.id);
    const pressure = consumer?.pressurePa ?? null;
    return [
      name,
      pressure === null || Math.abs(pressure) < NO_PRESSURE_PA
        ? 'no pressure'
        : formatQuantity(pressure, 'pressure', units),
      consumer ? sayVerdict(consumer.verdict, consumer.decisive) : '',
      consumer?.decisive ? sayMargin(consumer.decisive, units) : '',
    ]
      .filter(Boolean)
      .join(', ');
  }
  const pressure =
    reading.pressurePa(`${part.id}.out`) ?? (actsAs(part, 'gauge') ? null : reading.pressurePa(`${part.id}.in`));
  return [
    name,
    partDetail(part, reading, units),
    pressure === null ? '' : `${formatQuantity(pressure, 'pressure', units)} behind it`,
  ]
    .filter(Boolean)
    .join(', ');
}
