import Ajv from "ajv/dist/2020";
import fc from "fast-check";
import { fallowQuay, larchHollow } from "../demo";
import { planOf } from "../garage";
import { isRefusal } from "../path";
import { anyPath, socSpan } from "../tests/arbitraries";
import {
  ANSWERS,
  explain,
  parsePlan,
  planJsonSchema,
  planSchema,
  PLAN_MAX_BYTES,
  printPlan,
  sessionTimes,
  solvePlan,
  type Plan,
  type Solution,
} from ".";

const plans: Plan[] = [fallowQuay, larchHollow].flatMap((garage) =>
  garage.paths.map(({ spec }) => {
    const plan = planOf(garage, spec);
    if (!plan.ok) throw new Error(JSON.stringify(plan.problems));
    return plan.value;
  }),
);
const plan = plans[0]!;
const solve = (p: Plan): Solution => {
  const s = solvePlan(p);
  if (isRefusal(s)) throw new Error(s.message);
  return s;
};
/** The plan with the value at a dotted field replaced. */
const withField = (field: string, value: unknown): string => {
  const copy = JSON.parse(printPlan(plan)) as Record<string, unknown>;
  const keys = field.split(".");
  const last = keys.pop()!;
  const at = keys.reduce((o, key) => o[key] as Record<string, unknown>, copy);
  at[last] = value;
  return JSON.stringify(copy);
};

describe("the plan document", () => {
  test("every demo plan prints, parses and prints to the same bytes, and fits the published schema", () => {
    const validate = new Ajv({ strict: false }).compile(planJsonSchema());
    for (const p of plans) {
      const text = printPlan(p);
      const parsed = parsePlan(text);
      expect(parsed.ok && printPlan(parsed.value)).toBe(text);
      expect(validate(JSON.parse(text))).toBe(true);
    }
  });

  test.each([
    ["version", 2, "accepted: 1"],
    ["format", "else", 'accepted: "kettleback-plan"'],
    ["session.fromSoc", 3, "accepted: 0 to 1"],
    ["session.toSoc", 0.1, "the target must be above the starting charge"],
    ["session.pluggedInAt", "tonight", "accepted: a local time"],
    ["session.neededBy", "25:00", "accepted: a time"],
    ["car.battery.usableWh", 0, "accepted: 500 to 400,000 Wh"],
    ["car.battery.usableWh", 1e308, "accepted: 500 to 400,000 Wh"],
    ["car.battery.usableWh", null, "accepted: 500 to 400,000 Wh"],
    ["car.charger.limits.0.amps", 5, "accepted: 6 to 80 A"],
    ["tariff.perKWh", -11, "below zero where the tariff really pays you"],
    ["outlet.type", "red-32-x", "accepted: nema-5-15"],
    ["outlet.supply.system", "split-phase", ""],
    ["household.timeZone", "Mars/Base", "accepted: an IANA time zone"],
    ["name", "   ", "a name is needed"],
    ["car", undefined, "needed: an object"],
  ])("%s = %p is refused by name", (field, value, message) => {
    const parsed = parsePlan(withField(field, value));
    if (field === "outlet.supply.system") return expect(parsed.ok).toBe(true);
    expect(parsed.ok).toBe(false);
    const problem = !parsed.ok && parsed.problems.find((p) => p.field === field);
    expect(problem && problem.message).toContain(message);
  });

  test("phases the supply lacks are refused at the outlet's type, with what the supply gives", () => {
    const text = withField("outlet", { ...plan.outlet, type: "red-16", supply: { system: "split-phase" } });
    const parsed = parsePlan(text);
    expect(!parsed.ok && parsed.problems).toEqual([
      {
        field: "outlet.type",
        message: expect.stringContaining("lacks the three phases this needs; it gives 120 V or 240 V"),
      },
    ]);
  });

  test("a price below zero is accepted, and pays", () => {
    const parsed = parsePlan(withField("tariff.perKWh", -0.02));
    expect(parsed.ok && solve(parsed.value).cost.total).toBeLessThan(0);
  });

  test("50 MB, broken JSON and a wrong document are refused without a long list", () => {
    for (const text of [
      "x".repeat(PLAN_MAX_BYTES + 1),
      "{",
      "[]",
      "null",
      "7",
      '{"format":"kettleback-plan","version":99}',
    ]) {
      const parsed = parsePlan(text);
      expect(!parsed.ok && parsed.problems.length).toBeLessThanOrEqual(2);
    }
  });

  test("no text makes the reader throw", () => {
    fc.assert(
      fc.property(fc.oneof(fc.string(), fc.json()), (text) => {
        expect(parsePlan(text).ok).toBe(false);
      }),
    );
  });
});

