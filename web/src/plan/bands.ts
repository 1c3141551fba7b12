import type { Slot } from "@kettleback/core";

/** A stretch of hours at one price, ready to draw: slots of the same price joined. */
export interface PriceStretch {
  readonly from: number;
  readonly to: number;
  readonly perKWh: number | null;
  /** 0 for the cheapest in view, 1 for the dearest. */
  readonly level: number;
}

/** Slots as stretches, with how dear each is among them. */
export function stretchesOfSlots(slots: readonly Slot[]): PriceStretch[] {
  const prices = slots.flatMap(({ perKWh }) => (perKWh === null ? [] : [perKWh]));
  const [low, high] = [Math.min(...prices), Math.max(...prices)];
  const level = (price: number | null) => (price === null || high <= low ? 0 : (price - low) / (high - low));
  const joined: PriceStretch[] = [];
  for (const { from, to, perKWh } of slots) {
    const last = joined.at(-1);
    if (last && last.perKWh === perKWh) joined[joined.length - 1] = { ...last, to };
    else joined.push({ from, to, perKWh, level: level(perKWh) });
  }
  return joined;
}

/** Whether the hours differ in price at all. */
export const pricesDiffer = (stretches: readonly PriceStretch[]): boolean =>
  new Set(stretches.map(({ perKWh }) => perKWh)).size > 1;
