import type { Kilometres } from "../../trade/units";
import { MOST_KM_A_DAY, type DistanceLaw } from "../week";

/** Coefficients of Acklam's rational approximation of the normal quantile (relative error below 1.2e-9; from memory). */
const CENTRE = {
  over: [
    -39.69683028665376, 220.9460984245205, -275.9285104469687, 138.357751867269, -30.66479806614716,
    2.506628277459239,
  ],
  under: [
    -54.47609879822406, 161.5858368580409, -155.6989798598866, 66.80131188771972, -13.28068155288572, 1,
  ],
};
const TAIL = {
  over: [
    -0.007784894002430293, -0.3223964580411365, -2.400758277161838, -2.549732539343734, 4.374664141464968,
    2.938163982698783,
  ],
  under: [0.007784695709041462, 0.3224671290700398, 2.445134137142996, 3.754408661907416, 1],
};
const TAIL_FROM = 0.02425;

const horner = (coefficients: readonly number[], x: number): number =>
  coefficients.reduce((sum, coefficient) => sum * x + coefficient, 0);

/**
 * The value below which a normal variable of mean 0 and deviation 1 lies with a probability.
 * @example normalQuantile(0.95) // 1.645
 */
export function normalQuantile(p: number): number {
  if (p <= 0) return -Infinity;
  if (p >= 1) return Infinity;
  if (p > 1 - TAIL_FROM) return -normalQuantile(1 - p);
  if (p < TAIL_FROM) {
    const q = Math.sqrt(-2 * Math.log(p));
    return horner(TAIL.over, q) / horner(TAIL.under, q);
  }
  const q = p - 0.5;
  return (q * horner(CENTRE.over, q * q)) / horner(CENTRE.under, q * q);
}

/**
 * The distance of a day as its place among all such days says (0 to 1): the quantile of its law.
 * @param usual what the pattern says of the day (km), the mean of its law
 * @param day of the pattern
 * @example dayDistance({ law: "spread", cv: 0.35 }, 40, 0, 0.5) // 37.75
 */
export function dayDistance(law: DistanceLaw, usual: Kilometres, day: number, place: number): Kilometres {
  return Math.min(MOST_KM_A_DAY, unbounded(law, usual, day, place));
}

function unbounded(law: DistanceLaw, usual: Kilometres, day: number, place: number): Kilometres {
  switch (law.law) {
    case "as-planned":
      return usual;
    case "spread": {
      const variance = Math.log1p(law.cv * law.cv);
      return usual * Math.exp(Math.sqrt(variance) * normalQuantile(place) - variance / 2);
    }
    case "geometric":
      return usual > 0 ? Math.floor(Math.log1p(-place) / Math.log(usual / (1 + usual))) : 0;
    case "trips": {
      const written = law.distances[day]!;
      return written[Math.min(written.length - 1, Math.floor(place * written.length))]!;
    }
  }
}
