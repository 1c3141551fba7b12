import type { WeekAsked } from "../week";
import type { Estimate } from "./estimate";
import { yearBlocks, yearsAt } from "./year";

/** A car's year at a way as it goes out; null where nothing charges. Money in the household's currency. */
export interface YearRow {
  readonly car: string;
  readonly way: string;
  readonly years: number;
  readonly seed: number;
  readonly shortDaysPerYear: Estimate | null;
  readonly stopsPerYear: Estimate | null;
  readonly costPerYear: Estimate | null;
  readonly stopShare: number | null;
  readonly currency: string;
}

/** Most years simulated at once. */
export const MOST_YEARS = 10_000;

/**
 * Every car on every way through years of luck and weather, the same for all.
 * @example yearRows(year.asked, 20, 1).length // 1
 */
export const yearRows = (asked: WeekAsked, years: number, seed: number): YearRow[] =>
  asked.cars.flatMap((car, carAt) => {
    const work = yearBlocks(asked, carAt, { seed, years, first: 0, stride: 1 });
    let step = work.next();
    while (!step.done) step = work.next();
    const found = yearsAt(step.value);
    return asked.ways.map(({ name }, way): YearRow => {
      const at = found[way];
      return {
        car: car.name,
        way: name,
        years,
        seed,
        shortDaysPerYear: at?.shortDays ?? null,
        stopsPerYear: at?.stops ?? null,
        costPerYear: at?.cost ?? null,
        stopShare: at?.stopShare ?? null,
        currency: asked.household.currency,
      };
    });
  });
