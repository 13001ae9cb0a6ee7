import type { Part } from '../../../core/document/parts/part';
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
  const flow = () => formatInDrawing(reading.flowM3S(part.id), 'flow', units);
  const opening = reading.opening(part.id) ?? 0;
  if (part.blocked === true) return 'blocked';
  switch (part.kind) {
    case 'relief':
      return opening > 0 ? flow() : `shut to ${formatQuantity(part.crackPa, 'pressure', units)}`;
    case 'filter':
      return part.bypass ? (opening > 0 ? 'bypass open' : 'bypass shut') : 'no bypass valve';
    case 'line':
      return part.dash ? `dash ${part.dash}` : formatQuantity(part.boreM, 'bore', units, boreDecimals(units));
    case 'pickup':
      return '';
    case 'orifice':
      return formatQuantity(part.boreM, 'bore', units);
    case 'valve':
      return formatQuantity(part.turns, 'turns', units);
    case 'gauge':
      return part.connected
        ? formatQuantity(reading.pressurePa(`${part.id}.in`) ?? NaN, 'pressure', units)
        : 'unplugged';
    case 'plug':
      return part.duty === 'samplePort' ? 'sample' : part.duty === 'magneticPlug' ? 'magnet' : 'plug';
    case 'accumulator': {
      const oil = reading.result.accumulators.find((a) => a.part === part.id)?.oilM3 ?? null;
      return oil === null ? 'shut' : formatQuantity(oil, 'volume', units);
    }
    case 'plate':
      return part.passage.kind === 'thermostat'
        ? `${Math.round(opening * 100)} % open`
        : part.passage.kind === 'separate'
          ? 'all oil via the ports'
          : 'taps only';
    case 'cover':
      return part.carriesPassage ? flow() : 'blank';
    case 'ownOil':
      return 'its own oil';
    case 'thermostat':
      return `${Math.round(opening * 100)} % open`;
    default:
      return flow();
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
    reading.pressurePa(`${part.id}.out`) ?? (part.kind === 'gauge' ? null : reading.pressurePa(`${part.id}.in`));
  return [
    name,
    partDetail(part, reading, units),
    pressure === null ? '' : `${formatQuantity(pressure, 'pressure', units)} behind it`,
  ]
    .filter(Boolean)
    .join(', ');
}
