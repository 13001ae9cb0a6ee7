export { QUANTITIES, displayUnit, fromDisplay, toDisplay } from './quantity';
export type { DisplayUnit, Quantity, UnitChoice } from './quantity';
export { formatFigure, formatQuantity } from './format';
export { parseQuantity, type BoreNames } from './parse';
