import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Papa from "papaparse";
import { MOST_WAYS, type TableRow } from "@kettleback/core";
import { kettleback } from "./tests/kettleback";

const ROOT = join(__dirname, "../..");
const LINEUP = join(ROOT, "docs/examples/every-way.lineup.json");
const PLAN = join(ROOT, "docs/examples/plover-overnight.plan.json");
const folder = mkdtempSync(join(tmpdir(), "kettleback-lineup-"));
afterAll(() => rmSync(folder, { recursive: true }));

const json = <T>(...args: string[]) => JSON.parse(kettleback(...args).stdout) as T;
const document = () => JSON.parse(readFileSync(LINEUP, "utf8")) as { ways: object[] };
const file = (name: string, content: object): string => {
  const path = join(folder, name);
  writeFileSync(path, JSON.stringify(content));
  return path;
};

test("a line-up as JSON: every car on every way, with the fields people compare by", () => {
  const { rows } = json<{ rows: TableRow[] }>("lineup", LINEUP, "--json");
  expect(rows).toHaveLength(51);
  for (const key of [
    "car",
    "way",
    "level",
    "phases",
    "amps",
    "wallW",
    "batteryW",
    "narrowest",
    "secondsToTarget",
    "inTime",
    "shortBySeconds",
    "kmPerHour",
    "kmPerHourWall",
    "wallWh",
    "lostShare",
    "cost",
    "worstCaution",
  ])
    expect(rows.every((row) => key in row)).toBe(true);
  const box = rows.find(({ car, way }) => car === "Curlew" && way === "Wallbox, 3 × 16 A")!;
  expect(box).toMatchObject({
    level: "wallbox",
    phases: 3,
    inTime: true,
    shortBySeconds: 0,
    worstCaution: "note",
  });
  expect(box.amps).toBeCloseTo(16, 6);
});

test("the same as CSV, number for number, and as a table to read", () => {
  const { rows } = json<{ rows: TableRow[] }>("lineup", LINEUP, "--json");
  const { data } = Papa.parse<Record<string, string>>(kettleback("lineup", LINEUP, "--csv").stdout.trim(), {
    header: true,
  });
  expect(data).toHaveLength(rows.length);
  let compared = 0;
  rows.forEach((row, i) => {
    for (const [key, value] of Object.entries(row)) {
      compared += 1;
      const text = data[i]![key];
      expect([key, typeof value === "number" ? Number(text) : text]).toEqual(
        [key, value ?? ""].map((v) => (typeof v === "boolean" ? String(v) : v)),
      );
    }
  });
  expect(compared).toBeGreaterThan(20 * rows.length);
  const { stdout, status } = kettleback("lineup", LINEUP);
  expect(status).toBe(0);
  expect(stdout).toMatch(/Plover +Boathouse, wall socket at 6 A +socket +1 × 6\.0 A/);
});

test("vary steps one quantity, through its real sizes or the values given, of a line-up or of a plan", () => {
  type Varied = { enough: number; says: string; rows: { value: number; batteryW: number }[] };
  const real = json<Varied>(
    "vary",
    LINEUP,
    "--quantity",
    "cable",
    "--car",
    "Curlew",
    "--way",
    "Co-op hall, post bay",
    "--json",
  );
  expect(real.rows.map(({ value }) => value)).toEqual([13, 16, 20, 32, 63]);
  expect(real.rows[real.enough]!.value).toBe(16);
  const own = json<Varied>("vary", PLAN, "--quantity", "step", "--values", "6,8,10", "--json");
  expect(own.rows.map(({ value }) => value)).toEqual([6, 8, 10]);
  expect(own.rows[2]!.batteryW).toBeGreaterThan(own.rows[0]!.batteryW);
  expect(kettleback("vary", PLAN, "--quantity", "step", "--values", "6,8,10").stdout).toContain("10 A");
});

test("field prints the result at every point", () => {
  const args = ["sweep", PLAN, "--x", "step:6:10:2", "--y", "start:0:50:25", "--of", "secondsToTarget"];
  const { points } = json<{ points: Record<string, number | string>[] }>(...args, "--json");
  expect(points.map(({ step, start }) => [step, start])).toEqual([
    [6, 0],
    [8, 0],
    [10, 0],
    [6, 25],
    [8, 25],
    [10, 25],
    [6, 50],
    [8, 50],
    [10, 50],
  ]);
  const { data } = Papa.parse<Record<string, string>>(kettleback(...args).stdout.trim(), { header: true });
  expect(data.map((row) => Number(row.secondsToTarget))).toEqual(points.map((p) => p.secondsToTarget));
});

test.each([
  [
    "an unknown part",
    ["lineup", file("part.json", { ...document(), ways: [{ ...document().ways[0], flux: 1 }] })],
    "ways.0.flux: not known here",
  ],
  [
    "10,001 ways",
    ["lineup", file("many.json", { ...document(), ways: Array(MOST_WAYS + 1).fill(0) })],
    "ways: accepted: up to 10000 ways",
  ],
  [
    "a sweep step of 0",
    ["sweep", PLAN, "--x", "step:6:10:0", "--y", "start:0:50:25", "--of", "batteryW"],
    "x.step: accepted: a step above 0",
  ],
  [
    "a grid of 10^9 points",
    ["sweep", PLAN, "--x", "step:6:32:0.001", "--y", "start:0:50:0.0013", "--of", "batteryW"],
    "x.count: accepted: 2 to 200 points a side; 26001 asked",
  ],
  [
    "a result nobody knows",
    ["sweep", PLAN, "--x", "step:6:10:1", "--y", "start:0:50:25", "--of", "joy"],
    "of: accepted: batteryW",
  ],
  ["a quantity nobody knows", ["vary", PLAN, "--quantity", "colour"], "quantity: accepted: cable"],
  [
    "a value out of range",
    ["vary", PLAN, "--quantity", "step", "--values", "6,,900"],
    "values.1: accepted: 6 to 80 A",
  ],
  [
    "a way that is not there",
    ["vary", LINEUP, "--quantity", "step", "--way", "Moon"],
    "way: accepted: Boathouse",
  ],
  ["no file", ["lineup", join(folder, "none.json")], "(file): ENOENT"],
])("%s is refused with its field and what is accepted", (_, args, message) => {
  const { status, stderr, stdout } = kettleback(...args);
  expect([status, stdout]).toEqual([2, ""]);
  expect(stderr).toContain(message);
});
