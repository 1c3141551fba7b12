import { cautionsFor } from "../cautions";
import { largestBreakerFor } from "../conductors";
import { fallowQuay, larchHollow } from "../demo";
import { planOf, type Garage } from "../garage";
import { outletType } from "../outlets";
import { compile, isRefusal } from "../path";
import { charge, clockOfPlan, pathOf, planSchema, solvePlan, type Plan } from "../plan";
import { stepTable } from "../steps";
import { supplySystem } from "../supply";
import { runs } from "../tests/law";
import { realisticPlans } from "../tests/realistic";
import { ladder, type Rung } from ".";

const demo = (garage: Garage, id: string, change: Partial<Plan> = {}): Plan => {
  const plan = planOf(garage, garage.paths.find((p) => p.id === id)!.spec);
  if (!plan.ok) throw new Error("demo");
  return { ...plan.value, ...change };
};
const whats = (plan: Plan): string[] => ladder(plan).map((r) => r.what);

const known = new WeakMap<Plan, ReturnType<typeof judge>>();
const judged = (plan: Plan): ReturnType<typeof judge> => {
  const found = known.get(plan) ?? judge(plan);
  known.set(plan, found);
  return found;
};
const judge = (plan: Plan) => {
  const path = pathOf(plan);
  const circuit = compile(path);
  const session = isRefusal(circuit) ? circuit : charge(path, circuit, plan.session, null);
  return {
    session: isRefusal(session) ? undefined : session,
    cautions: cautionsFor(path, isRefusal(session) ? undefined : session, plan.session.toSoc),
  };
};
const serious = (plan: Plan): Set<string> =>
  new Set(
    judged(plan)
      .cautions.filter((c) => c.severity !== "note")
      .map((c) => c.code),
  );

