import fc from "fast-check";
import {
  QUANTITIES,
  QUANTITY_IDS,
  quantityOf,
  vary,
  varyProblems,
  valueText,
  type QuantityId,
  type Vary,
} from ".";
import { isRefusal } from "../../engine/path";
import { solvePlan } from "../../engine/plan";
import { demoPlan, fallowQuay, larchHollow, startOf } from "../../tests/lineup";
import { law, SKIPPED } from "../../tests/law";

const europe = startOf(fallowQuay);
const hall = demoPlan(fallowQuay, "Curlew", "Co-op hall, post bay");
const dryer = demoPlan(larchHollow, "Siskin", "House, dryer outlet at 24 A");
const ferry = demoPlan(fallowQuay, "Plover", "Ferry terminal, rapid pair, 50 kW");
/** A post on a breaker of 16 A. */
const thin: typeof hall = {
  ...hall,
  outlet: { ...hall.outlet, circuit: { breakerAmps: 16, otherLoadAmps: 0 } } as typeof hall.outlet,
};
const step = (plan: typeof hall, id: QuantityId, values?: number[]): Vary => vary(europe, plan, id, values);
const powers = ({ rows }: Pick<Vary, "rows">) =>
  rows.map(({ cell }) => (cell.kind === "charging" ? cell.batteryW : 0));

test("the cable's rating helps up to the onboard charger, and the sentence says so", () => {
  const { rows, enough, says } = step(hall, "cable");
  expect(rows.map(({ value }) => value)).toEqual([13, 16, 20, 32, 63]);
  expect(rows[enough!]!.text).toBe("16 A");
  expect(says).toBe("Beyond 16 A the onboard charger is the narrowest: nothing more is gained.");
  expect(rows.filter(({ now }) => now).map(({ value }) => value)).toEqual([32]);
});

test("the size called enough is one the rest of the path bears, wherever one of them charges", () => {
  const unsafe = ({ cell }: Vary["rows"][number]) =>
    cell.kind === "charging" && cell.worst?.severity === "stop";
  law(
    fc.tuple(
      fc.constantFrom(hall, dryer, ferry, thin),
      fc.constantFrom(...QUANTITY_IDS),
      fc.constantFrom(10, 16, 20, 32, 50),
    ),
    { runs: 150, mostSkipped: 0.9 },
    ([plan, id, breakerAmps]) => {
      if (quantityOf(id).never?.(plan)) return SKIPPED;
      const { outlet } = plan;
      const { enough, rows, says } = step(
        { ...plan, outlet: { ...outlet, circuit: { ...outlet.circuit, breakerAmps } } as typeof outlet },
        id,
      );
      const most = Math.max(...powers({ rows }));
      if (
        !rows.some((row) => unsafe(row)) ||
        !rows.some((row) => !unsafe(row) && row.cell.kind === "charging")
      )
        return SKIPPED;
      if (enough !== null) expect(unsafe(rows[enough]!)).toBe(false);
      // Where more is to be had only by what is unsafe, it is said.
      const safest = Math.max(...powers({ rows: rows.filter((row) => !unsafe(row)) }));
      if (safest < most * 0.99) expect(says).toMatch(/not safe at/);
    },
  );
});

test("a unit that its breaker does not bear is no size to stop at", () => {
  const { enough, rows, says } = step(thin, "evse", [10, 13, 20, 32]);
  expect(rows.map(({ cell }) => cell.kind === "charging" && cell.worst?.severity)).toEqual([
    undefined,
    undefined,
    "stop",
    "stop",
  ]);
  expect([enough, says]).toEqual([
    null,
    "The unit's rating still helps at 13 A, the largest that is safe here. As the rest stands it is not safe at 20 A, 32 A.",
  ]);
});

test("phases: three bring what the car's three-phase limit allows, one its single-phase one", () => {
  const { rows } = step(hall, "phases");
  const flows = rows.map(({ cell }) =>
    cell.kind === "charging" ? [cell.phases, Math.round(cell.amps)] : null,
  );
  // Curlew takes 32 A on one phase and 16 A on each of three; on two phases nobody has said more than one.
  expect(flows[0]).toEqual([1, 32]);
  expect(flows[2]).toEqual([3, 16]);
});

test("onboard chargers of 3.3 to 22 kW draw what they are rated for, where the way brings it (common practice)", () => {
  const { rows } = step(hall, "charger");
  const inlet = rows.map(({ cell }) => (cell.kind === "charging" ? cell.solution.moment.inletW / 1000 : 0));
  expect(inlet[0]).toBeCloseTo(3.3, 1);
  expect(inlet[4]).toBeCloseTo(11, 1);
  expect(inlet[5]).toBeGreaterThan(21);
  for (let i = 1; i < inlet.length; i++) expect(inlet[i]).toBeGreaterThan(inlet[i - 1]!);
});

