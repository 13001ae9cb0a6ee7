const A = [
  -3.969683028665376e1, 2.209460984245205e2, -2.759285104469687e2, 1.38357751867269e2, -3.066479806614716e1,
  2.506628277459239,
] as const;
const B = [
  -5.447609879822406e1, 1.615858368580409e2, -1.556989798598866e2, 6.680131188771972e1, -1.328068155288572e1,
] as const;
const C = [
  -7.784894002430293e-3, -3.223964580411365e-1, -2.400758277161838, -2.549732539343734, 4.374664141464968,
  2.938163982698783,
] as const;
const D = [7.784695709041462e-3, 3.224671290700398e-1, 2.445134137142996, 3.754408661907416] as const;
/** Below this share the tail's own formula holds. */
const TAIL = 0.02425;

/**
 * Standard normal deviate that a share p lies below: the inverse of the normal distribution function.
 * Relative error below 1.2e-9.
 * @param p greater than 0, less than 1 @returns deviate [-]
 * @source Acklam, P. J. (2003), rational approximation of the inverse normal distribution function (from memory)
 * @example inverseNormal(0.975) // 1.959964
 */
export function inverseNormal(p: number): number {
  if (p < TAIL) return tail(Math.sqrt(-2 * Math.log(p)));
  if (p > 1 - TAIL) return -tail(Math.sqrt(-2 * Math.log(1 - p)));
  const q = p - 0.5;
  const r = q * q;
  const above = ((((A[0] * r + A[1]) * r + A[2]) * r + A[3]) * r + A[4]) * r + A[5];
  const below = ((((B[0] * r + B[1]) * r + B[2]) * r + B[3]) * r + B[4]) * r + 1;
  return (above * q) / below;
}

function tail(q: number): number {
  return (
    (((((C[0] * q + C[1]) * q + C[2]) * q + C[3]) * q + C[4]) * q + C[5]) /
    ((((D[0] * q + D[1]) * q + D[2]) * q + D[3]) * q + 1)
  );
}

/** Coefficients and the scale of the approximation. */
const E5 = [0.254829592, -0.284496736, 1.421413741, -1.453152027, 1.061405429] as const;
const E_SCALE = 0.3275911;

/**
 * Share that lies below a standard normal deviate. Absolute error below 7.5e-8.
 * @param z deviate [-] @returns 0 to 1
 * @source Abramowitz, M., Stegun, I. A. (1964), Handbook of Mathematical Functions, 7.1.26 (from memory)
 * @example normalCdf(1.959964) // 0.975
 */
export function normalCdf(z: number): number {
  const x = Math.abs(z) / Math.SQRT2;
  const t = 1 / (1 + E_SCALE * x);
  const erfc = t * (E5[0] + t * (E5[1] + t * (E5[2] + t * (E5[3] + t * E5[4])))) * Math.exp(-x * x);
  return z < 0 ? erfc / 2 : 1 - erfc / 2;
}
