import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Papa from "papaparse";
import type { WeekDocument, WeekRow, YearRow } from "@kettleback/core";
import { kettleback } from "./tests/kettleback";

const WEEK = join(__dirname, "../../docs/examples/far-commuter.week.json");
const folder = mkdtempSync(join(tmpdir(), "kettleback-week-"));
afterAll(() => rmSync(folder, { recursive: true }));
const document = () => JSON.parse(readFileSync(WEEK, "utf8")) as WeekDocument;
const file = (name: string, content: object): string => {
  const path = join(folder, name);
  writeFileSync(path, JSON.stringify(content));
  return path;
};
const rowsOf = (path: string) =>
  (JSON.parse(kettleback("week", path, "--json").stdout) as { rows: WeekRow[] }).rows;

test("a week as JSON: every car on every way, with the fields it is judged by", () => {
  const rows = rowsOf(WEEK);
  const { cars, ways } = document();
  expect(rows.length).toBe(cars.length * ways.length);
  for (const key of [
    "car",
    "way",
    "verdict",
    "lowestSoc",
    "lowestAt",
    "recoveredBy",
    "shortKm",
    "shortOn",
    "sustainedKmPerDay",
    "hoursNeeded",
    "days",
    "costPerWeek",
    "stops",
  ])
    expect(rows.every((row) => key in row)).toBe(true);
  const charging = rows.filter(({ refusal }) => refusal === null);
  expect(new Set(charging.map(({ verdict }) => verdict))).toEqual(new Set(["holds", "short"]));
  for (const { days } of charging) {
    expect(days.map(({ date }) => date)).toEqual([23, 24, 25, 26, 27, 28, 29].map((d) => `2026-11-${d}`));
    expect(days[0]).toEqual({
      date: "2026-11-23",
      startSoc: expect.any(Number) as number,
      endSoc: expect.any(Number) as number,
      drivenKm: 132,
      addedKm: expect.any(Number) as number,
      shortKm: expect.any(Number) as number,
      carriedKm: expect.any(Number) as number,
    });
  }
});

test("the same as CSV, number for number, and as a table to read", () => {
  const rows = rowsOf(WEEK);
  const { data } = Papa.parse<Record<string, string>>(kettleback("week", WEEK, "--csv").stdout.trim(), {
    header: true,
  });
  expect(data.length).toBe(rows.length);
  data.forEach((line, i) => {
    expect([line.car, line.way, line.verdict]).toEqual([rows[i]!.car, rows[i]!.way, rows[i]!.verdict ?? ""]);
    expect(Number(line.sustainedKmPerDay)).toBe(rows[i]!.sustainedKmPerDay ?? 0);
    expect(JSON.parse(line.days!)).toEqual(rows[i]!.days);
  });
  const { stdout, status } = kettleback("week", WEEK);
  expect(status).toBe(0);
  const short = rows.find(({ car, verdict }) => car === "Curlew" && verdict === "short")!;
  expect(stdout).toMatch(
    new RegExp(`Curlew +${short.way} +falls short by ${Math.ceil(short.shortKm)} km on ${short.shortOn} `),
  );
  expect(stdout).toMatch(/Curlew +Wallbox, 3 × 16 A +holds +35 % /);
  // Never told as less than it is.
  expect(short.shortKm % 1).toBeGreaterThan(0);
});

test("a car that never leaves holds, and needs no hours at home", () => {
  const { pattern, ...week } = document();
  const days = Array(7).fill({ drives: [], home: "home" });
  const [row] = rowsOf(file("idle.json", { ...week, pattern: { ...pattern, days } }));
  expect(row).toMatchObject({ verdict: "holds", shortKm: 0, stops: [], hoursNeeded: 0 });
});

test.each([
  [
    "a reserve above the limit",
    { reserveSoc: 0.85 },
    "pattern.reserveSoc: the reserve must be below the limit of 80 %",
  ],
  ["no days", { days: undefined }, "pattern.days: needed: seven days"],
  [
    "a negative distance",
    { days: Array(7).fill({ drives: [{ leave: "08:00", back: "09:00", km: -5 }] }) },
    "pattern.days.0.drives.0.km: accepted: 0 to 2,000 km",
  ],
])("%s is refused by field", (_, change, message) => {
  const { pattern, ...week } = document();
  const { status, stderr } = kettleback(
    "week",
    file("bad.json", { ...week, pattern: { ...pattern, ...change } }),
  );
  expect(status).toBe(2);
  expect(stderr).toContain(message);
});

describe("year", () => {
  const { ways, cars, ...week } = document();
  const few = file("few.json", { ...week, cars: cars.slice(0, 2), ways: ways.slice(0, 3) });
  const args = ["year", few, "--years", "30", "--seed", "5"];
  const rowsOf = () => (JSON.parse(kettleback(...args, "--json").stdout) as { rows: YearRow[] }).rows;
  let rows: YearRow[];
  beforeAll(() => (rows = rowsOf()));

  test("as JSON: days short, stops and cost, each with the interval it lies in, and the same for the same seed", () => {
    expect(rows.length).toBe(6);
    for (const row of rows) {
      expect(row).toMatchObject({ years: 30, seed: 5, currency: "EUR" });
      for (const estimate of [row.shortDaysPerYear!, row.stopsPerYear!, row.costPerYear!]) {
        expect(estimate.low).toBeLessThanOrEqual(estimate.mean);
        expect(estimate.mean).toBeLessThanOrEqual(estimate.high);
      }
    }
    expect(rows[0]!.shortDaysPerYear!.mean).toBeGreaterThan(rows[2]!.shortDaysPerYear!.mean);
    expect(rowsOf()).toEqual(rows);
  });

  test("as a table to read and as CSV, number for number", () => {
    const { stdout } = kettleback(...args);
    const { mean, low, high } = rows[3]!.shortDaysPerYear!;
    expect(stdout).toContain(
      `Curlew  ${rows[3]!.way}   ${mean.toFixed(1)} (${low.toFixed(1)} to ${high.toFixed(1)})`,
    );
    expect(stdout).toContain("30 years, seed 5; in brackets where the true mean lies nine times in ten.");
    const { data } = Papa.parse<Record<string, string>>(kettleback(...args, "--csv").stdout.trim(), {
      header: true,
    });
    expect(data.map((line) => Number(line.costPerYearHigh))).toEqual(
      rows.map((row) => row.costPerYear!.high),
    );
  });

  test.each([
    [["--years", "0"], "years: accepted: a whole number, 1 to 10000"],
    [["--years", "a few"], "years: accepted: a whole number, 1 to 10000"],
    [["--seed", "1.5"], "seed: accepted: a whole number, 0 to 2147483647"],
  ])("%s is refused", (more, message) => {
    const { status, stderr } = kettleback("year", few, ...more);
    expect([status, stderr.includes(message)]).toEqual([2, true]);
  });
});
