export { FOOT_M, INCH_M, POUND_FORCE_N, PSI_PA, THOUSAND_RPM_REV_S } from './conversions';
export { QUANTITIES, displayUnit, fromDisplay, toDisplay } from './quantity';
export type { DisplayUnit, Quantity, UnitChoice } from './quantity';
export { formatFigure, formatInDrawing, formatQuantity } from './format';
export { METRIC_UNITS, US_UNITS } from './system';
export { parseQuantity, type BoreNames } from './parse';
