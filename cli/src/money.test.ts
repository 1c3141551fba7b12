import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import ICAL from "ical.js";
import { kettleback } from "./tests/kettleback";

const EXAMPLE = join(__dirname, "../../docs/examples/plover-overnight.plan.json");
const folder = mkdtempSync(join(tmpdir(), "kettleback-money-"));
afterAll(() => rmSync(folder, { recursive: true }));

interface Document {
  session: object;
  tariff: object;
}
/** The example with other fields, as a file. */
const changed = (name: string, change: (plan: Document) => object): string => {
  const path = join(folder, `${name}.json`);
  const plan = JSON.parse(readFileSync(EXAMPLE, "utf8")) as Document;
  writeFileSync(path, JSON.stringify({ ...plan, ...change(plan) }));
  return path;
};
const unhurried = (name: string, tariff?: object) =>
  changed(name, ({ session, tariff: own }) => ({
    session: { ...session, fromSoc: 0.5, toSoc: 0.7 },
    tariff: tariff ?? own,
  }));

test("cost: every line with its component, stretch, quantity, unit, price, amount and VAT; the lines add up", () => {
  const tariff = {
    id: "post",
    currency: "EUR",
    elements: [
      {
        price_components: [
          { type: "FLAT", price: 0.5, vat: 20, step_size: 1 },
          { type: "ENERGY", price: 0.4, vat: 20, step_size: 1 },
          { type: "PARKING_TIME", price: 1, step_size: 1 },
        ],
      },
    ],
  };
  const { status, stdout } = kettleback("cost", unhurried("post", tariff), "--json");
  expect(status).toBe(0);
  const cost = JSON.parse(stdout) as {
    currency: string;
    lines: {
      component: string;
      unit: string;
      quantity: number;
      price: number;
      amount: number;
      vat: number;
      from: number;
      to: number;
    }[];
    total: number;
    perKWhMeter: number;
  };
  expect(cost.lines.map(({ component, unit }) => [component, unit])).toEqual([
    ["FLAT", "session"],
    ["ENERGY", "kWh"],
    ["PARKING_TIME", "h"],
  ]);
  for (const { quantity, price, amount, vat, component } of cost.lines) {
    expect(amount).toBeCloseTo(quantity * price, 6);
    expect(vat).toBeCloseTo(component === "PARKING_TIME" ? 0 : amount * 0.2, 6);
  }
  expect(cost.lines.reduce((sum, l) => sum + l.amount + l.vat, 0)).toBeCloseTo(cost.total, 6);
  const energy = cost.lines[1]!;
  expect(cost.perKWhMeter).toBeCloseTo(cost.total / energy.quantity, 9);
  // 18:10 to 07:30 are 48,000 s; charging and standing share them.
  expect([energy.from, cost.lines[2]!.to]).toEqual([0, 48_000]);
  expect(cost.lines[2]!.from).toBeCloseTo(energy.to, 9);
});

test("schedule: windows, cost, ready and lost beside starting at once; a table says the same", () => {
  const { stdout } = kettleback("schedule", unhurried("night"), "--json");
  const found = JSON.parse(stdout) as {
    windows: { from: number; to: number; amps: number | null; fromAt: string }[];
    cost: number;
    readyAt: string;
    lostWh: number;
    atOnce: { cost: number; readyAt: string; windows: { from: number }[] };
    inTime: boolean;
  };
  expect(found.inTime).toBe(true);
  expect(found.windows[0]!.fromAt).toBe("2026-11-23T23:00:00.000+00:00");
  expect(found.atOnce.windows[0]!.from).toBe(0);
  expect(found.cost).toBeLessThan(found.atOnce.cost * 0.6);
  expect(Date.parse(found.readyAt)).toBeGreaterThan(Date.parse(found.atOnce.readyAt));
  const table = kettleback("schedule", unhurried("night")).stdout;
  expect(table).toMatch(/cheapest\s+1\.\d\d EUR {2}ready Tue 03:\d\d/);
});

test("schedule --ics is a calendar that reads back to the cheapest windows", () => {
  const file = unhurried("night");
  const { stdout } = kettleback("schedule", file, "--ics");
  const events = new ICAL.Component(ICAL.parse(stdout) as unknown[]).getAllSubcomponents("vevent");
  const { windows } = JSON.parse(kettleback("schedule", file, "--json").stdout) as {
    windows: { fromAt: string; toAt: string }[];
  };
  expect(windows.length).toBeGreaterThan(0);
  const ends = events.map((event) => {
    const { startDate, endDate } = new ICAL.Event(event);
    return [startDate, endDate].map((time) => time.toJSDate().getTime());
  });
  expect(ends).toHaveLength(windows.length);
  windows.forEach(({ fromAt, toAt }, i) => {
    // A calendar has whole seconds.
    expect(Math.abs(ends[i]![0]! - Date.parse(fromAt))).toBeLessThanOrEqual(1000);
    expect(Math.abs(ends[i]![1]! - Date.parse(toAt))).toBeLessThanOrEqual(1000);
  });
  expect(new Date(ends[0]![0]!).toISOString()).toBe("2026-11-23T23:00:00.000Z");
});

test("what cannot be in time is said; a tariff that is wrong is exit code 2 and its field", () => {
  const late = kettleback("schedule", EXAMPLE);
  expect([late.status, late.stdout]).toEqual([
    0,
    expect.stringContaining("cannot be reached before departure"),
  ]);
  const wrong = changed("wrong", () => ({ tariff: { name: "x", perKWh: 1e308 } }));
  const refused = kettleback("cost", wrong);
  expect([refused.status, refused.stderr]).toEqual([2, expect.stringContaining("tariff.perKWh: accepted")]);
  expect(kettleback("schedule", wrong, "--json").status).toBe(2);
  expect(kettleback("cost", join(folder, "nowhere.json")).status).toBe(2);
});
