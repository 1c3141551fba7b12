import { demoSessions } from "../../household/demo";
import { demoPlan, fallowQuay, larchHollow } from "../../tests/lineup";
import { ALL_RUNS, runs } from "../../tests/law";
import { blank, evenly, lasts, normally, readOff, scripted } from "../../tests/scripted";
import type { Plan } from "../../engine/plan";
import type { SessionRecord } from "../record";
import {
  causeOf,
  evidenceOf,
  explainSession,
  predict,
  setupFor,
  setupOf,
  type CauseCode,
  type SessionEvidence,
} from ".";

const box = demoPlan(fallowQuay, "Curlew", "Wallbox, 3 × 16 A");
const night = demoPlan(fallowQuay, "Plover", "Boathouse, wall socket at 10 A");
const asked = (plan: Plan, fromSoc: number, toSoc: number, more: Partial<Plan["session"]> = {}): Plan => ({
  ...plan,
  session: { ...plan.session, fromSoc, toSoc, neededBy: null, batteryC: null, ...more },
});

/** A session as a cause has it, without any noise. */
function exactly(plan: Plan, code: CauseCode, values: readonly number[], seconds: number, readings = 60) {
  const shape = blank(plan, seconds, readings);
  const setup = causeOf(code).change(setupOf(plan, plan.session.fromSoc)!, values, shape)!;
  return readOff(predict(setup, shape), shape, () => 0, { watts: 1, amps: 1, volts: 1, wallWh: 1 });
}
const first = (evidence: SessionEvidence) => explainSession(evidence).explanations[0]!;

test.each<[CauseCode, readonly number[], Record<string, number>]>([
  ["as-computed", [], {}],
  ["set-low", [10], { amps: 10 }],
  ["one-phase", [], {}],
  ["resistance", [0.35], { ohms: 0.35 }],
  ["climate", [1_900], { watts: 1_900 }],
  ["battery-size", [0.85], { share: 0.85 }],
  ["throttled", [4_500, 8], { after: 4_500, amps: 8 }],
  ["pause", [3_600, 2_400], { after: 3_600, for: 2_400 }],
  ["sagging", [7], { drop: 7 }],
  ["meter-place", [1], { place: 1 }],
])("a session as %s has it is explained so, with its figure found again", (code, values, change) => {
  const found = explainSession(exactly(asked(box, 0.2, 0.8), code, values, 3 * 3600));
  const [best] = found.explanations;
  expect([best!.codes, found.cannotTell, found.none]).toEqual([[code], false, false]);
  for (const [name, value] of Object.entries(change))
    expect(best!.change[name]! / value).toBeCloseTo(1, name === "after" || name === "for" ? 0 : 1);
  expect(best!.residual).toBeLessThan(1);
});

test("one that was sent to charge in its hours is as computed by those, and a pause by a plan without them", () => {
  const plan = asked(box, 0.2, 0.8);
  const shape: SessionEvidence = {
    ...blank(plan, 3 * 3600, 60),
    windows: [
      { from: 0, to: 3_600, amps: 10 },
      { from: 6_000, to: 40_000 },
    ],
  };
  const read = readOff(predict(setupFor(shape)!, shape), shape, () => 0, {
    watts: 1,
    amps: 1,
    volts: 1,
    wallWh: 1,
  });
  expect(first({ ...read, windows: shape.windows! }).codes).toEqual(["as-computed"]);
  const { windows: _, ...without } = { ...read, windows: shape.windows! };
  expect(first(without).codes).not.toEqual(["as-computed"]);
});

test("the hours a session was sent to charge in are told from its beginning", () => {
  const begin = "2026-11-23T18:10:00Z";
  const at = (minutes: number) => new Date(Date.parse(begin) + minutes * 60_000).toISOString();
  const record = {
    name: "night",
    carId: null,
    placeId: null,
    begin,
    end: at(180),
    source: "charge point",
    key: "a",
    plan: asked(box, 0.2, 0.8),
    wallWh: 5_000 as SessionRecord["wallWh"],
    fromSoc: 0.2,
    toSoc: null,
  };
  const found = evidenceOf(
    {
      ...record,
      schedule: [
        { from: at(-5), to: at(60), amps: 10 },
        { from: at(100), to: at(170), amps: null },
      ],
    },
    [],
  );
  expect("missing" in found ? found : found.windows).toEqual([
    { from: 0, to: 3_600, amps: 10 },
    { from: 6_000, to: 10_200 },
  ]);
  expect(evidenceOf(record, [])).not.toHaveProperty("windows");
});

