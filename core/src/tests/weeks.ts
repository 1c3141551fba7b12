import fc, { type Arbitrary } from "fast-check";
import { flatTariff } from "../engine/tariff";
import { fallowQuay } from "../household/demo";
import { startOf } from "./lineup";
import { bay, idealCar, post } from "./parts";
import {
  awayProblem,
  away,
  judgeWeek,
  weekAt,
  weekSetting,
  WEEK_FORMAT,
  type Day,
  type Drive,
  type Pattern,
  type WeekAnswer,
  type WeekAsked,
} from "../answers/week";
import type { Way } from "../answers/lineup";
import { SPEC_VERSION } from "../things/documents";
import type { Car, Tariff } from "../things/parts";
import { KM_PER_MILE } from "../trade/units";

/** The Monday every pattern of the tests begins on. */
export const MONDAY = "2026-11-23";

export const drive = (leave: string, back: string, km: number, more: Partial<Drive> = {}): Drive => ({
  leave,
  back,
  km,
  stands: "nowhere",
  ...more,
});
export const day = (...drives: Drive[]): Day => ({ drives, home: "home" });
export const AT_HOME = day();

/** A car to which a 240 V socket of 10 A brings five miles an hour, and no more than it brings is lost. */
export const plainCar = (usableWh = 82_000): Car => ({
  ...idealCar([{ phases: 1, amps: 32 }], usableWh),
  name: "plain car",
  whPerKm: (2_400 * 0.99) / 5 / KM_PER_MILE,
  inlets: ["ccs1"],
});

/** A wired-in unit of some amps at 240 V. */
export const plainWay = (
  amps: number,
  tariff: Tariff = flatTariff("one price", 0.2),
  name = `${amps} A`,
): Way => ({
  name,
  place: null,
  outlet: bay("split-phase", "high"),
  lead: null,
  evse: post(1, amps, "type1"),
  cable: null,
  adapter: null,
  tariff,
  settings: { evseAmps: null, carAmps: null, otherBusy: false },
  followsCar: false,
  buy: [],
});

export interface Asking {
  readonly cars?: readonly Car[];
  readonly ways?: readonly Way[];
  readonly elsewhere?: Partial<WeekAsked["elsewhere"]>;
  readonly pattern: Partial<Pattern> & { readonly days: readonly Day[] };
}

/** A week as a document would ask it. */
export function askedWeek({
  cars = [plainCar()],
  ways = [plainWay(10)],
  elsewhere,
  pattern,
}: Asking): WeekAsked {
  const judged = judgeWeek({
    format: WEEK_FORMAT,
    version: SPEC_VERSION,
    name: "a week",
    household: { ...fallowQuay.household.spec, currency: "EUR" },
    cars,
    ways,
    elsewhere: elsewhere ?? {},
    pattern: { start: MONDAY, ...pattern },
  });
  if (!judged.ok) throw new Error(JSON.stringify(judged.problems));
  return judged.value;
}

/** The answer of a car at one of the ways, which must charge. */
export function answered(asked: WeekAsked, way = 0, car = 0): WeekAnswer {
  const { answer } = weekAt(weekSetting(asked, car), asked.ways[way]!);
  if (answer.kind === "blocked") throw new Error(answer.refusal.message);
  return answer;
}

/** The demo's start set as a week's cars and ways. */
export const demoWays = () => {
  const { cars, ways } = startOf(fallowQuay);
  return { cars, ways };
};

const clockText = (minutes: number): string => new Date(minutes * 60_000).toISOString().slice(11, 16);

/** A day of up to two drives, none of them over midnight. */
const anyDay: Arbitrary<Day> = fc
  .record({
    cuts: fc.uniqueArray(fc.integer({ min: 60, max: 1_380 }), { minLength: 4, maxLength: 4 }),
    count: fc.constantFrom(0, 1, 1, 1, 2),
    km: fc.tuple(fc.integer({ min: 0, max: 260 }), fc.integer({ min: 0, max: 60 })),
    home: fc.constantFrom("home", "home", "home", "nowhere"),
  })
  .map(({ cuts, count, km, home }): Day => {
    const at = [...cuts].sort((a, b) => a - b).map(clockText) as [string, string, string, string];
    const both = [drive(at[0], at[1], km[0]), drive(at[2], at[3], km[1])];
    return { drives: both.slice(0, count), home: home as Day["home"] };
  });

/** Any seven days of which nothing is wrong. */
export const anyDays: Arbitrary<Day[]> = fc
  .array(anyDay, { minLength: 7, maxLength: 7 })
  .filter((days) => awayProblem(away(days)) === undefined);

/** Any pattern over them: limits, schools, seasons. */
export const anyPattern: Arbitrary<Partial<Pattern> & { days: Day[] }> = fc.record({
  days: anyDays,
  limitSoc: fc.constantFrom(0.8, 0.9, 1),
  reserveSoc: fc.constantFrom(0, 0.1, 0.2),
  startSoc: fc.constantFrom(0.2, 0.5, 0.8),
  plugIn: fc.constantFrom("home" as const, "home" as const, "below" as const, "days" as const),
  belowSoc: fc.constantFrom(0.4, 0.7),
  plugInDays: fc.constantFrom([0, 2, 4], [6], [0, 1, 2, 3, 4, 5, 6]),
  liftedOn: fc.constantFrom([], [], [4], [5, 6]),
  charges: fc.constantFrom("at-once" as const, "cheapest" as const, "cheap-hours" as const),
  season: fc.constantFrom(
    { consumption: 1, preheatWh: 0, packC: null, sunKm: 0 },
    { consumption: 1.3, preheatWh: 1_000, packC: null, sunKm: 0 },
    { consumption: 1.1, preheatWh: 0, packC: null, sunKm: 12 },
  ),
});
