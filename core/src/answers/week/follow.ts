import type { Fraction, Kilometres, Seconds } from "../../trade/units";
import { byCurve, type Rider } from "./rider";
import { NOTHING, walk, type Seen } from "./walk";

/** A moment of a week, so many weeks from the start. */
export interface Moment {
  readonly week: number;
  readonly at: Seconds;
}

/** What became of a car week after week, until one is like one before it. */
export interface Followed {
  /** The charge with which each week began that was followed. */
  readonly starts: readonly Fraction[];
  /**
   * How many of the last of them come round again and again; most often one. Null where none did within five years: a
   * slow decline may outlast what anybody plans.
   */
  readonly cycle: number | null;
  readonly lowest: Moment & { readonly soc: Fraction };
  /** After the lowest point, the first time it is charged to its limit again; null where it never is. */
  readonly recovered: Moment | null;
  /** The first day on which a drive falls short, and by how much on that day. */
  readonly short: (Moment & { readonly day: number; readonly km: Kilometres }) | null;
  /** Every stay at home it was plugged in for put back all that was missing before it was driven away. */
  readonly putBack: boolean;
}

/** Most weeks that are followed: five years. */
const MOST_WEEKS = 260;
/** Charge (as a share) by which two weeks may differ and are the same. */
const SAME = 1e-9;
/** Charge (as a share) by which a stay may end below its limit and has put back all there was. */
const ENOUGH = 1e-6;

interface Watched {
  lowest: Followed["lowest"];
  recovered: Moment | null;
  short: { week: number; at: Seconds; day: number; km: number } | null;
  /** Stays at home that were plugged in and ended in a departure: all of them, and those that put back everything. */
  stays: number;
  full: number;
}

/** What is watched for while a week is walked. */
function watching({ ride, plugs, hours }: Rider, week: number, seen: Watched): Seen {
  const km = (soc: Fraction) => (soc * ride.usableWh) / ride.whPerKm;
  const low = (soc: Fraction, at: Seconds) => {
    if (soc >= seen.lowest.soc - NOTHING) return;
    seen.lowest = { week, at, soc };
    seen.recovered = null;
  };
  return {
    drove: (leg, _, __, to, short) => {
      low(to, leg.to);
      if (short <= NOTHING) return;
      seen.short ??= { week, at: leg.from, day: leg.day, km: 0 };
      if (seen.short.week === week && seen.short.day === leg.day) seen.short.km += km(short);
    },
    stood: (stay, at, from, to, plugged, limit) => {
      if (!plugged || stay.at === "nowhere") return;
      const plug = plugs[stay.at];
      const full = to >= (plug?.targetOf(limit) ?? limit) - ENOUGH;
      if (stay.at === "home" && stay.leaves) {
        seen.stays += 1;
        if (full) seen.full += 1;
      }
      if (!full || seen.recovered || to <= seen.lowest.soc + ENOUGH) return;
      const needed = plug?.gain.secondsTo(from, Math.min(to, limit)) ?? 0;
      // Where hours are chosen the end of them is what is known of when.
      const whole = hours[stay.at]?.of(stay, at)[0];
      const soon = whole?.from === stay.from && stay.from + needed <= whole.to;
      seen.recovered = { week, at: soon ? stay.from + needed : stay.to };
    },
  };
}

/**
 * Follows a car week after week, each a fold of sessions along its curves, until a week is as one before it.
 */
export function follow(rider: Rider, startSoc: Fraction): Followed {
  const charger = byCurve(rider, "after");
  const seen: Watched = {
    lowest: { week: 0, at: 0, soc: startSoc },
    recovered: null,
    short: null,
    stays: 0,
    full: 0,
  };
  const starts = [startSoc];
  let cycle: number | null = null;
  for (let week = 0; week < MOST_WEEKS && cycle === null; week++) {
    const end = walk(rider.timeline, rider.ride, charger, starts[week]!, watching(rider, week, seen));
    // Where one plugs in only below a level a week may come round after several.
    const back = starts.findLastIndex((start) => Math.abs(end - start) <= SAME);
    if (back >= 0) cycle = week + 1 - back;
    else if (week + 1 < MOST_WEEKS) starts.push(end);
  }
  const { stays, full, ...found } = seen;
  const drives = rider.timeline.pieces.some(({ kind }) => kind === "leg");
  return { ...found, starts, cycle, putBack: full === stays && (stays > 0 || !drives) };
}
