import type { Scheduled, Placing } from "./schedules";
import type { Seconds, WattHours } from "../../trade/units";

/** How a session lies to the cheapest hours of its time at the plug. */
export interface Spill {
  readonly pluggedIn: Seconds;
  /** Lowest price a kWh in that time, and how long it holds; null where nothing prices energy. */
  readonly price: number | null;
  readonly cheapFor: Seconds;
  readonly insideWh: WattHours;
  /** Energy taken at dearer hours, and what those lines cost (currency units). */
  readonly outsideWh: WattHours;
  readonly outsideCost: number;
}

/** Prices within a millionth are one price. */
const SAME = 1e-6;

/**
 * What of a session falls outside the cheapest hours between plugging in and departure.
 * @example spillOf(placing, { bill: receipt }).price // 0.174
 */
export function spillOf({ slots, until }: Placing, { bill }: Scheduled): Spill {
  const priced = slots.filter(({ perKWh }) => perKWh !== null);
  const price = priced.length > 0 ? Math.min(...priced.map(({ perKWh }) => perKWh!)) : null;
  const cheapFor = priced
    .filter(({ perKWh }) => perKWh! <= price! + SAME)
    .reduce((sum, { from, to }) => sum + to - from, 0);
  const energies = bill.lines.filter(({ component }) => component === "ENERGY");
  const inside = (line: (typeof energies)[number]) =>
    price !== null && (line.price / 1e6) * (1 + (line.vatPercent ?? 0) / 100) <= price + SAME;
  const sum = (of: (line: (typeof energies)[number]) => number, lines = energies) =>
    lines.reduce((total, line) => total + of(line), 0);
  const outside = energies.filter((line) => !inside(line));
  return {
    pluggedIn: until,
    price,
    cheapFor,
    insideWh: (sum((l) => l.used, energies.filter(inside)) * 1000) as WattHours,
    outsideWh: (sum((l) => l.used, outside) * 1000) as WattHours,
    outsideCost: sum((l) => (l.amount + l.vat) / 1e6, outside),
  };
}
