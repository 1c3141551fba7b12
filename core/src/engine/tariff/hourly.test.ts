import { clockAt, levelRun, tariffOf, element } from "../../tests/tariffs";
import { amountOf } from "../../trade/units";
import type { Tariff } from "../../things/parts";
import { MOST_PRICES } from "../../things/parts";
import { bill, PRICES_MAX_BYTES, readPrices } from ".";

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
  [
    "a price below what any tariff pays",
    "start,price\n2026-11-23T09:00,-1000\n2026-11-23T10:00,-1001",
    "line 3: price",
    "accepted: a number a kWh from -1000",
  ],
  [
    "a price in another notation",
    "start,price\n2026-11-23T09:00,0x10\n2026-11-23T10:00,1",
    "line 2: price",
    "accepted: a number",
  ],
  ["a row without a price", "start,price\n2026-11-23T09:00,1\n2026-11-23T10:00", "line 3: price", "accepted"],
  ["a row without a start", "price,start\n1,2026-11-23T09:00\n2", "line 3: start", "accepted: a time"],
  [
    "a second day that no calendar has",
    "start,price\n2026-11-23T09:00,1\n2026-02-30T10:00,1",
    "line 3: start",
    "accepted: a time",
  ],
  [
    "a third start that is no time",
    "start,price\n2026-11-23T09:00,1\n2026-11-23T10:00,1\nlater,1",
    "line 4: start",
    "accepted: a time",
  ],
  [
    "a gap between moments",
    "start,price\n2026-11-23T09:00:00Z,1\n2026-11-23T10:00:00Z,1\n2026-11-23T12:00:00Z,1",
    "line 4: start",
    "a gap: 2026-11-23T11:00:00.000Z is missing",
  ],
  [
    "a moment out of order",
    "start,price\n2026-11-23T09:00:00Z,1\n2026-11-23T10:00:00Z,1\n2026-11-23T08:00:00Z,1",
    "line 4: start",
    "out of order; 2026-11-23T11:00:00.000Z is due",
  ],
  [
    "a fault after an empty line, at the line it stands on",
    "start,price\n2026-11-23T09:00,1\n\n , \n2026-11-23T10:00,much",
    "line 5: price",
    "accepted: a number",
  ],
  [
    "a fault in a file without a header",
    "2026-11-23T09:00,1\n2026-11-23T10:00,much",
    "line 2: price",
    "accepted: a number",
  ],
  ["one column for both", "start price,other\n1,2\n3,4", "line 1", "a column named start"],
  ["a column of starts alone", "start,cost\n1,2\n3,4", "line 1", "a column named start"],
  ["a column of prices alone", "uptime,price\n1,2\n3,4", "line 1", "a column named start"],
  ["no columns", "a,b\n1,2\n", "line 1", "a column named start"],
  ["nothing", "", "line 1", "a column named start"],
  ["one row", "start,price\n2026-11-23T09:00,1", "(file)", "at least two rows"],
])("%s is refused with line and field", (_, csv, field, message) => {
  const read = readPrices(csv, "Europe/Dublin");
  expect(!read.ok && read.problems[0]).toEqual({ field, message: expect.stringContaining(message) });
});

const NINE_AND_TEN = { starts_at: "2026-11-23T09:00:00.000Z", minutes: 60, prices: [0.1, 0.2], markup: 0 };

test.each([
  ["without a header", "2026-11-23T09:00,0.1\n2026-11-23T10:00,0.2"],
  ["with the price before the start", "price,start\n0.1,2026-11-23T09:00\n0.2,2026-11-23T10:00"],
  ["with a space between day and time", "start,price\n2026-11-23 09:00,0.1\n2026-11-23 10:00,0.2"],
  [
    "with seconds, a space and an offset",
    "start,price\n2026-11-23 10:00:00+01:00,0.1\n2026-11-23 11:00:00+01:00,0.2",
  ],
  ["with local seconds", "start,price\n2026-11-23T09:00:00,0.1\n2026-11-23T10:00:00.000,0.2"],
  ["with blanks about every cell", "\n  2026-11-23T09:00 , 0.1\n 2026-11-23T10:00 , 0.2 \n\n"],
  ["with empty lines", "price,start\n\n0.1,2026-11-23T09:00\n,\n0.2,2026-11-23T10:00\n"],
  ["with columns nobody asked for", "zone,date,Price EUR\nIE,2026-11-23T09:00,0.1\nIE,2026-11-23T10:00,0.2"],
])("prices %s are read the same", (_, csv) => {
  expect(readPrices(csv, "Europe/Dublin")).toEqual({ ok: true, value: NINE_AND_TEN });
});

