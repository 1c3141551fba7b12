import fc from "fast-check";
import ICAL from "ical.js";
import { nameSchema } from "../../things/parts";
import { law } from "../../tests/law";
import { msAt } from "../../engine/clock";
import { clockAt } from "../../tests/tariffs";
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
    twice: [],
  });
  expect(timerOf({ from: 1, to: 60 }, clock)).toMatchObject({ start: "18:11", stop: "18:12" });
  expect(timerOf({ from: 5 * HOUR + 50 * 60, to: 6 * HOUR }, clock).start).toBe("00:00");
});

test("a rounded start leaves a session its whole length, and none beyond the time it is wanted", () => {
  const clock = clockAt("2026-11-23T18:10");
  const minuteOf = (text: string) =>
    (Number(text.slice(0, 2)) * 60 + Number(text.slice(3)) + 1440 - 18 * 60 - 10) % 1440;
  law(
    fc.record({
      from: fc.double({ min: 0, max: 10 * HOUR, noNaN: true }),
      length: fc.double({ min: 120, max: 10 * HOUR, noNaN: true }),
      slack: fc.constantFrom(0, 10, 45, 90, Infinity),
    }),
    { runs: 500, mostSkipped: 0 },
    ({ from, length, slack }) => {
      const window = { from, to: from + length };
      const { start, stop } = timerOf(window, clock, window.to + slack);
      const [begins, ends] = [minuteOf(start) * 60, minuteOf(stop) * 60];
      expect(ends - begins).toBeGreaterThanOrEqual(length - 1e-3);
      expect(Math.abs(begins - from)).toBeLessThan(60 + 1e-3);
      // Started then, it is done in time; with time to spare it never begins in the hour before.
      expect(begins + length).toBeLessThanOrEqual(window.to + slack + 1e-3);
      if (slack >= 60) expect(begins).toBeGreaterThanOrEqual(from - 1e-3);
    },
  );
});

test("on the night an hour comes twice a timer says what the wall clock shows, and that it does so twice", () => {
  const clock = clockAt("2026-10-24T22:00");
  // Three hours on it is 01:00 for the first time, four hours on for the second (IANA time zone data).
  expect(timerOf({ from: 3 * HOUR, to: 4 * HOUR }, clock)).toEqual({
    start: "01:00",
    stop: "01:00",
    twice: ["01:00"],
  });
  expect(timerOf({ from: 2 * HOUR, to: 3.5 * HOUR }, clock)).toEqual({
    start: "00:00",
    stop: "01:30",
    twice: ["01:30"],
  });
  expect(timerOf({ from: 2 * HOUR, to: 6 * HOUR }, clock).twice).toEqual([]);
});

test("entries of other schedules, files and starts have other identifiers; the same file has the same", () => {
  const clock = clockAt("2026-11-23T18:10");
  const at = (name: string, from: number, now: number) =>
    /UID:(.*)\r\n/.exec(calendarOf(name, [entry(from, from + HOUR)], clock, now))![1];
  const all = [at("a", HOUR, 1), at("b", HOUR, 1), at("a", 2 * HOUR, 1), at("a", HOUR, 2)];
  expect(new Set(all).size).toBe(4);
  expect(at("a", HOUR, 1)).toBe(all[0]);
});

test("what a name may hold is escaped, every line is ended by CR LF and none is broken", () => {
  const clock = clockAt("2026-11-23T18:10");
  const words = 'Plover; slip, north\\east "two" über 23:00 BEGIN:VEVENT';
  const text = calendarOf(words, [{ ...entry(0, HOUR), summary: words, description: words }], clock, 0);
  expect(text.endsWith("END:VCALENDAR\r\n")).toBe(true);
  expect(text.replaceAll("\r\n", "")).not.toMatch(/[\r\n]/);
  const root = new ICAL.Component(ICAL.parse(text) as unknown[]);
  const [event] = root.getAllSubcomponents("vevent");
  expect(root.getAllSubcomponents("vevent")).toHaveLength(1);
  expect(new ICAL.Event(event!).summary).toBe(words);
  expect(root.getFirstPropertyValue("x-wr-calname")).toBe(words);
});

test("a name is one line, whatever was typed or filed", () => {
  expect(nameSchema.parse("  Plover\r\nDTEND:1\u2028x ")).toBe("Plover DTEND:1 x");
  expect(nameSchema.safeParse("\n\t").success).toBe(false);
});

test("a name with line ends and control characters makes no line of its own, whatever let it through", () => {
  const clock = clockAt("2026-11-23T18:10");
  const name = "Plover\r\nBEGIN:VEVENT\rX:1\nY:2\u0000\u0085\u2028z";
  const text = calendarOf(name, [{ ...entry(0, HOUR), summary: name, description: name }], clock, 0);
  expect(text.replaceAll("\r\n", "")).not.toMatch(/[\r\n]/);
  expect(text.match(/^BEGIN:VEVENT$/gm)).toHaveLength(1);
  const root = new ICAL.Component(ICAL.parse(text) as unknown[]);
  expect(root.getFirstPropertyValue("x-wr-calname")).toBe("Plover BEGIN:VEVENT X:1 Y:2 z");
  expect(text).not.toMatch(/^[XY]:/m);
});
