import type { WattHours } from "./energy";

/**
 * Money as whole millionths of one currency unit. Whole numbers add without drift, and a millionth is far
 * below what any tariff states, so a ledger of parts always sums to its total.
 */
declare const money: unique symbol;
export type Micros = number & { readonly [money]: "micros" };

const MICROS = 1_000_000;

/** An amount in currency units (0.34) as micros, rounded to the nearest millionth. */
export const micros = (amount: number): Micros => (Math.round(amount * MICROS) + 0) as Micros;

/** Micros as an amount in currency units, for display and for files. */
export const amountOf = (m: Micros): number => m / MICROS;

/** Adds amounts of one currency. */
export const sumMicros = (parts: readonly Micros[]): Micros => parts.reduce((a, b) => a + b, 0) as Micros;

/** What an energy (Wh) costs at a price a kWh. Negative prices occur on real spot tariffs and simply pay. */
export const priceEnergy = (energy: WattHours, perKWh: Micros): Micros =>
  (Math.round((energy / 1000) * perKWh) + 0) as Micros;
