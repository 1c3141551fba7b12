import type { Fraction, Seconds } from "../../trade/units";
import { charges, type Charger, type NoCharger } from "./charger";
import type { TripCandidate, TripAsked } from "./document";
import { routeOf, type Route } from "./route";

/** A stop as it is chosen: which, and the charge one leaves with. */
export interface Chosen {
  /** Its place in the list of the document. */
  readonly stop: number;
  readonly leaveSoc: Fraction;
}

/** A trip with all that is needed to weigh one way through it against another. */
export interface Weighing {
  readonly trip: TripAsked;
  /** Stops that can be used, in their order along the trip, by their place in the list. */
  readonly order: readonly number[];
  readonly chargers: readonly (Charger | NoCharger)[];
  readonly route: Route;
}

/**
 * How long a trip is (km).
 * @example lengthOfTrip(trip) // 374
 */
export const lengthOfTrip = ({ legs }: Pick<TripAsked, "legs">): number =>
  legs.reduce((sum, { km }) => sum + km, 0);

/**
 * A trip made ready: stops that are open and charge this car, by where they are.
 * @param left stops that are not to be used, by their place in the list
 * @example weighingOf(trip, chargersOf(trip)).order.length // 5
 */
export function weighingOf(
  trip: TripAsked,
  chargers: readonly (Charger | NoCharger)[],
  left: readonly number[] = [],
): Weighing {
  const end = lengthOfTrip(trip);
  const priced = (stop: TripCandidate) => trip.goal !== "cost" || stop.tariff !== null;
  const order = trip.stops
    .map((_, i) => i)
    .filter((i) => {
      const stop = trip.stops[i]!;
      return (
        stop.atKm <= end &&
        stop.state === "open" &&
        !left.includes(i) &&
        charges(chargers[i]!) &&
        priced(stop)
      );
    })
    .sort((a, b) => trip.stops[a]!.atKm - trip.stops[b]!.atKm || a - b);
  return {
    trip,
    order,
    chargers,
    route: routeOf(
      trip,
      order.map((i) => trip.stops[i]!),
    ),
  };
}

/** A charge at or below one that is a step of the grid: rounding down is on the safe side. */
const EDGE = 1e-9;
/**
 * The step of charge at or below a charge.
 * @example stepBelow(0.437, 0.02) // 21
 */
export const stepBelow = (soc: Fraction, step: number): number => Math.floor(soc / step + EDGE);

/**
 * Charge at the end of a hop, that left with a charge; null where it falls below what must be left on the way.
 * @example arrives(route.hop(0, 1), 0.8, 0.1) // 0.77
 */
export function arrives(hop: ReturnType<Route["hop"]>, leave: Fraction, reserve: Fraction): Fraction | null {
  if (leave - hop.peak < reserve - EDGE || hop.least < reserve - EDGE) return null;
  return Math.min(leave - hop.takes, hop.most);
}

/**
 * What counts: seconds and money, in one figure. A trifle of the other decides between equals.
 * @example weightsOf(trip).second // 1
 */
export function weightsOf({ goal, hourWorth }: TripAsked): {
  readonly second: number;
  readonly money: number;
  readonly stop: number;
} {
  if (goal === "cost") return { second: Math.max(hourWorth / 3600, 1e-7), money: 1, stop: 1e-6 };
  if (goal === "stops") return { second: 1e-6, money: 0, stop: 1 };
  return { second: 1, money: 0, stop: 1e-3 };
}

/** What a stop costs in what counts, from a step of charge to another; Infinity where it cannot be. */
export type Price = (stop: number, from: number, to: number, at: Seconds) => number;

/**
 * What a session at a stop weighs: its own time, waiting and what a stop always takes, and its bill.
 * @example priceOf(weighing)(0, 10, 40, 7200) > 0 // true
 */
