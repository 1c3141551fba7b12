import fc from "fast-check";
import {
  axisValue,
  sweepOf,
  sweepProblems,
  linkAt,
  quantityOf,
  RESULT_IDS,
  type Axis,
  type SweepSpec,
  type QuantityId,
  type ResultId,
} from ".";
import { isRefusal } from "../../engine/path";
import { clockOfPlan, solvePlan, type Plan } from "../../engine/plan";
import { amountOf } from "../../trade/units";
import { demoPlan, fallowQuay, larchHollow } from "../../tests/lineup";
import { between } from "../../tests/arbitraries";
import { law, SKIPPED } from "../../tests/law";

const hall = demoPlan(fallowQuay, "Curlew", "Co-op hall, post bay");
const dryer = demoPlan(larchHollow, "Siskin", "House, dryer outlet at 24 A");
const ferry = demoPlan(fallowQuay, "Plover", "Ferry terminal, rapid pair, 50 kW");

const axis = (quantity: QuantityId, from: number, to: number, count = 5): Axis => ({
  quantity,
  from,
  to,
  count,
});

/** The same point by a single solve of a whole plan. */
function solved(plan: Plan, of: ResultId) {
  const s = solvePlan(plan, clockOfPlan(plan));
  if (isRefusal(s)) return undefined;
  const { moment, ledger } = s;
  const values: Record<ResultId, number> = {
    batteryW: moment.balance.stored,
    wallW: moment.balance.wall,
    kmPerHour: s.range.kmPerHour,
    secondsToTarget: s.secondsToTarget,
    wallWh: ledger.wall,
    lostWh: ledger.lost,
    lostShare: ledger.lost / ledger.wall,
    endSoc: s.endSoc,
    cost: amountOf(s.bill.total),
  };
  return { value: values[of], link: s.circuit.links[moment.binding]!.kind };
}

/** A car that ends a rapid session by itself. */
const ending: Plan = { ...ferry, car: { ...ferry.car, endsAt: { rapid: 0.7 } } };
const PAIRS: readonly (readonly [Plan, QuantityId, QuantityId])[] = [
  [hall, "cable", "volts"],
  [hall, "step", "run"],
  [hall, "charger", "start"],
  [hall, "temperature", "start"],
  [hall, "start", "evse"],
  [dryer, "lead", "step"],
  [dryer, "own-draw", "target"],
  [ferry, "station", "station-amps"],
  [ferry, "temperature", "station"],
  [ending, "start", "station"],
  [ending, "target", "temperature"],
];

test("a sweep is the single solve of every point, and its region the narrowest link there", () => {
  law(
    fc.tuple(fc.constantFrom(...PAIRS), fc.constantFrom(...RESULT_IDS), between(0, 0.9), between(0, 0.9)),
    { runs: 400, mostSkipped: 0.3 },
    ([[plan, x, y], of, u, v]) => {
      const part = (id: QuantityId, share: number): Axis => {
        const [min, max] = quantityOf(id).range(plan);
        const low = min + share * 0.5 * (max - min);
        return axis(id, low, low + 0.1 * (max - min), 3);
      };
      const spec: SweepSpec = { x: part(x, u), y: part(y, v), of };
      if (sweepProblems(plan, spec).length > 0) return SKIPPED;
      const clock = clockOfPlan(plan);
      const row = sweepOf(plan, spec, clock);
      let charging = 0;
      for (let j = 0; j < 3; j++) {
        const told = row(j);
        for (let i = 0; i < 3; i++) {
          const point = quantityOf(x).with(
            quantityOf(y).with(plan, axisValue(spec.y, j)),
            axisValue(spec.x, i),
          );
          const single = solved(point, of);
          expect(linkAt(told, i)).toBe(single?.link);
          if (!single) expect(told.values[i]).toBeNaN();
          else {
            charging += 1;
            expect(Math.abs(told.values[i]! - single.value)).toBeLessThanOrEqual(
              // Money is kept to a millionth, line by line and its VAT beside it: no more than a few of them.
              // The rest agree to a billionth, and with a pack of a given temperature a trifle less (measured: 1.00001e-9).
              of === "cost" ? 5e-6 : 2e-9 * Math.abs(single.value) + 1e-12,
            );
          }
        }
      }
      if (charging === 0) return SKIPPED;
    },
  );
});

test("the regions of a sweep change where another link binds, and nowhere else", () => {
  const spec: SweepSpec = { x: axis("cable", 6, 32, 27), y: axis("volts", 220, 240, 3), of: "batteryW" };
  const told = sweepOf(hall, spec, clockOfPlan(hall))(1);
  // Curlew's charger takes 16 A on three phases, 32 A on one: below 16 A the cable binds, from 16 A on the charger.
  for (let i = 0; i < 27; i++) expect(linkAt(told, i)).toBe(axisValue(spec.x, i) < 16 ? "cable" : "charger");
});

test("rows may be asked for in any order, and give the same", () => {
  const spec: SweepSpec = { x: axis("step", 6, 32, 9), y: axis("start", 0, 70, 8), of: "secondsToTarget" };
  const clock = clockOfPlan(hall);
  const [a, b] = [sweepOf(hall, spec, clock), sweepOf(hall, spec, clock)];
  const rising = [0, 1, 2, 3, 4, 5, 6, 7].map((j) => a(j).values);
  expect([7, 6, 5, 4, 3, 2, 1, 0].map((j) => b(j).values).reverse()).toEqual(rising);
  // A fuller start is ready sooner, a stronger current too.
  for (let j = 1; j < 8; j++) expect(rising[j]![4]).toBeLessThan(rising[j - 1]![4]!);
  for (let i = 1; i < 9; i++) expect(rising[0]![i]).toBeLessThanOrEqual(rising[0]![i - 1]!);
});

test.each([
  ["x.count", { x: axis("step", 6, 32, 1), y: axis("run", 1, 9), of: "batteryW" }],
  ["x.count", { x: axis("step", 6, 32, 31_623), y: axis("run", 1, 9), of: "batteryW" }],
  ["y.to", { x: axis("step", 6, 32), y: axis("run", 9, 9), of: "batteryW" }],
  ["x.from", { x: axis("step", 5, 32), y: axis("run", 1, 9), of: "batteryW" }],
  ["x.to", { x: axis("step", 6, Number.NaN), y: axis("run", 1, 9), of: "batteryW" }],
  ["x", { x: axis("station", 50, 100), y: axis("run", 1, 9), of: "batteryW" }],
  ["x", { x: axis("conductor", 2.5, 6), y: axis("run", 1, 9), of: "batteryW" }],
  ["y", { x: axis("run", 2, 8), y: axis("run", 1, 9), of: "batteryW" }],
  ["y", { x: axis("start", 20, 70), y: axis("target", 60, 90), of: "batteryW" }],
  ["of", { x: axis("step", 6, 32), y: axis("run", 1, 9), of: "joy" }],
  ["x.count", { x: axis("phases", 1, 3, 5), y: axis("run", 1, 9), of: "batteryW" }],
] as unknown as [string, SweepSpec][])("%#: a sweep that cannot be is refused at %s", (field, spec) => {
  expect(sweepProblems(hall, spec).map((p) => p.field)).toContain(field);
});

test("a sound field has no problems, the largest included", () => {
  const spec: SweepSpec = { x: axis("step", 6, 32, 200), y: axis("run", 0, 100, 200), of: "cost" };
  expect(sweepProblems(hall, spec)).toEqual([]);
});
