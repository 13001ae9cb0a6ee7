/**
 * To the air, a metre of bare hose or hard line at 25 m/s, by dash size [W/(m K)].
 * @source engineering judgement; rubber or a sleeve: half
 */
const HOSE_CONDUCTANCE_WMK: Readonly<Record<number, number>> = {
  3: 0.4,
  4: 0.5,
  6: 0.7,
  8: 0.9,
  10: 1.1,
  12: 1.3,
  16: 1.6,
  20: 2,
};

const USUAL_DASH = 10;
const USUAL_WMK = 1.1;
/** Bare metal against rubber. @source engineering judgement */
const HARD_LINE_TIMES = 1.5;

/** What a line that runs outside gives to the air where nothing is stated; undefined for passages in metal. */
export function usualLineHeat(
  form: string,
  dash: number | undefined,
): { readonly airConductanceWMK: number; readonly radiantWM: number } | undefined {
  if (form !== 'hose' && form !== 'hardLine') return undefined;
  const hose = HOSE_CONDUCTANCE_WMK[dash ?? USUAL_DASH] ?? USUAL_WMK;
  return { airConductanceWMK: hose * (form === 'hardLine' ? HARD_LINE_TIMES : 1), radiantWM: 0 };
}
