import type { Seconds } from "../../trade/units";
import type { WeekAnswer } from "./answer";
import { pricedHours } from "./plug";

/** A stretch of a week at one price of a kWh; its level is 0 for the cheapest, 1 for the dearest. */
export interface PricedStretch {
  readonly from: Seconds;
  readonly to: Seconds;
  /** In the household's currency, with VAT; null where nothing prices it. */
  readonly perKWh: number | null;
  readonly level: number;
}

/**
 * The hours of a week by what a kWh costs at a way; one level where all cost the same.
 * @example pricedWeek(week.answer).length > 7 // true
 */
export function pricedWeek({
  plan,
  circuit,
  timeline,
}: Pick<WeekAnswer, "plan" | "circuit" | "timeline">): PricedStretch[] {
  const slots = pricedHours({ plan, circuit }, timeline.clock, timeline.turns.at(-1)!);
  const known = slots.flatMap(({ perKWh }) => perKWh ?? []);
  const [least, most] = [Math.min(...known), Math.max(...known)];
  const level = (price: number | null) =>
    price === null || most === least ? 0 : (price - least) / (most - least);
  return slots.reduce<PricedStretch[]>((joined, { from, to, perKWh }) => {
    const last = joined.at(-1);
    if (last?.perKWh === perKWh && last.to === from) joined[joined.length - 1] = { ...last, to };
    else joined.push({ from, to, perKWh, level: level(perKWh) });
    return joined;
  }, []);
}
