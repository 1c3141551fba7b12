import { uniformFloat64 } from "pure-rand/distribution/uniformFloat64";
import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { momentOfLocal, offsetAt } from "../../engine/clock";
import type { MeterSeries } from "../meter";
import { loadRow, type Load } from "./loads";
import type { Service } from "./service";

const STEP_MIN = 15;
const MINUTE_MS = 60_000;
const A_DAY = (24 * 60) / STEP_MIN;

/** When loads usually run, as hours of the day they begin between; and in which part of the year. Common practice. */
const HABITS: Readonly<
  Record<
    Load["kind"],
    {
      readonly hours: readonly (readonly [number, number])[];
      readonly share: number;
      readonly season?: "cold" | "hot";
    }
  >
> = {
  cooking: {
    hours: [
      [11.5, 13],
      [17, 19.5],
    ],
    share: 0.9,
  },
  water: {
    hours: [
      [5, 8],
      [18, 23],
    ],
    share: 1,
  },
  dryer: { hours: [[9, 21]], share: 0.35 },
  dishwasher: {
    hours: [
      [13, 14],
      [19, 22],
    ],
    share: 0.6,
  },
  heating: {
    hours: [
      [5, 9],
      [16, 23],
    ],
    share: 1,
    season: "cold",
  },
  heatPump: { hours: [[0, 24]], share: 1, season: "cold" },
  backupHeat: { hours: [[4, 8]], share: 0.25, season: "cold" },
  airCon: { hours: [[12, 22]], share: 0.9, season: "hot" },
  pool: { hours: [[9, 17]], share: 0.8, season: "hot" },
  sauna: { hours: [[18, 21]], share: 0.25 },
  other: { hours: [[8, 22]], share: 0.4 },
};

/** What lights and sockets draw through a day, as a share of their most, hour by hour. Common practice. */
const EVERYDAY = [
  0.14, 0.12, 0.11, 0.11, 0.12, 0.16, 0.3, 0.42, 0.38, 0.3, 0.28, 0.32, 0.4, 0.34, 0.28, 0.28, 0.34, 0.5,
  0.66, 0.7, 0.64, 0.5, 0.34, 0.2,
];
/** Their most, of a square metre (W), and least of all (W). */
const EVERYDAY_W_PER_M2 = 9;
const EVERYDAY_LEAST_W = 900;

/** How cold a day of the year is, 1 the coldest; and how hot. Northern: the turn of the year is cold. */
const coldness = (day: number, south: boolean): number =>
  (1 + Math.cos((2 * Math.PI * (day - (south ? 197 : 15))) / 365)) / 2;

/** How a house is made up. */
export interface MadeUp {
  readonly seed: number;
  /** First day, 2026-01-01. */
  readonly from: string;
  readonly zone: string;
  readonly days?: number;
  /** It is hot there at the turn of the year. */
  readonly south?: boolean;
}

/**
 * A usual house's year by the quarter hour, made up from its loads and a seed: the same seed gives the same year. It is no
 * measurement, and whatever is told from it has to say so.
 * @example madeUpHouse(service, { seed: 1, from: "2026-01-01", zone: "UTC", days: 1 }).watts.length // 96
 */
export function madeUpHouse(
  service: Service,
  { seed, from, zone, days = 365, south = false }: MadeUp,
): MeterSeries {
  const random = xoroshiro128plus(seed);
  const chance = () => uniformFloat64(random);
  const startMs = momentOfLocal(`${from}T00:00`, zone)!;
  const yearDay = Math.floor((Date.parse(from) - Date.UTC(Number(from.slice(0, 4)), 0, 1)) / 86_400_000);
  const most = Math.max(EVERYDAY_LEAST_W, EVERYDAY_W_PER_M2 * service.areaM2);
  const watts = new Float64Array(days * A_DAY);
  // Habits follow the local clock; every quarter hour has lights and sockets, also those that come twice.
  const before = offsetAt(zone, startMs);
  const lively = Array.from({ length: days + 2 }, () => 0.75 + 0.5 * chance());
  for (let slot = 0; slot < watts.length; slot++) {
    const at = startMs + slot * STEP_MIN * MINUTE_MS;
    const local = slot * STEP_MIN + offsetAt(zone, at) - before;
    const hour = Math.floor(local / 60) % 24;
    watts[slot] =
      most * EVERYDAY[(hour + 24) % 24]! * lively[Math.floor(local / 1440) + 1]! * (0.8 + 0.4 * chance());
  }
  const slotAt = (day: number, hour: number): number => {
    const noon = startMs + (day + 0.5) * 1440 * MINUTE_MS;
    return Math.floor((day * 1440 + hour * 60 - (offsetAt(zone, noon) - before)) / STEP_MIN);
  };
  for (let day = 0; day < days; day++) {
    const cold = coldness((yearDay + day) % 365, south);
    for (const load of service.loads)
      runs(load, cold, chance, (hour, share) => add(watts, slotAt(day, hour), load.watts * share));
  }
  return { startMs, stepMinutes: STEP_MIN, watts: Array.from(watts, (drawn) => Math.round(drawn)) };
}

const add = (watts: Float64Array, slot: number, drawn: number): void => {
  if (slot >= 0 && slot < watts.length) watts[slot]! += drawn;
};

/** Runs of a load on one day: the quarter hours it runs in, and the share of its watts it draws in each. */
function runs(
  load: Load,
  cold: number,
  chance: () => number,
  draws: (hour: number, share: number) => void,
): void {
  const { hours, share, season } = HABITS[load.kind];
  const need =
    season === "cold" ? Math.max(0, 1.4 * cold - 0.3) : season === "hot" ? Math.max(0, 1 - 1.8 * cold) : 1;
  const today = chance();
  if (today > share || need === 0) return;
  let quarters = Math.round(loadRow(load.kind).hours * 4 * Math.min(1.6, need) * (0.7 + 0.6 * chance()));
  // Thermostats take turns: some of it runs at a time.
  const level = season ? Math.min(1, 0.35 + 0.65 * need) : 1;
  for (const [i, [begin, end]] of hours.entries()) {
    const here = i === hours.length - 1 ? quarters : Math.round(quarters * (0.3 + 0.4 * chance()));
    quarters -= here;
    const room = Math.max(0, (end - begin) * 4 - here);
    const first = begin + Math.floor(room * chance()) / 4;
    for (let quarter = 0; quarter < here && first + quarter / 4 < 24; quarter++)
      draws(first + quarter / 4, level * (quarter === here - 1 ? 0.3 + 0.7 * chance() : 1));
  }
}
