import { dayAt, minuteOfDayAt, msAt, type Clock } from "../../engine/clock";
import type { Tariff } from "../../things/parts";
import {
  clockCuts,
  pricesOf,
  ruleAt,
  type PriceMoment,
  type PriceRule,
  type Prices,
} from "../../engine/tariff";
import type { Amps, Seconds, Volts } from "../../trade/units";
import type { Choice } from "./choices";
import type { Rate } from "./optimum";

/** A stretch of time over which no price changes, with what each choice costs and stores in it. */
export interface Slot {
  readonly from: Seconds;
  readonly to: Seconds;
  readonly hours: number;
  /** Price of energy, with VAT, in currency units a kWh; null where nothing prices it. */
  readonly perKWh: number | null;
  /** By choice; the money is what charging costs more than standing connected without. */
  readonly rates: readonly Rate[];
}

const gross = (rule: PriceRule | undefined): number =>
  rule ? (rule.price / 1e6) * (1 + (rule.vat ?? 0) / 100) : 0;

/** What a tariff is asked under: the volts that tell amps from power, and the amps chosen at the post. */
export interface Under {
  readonly volts: Volts;
  readonly chosenAmps: Amps;
}

/** Money an hour of each choice at a moment that may differ by choice. */
const ratesAt = (
  prices: Prices,
  choices: readonly Choice[],
  at: (choice: Choice | undefined) => PriceMoment,
): Rate[] => {
  const standing = gross(ruleAt(prices, "PARKING_TIME", at(undefined)));
  return choices.map((choice) => {
    const moment = at(choice);
    const [perKWh, perHour] = [ruleAt(prices, "ENERGY", moment), ruleAt(prices, "TIME", moment)];
    // An hour that nothing prices is not free: what it would cost nobody knows, so nothing is placed there.
    if (!perKWh && !perHour && prices.metered) return { cost: Infinity, storedW: choice.storedW };
    const energy = (gross(perKWh) * choice.wallW) / 1000;
    return { cost: energy + gross(perHour) - standing, storedW: choice.storedW };
  });
};

/**
 * The time from plugging in until a departure as slots. Prices that hang on how much has been taken are those of the
 * first kWh: what is chosen by them is judged again by the whole bill.
 * @example slotsOf(dayNight, clock, 12 * 3600, [], { volts: 230, chosenAmps: 10 }).length // 2
 */
export function slotsOf(
  tariff: Tariff,
  clock: Clock,
  to: Seconds,
  choices: readonly Choice[],
  { volts, chosenAmps }: Under,
): Slot[] {
  const prices = pricesOf(tariff);
  const cuts = [...new Set([0, ...clockCuts(prices, clock, 0, to), ...prices.durations, to])]
    .filter((at) => at >= 0 && at <= to)
    .sort((a, b) => a - b);
  // Power and amps matter to a price only where a restriction names them; else slots of one price share their rates.
  const alike =
    prices.watts.length + prices.amps.length === 0 && tariff.elements.every(({ kettleback }) => !kettleback);
  const known = new Map<string, Rate[]>();
  return cuts.slice(1).map((end, i): Slot => {
    const from = cuts[i]!;
    const middle = (from + end) / 2;
    const day = dayAt(clock, middle);
    const plain: PriceMoment = {
      minute: minuteOfDayAt(clock, middle),
      day,
      weekday: (((day + 3) % 7) + 7) % 7,
      ms: msAt(clock, middle),
      wh: 0,
      seconds: middle,
      watts: 0,
      amps: 0,
      chosenAmps,
    };
    const at = (choice: Choice | undefined): PriceMoment => ({
      ...plain,
      watts: choice?.wallW ?? 0,
      amps: (choice?.wallW ?? 0) / volts,
      // What is set in the car is not what was chosen at the post.
      chosenAmps: (choice?.by === "evse" ? choice.amps : undefined) ?? chosenAmps,
    });
    const energy = ruleAt(prices, "ENERGY", alike ? plain : at(choices.at(-1)));
    const perKWh = energy ? gross(energy) : null;
    if (!alike)
      return { from, to: end, hours: (end - from) / 3600, perKWh, rates: ratesAt(prices, choices, at) };
    const key = [
      perKWh,
      gross(ruleAt(prices, "TIME", plain)),
      gross(ruleAt(prices, "PARKING_TIME", plain)),
    ].join();
    const rates = known.get(key) ?? ratesAt(prices, choices, () => plain);
    known.set(key, rates);
    return { from, to: end, hours: (end - from) / 3600, perKWh, rates };
  });
}
