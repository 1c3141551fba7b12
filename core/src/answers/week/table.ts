import { amountOf, type Fraction, type Kilometres } from "../../trade/units";
import {
  reachOf,
  weekAt,
  weekSetting,
  weekSums,
  WEEKS_A_YEAR,
  type WeekAnswer,
  type WeekReach,
  type WeekVerdict,
} from "./answer";
import type { WeekAsked } from "./document";
import { DAYS_A_WEEK } from "./pattern";
import type { WeekRecord } from "./record";
import { localAt, type Timeline } from "./timeline";

/** A day as it goes out. Distances in km, charge as a share. */
export interface WeekDayRow {
  readonly date: string;
  readonly startSoc: Fraction;
  readonly endSoc: Fraction;
  readonly drivenKm: Kilometres;
  readonly addedKm: Kilometres;
  readonly shortKm: Kilometres;
  readonly carriedKm: Kilometres;
}

/** A stop on the way as it goes out; money in the household's currency. */
export interface StopRow {
  readonly at: string;
  readonly km: Kilometres;
  readonly seconds: number | null;
  readonly wallWh: number | null;
  readonly cost: number | null;
}

/** A car's week at a way as it goes out: canonical units, named in every field; null where nothing charges. */
export interface WeekRow {
  readonly car: string;
  readonly way: string;
  readonly verdict: WeekVerdict | null;
  readonly lowestSoc: Fraction | null;
  /** Local times; a week that is not the first has its own dates. */
  readonly lowestAt: string | null;
  readonly recoveredBy: string | null;
  /** On the first day that falls short; 0 and null where none does. */
  readonly shortKm: Kilometres;
  readonly shortOn: string | null;
  readonly sustainedKmPerDay: Kilometres | null;
  readonly hoursNeeded: number | null;
  /** Of the first week. */
  readonly days: readonly WeekDayRow[];
  /** In the long run, stops and all; null where a stop has no price. */
  readonly costPerWeek: number | null;
  readonly costPerYear: number | null;
  readonly currency: string;
  /** Of the week in which it first falls short. */
  readonly stops: readonly StopRow[];
  /** Stops among all sessions, in the long run. */
  readonly stopShare: Fraction | null;
  /** Why nothing charges; null where something does. */
  readonly refusal: string | null;
}

/**
 * The date of a day of a pattern, so many weeks on.
 * @example dayDate("2026-11-23", 3) // "2026-11-26"
 */
export const dayDate = (start: string, day: number, weeks = 0): string =>
  new Date(Date.parse(start) + (weeks * DAYS_A_WEEK + day) * 86_400_000).toISOString().slice(0, 10);

const dayRows = ({ days, week }: WeekRecord, start: string): WeekDayRow[] =>
  days.map(({ startSoc, endSoc, drivenKm, addedKm, shortKm, carriedKm }, day) => ({
    date: dayDate(start, day, week),
    startSoc,
    endSoc,
    drivenKm,
    addedKm,
    shortKm,
    carriedKm,
  }));

const stopRows = ({ stops, week }: WeekRecord, timeline: Timeline): StopRow[] =>
  stops.map(({ at, km, seconds, wallWh, cost }) => ({
    at: localAt(timeline, at, week),
    km,
    seconds,
    wallWh,
    cost: cost === null ? null : amountOf(cost),
  }));

/**
 * An answer as it goes out.
 * @example weekRow(week.answer, week.reach, week.asked).verdict // "holds"
 */
export function weekRow(answer: WeekAnswer, reach: WeekReach, { pattern, household }: WeekAsked): WeekRow {
  const { followed, weeks, timeline, plan, verdict } = answer;
  const { lowest, recovered, short } = followed;
  const sums = weekSums(answer.longRun);
  const cost = sums.stops === null || sums.unpriced ? null : amountOf(sums.plugs) + amountOf(sums.stops);
  return {
    car: answer.car.name,
    way: plan.name,
    verdict,
    lowestSoc: lowest.soc,
    lowestAt: localAt(timeline, lowest.at, lowest.week),
    recoveredBy: recovered && localAt(timeline, recovered.at, recovered.week),
    shortKm: short?.km ?? 0,
    shortOn: short && dayDate(pattern.start, short.day, short.week),
    ...reach,
    days: dayRows(weeks[0]!, pattern.start),
    costPerWeek: cost,
    costPerYear: cost === null ? null : cost * WEEKS_A_YEAR,
    currency: household.currency,
    stops: stopRows(
      weeks.find(({ week }) => week === (short?.week ?? 0))!,
      timeline,
    ),
    stopShare: sums.stopShare,
    refusal: null,
  };
}

/**
 * Every car on every way, car by car.
 * @example weekRows(week.asked).length // 42
 */
export const weekRows = (asked: WeekAsked): WeekRow[] =>
  asked.cars.flatMap((car, carAt) => {
    const setting = weekSetting(asked, carAt);
    return asked.ways.map((way): WeekRow => {
      const { answer, rider } = weekAt(setting, way);
      if (answer.kind === "charging") return weekRow(answer, reachOf(setting, rider!), asked);
      return {
        car: car.name,
        way: way.name,
        verdict: null,
        lowestSoc: null,
        lowestAt: null,
        recoveredBy: null,
        shortKm: 0,
        shortOn: null,
        sustainedKmPerDay: null,
        hoursNeeded: null,
        days: [],
        costPerWeek: null,
        costPerYear: null,
        currency: asked.household.currency,
        stops: [],
        stopShare: null,
        refusal: answer.refusal.message,
      };
    });
  });