describe("over thousands of realistic paths in every world", () => {
  const all = realisticPlans();
  // Every other one, and fewer for a mutant; a step that is odd keeps every kind of them.
  const plans = all.filter((_, i) => i % (2 * Math.round(1000 / runs(1000)) + 1) === 0);
  const clock = clockOfPlan(all[0]!);
  const ladders: { plan: Plan; rungs: Rung[] }[] = plans.map((plan) => ({
    plan,
    rungs: ladder(plan, clock),
  }));
  const rungs = ladders.flatMap(({ plan, rungs: own }) => own.map((rung) => ({ plan, rung })));

  test("the fixture is as large as it says, and most of its paths can be lifted", () => {
    expect(all.length).toBeGreaterThan(3000);
    const systems = new Set(all.map((p) => p.outlet.supply.system));
    expect(systems.size).toBe(5);
    expect(ladders.filter((l) => l.rungs.length > 0).length / plans.length).toBeGreaterThan(0.6);
  });

  test("no rung, applied, raises a caution to stop or be careful that the path did not have, nor keeps one to stop", () => {
    for (const { plan, rung } of rungs) {
      const had = serious(plan);
      for (const { code, severity, what } of judged(rung.plan).cautions) {
        if (severity === "note") continue;
        if (severity === "stop" || !had.has(code))
          throw new Error(`${rung.what}: ${severity} ${code}: ${what}`);
      }
    }
  });

  test("every rung gains, is a plan that reads back, and tells its own gain", () => {
    rungs.forEach(({ plan, rung }, i) => {
      // Reading back is slow: every seventh.
      if (i % 7 === 0) expect(planSchema.safeParse(rung.plan).error?.issues).toBeUndefined();
      const [now, then] = [judged(plan).session!, judged(rung.plan).session!];
      expect(rung.gainW).toBeCloseTo(then.moment.balance.stored - now.moment.balance.stored, 6);
      expect(rung.gainW).toBeGreaterThan(0);
      expect(rung.secondsSaved).toBeCloseTo(now.secondsToTarget - then.secondsToTarget, 3);
      expect(rung.secondsSaved).toBeGreaterThan(0);
    });
  });

  test("each rung gains at least what the one below it does, and none says the same twice", () => {
    for (const { rungs: own } of ladders) {
      own.slice(1).forEach((rung, i) => expect(rung.gainW).toBeGreaterThanOrEqual(own[i]!.gainW));
      expect(new Set(own.map((r) => r.what)).size).toBe(own.length);
    }
  });

  test("no unit above what circuit and outlet hold, no outlet before a larger breaker, no wire before a larger one", () => {
    for (const { plan, rung } of rungs) {
      const { outlet, unit } = rung.plan;
      if (unit.kind === "rapid" || outlet === plan.outlet) continue;
      const { breakerAmps, run } = outlet.circuit;
      const share = supplySystem(outlet.supply.system).continuousShare;
      if (unit !== plan.unit) expect(unit.maxAmps).toBeLessThanOrEqual(breakerAmps * share + 1e-9);
      if (outlet.kind === "socket" && breakerAmps !== plan.outlet.circuit.breakerAmps)
        expect(breakerAmps).toBeLessThanOrEqual(outletType(outlet.type).largestBreaker);
      if (run && run.gauge !== plan.outlet.circuit.run?.gauge) {
        const lanes = outlet.kind === "socket" && /red|three/.test(outlet.type) ? 3 : 1;
        expect(largestBreakerFor(run.gauge, lanes, "strict")).toBeGreaterThanOrEqual(breakerAmps);
        expect(run.lengthM).toBe(plan.outlet.circuit.run?.lengthM);
      }
    }
  });

  test("three phases are found where the supply has them and the car would take them", () => {
    const withheld = ladders.filter(({ plan }) => {
      const three = plan.car.charger.limits.some((l) => l.lanes === 3);
      const one =
        plan.outlet.kind === "socket" ? !/red/.test(plan.outlet.type) : plan.outlet.tap === "single";
      return plan.outlet.supply.system === "230/400" && three && one && plan.settings.unitAmps === null;
    });
    expect(withheld.length).toBeGreaterThan(runs(100) / 10);
    for (const { rungs: own, plan } of withheld) {
      const lanes = own.map((r) => judged(r.plan).session!.moment.flow.way.lanes);
      if (own.length > 0 && plan.unit.kind !== "rapid") expect(lanes).toContain(3);
    }
  });
});

test("the wrong cable: the first rung is the plain cable, and it about doubles the power", () => {
  const plan = demo(fallowQuay, "fq-path-curlew-harbour");
  const [first] = ladder(plan);
  expect(first!.what).toBe("a plain single-phase cable for 32 A");
  expect(judged(first!.plan).session!.moment.amps).toBe(32);
  expect(judged(first!.plan).session!.moment.balance.wall / 3686).toBeCloseTo(2, 1);
});

test("the pickup held to 40 A on its 14-50: a 60 A circuit with a 48 A unit lifts it", () => {
  const [rung] = ladder(demo(larchHollow, "lh-path-grosbeak-shack"));
  expect(rung!.what).toBe("its own 60 A circuit in 4 AWG with a wallbox for 48 A");
  expect(rung!.plan.outlet.circuit).toMatchObject({ breakerAmps: 60, run: { lengthM: 55, gauge: "4 AWG" } });
});

test("a new circuit is one change in one sentence, with a conductor to match", () => {
  const rungs = ladder(demo(fallowQuay, "fq-path-plover-night"));
  expect(rungs.map((r) => r.what)).toContain(
    "its own 32 A circuit in 6 mm² with a blue 32 A outlet, and a portable unit for 32 A",
  );
  expect(rungs.map((r) => r.plan.unit.kind)).toContain("wallbox");
  for (const { plan } of rungs) expect(plan.outlet.circuit.run!.lengthM).toBe(22);
});

