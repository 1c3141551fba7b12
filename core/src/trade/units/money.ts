import type { WattHours } from "./energy";

/**
 * Money as whole millionths of one currency unit. Whole numbers add without drift, and a millionth is far
 * below what any tariff states, so a ledger of parts always sums to its total.
 */
declare const money: unique symbol;
/** Money in millionths of a currency, whole, so that sums are exact. */
export type Micros = number & { readonly [money]: "micros" };

const MICROS = 1_000_000;

/**
 * An amount in currency units (0.34) as micros, rounded to the nearest millionth.
 * @example micros(0.31) // 310000
 */
export const micros = (amount: number): Micros => (Math.round(amount * MICROS) + 0) as Micros;

/**
 * Micros as an amount in currency units, for display and for files.
 * @example amountOf(micros(0.31)) // 0.31
 */
export const amountOf = (m: Micros): number => m / MICROS;

/**
 * Adds amounts of one currency.
 * @example sumMicros([micros(0.1), micros(0.2)]) // 300000
 */
export const sumMicros = (parts: readonly Micros[]): Micros => parts.reduce((a, b) => a + b, 0) as Micros;

/**
 * What an energy (Wh) costs at a price a kWh. Negative prices occur on real spot tariffs and simply pay.
 * @example priceEnergy(wattHours(2_000), micros(0.31)) // 620000
 */
export const priceEnergy = (energy: WattHours, perKWh: Micros): Micros =>
  (Math.round((energy / 1000) * perKWh) + 0) as Micros;

/**
 * An amount rounded as it is shown, in steps of the smallest coin that is shown, halves away from zero. Every difference
 * that is shown is taken from what this gives, so that it is the difference of what stands there.
 * @param step in micros: 10,000 for a hundredth
 * @example shownAs(micros(1.236), 0.01) // 1236000
 */
export const shownAs = (m: Micros, step: number): Micros =>
  (Math.sign(m) * Math.round(Math.abs(m) / step) * step + 0) as Micros;

/**
 * Parts rounded as they are shown so that they add up to their rounded total: what rounding leaves over goes to the parts
 * that were cut most.
 * @example apportion([3_333, 3_333, 3_334], 10_000) // one of them is 10,000, the others 0
 */
export function apportion(parts: readonly Micros[], step: number): Micros[] {
  const total = shownAs(sumMicros(parts), step) / step;
  const floors = parts.map((part) => Math.floor(part / step));
  const left = total - floors.reduce((sum, n) => sum + n, 0);
  const order = parts
    .map((part, i) => ({ i, cut: part / step - floors[i]! }))
    .sort((a, b) => b.cut - a.cut || a.i - b.i);
  const more = new Set(order.slice(0, left).map(({ i }) => i));
  return floors.map((n, i) => ((n + (more.has(i) ? 1 : 0)) * step + 0) as Micros);
}
