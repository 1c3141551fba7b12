import fc from "fast-check";
import { isRefusal } from "../../engine/path";
import { solvePlan, type Plan } from "../../engine/plan";
import { demoPlan, fallowQuay, larchHollow } from "../../tests/lineup";
import { law, SKIPPED } from "../../tests/law";
import { FIGURES, fromTimes, whyShown, type Explanation, type Observation } from ".";

const night = demoPlan(fallowQuay, "Plover", "Boathouse, wall socket at 10 A");
const box = demoPlan(fallowQuay, "Curlew", "Wallbox, 3 × 16 A");
const solved = (plan: Plan) => {
  const solution = solvePlan({ ...plan, session: { ...plan.session, neededBy: null } });
  if (isRefusal(solution)) throw new Error(solution.message);
  return solution;
};
const withCar = (plan: Plan, change: Partial<Plan["car"]>): Plan => ({
  ...plan,
  car: { ...plan.car, ...change },
});
const figure = (explanations: readonly Explanation[], id: string) =>
  explanations.find((one) => one.kind === "figure" && one.figure === id) as
    Extract<Explanation, { kind: "figure" }> | undefined;
/** What a display would show of a plan, of each kind. */
const seenOn = (plan: Plan, step: number): Observation[] => {
  const { moment, range, secondsToTarget, ledger, endSoc } = solved(plan);
  return [
    { kind: "speed", kmPerHour: range.kmPerHour, step },
    { kind: "power", watts: moment.balance.stored, step: 1000 * step },
    { kind: "amps", amps: moment.amps, step: 1 },
    { kind: "left", seconds: secondsToTarget, step: 60 },
    { kind: "gained", fromSoc: plan.session.fromSoc, toSoc: endSoc, seconds: secondsToTarget, step: 0.01 },
    {
      kind: "metered",
      wallWh: ledger.wall,
      fromSoc: plan.session.fromSoc,
      toSoc: plan.session.toSoc,
      step: 10,
    },
  ];
};

test("a display that shows what is computed needs no reason, whatever it shows", () => {
  for (const plan of [night, box])
    for (const seen of seenOn(plan, 0.1)) {
      const { agrees, expected, observed } = whyShown(plan, seen);
      expect([seen.kind, agrees]).toEqual([seen.kind, true]);
      expect(expected / observed).toBeCloseTo(1, 6);
    }
});

test("a figure behind the last one may be cut off: 12.9 shown as 12 agrees, shown as 11 or 14 it does not", () => {
  const plan = withCar(night, { whPerKm: solved(night).moment.balance.stored / 12.9 });
  const at = (kmPerHour: number) => whyShown(plan, { kind: "speed", kmPerHour, step: 1 });
  expect([11, 12, 13, 14].map((shown) => [at(shown).agrees, at(shown).cutOff])).toEqual([
    [false, false],
    [true, true],
    [true, false],
    [false, false],
  ]);
});

test("what counts at the wall is told so: the range and the kW people multiply in their heads", () => {
  const { range, moment } = solved(night);
  const speed = whyShown(night, { kind: "speed", kmPerHour: range.wallKmPerHour, step: 0.1 });
  const power = whyShown(night, { kind: "power", watts: moment.balance.wall, step: 10 });
  for (const { agrees, explanations } of [speed, power]) {
    expect(agrees).toBe(false);
    expect(explanations[0]!.kind).toBe("wall");
  }
});

test("a lower step is found by its amps, its power and its time", () => {
  const lower = { ...night, settings: { ...night.settings, evseAmps: 8 } };
  for (const seen of seenOn(lower, 0.05)) {
    const found = whyShown(night, seen).explanations.find(({ kind }) => kind === "step");
    expect([seen.kind, found]).toEqual([seen.kind, { kind: "step", amps: 8 }]);
  }
  const amps = whyShown(night, { kind: "amps", amps: 8, step: 1 });
  expect(amps.explanations).toEqual([{ kind: "step", amps: 8 }]);
  expect(amps.next).toBeNull();
});

test("one phase instead of three is found by power and time", () => {
  const single = { ...box, evse: { ...box.evse, phases: 1 } } as Plan;
  const power = seenOn(single, 0.05).find(({ kind }) => kind === "power")!;
  expect(whyShown(box, power).explanations.some(({ kind }) => kind === "one-phase")).toBe(true);
  expect(whyShown(night, power).explanations.some(({ kind }) => kind === "one-phase")).toBe(false);
});

test("each figure of the car is found again from what a car with another one would show, within the display's step", () => {
  const others = {
    ownDraw: withCar(night, { ownDrawW: 140 }),
    economy: withCar(night, { whPerKm: 190 }),
    capacity: withCar(night, { battery: { ...night.car.battery, usableWh: 33_000 } }),
    efficiency: withCar(night, { charger: { ...night.car.charger, efficiency: 0.87 } }),
  };
  let tried = 0;
  for (const { id, moves, of } of FIGURES)
    for (const seen of seenOn(others[id], 0.001)) {
      if (!moves.includes(seen.kind)) continue;
      const { agrees, explanations } = whyShown(night, seen);
      if (agrees) continue;
      const found = figure(explanations, id)!;
      expect(found.value / of(others[id].car)).toBeCloseTo(1, seen.kind === "gained" ? 1 : 2);
      expect(found.was).toBe(of(night.car));
      expect(found.from).toBeLessThanOrEqual(found.value);
      expect(found.to).toBeGreaterThanOrEqual(found.value);
      tried += 1;
    }
  expect(tried).toBeGreaterThan(8);
});

