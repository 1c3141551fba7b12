import type { Fraction, Seconds, WattHours } from "../../trade/units";

/** ln(1 + x)/x without loss of digits near zero. */
const log1pOver = (x: number): number => (Math.abs(x) < 1e-8 ? 1 - x / 2 : Math.log1p(x) / x);
/** (eˣ − 1)/x without loss of digits near zero. */
const expm1Over = (x: number): number => (Math.abs(x) < 1e-8 ? 1 + x / 2 : Math.expm1(x) / x);

/**
 * Time (s) to store an energy (Wh) while power (W) runs straight from P₁ to P₂ over it: E/(P₂ − P₁)·ln(P₂/P₁), exact;
 * the limit E/P where the power is level.
 * @example timeOnLine(wattHours(1000), 1000, 1000) // 3600
 */
export const timeOnLine = (energy: WattHours, startW: number, endW: number): Seconds =>
  ((energy * 3600) / startW) * log1pOver((endW - startW) / startW);

/**
 * Energy (Wh) stored after a time on such a line; the inverse of {@link timeOnLine}.
 * @example energyOnLine(wattHours(1000), 1000, 1000, 1800) // 500
 */
export const energyOnLine = (energy: WattHours, startW: number, endW: number, time: Seconds): number => {
  const growth = (endW - startW) / (energy * 3600);
  return (startW * time * expm1Over(growth * time)) / 3600;
};

/**
 * Share of the energy stored after a share of the time on such a line: (gˣ − 1)/(g − 1) with g = P₂/P₁, without loss
 * of digits where the line is almost level.
 * @example storedByShare(1000, 1000, 0.25) // 0.25
 */
export function storedByShare(startW: number, endW: number, share: Fraction): Fraction {
  const growth = Math.log(endW / startW);
  return (share * expm1Over(growth * share)) / expm1Over(growth);
}

const OUTER = Math.sqrt(0.6) / 2;

/**
 * Nodes of Gauss–Legendre of three points (Abramowitz and Stegun, table 25.4), moved to 0–1. Over a slice, whose power
 * changes by half at most, it is exact to a few parts in a thousand million.
 */
export const NODES_3: readonly number[] = [0.5 - OUTER, 0.5, 0.5 + OUTER];
/** Their weights, which sum to 1. */
export const WEIGHTS_3: readonly number[] = [5 / 18, 8 / 18, 5 / 18];