test("settings and habits come first: what is set is turned up, loads are moved away, the usual rule is trusted", () => {
  const night = demo(fallowQuay, "fq-path-plover-night");
  const set = { ...night, settings: { unitAmps: 6, carAmps: null, otherBusy: false } };
  expect(whats(set)[0]).toBe("the unit turned up");
  expect(whats({ ...night, settings: { unitAmps: 6, carAmps: 6, otherBusy: false } })[0]).toContain(
    "on the unit and in the car",
  );
  expect(whats({ ...night, household: { ...night.household, houseRule: "cautious" } })[0]).toContain(
    "the usual house rule",
  );
  expect(whats(demo(larchHollow, "lh-path-siskin-barn"))[0]).toBe(
    "the circuit to itself, other loads moved away",
  );
});

test("no lead is tried before any wire is laid, and no advice leads through worn wiring", () => {
  const reel = demo(fallowQuay, "fq-path-reel");
  expect(whats(reel)[0]).toBe("no extension lead: plugged straight in");
  const worn = { ...reel, outlet: { ...reel.outlet, condition: "worn" as const } };
  for (const rung of ladder(worn)) expect(rung.plan.outlet.condition).toBe("sound");
  expect(whats(worn)).not.toContain("no extension lead: plugged straight in");
});

test("a rapid session: the station to itself, a larger adapter, a larger station", () => {
  const town = demo(larchHollow, "lh-path-town", {});
  const narrow: Plan = {
    ...town,
    adapter: { ...town.adapter!, amps: 125 },
    settings: { ...town.settings, otherBusy: true },
    session: { ...town.session, batteryC: null },
  };
  const found = whats(narrow).join("; ");
  expect(found).toContain("an adapter for");
  const shared = { ...narrow, adapter: { ...town.adapter!, amps: 300 } };
  expect(whats(shared)[0]).toBe("the station to yourself");
  const alone: Plan = { ...shared, settings: town.settings, adapter: { ...town.adapter!, amps: 500 } };
  expect(whats(alone)).toContain("a 250 kW station");
});

test("nothing where the car itself binds, and nothing where nothing flows", () => {
  const plan = demo(fallowQuay, "fq-path-curlew-harbour");
  const best = ladder(plan).at(-1)!.plan;
  expect(ladder(best)).toEqual([]);
  expect(ladder({ ...plan, cable: null })).toEqual([]);
});

test("the step table: more amps are never slower, a lead's heat grows with the square, too much is marked", () => {
  const plan = demo(fallowQuay, "fq-path-reel");
  const rows = stepTable(pathOf(plan), plan.session, 3600);
  expect(rows.map((r) => r.amps)).toEqual([6, 8, 10]);
  const [six, , ten] = rows as [(typeof rows)[0], (typeof rows)[0], (typeof rows)[0]];
  expect(ten.session!.secondsToTarget).toBeLessThan(six.session!.secondsToTarget);
  expect(ten.leadWattsPerMetre! / six.leadWattsPerMetre!).toBeCloseTo((10 / 6) ** 2, 9);
  expect(six.socAtDeparture).toBeGreaterThan(plan.session.fromSoc);
  const cautious = pathOf({ ...plan, household: { ...plan.household, houseRule: "cautious" } });
  expect(stepTable(cautious, plan.session, null).map((r) => [r.over, r.socAtDeparture])).toEqual([
    [false, undefined],
    [false, undefined],
    [true, undefined],
  ]);
  const eighty = { ...plan.unit, steps: [], maxAmps: 80 } as Plan["unit"];
  expect(stepTable({ ...pathOf(plan), unit: eighty }, plan.session, null).at(-1)!.amps).toBe(80);
});

test("the demo's ladders say how they were made: cheapest effort first among equals", () => {
  for (const garage of [fallowQuay, larchHollow])
    for (const { id } of garage.paths) {
      const plan = demo(garage, id);
      if (isRefusal(solvePlan(plan))) throw new Error(id);
      for (const { effort } of ladder(plan))
        expect(effort).toMatch(/setting|habit|piece|unit|outlet|wired|elsewhere/);
    }
});
