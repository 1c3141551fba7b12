import { clockOf, msAt, type Clock } from "../../engine/clock";
import type { Fraction, Kilometres, Seconds, WattHours } from "../../trade/units";
import { charges, chargersOf, type Charger, type NoCharger } from "./charger";
import type { Goal, TripAsked } from "./document";
import { arrives, bestWay, lengthOfTrip, weighingOf, type Chosen, type Weighing } from "./search";

/** A stop as it goes. Seconds from departure. */
export interface TripStop {
  readonly stop: number;
  readonly name: string;
  readonly atKm: Kilometres;
  /** At the plug, the detour driven. */
  readonly arriveAt: Seconds;
  readonly arriveSoc: Fraction;
  readonly leaveAt: Seconds;
  readonly leaveSoc: Fraction;
  readonly waitSeconds: Seconds;
  readonly fixedSeconds: Seconds;
  readonly chargeSeconds: Seconds;
  readonly wallWh: WattHours;
  readonly cost: number | null;
  readonly batteryW: number;
  readonly leavesAtW: number;
  readonly pieces: readonly string[];
}

/** A trip as it goes: its stops, when it arrives, what it costs. */
export interface TripPlan {
  readonly goal: Goal;
  readonly clock: Clock;
  readonly stops: readonly TripStop[];
  readonly km: Kilometres;
  readonly seconds: Seconds;
  readonly driveSeconds: Seconds;
  readonly arriveSoc: Fraction;
  /** Least on the way. */
  readonly lowestSoc: Fraction;
  /** Null where a stop has no tariff. */
  readonly cost: number | null;
  readonly wallWh: WattHours;
  readonly usedWh: WattHours;
}

/** Why no way leads through a trip: the longest stretch without a plug, and what it would take. */
export interface NoWay {
  readonly kind: "no way";
  readonly from: string;
  readonly to: string;
  readonly km: Kilometres;
  /** Charge the stretch takes, and what there could be at its beginning above the reserve. */
  readonly takes: Fraction;
  readonly had: Fraction;
  /** With more time at the stops there would be a way: their limits are in the way. */
  readonly limited: boolean;
}

/** A stop of a way as it really goes: with what is really left, and the bill of its own hour. */
function stopsOf(
  weighing: Weighing,
  way: readonly Chosen[],
): Pick<TripPlan, "stops" | "seconds" | "driveSeconds" | "arriveSoc" | "lowestSoc" | "usedWh" | "km"> {
  const { trip, order, chargers, route } = weighing;
  let [elapsed, drove, soc, point, lowest, km] = [0, 0, trip.startSoc, 0, trip.startSoc, 0];
  let used = 0;
  const drive = (to: number): void => {
    const hop = route.hop(point, to);
    const there = arrives(hop, soc, -1)!;
    lowest = Math.min(lowest, soc - hop.peak, hop.least, there);
    used += soc - there;
    [elapsed, drove, soc, point, km] = [elapsed + hop.seconds, drove + hop.seconds, there, to, km + hop.km];
  };
  const detour = (half: { readonly seconds: Seconds; readonly takes: Fraction }, its: Kilometres): void => {
    [elapsed, drove, soc, km] = [
      elapsed + half.seconds / 2,
      drove + half.seconds / 2,
      soc - half.takes / 2,
      km + its / 2,
    ];
    used += half.takes / 2;
    lowest = Math.min(lowest, soc);
  };
  const stops = way.map(({ stop, leaveSoc }): TripStop => {
    const place = order.indexOf(stop) + 1;
    const row = trip.stops[stop]!;
    const charger = chargers[stop] as Charger;
    drive(place);
    detour(route.detours[place - 1]!, row.detourKm);
    const [arriveAt, arriveSoc] = [elapsed, soc];
    const plugged = elapsed + row.waitMinutes * 60;
    const to = Math.max(soc, leaveSoc);
    const charged = charger.charged(soc, to, plugged);
    [elapsed, soc] = [plugged + row.fixedMinutes * 60 + charged.seconds, to];
    const made: TripStop = {
      stop,
      name: row.name,
      atKm: row.atKm,
      arriveAt,
      arriveSoc,
      leaveAt: elapsed,
      leaveSoc: to,
      waitSeconds: row.waitMinutes * 60,
      fixedSeconds: row.fixedMinutes * 60,
      chargeSeconds: charged.seconds,
      wallWh: charged.wallWh,
      cost: charged.cost,
      batteryW: charger.batteryW,
      leavesAtW: charged.leavesAtW,
      pieces: charger.pieces,
    };
    detour(route.detours[place - 1]!, row.detourKm);
    return made;
  });
  drive(order.length + 1);
  return {
    stops,
    seconds: elapsed,
    driveSeconds: drove,
    arriveSoc: soc,
    lowestSoc: lowest,
    usedWh: (used * trip.car.battery.usableWh) as WattHours,
    km,
  };
}