test("the dearest price there may be is read, by the MWh after it is divided", () => {
  const read = (header: string, price: number) =>
    readPrices(`start,${header}\n2026-11-23T09:00,0\n2026-11-23T10:00,${price}`, "Europe/Dublin");
  expect([read("price", 100_000).ok, read("price", 100_001).ok]).toEqual([true, false]);
  expect([read("price_per_MWh", 200_000).ok, read("price_per_MWh", 100_000_001).ok]).toEqual([true, false]);
});

test("a year of quarter hours is the most that is read; a file beyond its size is told so before it is parsed", () => {
  const quarters = (count: number) =>
    Array.from(
      { length: count },
      (_, i) => `${new Date(Date.parse("2026-01-01T00:00:00Z") + i * 900_000).toISOString()},0.1`,
    ).join("\n");
  const year = readPrices(quarters(MOST_PRICES), "Europe/Dublin");
  expect(year.ok && year.value.prices).toHaveLength(MOST_PRICES);
  expect(readPrices(quarters(MOST_PRICES + 1), "Europe/Dublin")).toEqual({
    ok: false,
    problems: [
      { field: `line ${MOST_PRICES + 1}`, message: "accepted: up to 35136 prices, a year of quarter hours" },
    ],
  });
  const told = (size: number) => {
    const read = readPrices("x".repeat(size), "Europe/Dublin");
    return !read.ok && read.problems[0];
  };
  expect(told(PRICES_MAX_BYTES)).toMatchObject({ field: "line 1" });
  expect(told(PRICES_MAX_BYTES + 1)).toEqual({
    field: "(file)",
    message: "too large: 4194305 characters; accepted: up to 4194304",
  });
});

describe("units, surplus cells and days that do not exist", () => {
  const two = (head: string, a: string, b = a) => `${head}\n2026-11-23T00:00,${a}\n2026-11-23T01:00,${b}`;
  const prices = (csv: string) => {
    const read = readPrices(csv, "Europe/Dublin");
    return read.ok ? read.value.prices : read.problems[0];
  };

  test.each([
    ["start,price", "0.214", 0.214],
    ["start,price EUR/MWh", "214", 0.214],
    ["start,price (ct/kWh)", "21.4", 0.214],
    ["start,price in pence", "21.4", 0.214],
    ["start,Price p/kWh", "21.4", 0.214],
    ["start,price c/kWh", "21.4", 0.214],
  ])("%s: %s is a price of %d a kWh", (head, cell, price) =>
    expect(prices(two(head, cell))).toEqual([price, price]),
  );

  test("a column of units says it row by row, and one that is no unit of price is named", () => {
    const csv = (a: string, b: string) =>
      `start,price,unit\n2026-11-23T00:00,214,${a}\n2026-11-23T01:00,21.4,${b}`;
    expect(prices(csv("EUR/MWh", "ct/kWh"))).toEqual([0.214, 0.214]);
    expect(prices(csv("EUR/MWh", "boxes"))).toMatchObject({ field: "line 3: unit" });
  });

  test("a cell too many is named by its line, not dropped: a decimal comma between commas", () => {
    expect(prices("start,price\n2026-11-23T00:00,0,214\n2026-11-23T01:00,0,199")).toMatchObject({
      field: "line 2",
      message: expect.stringContaining("3 cells where the header has 2") as string,
    });
    expect(prices("start;price\n2026-11-23T00:00;0,214\n2026-11-23T01:00;0,199")).toEqual([0.214, 0.199]);
    // Empty cells at the end are what spreadsheets leave.
    expect(prices("start,price\n2026-11-23T00:00,0.2,,\n2026-11-23T01:00,0.3,,")).toEqual([0.2, 0.3]);
  });

  test.each(["2026-02-30T00:00", "2026-02-30T00:00Z", "2026-13-01T00:00", "2027-02-29 00:00"])(
    "%s is no time of a day that exists",
    (time) =>
      expect(prices(`start,price\n${time},0.2\n2026-03-02T01:00,0.3`)).toMatchObject({
        field: "line 2: start",
        message: expect.stringContaining("a day that exists") as string,
      }),
  );
});
