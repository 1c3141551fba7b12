import type { Pattern } from "./pattern";
import { plugHours, type PlugHours, type Span } from "./hours";
import type { Plug } from "./plug";
import type { Timeline } from "./timeline";
import type { Charger, Ride } from "./walk";
import type { Car } from "../../things/parts";
import { wattHours } from "../../trade/units";

/** What a car can be plugged into, by where it stands; and what it stops at on the way. */
export interface Plugs {
  readonly home: Plug | null;
  readonly work: Plug | null;
  readonly post: Plug | null;
  readonly stop: Plug | null;
}

/** A car with its week, its plugs and the hours in which it may charge at them. */
export interface Rider {
  readonly car: Car;
  readonly timeline: Timeline;
  readonly ride: Ride;
  readonly plugs: Plugs;
  readonly hours: { readonly [P in "home" | "work" | "post"]: PlugHours | null };
  readonly pattern: Pattern;
  /** When another car is at the unit at home. */
  readonly busy: readonly Span[];
}

const rideOf = ({ battery, whPerKm }: Car, pattern: Pattern): Ride => ({
  usableWh: wattHours(battery.usableWh),
  whPerKm: whPerKm * pattern.season.consumption,
  preheatWh: wattHours(pattern.season.preheatWh),
  sunKm: pattern.season.sunKm,
  reserve: pattern.reserveSoc,
  limit: pattern.limitSoc,
  pattern,
});

/**
 * A car made ready for a week. Away from home it charges as soon as it is plugged in.
 * @example riderOf(week.answer.car, week.asked.pattern, week.timeline, week.cell.rider.plugs).busy // []
 */
export function riderOf(
  car: Car,
  pattern: Pattern,
  timeline: Timeline,
  plugs: Plugs,
  busy: readonly Span[] = [],
): Rider {
  const elsewhere = (plug: Plug | null) => plug && plugHours(plug, timeline, "at-once", []);
  return {
    car,
    timeline,
    ride: rideOf(car, pattern),
    plugs,
    hours: {
      home: plugs.home && plugHours(plugs.home, timeline, pattern.charges, busy),
      work: elsewhere(plugs.work),
      post: elsewhere(plugs.post),
    },
    pattern,
    busy,
  };
}

/**
 * How a rider charges, by curves made once.
 * @param how exactly, or near enough for thousands of weeks
 */
export const byCurve =
  ({ plugs, hours }: Rider, how: "after" | "near"): Charger =>
  (stay, at, soc, limit) => {
    const plug = stay.at === "nowhere" ? null : plugs[stay.at];
    if (!plug || stay.at === "nowhere") return soc;
    return plug.gain[how](soc, hours[stay.at]!.secondsOf(stay, at), plug.targetOf(limit));
  };
