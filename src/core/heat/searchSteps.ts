/**
 * Slope of what the sump gains that a first step assumes [W/K]: pan, block and a cooler together.
 * @source engineering judgement
 */
export const FIRST_SLOPE_WK = 250;
/** Passes at one temperature at most, where it is looked at closely. */
export const MOST_CLOSER = 30;