test("where several reasons are left it says what to read next; where none is usual it says so", () => {
  const { range, moment } = solved(night);
  const speed = whyShown(night, { kind: "speed", kmPerHour: range.kmPerHour * 0.94, step: 0.1 });
  expect(speed.explanations.length).toBeGreaterThan(1);
  expect(speed.next).toMatch(/^Read the kW or the amps beside it/);
  // A third less range is what a cold motorway takes; an own draw that explains it is none a car has.
  const cold = whyShown(night, { kind: "speed", kmPerHour: range.kmPerHour / 1.4, step: 0.1 });
  expect(cold.explanations.map((one) => one.kind === "figure" && [one.figure, one.usual])).toEqual([
    ["economy", true],
    ["efficiency", false],
    ["ownDraw", false],
  ]);
  expect(cold.next).toBeNull();
  const odd = whyShown(night, { kind: "speed", kmPerHour: range.kmPerHour / 1.8, step: 0.1 });
  expect(odd.explanations.map((one) => one.kind === "figure" && one.usual)).toEqual([false, false]);
  expect(odd.next).toMatch(/^Nothing alone that is usual/);
  const never = whyShown(night, { kind: "power", watts: moment.balance.stored * 3, step: 10 });
  expect([never.explanations, never.next]).toEqual([[], odd.next]);
});

test("a figure within what is usual comes before one beyond it, though that would move less", () => {
  // An own draw at the upper end of what a large car takes: a little more is already unusual.
  const plan = withCar(demoPlan(fallowQuay, "Curlew", "Boathouse, wall socket at 6 A"), { ownDrawW: 398 });
  const stored = solved(plan).moment.balance.stored;
  const { explanations } = whyShown(plan, { kind: "power", watts: stored - 60, step: 1 });
  expect(explanations.map((one) => one.kind === "figure" && [one.figure, one.usual])).toEqual([
    ["efficiency", true],
    ["ownDraw", false],
  ]);
});

// Common practice: 240 V × 10 A shown as 5 mi/h is 480 Wh a mile at the wall, or a rate rounded down.
test("240 V and 10 A shown as 5 mi/h: 480 Wh a mile at the wall", () => {
  const MILE = 1.609344;
  const plan: Plan = {
    ...night,
    outlet: {
      ...night.outlet,
      supply: { ...night.outlet.supply, measuredVolts: 240 },
      circuit: { breakerAmps: 16 },
    } as Plan["outlet"],
  };
  const seen: Observation = { kind: "speed", kmPerHour: 5 * MILE, step: MILE };
  const economy = figure(whyShown(plan, seen).explanations, "economy")!;
  expect(economy.atWall! * MILE).toBeGreaterThan(470);
  expect(economy.atWall! * MILE).toBeLessThan(490);
});

/** 120 V on one unit that can be set from 6 to 12 A, and a car with a small onboard charger. */
const barn = demoPlan(larchHollow, larchHollow.cars[0]!.spec.name, "Barn, receptacle at 12 A");
const level1 = withCar(barn, { charger: { limits: [{ phases: 1, amps: 16 }], efficiency: 0.92 } });

test("6, 8 and 12 A on one unit as 100, 70 and 48 %: an own draw of 50 to 100 W (common practice)", () => {
  const times = [
    { amps: 6, time: 100 },
    { amps: 8, time: 70 },
    { amps: 12, time: 48 },
  ];
  const { ownDrawW, efficiency, miss } = fromTimes(level1, times, false);
  expect(ownDrawW).toBeGreaterThan(50);
  expect(ownDrawW).toBeLessThan(100);
  expect(efficiency).toBeUndefined();
  // Rounded to whole per cent they cannot be met exactly.
  expect(miss).toBeLessThan(0.03);
});

test("three charging times at three currents give own draw and efficiency again, whatever they are", () => {
  const cases = fc.record({
    ownDrawW: fc.integer({ min: 30, max: 400 }),
    efficiency: fc.double({ min: 0.86, max: 0.95, noNaN: true }),
    from: fc.constantFrom(0.2, 0.35, 0.5),
  });
  law(cases, { runs: 12, mostSkipped: 0.3 }, ({ ownDrawW, efficiency, from }) => {
    const plan = { ...night, session: { ...night.session, fromSoc: from, toSoc: 0.8, neededBy: null } };
    const real = withCar(plan, { ownDrawW, charger: { ...plan.car.charger, efficiency } });
    const times = [6, 8, 10].map((amps) => {
      const solution = solvePlan({ ...real, settings: { ...real.settings, evseAmps: amps } });
      return isRefusal(solution) ? undefined : { amps, time: solution.secondsToTarget };
    });
    if (times.some((time) => !time)) return SKIPPED;
    const found = fromTimes(plan, times as { amps: number; time: number }[], true);
    expect(Math.abs(found.ownDrawW - ownDrawW)).toBeLessThan(6);
    expect(Math.abs(found.efficiency! - efficiency)).toBeLessThan(0.006);
    expect(found.miss).toBeLessThan(0.005);
  });
});

test("one current says nothing of the draw", () => {
  expect(() =>
    fromTimes(
      night,
      [
        { amps: 8, time: 3600 },
        { amps: 8, time: 3700 },
      ],
      true,
    ),
  ).toThrow(RangeError);
});
