export { FOOT_M, INCH_M, POUND_FORCE_N, PSI_PA, THOUSAND_RPM_REV_S } from './conversions';
export { QUANTITIES, type Quantity } from './quantity';
export type { DisplayUnit } from './shownUnit';
export { displayUnit, fromDisplay, toDisplay, type UnitChoice } from './displayUnit';
export { formatFigure, formatInDrawing, formatQuantity } from './format';
export { METRIC_UNITS, US_UNITS } from './system';
// What reads typed figures is imported by itself, from parse and numeral: the first view types nothing.
