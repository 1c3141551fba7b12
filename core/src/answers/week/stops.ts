import { bill } from "../../engine/tariff";
import { connectionOf } from "../../engine/plan";
import { atOnce, ledgerOf, run } from "../../engine/session";
import { clockFrom } from "../../engine/clock";
import type { Fraction, Kilometres, Micros, Seconds, WattHours } from "../../trade/units";
import type { Rider } from "./rider";
import type { Leg } from "./timeline";
import { NOTHING } from "./walk";

/** A stop on the way: what it had to put in, how long that took, what it cost; null where nobody says at what. */
export interface Stop {
  readonly day: number;
  readonly at: Seconds;
  readonly km: Kilometres;
  readonly storedWh: WattHours;
  readonly seconds: Seconds | null;
  readonly wallWh: WattHours | null;
  readonly cost: Micros | null;
}

/** Charge to which people charge on the way (common practice: beyond it a rapid session is slow). */
const STOP_TO = 0.8;
/** Least that a stop charges, where a reserve leaves next to nothing below that. */
const LEAST_STOP = 0.05;

/**
 * The most a stop puts in that begins at a charge.
 * @example stopSpan(week.cell.rider, 0.3) // 0.5
 */
export const stopSpan = ({ plugs: { stop } }: Pick<Rider, "plugs">, from: Fraction): Fraction =>
  Math.min(1 - from, Math.max(LEAST_STOP, Math.min(STOP_TO, stop?.targetOf(1) ?? 1) - from));

/**
 * The stops that put in what a leg was short of, evenly along it.
 * @param from the charge it set out with
 * @param to the charge it ends with, below which no stop lets it fall
 * @example stopsFor(week.cell.rider, week.timeline.pieces[0], 0.12, 0.1, 0.05).length // 1
 */
export function stopsFor(rider: Rider, leg: Leg, from: Fraction, to: Fraction, short: Fraction): Stop[] {
  const { plugs, ride, timeline } = rider;
  const { stop } = plugs;
  const count = Math.ceil(short / stopSpan(rider, to) - NOTHING);
  const each = short / count;
  const storedWh = (each * ride.usableWh) as WattHours;
  const km = storedWh / ride.whPerKm;
  return Array.from({ length: count }, (_, i): Stop => {
    const at = leg.from + ((leg.to - leg.from) * (from - to + each * i)) / (from - to + short);
    const plain = { day: leg.day, at, km, storedWh, seconds: null, wallWh: null, cost: null };
    if (!stop) return plain;
    const ran = run(stop.circuit, atOnce(Math.min(1, to + each)), { soc: to, packC: null, elapsed: 0 });
    const clock = clockFrom(timeline.clock, at, ran.end.elapsed);
    const { total } = bill(stop.plan.tariff, ran, clock, connectionOf(stop.plan, stop.circuit, clock));
    return { ...plain, seconds: ran.end.elapsed, wallWh: ledgerOf(ran.slices).wall, cost: total };
  });
}
