import icalGenerator from "ical-generator";
import { msAt, type Clock } from "../clock";
import type { Window } from "../session";

/** What an entry of the calendar says. */
export interface CalendarEntry {
  readonly window: Window;
  readonly summary: string;
  readonly description: string;
}

/**
 * A schedule as an iCalendar file (RFC 5545): one entry a window, in universal time, so that no calendar needs to know
 * the zone.
 * @param now moment the file is made (ms since 1970)
 */
export function calendarOf(
  name: string,
  entries: readonly CalendarEntry[],
  clock: Clock,
  now: number,
): string {
  const calendar = icalGenerator({
    name,
    prodId: { company: "Kettleback", product: "Kettleback", language: "EN" },
  });
  entries.forEach(({ window, summary, description }, i) => {
    calendar.createEvent({
      id: `${clock.startMs}-${i + 1}@kettleback`,
      start: new Date(Math.round(msAt(clock, window.from) / 1000) * 1000),
      end: new Date(Math.round(msAt(clock, window.to) / 1000) * 1000),
      stamp: new Date(now),
      summary,
      description,
    });
  });
  return calendar.toString();
}
