import Ajv from "ajv/dist/2020";
import fc from "fast-check";
import { fallowQuay, larchHollow } from "../../household/demo";
import { planOf } from "../../household/garage";
import { isRefusal } from "../path";
import { flatTariff } from "../tariff";
import { anyPath, socSpan } from "../../tests/arbitraries";
import { jsonSchemaOf, upgradePart } from "../../things/documents";
import firstPlans from "../../tests/fixtures/plans-v1.json";
import { law } from "../../tests/law";
import {
  parsePlan,
  PLAN_DOCUMENT,
  PLAN_MAX_BYTES,
  PLAN_VERSION,
  printPlan,
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
    const validate = new Ajv({ strict: false }).compile(jsonSchemaOf(PLAN_DOCUMENT));
    for (const p of plans) {
      const text = printPlan(p);
      const parsed = parsePlan(text);
      expect(parsed.ok && printPlan(parsed.value)).toBe(text);
      expect(validate(JSON.parse(text))).toBe(true);
    }
  });

  test.each([
    ["version", 5, "accepted: 1 to 4"],
    ["version", 0, "accepted: 1 to 4"],
    ["format", "else", 'accepted: "kettleback-plan"'],
    ["session.fromSoc", 3, "accepted: 0 to 1"],
    ["session.toSoc", 0.1, "the target must be above the starting charge"],
    ["session.pluggedInAt", "tonight", "accepted: a local time"],
    ["session.neededBy", "25:00", "accepted: a time"],
    ["car.battery.usableWh", 0, "accepted: 500 to 400,000 Wh"],
    ["car.battery.usableWh", 1e308, "accepted: 500 to 400,000 Wh"],
    ["car.battery.usableWh", null, "accepted: 500 to 400,000 Wh"],
    ["car.charger.limits.0.amps", 5, "accepted: 6 to 80 A"],
    ["tariff.perKWh", 0.2, "not known here"],
    ["tariff.elements.0.price_components.0.price", 1e308, "below zero where the tariff really pays you"],
    ["tariff.elements.0.price_components.0.type", "WATER", "accepted: ENERGY, TIME, PARKING_TIME, FLAT"],
    ["tariff.elements", [], "at least one element"],
    ["tariff.currency", "CAD", "this household counts in EUR"],
    ["tariff.currency", "euro", "three-letter"],
    ["outlet.type", "red-32-x", "accepted: nema-5-15"],
    ["outlet.supply.measuredVolts", 120, "accepted: 173 to 288 V"],
    ["session.pluggedInAt", "2026-02-30T18:10", "a day that exists"],
    ["session.pluggedInAt", "2026-10-25T01:30+03:00", "2026-10-25T01:30+01:00 or 2026-10-25T01:30+00:00"],
    ["session.toSoc", 0.2000000000001, "by 0.1 % at least"],
    ["car.battery.packVolts", 10, "accepted: 24"],
    ["car.battery.fullVolts", 340, "must lie between"],
    ["car.colour", "red", "not known here"],
    ["car.battery.colour", "red", "not known here"],
    ["household.timeZone", "Mars/Base", "accepted: an IANA time zone"],
    ["name", "   ", "a name is needed"],
    ["car", undefined, "needed: an object"],
  ])("%s = %p is refused by name", (field, value, message) => {
    const parsed = parsePlan(withField(field, value));
    expect(parsed.ok).toBe(false);
    const blamed = field === "car.battery.fullVolts" ? "car.battery.packVolts" : field;
    const problem = !parsed.ok && parsed.problems.find((p) => p.field === blamed);
    expect(problem && problem.message).toContain(message);
  });

  test.each([
    ["red-16", "split-phase", "is not made for 120/240 V split-phase, which gives 120 V or 240 V"],
    ["bs1363", "split-phase", "is not made for"],
    ["nema-5-15", "230/400", "is not made for"],
    ["red-32", "it-230", "is not made for"],
    ["blue-32-three", "230/400", "is not made for"],
  ])("%s on %s is ruled out by its standard", (type, system, message) => {
    const parsed = parsePlan(withField("outlet", { ...plan.outlet, type, supply: { system } }));
    expect(!parsed.ok && parsed.problems).toEqual([
      { field: "outlet.type", message: expect.stringContaining(message) },
    ]);
  });

  test("what a field accepts travels as data, through unions, arrays and options", () => {
    const accepts = (field: string, value: unknown) => {
      const parsed = parsePlan(withField(field, value));
      return !parsed.ok && parsed.problems.find((p) => p.field === field)?.accepts;
    };
    expect(accepts("session.fromSoc", 3)).toMatchObject({ code: "range", min: 0, max: 1 });
    expect(accepts("evse.standingW", -1)).toEqual({ code: "range", min: 0, max: 100, unit: "W" });
    expect(accepts("car.charger.limits.0.amps", 5)).toMatchObject({ min: 6, max: 80, unit: "A" });
    expect(accepts("session.batteryC", 99)).toEqual({ code: "range", min: -30, max: 60, unit: "°C" });
    expect(accepts("outlet.supply.measuredVolts", 120)).toEqual({
      code: "range",
      min: 173,
      max: 288,
      unit: "V",
    });
    expect(accepts("name", "")).toBeUndefined();
  });

  test("a price below zero is accepted, and pays", () => {
    const parsed = parsePlan(withField("tariff", { name: "Spot", perKWh: -0.02, perSession: 0 }));
    expect(parsed.ok && solve(parsed.value).bill.total).toBeLessThan(0);
  });

  test("a plan of any version may state a flat tariff, and what is wrong with it is named as it was written", () => {
    for (const version of [1, 2, 3, 4]) {
      const flat = { ...plan, version, tariff: { name: "Flat", perKWh: 0.31, perSession: 0.5 } };
      const parsed = parsePlan(JSON.stringify(flat));
      expect(parsed.ok && parsed.value.tariff).toEqual(flatTariff("Flat", 0.31, 0.5));
    }
    const wrong = parsePlan(withField("tariff", { name: "Flat", perKWh: 1e308, perSession: "much" }));
    expect(!wrong.ok && wrong.problems.map((p) => p.field)).toEqual(["tariff.perKWh", "tariff.perSession"]);
  });

  test("a plan may state its tariff as a bare OCPI Tariff object: its text or identifier is its name", () => {
    const elements = [{ price_components: [{ type: "ENERGY", price: 0.25, vat: 20, step_size: 1 }] }];
    const bare = { country_code: "ZZ", party_id: "ABC", id: "12", currency: "EUR", elements };
    const named = (tariff: object) => {
      const parsed = parsePlan(withField("tariff", tariff));
      return parsed.ok && parsed.value.tariff.name;
    };
    expect(named(bare)).toBe("12");
    expect(named({ ...bare, tariff_alt_text: [{ language: "en", text: "Quay post" }] })).toBe("Quay post");
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

test("random plan documents parse, print and parse to the same", () => {
  const time = fc.date({ min: new Date("2020-01-01"), max: new Date("2035-01-01"), noInvalidDate: true });
  const any = fc.record({ path: anyPath, span: socSpan, at: time, by: fc.option(time), busy: fc.boolean() });
  law(any, { runs: 3000, mostSkipped: 0 }, ({ path, span, at, by, busy }) => {
    const { car, outlet, evse, lead = null, cable = null, adapter = null } = path;
    const random = {
      ...plan,
      ...{ car, outlet, evse, lead, cable, adapter },
      session: {
        ...span,
        pluggedInAt: at.toISOString().slice(0, 16),
        neededBy: by?.toISOString().slice(11, 16) ?? null,
        batteryC: null,
        heatingW: 0,
      },
      settings: { evseAmps: null, carAmps: null, otherBusy: busy },
    };
    const text = printPlan(random);
    const parsed = parsePlan(text);
    if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
    expect(printPlan(parsed.value)).toBe(text);
  });
});

describe("documents of version 1", () => {
  const first = firstPlans as unknown as Record<string, unknown>[];
  const { session, ...bare } = first[0] as { session: Record<string, unknown> };

  test("every plan of the first release opens, and on AC means what it meant", () => {
    // Amps, watts drawn, Wh on the meter and seconds to the target as that release gave them.
    const gave: Record<string, readonly number[]> = {
      "Plover overnight in the boathouse": [10, 2300, 30733.333333, 52959.64299],
      "Curlew at the harbour with the wrong cable": [16, 3680, 38231.925628, 37339.916511],
      "Plover over the garden reel": [10, 2300, 22619.135587, 35327.066426],
      "Siskin in the barn": [10, 1200, 16066.666667, 77724.891466],
      "Grosbeak at the sugar shack": [40, 9320, 76119.757547, 29383.564998],
    };
    let compared = 0;
    for (const text of first.map((doc) => JSON.stringify(doc))) {
      const parsed = parsePlan(text);
      if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
      const { moment, ledger, secondsToTarget } = solve(parsed.value);
      const then = gave[parsed.value.name];
      if (!then) continue;
      compared += 1;
      const now = [moment.amps, moment.balance.wall - moment.balance.evse, ledger.wall, secondsToTarget];
      now.forEach((value, i) => expect(value / then[i]!).toBeCloseTo(1, 7));
    }
    expect(compared).toBe(5);
  });

  test("what version 1 took for granted is written out, and its plugs still limit", () => {
    const { batteryC: _, heatingW: __, ...sparse } = session;
    const parsed = parsePlan(JSON.stringify({ ...bare, session: sparse }));
    expect(parsed.ok && parsed.value).toMatchObject({
      version: PLAN_VERSION,
      session: { batteryC: null, heatingW: 0 },
      evse: { knowsPlugs: true },
    });
    expect(upgradePart("lead", { name: "x" }, 1)).toEqual({ chained: false, overBlock: false, name: "x" });
    expect(upgradePart("outlet", { name: "x" }, 1)).toMatchObject({ condition: "sound", exposed: false });
    expect(upgradePart("settings", {}, 1)).toEqual({ otherBusy: false });
    expect(upgradePart("evse", { kind: "post" }, 1)).toEqual({ kind: "post" });
    expect(upgradePart("path", { session: {}, settings: null }, 1)).toMatchObject({
      acknowledged: [],
      session: { heatingW: 0 },
      settings: null,
    });
    expect(upgradePart("evse", { kind: "portable" }, 2)).toEqual({ kind: "portable" });
    expect(upgradePart("car", 7, 1)).toBe(7);
  });

  test("a field version 1 never had is refused by name", () => {
    const parsed = parsePlan(JSON.stringify({ ...bare, session, speed: 3 }));
    expect(!parsed.ok && parsed.problems).toEqual([{ field: "speed", message: expect.any(String) }]);
  });
});

test("the demo shows what it is for: an overnight that just fails, a cable that halves the power, a setting to be made", () => {
  const [night, harbour] = plans.map(solve) as [Solution, Solution];
  expect(night.reached).toBe(false);
  expect(night.endSoc).toBeGreaterThan(0.8);
  expect(harbour.circuit.links[harbour.moment.binding]!.kind).toBe("cable");
  const barn = plans.find((p) => p.name === "Siskin in the barn")!;
  expect(solve(barn).circuit.setting).toEqual({ by: "evse", amps: 10 });
});

test("a solution is plain data", () => {
  for (const p of plans) expect(structuredClone(solve(p))).toEqual(solve(p));
});

test("range by the hour only rises, and what is added is what is stored over what the car uses", () => {
  for (const p of plans) {
    const { range, ledger, endSoc } = solve(p);
    const { byHour, added, kmPerHour } = range;
    expect(added).toBeCloseTo(ledger.stored / p.car.whPerKm, 6);
    expect(added).toBeCloseTo(((endSoc - p.session.fromSoc) * p.car.battery.usableWh) / p.car.whPerKm, 4);
    byHour.slice(1).forEach(({ km }, i) => expect(km).toBeGreaterThanOrEqual(byHour[i]!.km));
    expect(byHour[0]!.km).toBeLessThanOrEqual(kmPerHour * (1 + 1e-9));
    expect(added).toBeGreaterThan(0);
    // At no hour more than the target asks for.
    const whole = ((p.session.toSoc - p.session.fromSoc) * p.car.battery.usableWh) / p.car.whPerKm;
    expect(byHour.at(-1)!.km).toBeLessThanOrEqual(whole * (1 + 1e-9));
  }
});

describe("a car that ends by itself", () => {
  const rapid = plans.find(({ evse }) => evse.kind === "rapid")!;
  const asked = (of: Plan, fromSoc: number, toSoc: number, endsAt: Plan["car"]["endsAt"]): Plan => ({
    ...of,
    car: { ...of.car, endsAt },
    session: { ...of.session, fromSoc, toSoc, neededBy: null },
  });

  test.each([
    ["rapid", rapid, { rapid: 0.7 }],
    ["AC", plan, { ac: 0.7 }],
  ] as const)(
    "on %s it is the session that is asked only so far, and says what stays out",
    (_, of, endsAt) => {
      const ends = solve(asked(of, 0.3, 0.9, endsAt));
      const less = solve(asked(of, 0.3, 0.7, undefined));
      const { endsItself, shortWh, ...same } = ends;
      expect([endsItself, less.endsItself, ends.endSoc]).toEqual([0.7, null, 0.7]);
      expect(shortWh).toBeCloseTo(0.2 * of.car.battery.usableWh, 6);
      for (const key of ["secondsToTarget", "ledger", "whole", "bill", "range"] as const)
        expect(same[key]).toEqual(less[key]);
    },
  );

  test("that ends on the other current alone goes on to what is asked", () => {
    for (const [of, endsAt] of [
      [rapid, { ac: 0.5 }],
      [plan, { rapid: 0.5 }],
    ] as const) {
      const solution = solve(asked(of, 0.3, 0.9, endsAt));
      expect([solution.endSoc, solution.endsItself, solution.shortWh]).toEqual([0.9, null, 0]);
    }
  });

  test("asked for no more than that is as any other", () =>
    expect(solve(asked(rapid, 0.3, 0.7, { rapid: 0.7 })).endsItself).toBeNull());

  test("that stands above it already is refused, naming both charges and the way out", () => {
    expect(solvePlan(asked(rapid, 0.8, 0.9, { rapid: 0.7 }))).toMatchObject({
      code: "ended-already",
      field: "session",
      message: "The car ends by itself at 70 % on rapid charging, and stands at 80 %: nothing flows.",
      remedy: "Start from less, or charge the rest on AC.",
    });
    expect(solvePlan(asked(plan, 0.7, 0.9, { ac: 0.7 }))).toMatchObject({ code: "ended-already" });
  });

  test("leaving before that is not in time, and short of all that was asked", () => {
    const late = { ...asked(plan, 0.3, 0.9, { ac: 0.7 }) };
    const soon = solve({
      ...late,
      session: { ...late.session, neededBy: late.session.pluggedInAt.slice(11, 14) + "59" },
    });
    if (soon.reached) throw new Error("an hour is too little");
    expect(soon.shortWh).toBeCloseTo((0.9 - soon.endSoc) * plan.car.battery.usableWh, 6);
  });
});