test("10,000 random plan documents parse, print and parse to the same", () => {
  const time = fc.date({ min: new Date("2020-01-01"), max: new Date("2035-01-01"), noInvalidDate: true });
  const any = fc.record({ path: anyPath, span: socSpan, at: time, by: fc.option(time), busy: fc.boolean() });
  fc.assert(
    fc.property(any, ({ path, span, at, by, busy }) => {
      const { car, outlet, unit, lead = null, cable = null } = path;
      const random = {
        ...plan,
        ...{ car, outlet, unit, lead, cable },
        session: {
          ...span,
          pluggedInAt: at.toISOString().slice(0, 16),
          neededBy: by?.toISOString().slice(11, 16) ?? null,
          batteryC: null,
          heatingW: 0,
        },
        settings: { unitAmps: null, carAmps: null, otherBusy: busy },
      };
      const text = printPlan(random);
      const parsed = parsePlan(text);
      if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
      expect(printPlan(parsed.value)).toBe(text);
    }),
    { numRuns: 10_000 },
  );
});

describe("the clock", () => {
  const at = (pluggedInAt: string, neededBy: string | null) =>
    sessionTimes(
      { fromSoc: 0.2, toSoc: 0.8, pluggedInAt, neededBy, batteryC: null, heatingW: 0 },
      "Europe/Dublin",
    );

  test.each([
    ["an ordinary night", "2026-11-23T18:10", "07:30", 13 + 20 / 60],
    ["the same day", "2026-11-23T06:00", "07:30", 1.5],
    ["a whole day when the times are equal", "2026-11-23T07:30", "07:30", 24],
    // Summer time starts on 28 March 2027 at 01:00 and ends on 25 October 2026 at 02:00 in this zone.
    ["the night an hour is skipped", "2027-03-27T18:10", "07:30", 12 + 20 / 60],
    ["the night an hour is repeated", "2026-10-24T18:10", "07:30", 14 + 20 / 60],
  ])("%s", (_, pluggedInAt, neededBy, hours) => {
    expect(at(pluggedInAt, neededBy).deadline! / 3600).toBeCloseTo(hours, 9);
  });

  test("without a departure there is no deadline", () => {
    expect(at("2026-11-23T18:10", null).deadline).toBeUndefined();
  });

  test("ready-at is local time on the night of the change", () => {
    const p = { ...plan, session: { ...plan.session, pluggedInAt: "2026-10-24T22:00", neededBy: null } };
    const s = solve(p);
    const elapsed = s.readyAt.diff(s.times.pluggedIn).as("seconds");
    expect(elapsed).toBeCloseTo(s.secondsToTarget, 0);
    expect(s.readyAt.offset).toBe(0);
    expect(s.times.pluggedIn.offset).toBe(60);
  });
});

describe("the working", () => {
  test.each(ANSWERS)("%s: every number is finite, and the last result is the answer shown", (answer) => {
    for (const p of plans) {
      const s = solve(p);
      const { steps } = explain(answer, s, p);
      for (const { terms, result } of steps)
        for (const { value } of [...terms, result]) expect(Number.isFinite(value)).toBe(true);
      expect(steps.length).toBeGreaterThan(0);
    }
  });

  test("the steps reproduce the answers from their own terms", () => {
    const s = solve(plan);
    const flow = explain("flow", s, plan).steps;
    expect(flow[0]!.result.value).toBe(Math.min(...flow[0]!.terms.map((t) => t.value)));
    const product = flow.at(-1)!;
    expect(product.terms.reduce((n, t) => n * t.value, 1)).toBeCloseTo(product.result.value, 9);
    const [heat] = explain("battery", s, plan).steps;
    const [c, i, r] = heat!.terms.map((t) => t.value) as [number, number, number];
    expect(c * i * i * r).toBeCloseTo(heat!.result.value, 6);
    const ready = explain("ready", s, plan).steps.slice(1);
    expect(ready.reduce((sum, step) => sum + step.result.value, 0)).toBeCloseTo(s.secondsToTarget / 3600, 9);
  });
});

test("the demo shows what it is for: an overnight that just fails, and a cable that halves the power", () => {
  const [night, harbour] = plans.map(solve) as [Solution, Solution];
  expect(night.reached).toBe(false);
  expect(night.endSoc).toBeGreaterThan(0.8);
  expect(harbour.point.links[harbour.point.binding]!.kind).toBe("cable");
  expect(planSchema.safeParse(plan).success).toBe(true);
});