test("a longer lead only takes away, and the longest is said to be the least", () => {
  const vary = step(dryer, "lead");
  const all = powers(vary);
  for (let i = 1; i < all.length; i++) expect(all[i]).toBeLessThan(all[i - 1]!);
  expect(vary.enough).toBeNull();
  expect(vary.says).toMatch(/^The lead's length gives most at 5 m/);
});

test("what changes nothing is said to change nothing, and by what it is held", () => {
  expect(step(hall, "breaker", [40, 63, 100]).says).toBe(
    "The breaker changes nothing here: the onboard charger is the narrowest throughout.",
  );
});

test("a station's sign stops helping where the battery binds", () => {
  const { enough, rows, says } = step(ferry, "station-amps");
  expect(rows[enough!]!.value).toBe(200);
  expect(says).toMatch(/charging unit is the narrowest|battery is the narrowest/);
});

test.each([
  [hall, "cable", [5], "values.0", /6 to 63 A/],
  [hall, "phases", [4], "values.0", /1, 2, 3/],
  [dryer, "cable", [16], "quantity", /no loose cable/],
  [ferry, "step", [16], "quantity", /its own business/],
  [hall, "station", [50], "quantity", /only a rapid station/],
  [dryer, "phases", [1], "quantity", /one phase/],
  [hall, "start", [85], "values.0", /0 to 79.9 %/],
  [hall, "conductor", [3], "values.0", /2.5, 4, 6/],
  [hall, "volts", [120], "values.0", /173 to 288 V/],
] as const)(
  "%#: a value that cannot be is refused with what is accepted",
  (plan, id, values, field, message) => {
    const problems = varyProblems(plan, id, values);
    expect(problems[0]!.field).toBe(field);
    expect(problems[0]!.message).toMatch(message);
  },
);

test("more sizes than anybody reads are refused", () => {
  const many = Array.from({ length: 201 }, (_, i) => 6 + i / 10);
  expect(varyProblems(hall, "step", many)).toEqual([
    { field: "values", message: "accepted: up to 200 values; 201 asked" },
  ]);
});

test("every quantity has rising sizes in its own range, on every plan it can be varied on", () => {
  let varied = 0;
  for (const plan of [hall, dryer, ferry])
    for (const id of QUANTITY_IDS) {
      const quantity = quantityOf(id);
      if (quantity.never?.(plan)) continue;
      const sizes = quantity.sizes(plan);
      expect(varyProblems(plan, id, sizes)).toEqual([]);
      expect(new Set(sizes).size).toBe(sizes.length);
      for (const size of sizes) expect(valueText(id, plan, size)).toMatch(/^-?\d/);
      varied += 1;
    }
  expect(varied).toBeGreaterThan(25);
});

test("a changed plan charges as the plan with that value does, and leaves the rest alone", () => {
  law(
    fc.tuple(fc.constantFrom(hall, dryer, ferry), fc.constantFrom(...QUANTITY_IDS), fc.nat(9)),
    { runs: 300, mostSkipped: 0.6 },
    ([plan, id, at]) => {
      const quantity = quantityOf(id);
      if (quantity.never?.(plan)) return SKIPPED;
      const sizes = quantity.sizes(plan);
      const value = sizes[at % sizes.length]!;
      const changed = quantity.with(plan, value);
      // Two phases are two of the three an outlet brings: no outlet has two.
      expect(quantity.now(changed)).toBeCloseTo(id === "phases" && value === 2 ? 3 : value, 6);
      const solution = solvePlan(changed);
      const { cell } = vary(europe, plan, id, [value]).rows[0]!;
      if (isRefusal(solution)) return SKIPPED;
      if (cell.kind === "blocked") throw new Error(cell.refusal.message);
      expect(cell.secondsToTarget).toBe(solution.secondsToTarget);
      expect(changed.tariff).toBe(plan.tariff);
    },
  );
});

test("wider never charges slower: cable, unit, station, conductor and volts", () => {
  for (const [plan, id] of [
    [hall, "cable"],
    [hall, "evse"],
    [ferry, "station"],
    [ferry, "station-amps"],
    [dryer, "conductor"],
  ] as const) {
    const all = powers(step(plan, id));
    for (let i = 1; i < all.length; i++) expect(all[i]).toBeGreaterThanOrEqual(all[i - 1]! * (1 - 1e-9));
  }
});

test("the table of quantities has the ones the trade steps through", () => {
  expect(Object.keys(QUANTITIES)).toEqual(
    expect.arrayContaining([
      "cable",
      "phases",
      "step",
      "charger",
      "breaker",
      "volts",
      "lead",
      "conductor",
      "temperature",
      "start",
    ]),
  );
});

test("no size at all is nothing that charges", () => {
  expect(step(hall, "cable", [])).toMatchObject({
    rows: [],
    enough: null,
    says: "Nothing would charge at any of these sizes.",
  });
});
