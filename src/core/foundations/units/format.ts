import { displayUnit, toDisplay, type Quantity, type UnitChoice } from './quantity';

const SIGNIFICANT_WHEN_SMALL = 2;

/**
 * A figure in the reader's unit, without the unit: fixed decimals, true minus, two significant digits
 * where fixed decimals would show a bare zero for something that is not.
 * @param si value in SI; NaN or infinite gives an em dash
 */
export function formatFigure(si: number, quantity: Quantity, choice: UnitChoice = {}, decimals?: number): string {
  if (!Number.isFinite(si)) return '—';
  const u = displayUnit(quantity, choice);
  const shown = toDisplay(si, u);
  const places = decimals ?? u.decimals;
  let text = shown.toFixed(places);
  if (Number(text) === 0) {
    text =
      shown === 0 || decimals !== undefined
        ? (0).toFixed(places)
        : String(Number(shown.toPrecision(SIGNIFICANT_WHEN_SMALL)));
    if (text.includes('e')) text = shown.toExponential(1);
  }
  return text.replace(/-/g, '−');
}

/** A figure with its unit: "2.25 bar". */
export function formatQuantity(si: number, quantity: Quantity, choice: UnitChoice = {}, decimals?: number): string {
  const symbol = displayUnit(quantity, choice).symbol;
  const figure = formatFigure(si, quantity, choice, decimals);
  return symbol === '' ? figure : `${figure}\u00a0${symbol}`;
}