test("an own draw shows on a slow charge; on a fast one the data cannot tell it from a larger battery, and it says so", () => {
  const slow = explainSession(exactly(asked(night, 0.2, 0.8), "own-draw", [260], 8 * 3600));
  expect([slow.explanations[0]!.codes, slow.cannotTell]).toEqual([["own-draw"], false]);
  expect(slow.explanations[0]!.change.watts! / 260).toBeCloseTo(1, 1);
  const fast = explainSession(exactly(asked(box, 0.2, 0.8), "own-draw", [260], 3 * 3600));
  expect(fast.cannotTell).toBe(true);
  expect(
    fast.explanations
      .slice(0, 2)
      .flatMap(({ codes }) => codes)
      .sort(),
  ).toEqual(["battery-size", "own-draw"]);
  expect(fast.next).toMatch(/^Charge once more at another current/);
});

test("208 V is told from 240 V, a cold pack from a warm one, an early taper from the curve", () => {
  const american = demoPlan(larchHollow, "Siskin", "Wallbox, 48 A");
  expect(first(exactly(asked(american, 0.2, 0.8), "208-volts", [], 2 * 3600)).codes).toEqual(["208-volts"]);
  const rapid = asked(demoPlan(fallowQuay, "Curlew", "Ferry terminal, rapid pair, 50 kW"), 0.1, 0.8);
  expect(first(exactly(rapid, "cold-pack", [-18], 1_500)).codes).toEqual(["cold-pack"]);
  const fast = asked(demoPlan(fallowQuay, "Curlew", "Rapid, 150 kW"), 0.1, 0.8);
  expect(first(exactly(fast, "early-taper", [15], 1_800)).codes).toEqual(["early-taper"]);
});

test("where the session leaves what was computed is told, and only there", () => {
  const found = explainSession(exactly(asked(box, 0.2, 0.8), "throttled", [5_400, 8], 3 * 3600));
  expect(found.partsAt).toBeGreaterThan(5_400 - 200);
  expect(found.partsAt).toBeLessThan(5_400 + 400);
  expect(explainSession(exactly(asked(box, 0.2, 0.8), "as-computed", [], 3 * 3600)).partsAt).toBeNull();
});

test("two things at once are found as a pair where one does not do", () => {
  const plan = asked(box, 0.2, 0.8);
  const shape = blank(plan, 3 * 3600, 60);
  const low = causeOf("set-low").change(setupOf(plan, 0.2)!, [10], shape)!;
  const both = causeOf("battery-size").change(low, [0.8], shape)!;
  const [best] = explainSession(
    readOff(predict(both, shape), shape, () => 0, { watts: 1, amps: 1, volts: 1, wallWh: 1 }),
  ).explanations;
  expect([...best!.codes].sort()).toEqual(["battery-size", "set-low"]);
  expect(best!.change).toMatchObject({ amps: 10, share: expect.closeTo(0.8, 1) });
});

test("from per cent before and after alone the data cannot tell, and it says what would", () => {
  const exact = exactly(asked(night, 0.2, 0.9), "set-low", [6], 8 * 3600, 0);
  const found = explainSession({ ...exact, wallWh: null });
  expect(found.cannotTell).toBe(true);
  expect(found.explanations.length).toBeGreaterThan(2);
  expect(found.next).toMatch(/^(Read|Note|Charge)/);
  // With the amps read there is no doubt.
  expect(explainSession(exactly(asked(night, 0.2, 0.9), "set-low", [6], 8 * 3600)).cannotTell).toBe(false);
});

test("a reading nothing known could make is explained by nothing", () => {
  const exact = exactly(asked(box, 0.2, 0.8), "as-computed", [], 3 * 3600);
  const { watts } = exact.along;
  const wild = {
    ...exact,
    along: {
      ...exact.along,
      watts: { at: watts!.at, values: watts!.values.map((w, i) => (i % 2 ? w * 1.6 : w * 0.3)) },
    },
  };
  expect(explainSession(wild).none).toBe(true);
});

