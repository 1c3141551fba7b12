import { DateTime } from "luxon";
import fc from "fast-check";
import { offsetAt } from "@kettleback/core";
import { daysBetween, midnightOf, wallAt } from "./wall";

const ZONES = ["UTC", "Europe/Dublin", "America/St_Johns", "Asia/Kathmandu", "Pacific/Chatham"];

test("a moment is what a well-kept library makes of it, in any zone, and so are the days between two", () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...ZONES),
      fc.integer({ min: Date.UTC(1971, 0), max: Date.UTC(2060, 0) }),
      fc.integer({ min: 0, max: 400 * 86_400_000 }),
      (zone, from, later) => {
        const [first, last] = [from, from + later].map((ms) => {
          const at = DateTime.fromMillis(ms, { zone });
          const wall = wallAt(ms, offsetAt(zone, ms));
          const { year, month, day, hour, minute, weekday } = at;
          expect(wall).toEqual({ year, month, day, hour, minute, weekday });
          return { at, wall };
        }) as [{ at: DateTime; wall: ReturnType<typeof wallAt> }, never];
        const begins = (at: DateTime) => DateTime.utc(at.year, at.month, at.day);
        expect(daysBetween(first.wall, (last as typeof first).wall)).toBe(
          begins((last as typeof first).at).diff(begins(first.at), "days").days,
        );
      },
    ),
  );
});

test("a date begins at midnight; one that no calendar has is none", () => {
  expect(midnightOf(2024, 2, 29)).toEqual({ year: 2024, month: 2, day: 29, hour: 0, minute: 0, weekday: 4 });
  expect(midnightOf(99, 12, 31)).toMatchObject({ year: 99, month: 12, day: 31 });
  for (const [year, month, day] of [
    [2026, 2, 29],
    [2026, 4, 31],
    [2026, 0, 10],
    [2026, 13, 1],
    [2026, 5, 0],
  ] as const)
    expect(midnightOf(year, month, day)).toBeUndefined();
});