export function priceOf({ trip, chargers }: Weighing): Price {
  const { second, money, stop: each } = weightsOf(trip);
  const costs = new Map<number, number>();
  const levels = Math.round(1 / trip.step) + 1;
  return (at, from, to, when) => {
    const stop = trip.stops[at]!;
    const charger = chargers[at] as Charger;
    const seconds = charger.gain.secondsTo(from * trip.step, Math.min(charger.ends, to * trip.step));
    if (to * trip.step > charger.ends + EDGE) return Infinity;
    if (stop.limitMinutes !== null && seconds > stop.limitMinutes * 60 + EDGE) return Infinity;
    let cost = 0;
    if (money > 0) {
      const key = (at * levels + from) * levels + to;
      const known = costs.get(key);
      cost = known ?? charger.costs(from * trip.step, to * trip.step, when) ?? Infinity;
      if (known === undefined) costs.set(key, cost);
    }
    return second * (seconds + (stop.waitMinutes + stop.fixedMinutes) * 60) + money * cost + each;
  };
}

/** When one would pass a stop without any stop before it: the hour by which its prices are weighed. */
const passing = (route: Route, point: number): Seconds => route.hop(0, point).seconds;

/**
 * The best way through a trip, exact on its grid: stops in their order, left at a step of charge, reached with what is
 * left rounded down to a step; prices are those of the hour at which one would pass without stopping before. Null where
 * there is none.
 * @example bestWay(weighingOf(trip, chargersOf(trip)))?.length // 1
 */
export function bestWay(weighing: Weighing): Chosen[] | null {
  const { trip, order, route } = weighing;
  const { step, startSoc, reserveSoc, arriveSoc } = trip;
  const levels = Math.round(1 / step) + 1;
  const { second } = weightsOf(trip);
  const price = priceOf(weighing);
  const end = order.length + 1;
  /** What a way that leaves a point at a level has come to, and the point and level it came from. */
  const came = Array.from({ length: order.length + 1 }, () => new Float64Array(levels).fill(Infinity));
  const from = Array.from({ length: order.length + 1 }, () => new Int32Array(levels).fill(-1));
  let best = Infinity;
  let last = -2;
  const leaving = (point: number, level: number) =>
    point === 0 ? startSoc : level * step - route.detours[point - 1]!.takes / 2;
  const go = (point: number, level: number, weight: number): void => {
    const leave = leaving(point, level);
    for (let to = point + 1; to <= end; to++) {
      const hop = route.hop(point, to);
      const there = arrives(hop, leave, to === end ? Math.max(reserveSoc, 0) : reserveSoc);
      // Further on it is less still, but for what comes back downhill.
      if (there === null) continue;
      const driven = weight + second * hop.seconds;
      if (to === end) {
        if (there >= arriveSoc - EDGE && driven < best) [best, last] = [driven, point * levels + level];
        continue;
      }
      const detour = route.detours[to - 1]!;
      const plugged = there - detour.takes / 2;
      if (plugged < reserveSoc - EDGE) continue;
      const arrived = driven + second * detour.seconds;
      const low = stepBelow(plugged, step);
      const [row, back] = [came[to]!, from[to]!];
      const when = passing(route, to);
      for (let up = low + 1; up < levels; up++) {
        const sum = arrived + price(order[to - 1]!, low, up, when);
        if (sum < row[up]!) {
          row[up] = sum;
          back[up] = point * levels + level;
        }
      }
    }
  };
  go(0, 0, 0);
  for (let point = 1; point < end; point++)
    for (let level = 0; level < levels; level++)
      if (came[point]![level]! < Infinity) go(point, level, came[point]![level]!);
  if (last === -2) return null;
  const chosen: Chosen[] = [];
  for (let at = last; at >= levels;) {
    const [point, level] = [Math.floor(at / levels), at % levels];
    chosen.unshift({ stop: order[point - 1]!, leaveSoc: level * step });
    at = from[point]![level]!;
  }
  return chosen;
}
