import { normalQuantile } from "./distance";

/** A mean of simulated years, and where the true one lies nine times in ten. */
export interface Estimate {
  readonly mean: number;
  readonly low: number;
  readonly high: number;
}

/** Share of intervals that are to hold the true mean. */
const SURE = 0.9;
const Z = normalQuantile((1 + SURE) / 2);
/** Student's quantile for some years, by its expansion to the second order (Abramowitz and Stegun 26.7.5). */
function student(freedom: number): number {
  const [z3, z5] = [Z ** 3, Z ** 5];
  return Z + (z3 + Z) / (4 * freedom) + (5 * z5 + 16 * z3 + 3 * Z) / (96 * freedom ** 2);
}

/** Days of a year against those that are simulated. */
export const WHOLE_YEAR = 365.25 / 364;

/**
 * The mean of some years and its 90 % interval. Where nothing happened in any of them the interval reaches to what would
 * have shown itself nine times in ten.
 * @param counts whether it counts events, which never are fewer than none
 * @example estimate([3, 5], 1, true).mean // 4
 */
export function estimate(values: readonly number[], scale: number, counts: boolean): Estimate {
  const n = values.length;
  const mean = values.reduce((sum, value) => sum + value, 0) / n;
  const variance = n > 1 ? values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (n - 1) : 0;
  const half = n > 1 ? student(n - 1) * Math.sqrt(variance / n) : Infinity;
  const least = counts && values.every((value) => value === 0) ? -Math.log(1 - SURE) / n : 0;
  const low = mean - half;
  return {
    mean: mean * scale,
    low: (counts ? Math.max(0, low) : low) * scale,
    high: Math.max(mean + half, least) * scale,
  };
}
