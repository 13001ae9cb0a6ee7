import type { Engine } from '../project/project';

/** Litres of an engine are what usual figures go by. */
const LITRE = 1e-3;
/** Heat that goes into the coolant at idle, a litre, and of the brake power. @source engineering judgement */
const COOLANT_IDLE_W_L = 2.5e3;
const COOLANT_SHARE = 0.7;
const DIESEL_COOLANT_SHARE = 0.55;

/**
 * Air that is whipped into the oil, by volume: little at idle; at the redline more without a windage tray, little in a
 * tank in which it has time to leave.
 * @source engineering judgement
 */
export const FREE_AIR = {
  tray: { atIdleShare: 0.02, atRedlineShare: 0.08 },
  noTray: { atIdleShare: 0.02, atRedlineShare: 0.12 },
  tank: { atIdleShare: 0.02, atRedlineShare: 0.04 },
} as const;

/** Heat to coolant and jackets of an engine of a size. */
export const usualCoolantHeat = (
  displacementM3: number,
  fuel: Engine['fuel'],
): NonNullable<Engine['heat']['coolantHeat']> => ({
  idleW: COOLANT_IDLE_W_L * (displacementM3 / LITRE),
  brakeShare: fuel === 'diesel' ? DIESEL_COOLANT_SHARE : COOLANT_SHARE,
});

/** Mean load at full power over width and diameter. @source engineering judgement: rods 4 to 8 MPa, mains half */
export const FULL_LOAD_PA = { rods: 6e6, mains: 3e6 } as const;
