import { clockAt, levelRun, tariffOf, element } from "../tests/tariffs";
import { amountOf } from "../units";
import type { Tariff } from "../parts";
import { bill, readPrices } from ".";

const HOUR = 3_600_000;
/** Local hours of a day in a zone as rows, the way an exporter would print them, doubled hours and all. */
function rowsOf(fromUtc: string, hours: number, zone: string): string {
  const text = new Intl.DateTimeFormat("sv-SE", { timeZone: zone, dateStyle: "short", timeStyle: "short" });
  return Array.from({ length: hours }, (_, i) => {
    const at = new Date(Date.parse(fromUtc) + i * HOUR);
    return `${text.format(at).replace(" ", "T")},${(0.1 + i / 100).toFixed(2)}`;
  }).join("\n");
}
const spot = (csv: string, zone: string): Tariff => {
  const read = readPrices(csv, zone);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return { ...tariffOf(element({ ENERGY: 9 })), kettleback: { hourly: read.value } };
};

describe.each([
  ["Europe/Dublin", "2026-10-24T23:00:00Z", "2027-03-28T00:00:00Z"],
  ["America/Toronto", "2026-11-01T04:00:00Z", "2027-03-14T05:00:00Z"],
])("%s", (zone, autumn, spring) => {
  test.each([
    ["of 25 hours", autumn, 25],
    ["of 23 hours", spring, 23],
  ])(
    "local hours of a day %s are read in their order, and each bills its own price",
    (_, midnight, hours) => {
      const tariff = spot(`start,price\n${rowsOf(midnight, hours, zone)}`, zone);
      expect(tariff.kettleback!.hourly).toMatchObject({
        starts_at: new Date(midnight).toISOString(),
        minutes: 60,
      });
      const clock = clockAt(
        midnight.slice(0, 10) === "2026-10-24" ? "2026-10-25T00:00" : `${midnight.slice(0, 10)}T00:00`,
        zone,
      );
      const { lines } = bill(tariff, levelRun([1, 0, hours]), clock);
      expect(lines).toHaveLength(hours);
      lines.forEach((line, i) => {
        expect(line.price).toBe(Math.round((0.1 + i / 100) * 1e6));
        expect(line.quantity).toBeCloseTo(1, 9);
      });
    },
  );
});

test("quarter hours with an offset, prices a MWh, commas and below zero; beyond them the elements price", () => {
  const csv = "start;price_per_MWh\n2026-11-23T09:00:00Z;-20,5\n2026-11-23T09:15:00Z;80\n";
  const tariff = spot(csv, "Europe/Dublin");
  expect(tariff.kettleback!.hourly).toMatchObject({ minutes: 15, prices: [-0.0205, 0.08] });
  const { lines, total } = bill(tariff, levelRun([4, 0, 0.75]), clockAt("2026-11-23T09:00"));
  expect(lines.map((l) => [l.element, l.quantity, amountOf(l.amount)])).toEqual([
    [-1, 1, -0.0205],
    [-1, 1, 0.08],
    [0, 1, 9],
  ]);
  expect(amountOf(total)).toBeCloseTo(9.0595, 9);
});

test("what comes on top of every hour is added, with its VAT", () => {
  const read = spot("start,price\n2026-11-23T09:00,0.1\n2026-11-23T10:00,0.2", "Europe/Dublin");
  const { hourly } = read.kettleback!;
  const dear: Tariff = { ...read, kettleback: { hourly: { ...hourly!, markup: 0.05, vat: 10 } } };
  expect(amountOf(bill(dear, levelRun([1, 0, 2]), clockAt("2026-11-23T09:00")).total)).toBeCloseTo(0.44, 9);
});

test.each([
  [
    "a gap",
    "start,price\n2026-11-23T09:00,1\n2026-11-23T10:00,1\n2026-11-23T12:00,1",
    "line 4: start",
    "a gap: 2026-11-23T11:00 is missing",
  ],
  [
    "a doubled hour",
    "start,price\n2026-11-23T09:00,1\n2026-11-23T10:00,1\n2026-11-23T10:00,1",
    "line 4: start",
    "comes twice",
  ],
  [
    "a doubled first hour",
    "start,price\n2026-11-23T09:00,1\n2026-11-23T09:00,1",
    "line 3: start",
    "comes twice",
  ],
  [
    "a price that is none",
    "start,price\n2026-11-23T09:00,1\n2026-11-23T10:00,much",
    "line 3: price",
    "accepted: a number",
  ],
  [
    "a price of 1e308",
    "start,price\n2026-11-23T09:00,1e308\n2026-11-23T10:00,1",
    "line 2: price",
    "accepted: a number",
  ],
  ["an odd step", "start,price\n2026-11-23T09:00,1\n2026-11-23T09:20,1", "line 3: start", "15, 30 or 60"],
  [
    "a day that no calendar has",
    "start,price\n2026-02-30T09:00,1\n2026-02-30T10:00,1",
    "line 2: start",
    "accepted: a time",
  ],
  ["no columns", "a,b\n1,2\n", "line 1", "a column named start"],
  ["nothing", "", "line 1", "a column named start"],
  ["one row", "start,price\n2026-11-23T09:00,1", "(file)", "at least two rows"],
])("%s is refused with line and field", (_, csv, field, message) => {
  const read = readPrices(csv, "Europe/Dublin");
  expect(!read.ok && read.problems[0]).toEqual({ field, message: expect.stringContaining(message) });
});
