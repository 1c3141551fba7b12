import { bill, type Bill } from "../../engine/tariff";
import { connectionOf } from "../../engine/plan";
import { atOnce, ledgerOf, run, type Run, type State } from "../../engine/session";
import { clockFrom } from "../../engine/clock";
import type { Fraction, Kilometres, Micros, Seconds, WattHours } from "../../trade/units";
import { cheapestFirst, type Span } from "./hours";
import type { Plug } from "./plug";
import type { Rider } from "./rider";
import type { Leg, WeekStay } from "./timeline";
import { NOTHING, walk, type Charger } from "./walk";
import { DAYS_A_WEEK } from "./pattern";

/** A session at a plug in a week: what ran, from when in seconds of the week, and what it cost. */
export interface WeekSession {
  readonly stay: WeekStay;
  readonly run: Run;
  readonly fromSoc: Fraction;
  readonly bill: Bill;
}

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

/** A day from its turn to the next. Distances are at this season's consumption. */
export interface WeekDay {
  readonly startSoc: Fraction;
  readonly endSoc: Fraction;
  readonly lowestSoc: Fraction;
  readonly drivenKm: Kilometres;
  /** What preheating took, as the distance it would have driven. */
  readonly preheatKm: Kilometres;
  /** Put in at plugs, and by the sun. */
  readonly addedKm: Kilometres;
  /** What stops on the way had to put in. */
  readonly shortKm: Kilometres;
  /** What is missing to the daily limit as the next day begins. */
  readonly carriedKm: Kilometres;
}

/** Charge at a time. */
export interface Point {
  readonly at: Seconds;
  readonly soc: Fraction;
}

/** A week that was run: exact sessions, their bills, its days and stops. Plain data. */
export interface WeekRecord {
  /** Which week from the start, 0 the first. */
  readonly week: number;
  readonly startSoc: Fraction;
  readonly endSoc: Fraction;
  readonly days: readonly WeekDay[];
  readonly sessions: readonly WeekSession[];
  readonly stops: readonly Stop[];
  /** Where the charge bends, in order. */
  readonly points: readonly Point[];
}

/** How a session at home or elsewhere lies in its hours, as `cheapest` asks: never dearer than at once. */
function sessionIn(plug: Plug, rider: Rider, stay: WeekStay, at: number, from: State, target: Fraction) {
  const hours = rider.hours[stay.at as "home"]!;
  const open = hours.of(stay, at);
  // Where a place allows only so long, one is gone by then.
  const clock = clockFrom(rider.timeline.clock, stay.from, Math.min(stay.to - stay.from, plug.limit));
  const over = (spans: readonly Span[]) => {
    const windows = spans.map((span) => ({ from: span.from - stay.from, to: span.to - stay.from }));
    const ran = run(plug.circuit, { windows, toSoc: target }, from);
    return {
      run: ran,
      bill: bill(plug.plan.tariff, ran, clock, connectionOf(plug.plan, plug.circuit, clock)),
    };
  };
  const first = over(open);
  if (stay.at !== "home" || rider.pattern.charges !== "cheapest") return first;
  const needed = first.run.end.soc >= target ? plug.gain.secondsTo(from.soc, target) : Infinity;
  if (!Number.isFinite(needed)) return first;
  const placed = over(cheapestFirst(open, hours.slots(), needed * (1 + 1e-9)));
  return placed.run.end.soc >= target - NOTHING && placed.bill.total < first.bill.total ? placed : first;
}

/** Charge to which people charge on the way (common practice: beyond it a rapid session is slow). */
const STOP_TO = 0.8;
/** Least that a stop charges, where a reserve leaves next to nothing below that. */
const LEAST_STOP = 0.05;

/** The stops that put in what a leg was short of. */
function stopsFor(
  { plugs: { stop }, ride, timeline }: Rider,
  leg: Leg,
  from: Fraction,
  to: Fraction,
  short: Fraction,
): Stop[] {
  const span = Math.max(LEAST_STOP, Math.min(STOP_TO, stop?.targetOf(1) ?? 1) - to);
  const count = Math.ceil(short / span - NOTHING);
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

/** What a day gathers while it is followed. */
type Gathered = { -readonly [K in keyof WeekDay]: number };
const begun = (soc: Fraction): Gathered => ({
  startSoc: soc,
  endSoc: soc,
  lowestSoc: soc,
  drivenKm: 0,
  preheatKm: 0,
  addedKm: 0,
  shortKm: 0,
  carriedKm: 0,
});

/** Runs a week session by session: what it holds is what the Path would say of each. */
export function recordWeek(rider: Rider, startSoc: Fraction, week: number): WeekRecord {
  const { ride, timeline } = rider;
  const km = (soc: Fraction): Kilometres => (soc * ride.usableWh) / ride.whPerKm;
  const sessions: WeekSession[] = [];
  const stops: Stop[] = [];
  const points: Point[] = [{ at: 0, soc: startSoc }];
  const days: WeekDay[] = [];
  let day = begun(startSoc);
  const mark = (at: Seconds, soc: Fraction) => {
    points.push({ at, soc });
    day.lowestSoc = Math.min(day.lowestSoc, soc);
  };
  const bySolving: Charger = (stay, at, soc, limit) => {
    const plug = stay.at === "nowhere" ? null : rider.plugs[stay.at];
    const target = plug?.targetOf(limit) ?? soc;
    if (!plug || soc >= target) return soc;
    const from = { soc, packC: plug.plan.session.batteryC, elapsed: 0 };
    const session = sessionIn(plug, rider, stay, at, from, target);
    if (session.run.slices.length === 0) return soc;
    sessions.push({ stay, fromSoc: soc, ...session });
    for (const slice of session.run.slices) {
      mark(stay.from + slice.from, slice.fromSoc);
      mark(stay.from + slice.to, slice.toSoc);
    }
    return session.run.end.soc;
  };
  const endSoc = walk(timeline, ride, bySolving, startSoc, {
    drove: (leg, _, from, to, short) => {
      day.drivenKm += leg.km;
      if (leg.fromHome) day.preheatKm += ride.preheatWh / ride.whPerKm;
      mark(leg.from, from);
      if (short > NOTHING) {
        const found = stopsFor(rider, leg, from, to, short);
        stops.push(...found);
        mark(found[0]!.at, to);
      }
      day.shortKm += km(short);
      mark(leg.to, to);
    },
    stood: (stay, _, from, to) => {
      day.addedKm += km(to - from);
      if (to > from) mark(stay.to, to);
    },
    sunned: ({ from: at }, from, to) => {
      day.addedKm += km(to - from);
      if (to > from) points.push({ at, soc: from }, { at, soc: to });
    },
    turned: ({ from: at }, soc) => {
      points.push({ at, soc });
      days.push({ ...day, endSoc: soc, carriedKm: km(Math.max(0, ride.limit - soc)) });
      day = begun(soc);
    },
  });
  return { week, startSoc, endSoc, days: days.slice(0, DAYS_A_WEEK), sessions, stops, points };
}