test("likelihoods of all explanations make one, and none is told that changes nothing", () => {
  const { explanations } = explainSession(exactly(asked(night, 0.2, 0.6), "own-draw", [90], 8 * 3600, 12));
  expect(explanations.reduce((sum, { likelihood }) => sum + likelihood, 0)).toBeGreaterThan(0.99);
  expect(explanations.map(({ likelihood }) => likelihood)).toEqual(
    [...explanations.map(({ likelihood }) => likelihood)].sort((a, b) => b - a),
  );
  // Below two thirds no taper of a wall socket shows.
  expect(explanations.flatMap(({ codes }) => codes)).not.toContain("early-taper");
});

// Common practice: 100, 70 and 48 % of the time at 6, 8 and 12 A on one unit.
test("at 6, 8 and 12 A on one unit the same charge takes 100, 70 and 48 % of the time", () => {
  const unit = {
    ...night,
    evse: { ...night.evse, maxAmps: 12, steps: [6, 8, 10, 12], plugs: [{ type: "cee-7", amps: 12 }] },
  } as Plan;
  const took = (amps: number) =>
    lasts(asked({ ...unit, settings: { ...unit.settings, evseAmps: amps } }, 0.3, 0.5));
  const [six, eight, twelve] = [6, 8, 12].map(took) as [number, number, number];
  expect(eight / six).toBeCloseTo(0.7, 1);
  expect(twelve / six).toBeCloseTo(0.48, 1);
});

test("the demo’s session that was left on 6 A, the throttled one and the shared one are explained as what they were", () => {
  const of = (key: string) => {
    const { spec, samples } = demoSessions()["fallow-quay"]!.find((one) => one.spec.key === key)!;
    const evidence = evidenceOf(spec, samples);
    if ("missing" in evidence) throw new Error(evidence.missing);
    return explainSession(evidence).explanations[0]!;
  };
  expect(of("demo 33")).toMatchObject({ codes: ["set-low"], change: { amps: 6 } });
  expect(of("demo 22").codes).toContain("throttled");
  expect(of("demo 34")).toMatchObject({
    codes: ["shared"],
    change: { from: expect.closeTo(2_100, -3), until: expect.closeTo(6_000, -3) },
  });
  expect(of("demo 34").residual).toBeLessThan(2);
});

test.each<[string, Partial<SessionRecord>, RegExp]>([
  ["no plan", { plan: null }, /has no plan/],
  ["nothing read", { wallWh: null, toSoc: null }, /Nothing was read/],
  ["a minute", { end: "2026-11-17T18:31:00.000Z" }, /too short/],
])("of a session with %s it says what is missing", (_, change, said) => {
  const { spec } = demoSessions()["fallow-quay"]!.find((one) => one.spec.key === "demo 33")!;
  const found = evidenceOf({ ...spec, ...change }, []);
  expect("missing" in found && found.missing).toMatch(said);
});

/** Causes with figures that show, and how they are drawn. */
const DRAWN: readonly (readonly [CauseCode, (even: () => number, plan: Plan) => readonly number[]])[] = [
  ["as-computed", () => []],
  [
    "set-low",
    (even, plan) => {
      const steps =
        plan.evse.kind === "rapid"
          ? []
          : (causeOf("set-low").knobs(blank(plan, 1, 0), setupOf(plan, 0.2)!)?.[0]?.values ?? []);
      return steps.length ? [steps[Math.floor(even() * steps.length)]!] : [Number.NaN];
    },
  ],
  ["one-phase", () => []],
  ["sagging", (even) => [4.5 + 7 * even()]],
  ["resistance", (even) => [0.2 + 0.8 * even()]],
  [
    "throttled",
    (even, plan) => {
      const knob = causeOf("throttled").knobs(blank(plan, 20_000, 0), setupOf(plan, 0.2)!)?.[1];
      return [
        2_400 + 3_000 * even(),
        knob?.values ? knob.values[Math.floor(even() * knob.values.length)]! : 0.35 + 0.4 * even(),
      ];
    },
  ],
  ["cold-pack", (even) => [-12 + 14 * even()]],
  ["climate", (even) => [900 + 2_500 * even()]],
  ["own-draw", (even) => [180 + 240 * even()]],
  ["meter-place", () => [1]],
  ["battery-size", (even) => [even() < 0.7 ? 0.72 + 0.18 * even() : 1.03 + 0.04 * even()]],
  ["pause", (even) => [1_800 + 3_000 * even(), 1_500 + 2_400 * even()]],
];

