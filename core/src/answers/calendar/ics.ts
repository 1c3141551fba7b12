import icalGenerator, { ICalAlarmType, ICalEventRepeatingFreq } from "ical-generator";
import { msAt, type Clock } from "../../engine/clock";
import type { Window } from "../../engine/session";

/** What an entry of the calendar says. */
export interface CalendarEntry {
  readonly window: Window;
  readonly summary: string;
  readonly description: string;
  /** The calendar rings when it begins. */
  readonly rings?: true;
  /** It comes again after so many days, for good. */
  readonly everyDays?: number;
}

/**
 * A schedule as an iCalendar file (RFC 5545): one entry a window, in universal time, so that no calendar needs to know
 * the zone.
 * @param now moment the file is made (ms since 1970)
 * @example calendarOf("Tonight", [calendarEntry], clock, 0).split("\r\n")[0] // "BEGIN:VCALENDAR"
 */
export function calendarOf(
  name: string,
  entries: readonly CalendarEntry[],
  clock: Clock,
  now: number,
): string {
  const calendar = icalGenerator({
    // The package escapes what events say, and of the calendar's own name no line ends.
    name: name.replace(/[\p{Cc}\u2028\u2029]+/gu, " "),
    prodId: { company: "Kettleback", product: "Kettleback", language: "EN" },
  });
  entries.forEach(({ window, summary, description, rings, everyDays }, i) => {
    const event = calendar.createEvent({
      // Of another schedule, another file or another start it is another entry, and none replaces the other.
      id: `${clock.startMs}-${Math.round(window.from)}-${now}-${i + 1}-${checkOf(name + summary)}@kettleback`,
      start: new Date(Math.round(msAt(clock, window.from) / 1000) * 1000),
      end: new Date(Math.round(msAt(clock, window.to) / 1000) * 1000),
      stamp: new Date(now),
      summary,
      description,
    });
    if (everyDays) event.repeating({ freq: ICalEventRepeatingFreq.DAILY, interval: everyDays });
    if (rings) event.createAlarm({ type: ICalAlarmType.display, trigger: 0, description: summary });
  });
  const text = calendar.toString();
  // Every line is ended, the last one too (RFC 5545, 3.1).
  return text.endsWith("\r\n") ? text : `${text}\r\n`;
}

/** A short number for a text, the same for the same text (FNV-1a, 32 bits). */
function checkOf(text: string): string {
  let hash = 0x811c9dc5;
  for (const byte of new TextEncoder().encode(text)) hash = Math.imul(hash ^ byte, 0x01000193);
  return (hash >>> 0).toString(16);
}
