import { QUANTITIES, type Quantity } from './quantity';
import type { DisplayUnit } from './shownUnit';

/** Quantities whose unit is the one in which a figure is round: it was typed in that. */
const ROUND_IN: Partial<Readonly<Record<Quantity, Readonly<Record<string, readonly string[]>>>>> = {
  engineSize: { ci: ['ci', 'L'], L: ['L'] },
};
const ROUND_DIGITS = 6;
const digitsOf = (shown: number): number =>
  String(Number(shown.toPrecision(ROUND_DIGITS))).replace(/^0\.0*|\D/g, '').length;

/** Which unit a reader wants for each quantity; the default where nothing is said. */
export type UnitChoice = Partial<Readonly<Record<Quantity, string>>>;

/**
 * The unit that a reader sees for a quantity. An unknown choice falls back to the default.
 * @param si the figure, where its own roundness says in which of two units it was typed
 */
export function displayUnit(quantity: Quantity, choice: UnitChoice = {}, si?: number): DisplayUnit {
  const units: readonly DisplayUnit[] = QUANTITIES[quantity].shown;
  const chosen = units.find((u) => u.id === choice[quantity]) ?? units[0]!;
  const among = si === undefined ? undefined : ROUND_IN[quantity]?.[chosen.id];
  if (!among) return chosen;
  const [first, ...others] = among.map((id) => units.find((u) => u.id === id)!);
  return others.reduce((best, u) => (digitsOf(toDisplay(si!, u)) < digitsOf(toDisplay(si!, best)) ? u : best), first!);
}

/** From SI to the figure shown. */
export function toDisplay(si: number, u: DisplayUnit): number {
  return si * u.factor + u.offset;
}

/** From the figure shown to SI. */
export function fromDisplay(shown: number, u: DisplayUnit): number {
  return (shown - u.offset) / u.factor;
}
