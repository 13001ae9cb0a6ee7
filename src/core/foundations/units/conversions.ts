/**
 * What units are worth in SI; said here and nowhere else.
 * @source exact conversion factors: ISO 80000, NIST SP 811 (from memory)
 */
export const BAR_PA = 1e5;
/** lbf/in², from the exact pound, standard gravity and inch. */
export const PSI_PA = 6894.757293168361;
export const INCH_M = 0.0254;
export const FOOT_M = 0.3048;
export const MILE_M = 1609.344;
export const POUND_KG = 0.45359237;
export const POUND_FORCE_N = 4.4482216152605;
export const US_GALLON_M3 = 3.785411784e-3;
export const IMPERIAL_GALLON_M3 = 4.54609e-3;
/** International table Btu [J]. */
export const BTU_J = 1055.05585262;
/** g. */
export const STANDARD_GRAVITY_M_S2 = 9.80665;
export const HORSEPOWER_W = 745.6998715822702;
export const MINUTE_S = 60;
export const HOUR_S = 3600;
/** Speed of a thousand revolutions a minute [rev/s]. */
export const THOUSAND_RPM_REV_S = 1000 / MINUTE_S;
export const FAHRENHEIT_PER_KELVIN = 1.8;
export const ZERO_CELSIUS_K = 273.15;
/** 0 °F on a scale of that step that begins at absolute zero [°F]. */
export const ZERO_FAHRENHEIT_ABOVE_NOTHING = 459.67;
export const LITRE_M3 = 1e-3;
export const CC_M3 = 1e-6;
/** One Btu an hour and degree Fahrenheit [W/K]. */
export const BTU_H_F_WK = (BTU_J / HOUR_S) * FAHRENHEIT_PER_KELVIN;
