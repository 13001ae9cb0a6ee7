/** @source ISO 80000-3, exact by convention */
export const STANDARD_GRAVITY_M_S2 = 9.80665;
