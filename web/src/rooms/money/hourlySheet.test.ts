import { DateTime } from "luxon";
import { sheetOf } from "./HourlyPrices";

/** The sheet by asking the calendar for each price, as anybody would by hand. */
function byHand(startsAt: string, minutes: number, prices: readonly number[], timeZone: string) {
  const start = DateTime.fromISO(startsAt, { zone: timeZone });
  return prices.flatMap((price, i) => {
    const at = start.plus({ milliseconds: i * minutes * 60_000 });
    const day = Math.round(at.startOf("day").diff(start.startOf("day"), "days").days);
    return day < 31 ? [{ day, minute: at.hour * 60 + at.minute, price }] : [];
  });
}
const prices = (n: number) =>
  Array.from({ length: n }, (_, i) => 0.2 + 0.1 * Math.sin(i / 9) - (i % 50 === 0 ? 0.5 : 0));

test.each([
  ["a plain month of quarter hours", "2026-06-03T00:00:00+01:00", 15, 40 * 96, "Europe/Dublin"],
  ["over the hour that is left out", "2026-03-27T05:30:00Z", 15, 4 * 96, "Europe/Dublin"],
  ["over the hour that comes twice", "2026-10-23T22:00:00Z", 30, 4 * 48, "Europe/Berlin"],
  ["half an hour forward", "2026-10-02T12:00:00Z", 15, 4 * 96, "Australia/Lord_Howe"],
  ["a day that begins at one o'clock", "2026-09-04T12:00:00Z", 60, 4 * 24, "America/Santiago"],
  ["an odd quarter of an hour from Greenwich", "2026-11-23T00:00:00Z", 60, 3 * 24, "Pacific/Chatham"],
  ["one price", "2026-11-23T23:45:00Z", 15, 1, "Europe/Dublin"],
])("%s: every price stands where the calendar has it", (_, startsAt, minutes, n, timeZone) => {
  const sheet = sheetOf(startsAt, minutes, prices(n), timeZone);
  const cells = byHand(startsAt, minutes, prices(n), timeZone);
  expect(sheet.cells).toEqual(cells);
  expect(sheet.days).toHaveLength(cells.at(-1)!.day + 1);
  expect([sheet.low, sheet.high]).toEqual([Math.min(...prices(n)), Math.max(...prices(n))]);
  expect(sheet.mean).toBeCloseTo(prices(n).reduce((a, b) => a + b) / n, 12);
});