const PLANS = [
  box,
  night,
  demoPlan(fallowQuay, "Curlew", "Ferry terminal, rapid pair, 50 kW"),
  ...["Plover", "Dunlin"].map((car) => demoPlan(fallowQuay, car, "Wallbox, 3 × 16 A")),
];

/** A session of a seed: what was different, and what was read of it; undefined where that cannot be on its plan. */
function drawnSession(seed: number): { code: CauseCode; evidence: SessionEvidence } | undefined {
  const even = evenly(seed);
  const normal = normally(even);
  const [code, values] = DRAWN[Math.floor(even() * DRAWN.length)]!;
  const from = 0.1 + 0.25 * even();
  const plan = asked(
    PLANS[Math.floor(even() * PLANS.length)]!,
    from,
    Math.min(0.92, from + 0.35 + 0.3 * even()),
  );
  const base = setupOf(plan, from)!;
  const seconds = Math.min(lasts(plan, 0.6 + 0.35 * even()), 7 * 3600);
  const shape = blank(plan, seconds, 40 + Math.floor(60 * even()));
  if (!causeOf(code).knobs(shape, base)) return undefined;
  const figures = values(even, plan);
  const setup = figures.some(Number.isNaN) ? null : causeOf(code).change(base, figures, shape);
  if (!setup) return undefined;
  // A cause that does nothing here, a cold pack on a slow charger say, leaves nothing to find.
  const [was, should] = [predict(setup, shape), predict(base, shape)];
  if (
    code !== "as-computed" &&
    Math.abs(was.toSoc - should.toSoc) < 0.02 &&
    Math.abs(was.wallWh / should.wallWh - 1) < 0.04
  )
    return undefined;
  return { code, evidence: scripted(setup, shape, normal) };
}

/** Of so many seeds: how often the right one came first, was said to be one of those it cannot tell apart, or was missed. */
export function judgeSessions(from: number, count: number) {
  const told = {
    right: 0,
    tied: 0,
    wrong: 0,
    nothing: { right: 0, all: 0 },
    skipped: 0,
    missed: [] as string[],
  };
  for (let seed = from; seed < from + count; seed++) {
    const drawn = drawnSession(seed);
    if (!drawn) {
      told.skipped += 1;
      continue;
    }
    const { explanations, cannotTell } = explainSession(drawn.evidence);
    const right = explanations[0]!.codes.length === 1 && explanations[0]!.codes[0] === drawn.code;
    if (drawn.code === "as-computed") {
      told.nothing.all += 1;
      told.nothing.right += right ? 1 : 0;
    }
    if (right) told.right += 1;
    else if (cannotTell && explanations.some(({ codes }) => codes.includes(drawn.code))) told.tied += 1;
    else {
      told.wrong += 1;
      told.missed.push(`${seed}: ${drawn.code} taken for ${explanations[0]!.codes.join("+")}`);
    }
  }
  return told;
}

test("of scripted sessions with stated noise the right cause comes first, or is named among those the data cannot tell", () => {
  const first = Number(process.env.KETTLEBACK_SEED ?? 0) % 100_000;
  const { right, tied, wrong, nothing, skipped, missed } = judgeSessions(first, runs(240));
  const judged = right + tied + wrong;
  if (!ALL_RUNS) return;
  expect(skipped / (judged + skipped)).toBeLessThan(0.5);
  expect([missed, wrong / judged < 0.05]).toEqual([missed, true]);
  // Saying so is no way out: most are told.
  expect(tied / judged).toBeLessThan(0.1);
  expect(nothing.right / nothing.all).toBeGreaterThanOrEqual(0.9);
});
