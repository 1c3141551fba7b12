import { DateTime } from "luxon";
import type { Seconds } from "../units";
import type { PlannedSession } from "./document";

/** When a session starts and must end, as instants in the household's zone. */
export interface SessionTimes {
  readonly pluggedIn: DateTime;
  readonly departure: DateTime | null;
  /** True seconds between the two, so a night with a clock change has 23 or 25 hours in a day. */
  readonly deadline: Seconds | undefined;
}

/**
 * Resolves a session's local times in a zone. A local time that the spring change skips is taken an hour later;
 * one that autumn repeats is taken the first time. Departure is the clock time's next occurrence.
 */
export function sessionTimes(session: PlannedSession, zone: string): SessionTimes {
  const pluggedIn = DateTime.fromISO(session.pluggedInAt, { zone });
  if (session.neededBy === null) return { pluggedIn, departure: null, deadline: undefined };
  const [hour, minute] = session.neededBy.split(":").map(Number);
  const sameDay = pluggedIn.set({ hour, minute, second: 0 });
  const departure =
    sameDay > pluggedIn ? sameDay : pluggedIn.plus({ days: 1 }).set({ hour, minute, second: 0 });
  return { pluggedIn, departure, deadline: departure.diff(pluggedIn).as("seconds") };
}
