import fc from "fast-check";
import { IANAZone } from "luxon";
import { clockOf, localTimeProblem } from ".";
import { law } from "../../tests/law";
import { changesIn, offsetAt } from "./year";

/** Zones of every manner: none, both halves of the world, half hours, the month of fasting, a day left out, war time. */
const ZONES = [
  "UTC",
  "Europe/Dublin",
  "America/Toronto",
  "America/St_Johns",
  "Australia/Lord_Howe",
  "Africa/Casablanca",
  "Asia/Tehran",
  "Pacific/Apia",
  "Asia/Kathmandu",
] as const;

test("the offset at any moment is the zone's own, before and after each change too", () => {
  law(
    fc.tuple(
      fc.constantFrom(...ZONES),
      fc.integer({ min: Date.UTC(1950, 0), max: Date.UTC(2060, 0) }),
      fc.constantFrom(-60_000, -1, 0, 1, 60_000),
    ),
    { runs: 500, mostSkipped: 0 },
    ([zone, at, by]) => {
      const own = IANAZone.create(zone);
      const minute = Math.floor(at / 60_000) * 60_000;
      expect(offsetAt(zone, minute)).toBe(own.offset(minute));
      for (const { fromMs, minutes } of changesIn(zone, minute, minute + 400 * 86_400_000)) {
        expect(minutes).toBe(own.offset(fromMs));
        expect(offsetAt(zone, fromMs + by)).toBe(own.offset(fromMs + by));
        // A change is one: a moment before it something else held.
        expect(own.offset(fromMs - 1)).not.toBe(minutes);
      }
    },
  );
});

test.each([
  // IANA time zone data.
  ["Europe/Dublin", 2026, ["2026-03-29T01:00", "2026-10-25T01:00"]],
  ["America/Toronto", 2026, ["2026-03-08T07:00", "2026-11-01T06:00"]],
  ["Australia/Lord_Howe", 2026, ["2026-04-04T15:00", "2026-10-03T15:30"]],
  ["Asia/Tokyo", 2026, []],
  // The 30th of December 2011 was left out.
  ["Pacific/Apia", 2011, ["2011-04-02T14:00", "2011-09-24T14:00", "2011-12-30T10:00"]],
] as const)("%s changes its clocks in %d at %j, universal time", (zone, year, expected) => {
  const found = changesIn(zone, Date.UTC(year, 0), Date.UTC(year + 1, 0) - 1);
  expect(found.map(({ fromMs }) => new Date(fromMs).toISOString().slice(0, 16))).toEqual(expected);
});

test("a change at the turn of a year is found once", () => {
  for (const zone of ZONES) {
    const found = changesIn(zone, Date.UTC(1950, 0), Date.UTC(2060, 0));
    expect(new Set(found.map(({ fromMs }) => fromMs)).size).toBe(found.length);
    found.forEach(({ minutes }, i) => i > 0 && expect(minutes).not.toBe(found[i - 1]!.minutes));
  }
});

test("the nights of a year ask the zone no more than a few nights do", () => {
  const asked = jest.spyOn(IANAZone.prototype, "offset");
  const zone = "Europe/Zagreb";
  const night = (day: number) => {
    const pluggedInAt = `${new Date(Date.UTC(2027, 0, day)).toISOString().slice(0, 10)}T18:10`;
    return clockOf({ pluggedInAt, neededBy: "07:30" }, zone);
  };
  for (const day of [1, 120, 240, 365]) night(day);
  const first = asked.mock.calls.length;
  expect(first).toBeLessThan(400);
  const nights = Array.from({ length: 365 }, (_, i) => night(i + 1).departure! / 3600);
  expect(asked.mock.calls.length).toBe(first);
  asked.mockRestore();
  // 13 h 20 min, an hour less or more on the two nights of the change.
  expect(nights.filter((hours) => Math.abs(hours - 40 / 3) < 1e-9)).toHaveLength(363);
  expect(nights.filter((hours) => Math.abs(hours - 37 / 3) < 1e-9)).toHaveLength(1);
  expect(nights.filter((hours) => Math.abs(hours - 43 / 3) < 1e-9)).toHaveLength(1);
});

test.each(["0100-01-01T10:00", "0099-06-01T10:00", "9999-12-31T23:59"])(
  "%s is a session's time or none at all, and breaks nothing",
  (pluggedInAt) => {
    for (const zone of ZONES)
      if (localTimeProblem(pluggedInAt, zone) === undefined)
        expect(clockOf({ pluggedInAt, neededBy: "07:30" }, zone).departure).toBeGreaterThan(0);
    expect(localTimeProblem("0100-01-01T10:00", "UTC")).toBeUndefined();
  },
);
