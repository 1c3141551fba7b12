import ICAL from "ical.js";
import { msAt } from "../clock";
import { clockAt } from "../tests/tariffs";
import { calendarOf, timerOf } from ".";

const HOUR = 3600;
const entry = (from: number, to: number) => ({
  window: { from, to, amps: 10 },
  summary: "Charge the Plover, 10 A; boathouse",
  description: "Set the unit to 10 A.\nReady 05:10, 2.14 EUR",
});

test.each([
  ["an ordinary night", "2026-11-23T18:10"],
  ["the night of 25 hours", "2026-10-24T18:10"],
  ["the night of 23 hours", "2027-03-27T18:10"],
])("%s: the calendar reads back to the same moments and words", (_, at) => {
  const clock = clockAt(at);
  const windows = [entry(5 * HOUR, 9 * HOUR + 600), entry(10 * HOUR, 11 * HOUR)];
  const text = calendarOf("Plover, cheapest", windows, clock, Date.UTC(2026, 10, 23));
  const events = new ICAL.Component(ICAL.parse(text) as unknown[])
    .getAllSubcomponents("vevent")
    .map((e) => new ICAL.Event(e));
  expect(events).toHaveLength(2);
  events.forEach((event, i) => {
    const { window, summary, description } = windows[i]!;
    expect(event.startDate.toJSDate().getTime()).toBe(msAt(clock, window.from));
    expect(event.endDate.toJSDate().getTime()).toBe(msAt(clock, window.to));
    expect([event.summary, event.description]).toEqual([summary, description]);
  });
  expect(new Set(events.map((e) => e.uid)).size).toBe(2);
  // RFC 5545: lines of at most 75 octets, ended by CR LF.
  for (const line of text.split("\r\n")) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
});

test("a timer is two clock times, to the minute, never before the window and never short of its end", () => {
  const clock = clockAt("2026-11-23T18:10");
  expect(timerOf({ from: 4 * HOUR + 50 * 60, to: 9 * HOUR + 61 }, clock)).toEqual({
    start: "23:00",
    stop: "03:12",
  });
  expect(timerOf({ from: 1, to: 60 }, clock)).toEqual({ start: "18:11", stop: "18:11" });
  expect(timerOf({ from: 5 * HOUR + 50 * 60, to: 6 * HOUR }, clock).start).toBe("00:00");
});

test("on the night an hour comes twice a timer says what the wall clock shows", () => {
  const clock = clockAt("2026-10-24T22:00");
  // Three hours on it is 01:00 for the first time, four hours on for the second (IANA time zone data).
  expect(timerOf({ from: 3 * HOUR, to: 4 * HOUR }, clock)).toEqual({ start: "01:00", stop: "01:00" });
});
