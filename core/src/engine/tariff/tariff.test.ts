import fc from "fast-check";
import { clockOf } from "../clock";
import { fallowQuay } from "../../household/demo";
import { planOf } from "../../household/garage";
import { isRefusal } from "../path";
import { solvePlan, type Solution } from "../plan";
import { cutRun, ledgerOf, LOSS_CAUSES } from "../session";
import { law } from "../../tests/law";
import { element as priced, levelRun, tariffOf } from "../../tests/tariffs";
import { amountOf, wattHours } from "../../trade/units";
import type { Restrictions, Tariff, TariffElement } from "../../things/parts";
import { bill, energyCost, flatTariff, hoursHold, isFree, lossShare } from ".";

const solution = ((): Solution => {
  const plan = planOf(fallowQuay, fallowQuay.paths[0]!.spec);
  const solved = plan.ok && solvePlan(plan.value);
  if (!solved || isRefusal(solved)) throw new Error("demo");
  return solved;
})();
const { run, clock, ledger } = solution;
const NIGHT = { start_time: "23:00", end_time: "07:00" };
type Prices = Partial<Record<"ENERGY" | "TIME" | "PARKING_TIME" | "FLAT", number>>;
const element = (prices: Prices, restrictions?: Restrictions): TariffElement => ({
  price_components: Object.entries(prices).map(([type, price]) => ({
    type: type as keyof Prices,
    price,
    step_size: 1,
  })),
  ...(restrictions ? { restrictions } : {}),
});
const tariff = (...elements: TariffElement[]): Tariff => ({ name: "test", elements });
const dayNight = tariff(element({ ENERGY: 0.075 }, NIGHT), element({ ENERGY: 0.27, FLAT: 0.5 }));

test("a flat tariff is a tariff of one element: energy on the meter, and the fee of a session", () => {
  const flat = bill(flatTariff("flat", 0.312, 0.5), run, clock);
  expect(flat.lines.map((l) => [l.component, l.amount])).toEqual([
    ["FLAT", 500_000],
    ["ENERGY", Math.round(ledger.wall * 312)],
  ]);
  expect(flat.total).toBe(flat.lines[0]!.amount + flat.lines[1]!.amount);
  expect(flat.lost).toBe(Math.round(ledger.lost * 312));
  expect(bill(flatTariff("free", 0, 0), run, clock).total).toBe(0);
});

test("82 kWh from empty at 2.4 kW; 4 h are 9.6 kWh: 2.59 at 0.27 and 0.72 at 0.075 (common practice)", () => {
  const fourHours = (price: number) => amountOf(bill(flatTariff("", price, 0), level(4), clock).total);
  expect(fourHours(0.27)).toBeCloseTo(2.59, 2);
  expect(fourHours(0.075)).toBeCloseTo(0.72, 2);
});

/** A level 2.4 kW at the meter for some hours from a given second: what the trade's sums are stated for. */
function level(hours: number, from = 0): typeof run {
  const [slice] = run.slices;
  const wall = wattHours(2_400 * hours);
  return {
    slices: [
      {
        ...slice!,
        from,
        to: from + hours * 3600,
        startW: 2_000,
        endW: 2_000,
        startWallW: 2_400,
        endWallW: 2_400,
        wall,
        stored: wattHours(2_000 * hours),
      },
    ],
    end: run.end,
  };
}

test("a split night: 14 h at 2.4 kW, 6 h of it at 0.075 and 8 h at 0.27 are 1.08 + 5.18 = 6.26 (common practice)", () => {
  const sixHours = tariff(
    element({ ENERGY: 0.075 }, { start_time: "00:30", end_time: "06:30" }),
    element({ ENERGY: 0.27 }),
  );
  const evening = clockOf({ pluggedInAt: "2026-11-23T18:00", neededBy: null }, "Europe/Dublin");
  const { lines, total } = bill(sixHours, level(14), evening);
  expect(lines.map((l) => [l.from / 3600, l.to / 3600, l.element])).toEqual([
    [0, 6.5, 1],
    [6.5, 12.5, 0],
    [12.5, 14, 1],
  ]);
  expect(amountOf(lines[1]!.amount)).toBeCloseTo(1.08, 9);
  expect(amountOf(total)).toBeCloseTo(6.264, 9);
});

test("54 W lost for 12 h at 0.34 a kWh: 0.22 a session, 22 a hundred (common practice)", () => {
  // 540 W at the meter, of which a level run loses a tenth.
  const loss = bill(flatTariff("", 0.34, 0), levelRun([0.54, 0, 12]), clock);
  const share = lossShare(loss, wattHours(54 * 12), wattHours(54 * 12));
  expect(loss.lines).toHaveLength(1);
  expect(amountOf(share)).toBeCloseTo(0.22, 2);
  expect(amountOf(share) * 100).toBeCloseTo(22, 0);
});

test("a loss in money is one figure: what each cause came to adds up to it, at whatever prices", () => {
  const told = bill({ ...dayNight, elements: [...dayNight.elements] }, run, clock);
  const causes = LOSS_CAUSES.map((cause) => lossShare(told, ledger[cause], ledger.lost));
  expect(Math.abs(causes.reduce((sum, m) => sum + m, 0) - told.lost)).toBeLessThanOrEqual(LOSS_CAUSES.length);
  // Of the total, the fee of 0.50 is no energy.
  expect(energyCost(told)).toBe(told.total - 500_000);
  expect(told.lost).toBeLessThan(energyCost(told));
});

