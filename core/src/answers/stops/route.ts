import type { Fraction, Kilometres, Seconds } from "../../trade/units";
import type { TripAsked } from "./document";
import { takenBy, type TripLeg } from "./legs";
import { consumption, MILD_C } from "./road";

/** A stretch between two points of a trip, as a battery of 1 sees it. */
export interface Hop {
  readonly km: Kilometres;
  readonly seconds: Seconds;
  /** Charge it takes from end to end. */
  readonly takes: Fraction;
  /** Most it has taken anywhere on it: what must be in the battery above the reserve. */
  readonly peak: Fraction;
  /** Most that can be left at its end: a full battery takes nothing back downhill. */
  readonly most: Fraction;
  /** Least that is left anywhere on it even of a battery that was full once. */
  readonly least: Fraction;
}

/** Speed of the detour to a stop (km/h; common practice). */
const DETOUR_KMH = 50;

/** What a detour to a stop and back takes. */
export interface Detour {
  readonly seconds: Seconds;
  readonly takes: Fraction;
}

const cut = (leg: TripLeg, from: Kilometres, to: Kilometres): TripLeg => {
  const share = (to - from) / leg.km;
  return { ...leg, km: to - from, upM: leg.upM * share, downM: leg.downM * share };
};

/** A trip as points along it: its start, its stops by where they are, its end. */
export interface Route {
  readonly km: Kilometres;
  /** From a point to a later one: 0 is the start, i + 1 the i-th stop of the list, the last the end. */
  hop(this: void, from: number, to: number): Hop;
  readonly at: readonly Kilometres[];
  readonly detours: readonly Detour[];
}

/**
 * The trip of a document as points and what lies between them.
 * @param stops those that count, in their order along the trip
 * @example routeOf(trip, trip.stops).km // 374
 */
export function routeOf(
  { car, road, airC, legs }: Pick<TripAsked, "car" | "road" | "airC" | "legs">,
  stops: readonly { readonly atKm: Kilometres; readonly detourKm: Kilometres }[],
): Route {
  const km = legs.reduce((sum, leg) => sum + leg.km, 0);
  const at = [0, ...stops.map(({ atKm }) => Math.min(km, atKm)), km];
  const { usableWh } = car.battery;
  // Every piece between two neighbouring points, legs cut where a stop lies in them.
  const between: { readonly km: Kilometres; readonly seconds: Seconds; readonly takes: Fraction }[][] = at
    .slice(1)
    .map((to, i) => {
      const from = at[i]!;
      let begin = 0;
      return legs.flatMap((leg) => {
        const [low, high] = [Math.max(from, begin), Math.min(to, begin + leg.km)];
        const offset = begin;
        begin += leg.km;
        if (high - low <= 1e-9) return [];
        const taken = takenBy(cut(leg, low - offset, high - offset), road, car.whPerKm, airC);
        return [{ km: taken.km, seconds: taken.seconds, takes: taken.wh / usableWh }];
      });
    });
  const known = new Map<number, Hop>();
  const hop = (from: number, to: number): Hop => {
    const key = from * at.length + to;
    const found = known.get(key);
    if (found) return found;
    let [length, seconds, takes, peak, most, least] = [0, 0, 0, 0, Infinity, Infinity];
    for (let i = from; i < to; i++)
      for (const piece of between[i]!) {
        length += piece.km;
        seconds += piece.seconds;
        takes += piece.takes;
        peak = Math.max(peak, takes);
        most = Math.min(1, most - piece.takes);
        least = Math.min(least, most);
      }
    const made = { km: length, seconds, takes, peak, most, least };
    known.set(key, made);
    return made;
  };
  const slow = consumption(road, car.whPerKm, {
    speedKmh: DETOUR_KMH,
    slope: 0,
    windKmh: 0,
    temperatureC: airC ?? MILD_C,
  });
  const detours = stops.map(({ detourKm }) => ({
    seconds: (detourKm / DETOUR_KMH) * 3600,
    takes: (detourKm * slow) / usableWh,
  }));
  return { km, hop, at, detours };
}
