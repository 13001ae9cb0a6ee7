import { formatQuantity, type Quantity, type UnitChoice } from '../../foundations/units';
import { sayMargin } from '../../judgement/supply/say';
import type { Guesses } from './guessSchema';

/**
 * The tightest margin with its band: "Turbo at 7000 rpm, 120 °C: 0.18 L/min above maximum, ± 0.30 L/min from 42
 * guesses."
 */
export function sayTightest({ tightest, guessed }: Guesses, units: UnitChoice = {}): string {
  if (!tightest) return 'Nothing is required of any component.';
  const at = `${formatQuantity(tightest.speedRevS, 'speed', units)}, ${formatQuantity(tightest.oilTemperatureK, 'temperature', units)}`;
  const band = formatQuantity(tightest.plusMinus, tightest.check.quantity, units);
  return `${tightest.name} at ${at}: ${sayMargin(tightest.check, units)}, ±\u00a0${band} from ${guessed === 1 ? '1 guess' : `${guessed} guesses`}.`;
}

/** One guess: "Restrictor: bore 1.50 mm ± 0.06 mm". */
export function sayGuess(
  { name, stated, plusMinus, quantity }: Guesses['rows'][number],
  units: UnitChoice = {},
): string {
  const q = quantity as Quantity;
  return `${name} ${formatQuantity(stated, q, units)} ± ${formatQuantity(plusMinus, q === 'temperature' ? 'temperatureDifference' : q, units)}`;
}
