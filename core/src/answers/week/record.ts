import type { Bill } from "../../engine/tariff";
import type { Run } from "../../engine/session";
import type { Fraction, Kilometres, Seconds } from "../../trade/units";
import type { Rider } from "./rider";
import { sessionIn } from "./session";
import { stopsFor, type Stop } from "./stops";
import type { WeekStay } from "./timeline";
import { NOTHING, walk, type Charger } from "./walk";
import { DAYS_A_WEEK } from "./pattern";

/** A session at a plug in a week: what ran, from when in seconds of the week, and what it cost. */
export interface WeekSession {
  readonly stay: WeekStay;
  readonly run: Run;
  readonly fromSoc: Fraction;
  readonly bill: Bill;
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