/**
 * The stretch at which a trip ends: from the furthest point that can be reached, however full one leaves each stop before
 * it, to the next one.
 */
function gapOf({ trip, order, chargers, route }: Weighing): NoWay {
  const end = order.length + 1;
  const nameOf = (point: number) =>
    point === 0 ? "the start" : point === end ? "the end" : trip.stops[order[point - 1]!]!.name;
  const fullAt = (point: number): Fraction =>
    point === 0
      ? trip.startSoc
      : (chargers[order[point - 1]!] as Charger).ends - route.detours[point - 1]!.takes / 2;
  const wantedAt = (point: number): Fraction =>
    point === end
      ? Math.max(trip.arriveSoc, trip.reserveSoc)
      : trip.reserveSoc + route.detours[point - 1]!.takes / 2;
  const reached = [0];
  for (let to = 1; to <= end; to++) {
    const able = reached.some(
      (from) => (arrives(route.hop(from, to), fullAt(from), trip.reserveSoc) ?? -1) >= wantedAt(to),
    );
    if (able) reached.push(to);
  }
  // Where even the end can be reached so, it is a time limit that stands in the way: the last stretch is named.
  const from = reached.filter((point) => point < end).at(-1)!;
  const to = from + 1;
  const { km, takes } = route.hop(from, to);
  return {
    kind: "no way",
    from: nameOf(from),
    to: nameOf(to),
    km,
    takes,
    had: fullAt(from) - wantedAt(to),
    limited: reached.includes(end),
  };
}

/** A trip with its chargers made once: plans for each goal, and without a stop that turns out taken or broken. */
export interface Planner {
  readonly chargers: readonly (Charger | NoCharger)[];
  /** Stops at which this car charges nothing, and why. */
  readonly useless: readonly { readonly stop: number; readonly why: string }[];
  plan(this: void, goal: Goal, left?: readonly number[]): TripPlan | NoWay;
}

const total = (stops: readonly TripStop[]): number | null =>
  stops.some(({ cost }) => cost === null) ? null : stops.reduce((sum, { cost }) => sum + cost!, 0);

/**
 * Plans of a trip.
 * @example plannerOf(trip).plan("time")
 */
export function plannerOf(trip: TripAsked): Planner {
  const chargers = chargersOf(trip);
  const end = lengthOfTrip(trip);
  return {
    chargers,
    useless: chargers.flatMap((charger, stop) => {
      if (!charges(charger)) return [{ stop, why: charger.whyNot }];
      return trip.stops[stop]!.atKm > end ? [{ stop, why: "It lies beyond the end of the trip." }] : [];
    }),
    plan(goal, left = []) {
      const weighing = weighingOf({ ...trip, goal }, chargers, left);
      const way = bestWay(weighing);
      if (!way) return gapOf(weighing);
      const followed = stopsOf(weighing, way);
      return {
        goal,
        clock: clockOf({ pluggedInAt: trip.departAt, neededBy: null }, trip.household.timeZone),
        ...followed,
        cost: total(followed.stops),
        wallWh: followed.stops.reduce((sum, { wallWh }) => sum + wallWh, 0) as WattHours,
      };
    },
  };
}

/**
 * Whether a plan is none.
 * @example isNoWay(plannerOf(trip).plan("time")) // false
 */
export const isNoWay = (plan: TripPlan | NoWay): plan is NoWay => "kind" in plan;

/**
 * The moment (ms) of a time of a plan.
 * @example tripMs(tripPlan, tripPlan.seconds)
 */
export const tripMs = ({ clock }: TripPlan, seconds: Seconds): number => msAt(clock, seconds);
