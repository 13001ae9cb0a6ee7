/**
 * To the air, a metre of bare hose or hard line at 25 m/s, by dash size [W/(m K)].
 * @source engineering judgement; rubber or a sleeve: half
 */
export const HOSE_CONDUCTANCE_WMK: Readonly<Record<number, number>> = {
  3: 0.4,
  4: 0.5,
  6: 0.7,
  8: 0.9,
  10: 1.1,
  12: 1.3,
  16: 1.6,
  20: 2,
};