test("bands meet: lines follow one another without gap or overlap, and hold the whole meter", () => {
  const { lines } = bill(dayNight, run, clock);
  const energy = lines.filter((l) => l.component === "ENERGY");
  expect(energy[0]!.from).toBe(0);
  energy.slice(1).forEach((line, i) => expect(line.from).toBe(energy[i]!.to));
  expect(energy.reduce((sum, l) => sum + l.quantity, 0)).toBeCloseTo(ledger.wall / 1000, 9);
  expect(energy.reduce((sum, l) => sum + l.lostWh, 0)).toBeCloseTo(ledger.lost, 6);
  expect(energy.map((l) => l.element)).toEqual([1, 0, 1]);
});

test("hours through midnight, their start in and their end out", () => {
  expect([22 * 60 + 59, 23 * 60, 0, 419, 420].map((minute) => hoursHold(23 * 60, 7 * 60, minute))).toEqual([
    false,
    true,
    true,
    true,
    false,
  ]);
  expect(hoursHold(60, 120, 119)).toBe(true);
  expect(hoursHold(60, 120, 120)).toBe(false);
});

test("on the night an hour comes twice a band of it is an hour longer; skipped, it is not billed", () => {
  const band = tariff(element({ ENERGY: 1 }, { start_time: "01:00", end_time: "02:00" }));
  const on = (pluggedInAt: string) =>
    bill(band, level(12), clockOf({ pluggedInAt, neededBy: null }, "Europe/Dublin")).lines.reduce(
      (sum, l) => sum + l.quantity,
      0,
    );
  expect(on("2026-11-23T20:00")).toBeCloseTo(2.4, 9);
  expect(on("2026-10-24T20:00")).toBeCloseTo(4.8, 9);
  expect(on("2027-03-27T20:00")).toBeCloseTo(0, 9);
});

test("what no element prices costs nothing, and nothing delivered is no session", () => {
  expect(bill(tariff(element({ FLAT: 1 })), run, clock).total).toBe(1_000_000);
  expect(bill(dayNight, { slices: [], end: run.end }, clock)).toEqual({
    lines: [],
    net: 0,
    vat: 0,
    total: 0,
    lost: 0,
    unpriced: 0,
  });
  const nothing = bill(dayNight, { slices: [], end: run.end }, clock);
  expect([lossShare(nothing, wattHours(0), wattHours(0)), energyCost(nothing)]).toEqual([0, 0]);
});

test("a session cut at any moment costs the same energy in any bands, prices below zero too", () => {
  const hour = fc.integer({ min: 0, max: 1439 }).map((m) => new Date(m * 60_000).toISOString().slice(11, 16));
  const price = fc.integer({ min: -500_000, max: 900_000 }).map((micro) => micro / 1e6);
  const banded = fc
    .tuple(price, hour, hour)
    .filter(([, from, to]) => from !== to)
    .map(([ENERGY, start_time, end_time]) => element({ ENERGY }, { start_time, end_time }));
  law(
    fc.tuple(fc.array(banded, { maxLength: 5 }), fc.double({ min: 0.01, max: 0.99, noNaN: true }), price),
    { runs: 300, mostSkipped: 0 },
    ([elements, share, otherwise]) => {
      const banding = tariff(...elements, element({ ENERGY: otherwise }));
      const whole = bill(banding, run, clock);
      const parts = cutRun(run, solution.start, share * run.end.elapsed).map((part) =>
        bill(banding, part, clock),
      );
      const total = parts.reduce((sum, b) => sum + b.total, 0);
      // Each line is rounded to a millionth of the currency.
      expect(Math.abs(total - whole.total)).toBeLessThanOrEqual(whole.lines.length + 2);
      const kWh = whole.lines.reduce((sum, l) => sum + l.quantity, 0);
      expect(kWh).toBeCloseTo(ledgerOf(run.slices).wall / 1000, 9);
    },
  );
});

test("what energy and losses come to is of the energy alone, never of the fee", () => {
  const [fee, plain] = [
    bill(flatTariff("fee", 0.3, 5), run, clock),
    bill(flatTariff("no fee", 0.3), run, clock),
  ];
  expect([energyCost(fee), fee.lost]).toEqual([plain.total, plain.lost]);
});

test("an hour nobody prices is not billed", () => {
  const nightOnly = bill(tariff(element({ ENERGY: 0.1 }, NIGHT)), run, clock);
  expect(nightOnly.lines.every((line) => line.component === "ENERGY")).toBe(true);
  const priced = nightOnly.lines.reduce((sum, line) => sum + line.quantity, 0);
  const both = bill(dayNight, run, clock).lines.filter((line) => line.component === "ENERGY");
  expect(priced).toBeLessThan(ledger.wall / 1000);
  expect(priced).toBeCloseTo(
    both.filter((line) => line.element === 0).reduce((sum, line) => sum + line.quantity, 0),
    9,
  );
  // Lines follow one another without gap: from the start to the end, cut where the price changes and nowhere else.
  expect(both[0]!.from).toBe(run.slices[0]!.from);
  expect(both.at(-1)!.to).toBe(run.slices.at(-1)!.to);
  for (let i = 1; i < both.length; i++) {
    expect(both[i]!.from).toBe(both[i - 1]!.to);
    expect(both[i]!.element).not.toBe(both[i - 1]!.element);
  }
});

test.each([
  [flatTariff("Free", 0), true],
  [flatTariff("One price", 0.2), false],
  [flatTariff("A fee", 0, 1), false],
  [tariffOf(priced({ ENERGY: 0 }), priced({ PARKING_TIME: 6 })), true],
  [tariffOf(priced({ ENERGY: 0, TIME: 1 })), false],
  [{ ...flatTariff("Least", 0), min_price: { excl_vat: 1 } }, false],
] as const)("free is what asks nothing for energy, time or a session", (tariff, free) =>
  expect(isFree(tariff as Tariff)).toBe(free),
);
