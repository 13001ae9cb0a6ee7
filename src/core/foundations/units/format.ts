import { displayUnit, toDisplay, type UnitChoice } from './displayUnit';
import { QUANTITIES, type Quantity } from './quantity';

const SIGNIFICANT_WHEN_SMALL = 2;
/** From here on a third decimal is more than anything in a workshop can show. */
const NO_THIRD_DECIMAL_FROM = 10;

/**
 * A figure in the reader's unit, without the unit: fixed decimals, true minus, two significant digits where fixed
 * decimals would show a bare zero for something that is not, and that a gauge or a rule could show.
 * @param si value in SI; NaN or infinite gives an em dash
 */
export function formatFigure(si: number, quantity: Quantity, choice: UnitChoice = {}, decimals?: number): string {
  if (!Number.isFinite(si)) return '—';
  const u = displayUnit(quantity, choice, si);
  const shown = toDisplay(si, u);
  const usual = Math.abs(shown) >= NO_THIRD_DECIMAL_FROM ? Math.min(2, u.decimals) : u.decimals;
  const places = decimals ?? usual;
  let text = shown.toFixed(places);
  if (Number(text) === 0) {
    text =
      shown === 0 || decimals !== undefined || Math.abs(si) < QUANTITIES[quantity].zeroBelow
        ? (0).toFixed(places)
        : String(Number(shown.toPrecision(SIGNIFICANT_WHEN_SMALL)));
    if (text.includes('e')) text = shown.toExponential(1);
  }
  return text.replace(/-/g, '−');
}

/** A figure with its unit as short as a drawing needs it: "1.08 gpm" where the reader's unit is the US gallon. */
export function formatInDrawing(si: number, quantity: Quantity, choice: UnitChoice = {}, decimals?: number): string {
  return `${formatFigure(si, quantity, choice, decimals)}\u00a0${displayUnit(quantity, choice, si).shortSymbol}`;
}

/** A figure with its unit: "2.25 bar". */
export function formatQuantity(si: number, quantity: Quantity, choice: UnitChoice = {}, decimals?: number): string {
  const symbol = displayUnit(quantity, choice, si).symbol;
  const figure = formatFigure(si, quantity, choice, decimals);
  return symbol === '' ? figure : `${figure}\u00a0${symbol}`;
}
