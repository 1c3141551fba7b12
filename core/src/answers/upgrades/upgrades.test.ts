import { CAUTIONS, cautionsFor, type Caution } from "../cautions";
import { fixedAmps, largestBreakerFor } from "../../trade/conductors";
import { fallowQuay, larchHollow } from "../../household/demo";
import { planOf, type Garage } from "../../household/garage";
import { outletType } from "../../trade/outlets";
import { phasesAt, tapIdOf } from "../../things/parts";
import { compile, isRefusal } from "../../engine/path";
import {
  charge,
  clockOfPlan,
  pathOf,
  planSchema,
  solvePlan,
  type Plan,
  type Session,
} from "../../engine/plan";
import { takesConductor, evseTerminals } from "../../trade/sizes";
import { stepTable } from "../steps";
import { supplySystem } from "../../trade/supply";
import { runs } from "../../tests/law";
import { realisticPlans } from "../../tests/realistic";
import { ladder, type Rung } from ".";

const demo = (garage: Garage, id: string, change: Partial<Plan> = {}): Plan => {
  const plan = planOf(garage, garage.paths.find((p) => p.id === id)!.spec);
  if (!plan.ok) throw new Error("demo");
  return { ...plan.value, ...change };
};
const whats = (plan: Plan): string[] => ladder(plan).map((r) => r.what);

interface Judged {
  readonly session: Session | undefined;
  readonly cautions: readonly Caution[];
}
const known = new WeakMap<Plan, Judged>();
const judged = (plan: Plan): Judged => {
  const found = known.get(plan) ?? judge(plan);
  known.set(plan, found);
  return found;
};
const judge = (plan: Plan): Judged => {
  const path = pathOf(plan);
  const circuit = compile(path);
  const session = isRefusal(circuit) ? circuit : charge(path, circuit, plan.session, null);
  return {
    session: isRefusal(session) ? undefined : session,
    cautions: cautionsFor(path, isRefusal(session) ? undefined : session, plan.session.toSoc),
  };
};
const stopped = ({ cautions }: Judged): boolean => cautions.some(({ severity }) => severity === "stop");

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

  test("at somebody else's post or station nothing is repaired or wired by its guest; only another post is told", () => {
    let judgedOn = 0;
    for (const { plan } of ladders) {
      const { evse, outlet } = plan;
      if (evse.kind !== "post" && evse.kind !== "rapid") continue;
      // Worn, wet and behind a breaker above any conductor: everything a house would mend.
      const circuit = { ...outlet.circuit, breakerAmps: 400 };
      const bad = { ...plan, outlet: { ...outlet, condition: "worn", exposed: true, circuit } } as Plan;
      const found = ladder(bad, clock);
      judgedOn += found.length;
      expect(found.filter(({ effort }) => ["repair", "wired", "outlet"].includes(effort))).toEqual([]);
      for (const { what, plan: to } of found.filter(({ effort }) => effort === "elsewhere")) {
        if (to.evse.kind === "rapid") continue;
        expect(what).toContain(to.evse.phases === 3 ? "three phases" : "one phase");
        expect(what).toContain(`${to.evse.maxAmps} A`);
      }
    }
    expect(judgedOn).toBeGreaterThan(10);
  });

  test("no rung, applied, says stop, nor raises a caution to be careful of, nor takes one further than it went", () => {
    let compared = 0;
    for (const { plan, rung } of rungs) {
      const before = judged(plan).cautions;
      for (const { code, severity, what, amount } of judged(rung.plan).cautions) {
        if (severity === "note") continue;
        const had = before.find((c) => c.code === code);
        const why = `${rung.what}: ${severity} ${code}: ${what}`;
        if (severity === "stop" || CAUTIONS[code] === "never" || !had) throw new Error(why);
        compared += 1;
        // Where it said stop before, a way out is held against the current that would have been safe.
        if (rung.against === "now" && !(amount! <= had.amount! * (1 + 1e-6)))
          throw new Error(`${why} (${had.amount})`);
      }
    }
    expect(compared).toBeGreaterThan(runs(500) / 10);
  });

  test("every path that is unsafe as it stands has a way out, and every way out is safe", () => {
    const unsafe = ladders.filter(({ plan }) => judged(plan).session && stopped(judged(plan)));
    expect(unsafe.length).toBeGreaterThan(runs(300) / 4);
    for (const { plan, rungs: own } of unsafe) {
      if (own.length === 0) throw new Error(JSON.stringify([plan.outlet, plan.evse]));
      for (const { plan: next, against } of own) {
        expect(against).not.toBe("now");
        expect(stopped(judged(next))).toBe(false);
      }
    }
  });

  test("every rung gives what it says against what it says, and is a plan that reads back", () => {
    const seen = new Set<string>();
    rungs.forEach(({ plan, rung }, i) => {
      seen.add(rung.against);
      // Reading back is slow: every seventh.
      if (i % 7 === 0) expect(planSchema.safeParse(rung.plan).error?.issues).toBeUndefined();
      const [now, then] = [judged(plan).session!, judged(rung.plan).session!];
      const stored = then.moment.balance.stored;
      if (rung.against === "nothing") {
        expect([rung.gainW, rung.secondsSaved, rung.costMore]).toEqual([stored, null, null]);
        return;
      }
      if (rung.against === "now") {
        expect(rung.gainW).toBeCloseTo(stored - now.moment.balance.stored, 6);
        expect(rung.secondsSaved).toBeCloseTo(now.secondsToTarget - then.secondsToTarget, 3);
        expect(rung.gainW).toBeGreaterThan(0);
        expect(rung.secondsSaved).toBeGreaterThan(0);
        return;
      }
      // Against the same path at a lower current, which is safe: less than flows now, and no less than what it gains on.
      const safe = stored - rung.gainW;
      expect(safe).toBeGreaterThan(0);
      expect(safe).toBeLessThan(now.moment.balance.stored);
      expect(rung.gainW).toBeGreaterThanOrEqual(-0.005 * safe - 1e-6);
    });
    expect([...seen].sort()).toEqual(["nothing", "now", "safe"]);
  });

  test("each rung of a group gains at least what the one below it does, and none says the same twice", () => {
    for (const { rungs: own } of ladders) {
      for (const needs of [null, "three-phases"] as const) {
        const group = own.filter((r) => r.needs === needs);
        group.slice(1).forEach((rung, i) => expect(rung.gainW).toBeGreaterThanOrEqual(group[i]!.gainW));
      }
      expect(new Set(own.map((r) => r.what)).size).toBe(own.length);
    }
  });

  test("new work keeps its order: load ≤ breaker ≤ conductor, terminals that take it, an outlet within the house rule", () => {
    let wires = 0;
    for (const { plan, rung } of rungs) {
      const { outlet, evse, household } = rung.plan;
      if (evse.kind === "rapid" || evse.kind === "post") continue;
      const { breakerAmps, run, otherLoadAmps } = outlet.circuit;
      const share = supplySystem(outlet.supply.system).continuousShare;
      if (evse !== plan.evse && outlet !== plan.outlet)
        expect(evse.maxAmps).toBeLessThanOrEqual(breakerAmps * share + 1e-9);
      if (outlet.kind === "socket" && outlet.type !== (plan.outlet.kind === "socket" && plan.outlet.type)) {
        expect(breakerAmps).toBeLessThanOrEqual(outletType(outlet.type).largestBreaker);
        expect(evse.maxAmps).toBeLessThanOrEqual(outletType(outlet.type).sustained[household.houseRule]);
      }
      if (!run) continue;
      const { phases } = phasesAt(outlet);
      // Whatever hangs new on a run stands behind a breaker the run may stand behind.
      if (evse !== plan.evse && evse.kind === "wallbox") {
        expect([rung.what, largestBreakerFor(run.gauge, phases, "strict") >= breakerAmps]).toEqual([
          rung.what,
          true,
        ]);
        expect(fixedAmps(run.gauge, phases, "strict") * share).toBeGreaterThanOrEqual(
          evse.maxAmps + otherLoadAmps - 1e-9,
        );
      }
      if (run.gauge === plan.outlet.circuit.run?.gauge) continue;
      wires += 1;
      expect(largestBreakerFor(run.gauge, phases, "strict")).toBeGreaterThanOrEqual(breakerAmps);
      expect(run.lengthM).toBe(plan.outlet.circuit.run?.lengthM);
      const terminals =
        outlet.kind === "socket" ? outletType(outlet.type).terminals : evseTerminals(evse.maxAmps);
      expect([rung.what, takesConductor(terminals, run.gauge)]).toEqual([rung.what, true]);
    }
    expect(wires).toBeGreaterThan(runs(500) / 10);
  });

  test("a worn outlet, or one in the weather, is never called sound without being replaced by name", () => {
    let mended = 0;
    const broken = plans
      .filter((p) => p.outlet.kind === "socket")
      .slice(0, 150)
      .map((p, i): Plan => ({
        ...p,
        outlet: { ...p.outlet, name: "shed outlet", condition: "worn", exposed: i % 2 === 0 },
      }));
    for (const plan of broken)
      for (const { plan: next, what } of ladder(plan, clock)) {
        if (next.outlet.kind !== "socket" || plan.outlet.kind !== "socket") continue;
        expect([next.outlet.condition, next.outlet.exposed]).toEqual(["sound", false]);
        if (next.outlet.type !== plan.outlet.type || /its own/.test(what)) continue;
        mended += 1;
        expect(what).toContain("shed outlet replaced by a new");
        expect(what.includes("weatherproof")).toBe(plan.outlet.exposed);
        expect(next.outlet.name).not.toBe("shed outlet");
      }
    expect(mended).toBeGreaterThan(5);
  });

  test("one phase is taken as given: ways that need three stand apart, say so, and are no rung of the others", () => {
    let apart = 0;
    for (const { plan, rung } of rungs) {
      const brings = tapIdOf(rung.plan.outlet) === "three" && tapIdOf(plan.outlet) !== "three";
      if (rung.plan.evse.kind === "post") continue;
      expect(rung.needs).toBe(brings ? "three-phases" : null);
      if (!brings) continue;
      apart += 1;
      expect(rung.what).toMatch(/^three phases brought in by the utility/);
    }
    expect(apart).toBeGreaterThan(runs(200) / 10);
    // Where three reach the board they are ways like any other.
    for (const { plan } of ladders.filter(({ rungs: own }) => own.some((r) => r.needs)).slice(0, 40)) {
      const outlet = { ...plan.outlet, supply: { ...plan.outlet.supply, threePhases: true } };
      const there = ladder({ ...plan, outlet }, clock);
      expect(there.every((r) => r.needs === null)).toBe(true);
      expect(there.some((r) => tapIdOf(r.plan.outlet) === "three")).toBe(true);
    }
  });

  test("where a wallbox on one phase would help at a socket, a plain one is among the ways", () => {
    let helped = 0;
    for (const { plan, rungs: own } of ladders) {
      if (plan.outlet.kind !== "socket" || phasesAt(plan.outlet).phases === 3) continue;
      const single = Math.max(...plan.car.charger.limits.map((l) => l.amps));
      const { moment } = judged(plan).session ?? {};
      // Twice what flows now is worth a circuit anywhere.
      if (!moment || moment.amps * moment.flow.way.phases > single / 2) continue;
      if (plan.evse.output.kind === "socket" || plan.evse.phases === 3) continue;
      helped += 1;
      expect([own.some((r) => r.effort === "wired" && r.plan.evse.phases === 1), plan]).toEqual([true, plan]);
    }
    expect(helped).toBeGreaterThan(runs(100) / 10);
  });
});

describe("advice on paths of which one can judge every word", () => {
  const [uk] = [demo(fallowQuay, "fq-path-curlew-slip")].map((plan): Plan => ({
    ...plan,
    cable: null,
    outlet: {
      kind: "socket",
      name: "garage socket",
      condition: "sound",
      exposed: false,
      type: "bs1363",
      supply: { system: "230/400" },
      circuit: {
        breakerAmps: 32,
        otherLoadAmps: 0,
        run: { gauge: "2.5 mm2", lengthM: 14, temperatureC: 30 },
      },
    },
    evse: {
      kind: "portable",
      name: "box",
      phases: 1,
      maxAmps: 10,
      steps: [],
      standingW: 5,
      plugs: [{ type: "bs1363", amps: 10 }],
      knowsPlugs: true,
      output: { kind: "tethered", connector: "type2", lengthM: 5, gauge: "6 mm2" },
    },
  })) as [Plan];
  const wallbox = (plan: Plan, breakerAmps: number, gauge: "2.5 mm2" | "10 mm2" | "6 mm2"): Plan => ({
    ...plan,
    outlet: {
      kind: "hardwired",
      name: "garage wall",
      condition: "sound",
      exposed: false,
      tap: "single",
      supply: { system: "230/400" },
      circuit: { breakerAmps, otherLoadAmps: 0, run: { gauge, lengthM: 14, temperatureC: 30 } },
    },
    evse: {
      kind: "wallbox",
      name: "wallbox",
      phases: 1,
      maxAmps: 16,
      steps: [],
      standingW: 5,
      output: { kind: "tethered", connector: "type2", lengthM: 5, gauge: "6 mm2" },
    },
  });

  test("a British house with a 13 A socket and an 11 kW car: a wallbox on its one phase, three phases apart", () => {
    expect(ladder(uk).map(({ what, needs }) => [what, needs])).toEqual([
      ["its own 16 A circuit in 2.5 mm² with a blue 16 A outlet, and a portable unit for 16 A", null],
      ["its own 32 A circuit in 6 mm² with a blue 32 A outlet, and a portable unit for 32 A", null],
      ["its own 32 A circuit in 6 mm² with a wallbox for 32 A", null],
      [
        "three phases brought in by the utility, and its own three-phase 16 A circuit in 2.5 mm² with a red 16 A outlet, and a three-phase portable unit for 16 A",
        "three-phases",
      ],
      [
        "three phases brought in by the utility, and its own three-phase 16 A circuit in 2.5 mm² with a three-phase wallbox for 16 A",
        "three-phases",
      ],
    ]);
  });

  test("its socket cracked: replaced by name, and told by what it gives, as nothing was safe before", () => {
    const [first] = ladder({ ...uk, outlet: { ...uk.outlet, condition: "worn" } });
    expect(first!.what).toBe(
      "garage socket replaced by a new BS 1363 (13 A three-pin) outlet, the run behind it checked",
    );
    // 230 V × 10 A, less what the ledger books before the cells.
    expect(first).toMatchObject({ against: "nothing", secondsSaved: null, costMore: null });
    expect(first!.gainW).toBeGreaterThan(1_600);
    expect(first!.gainW).toBeLessThan(2_300);
  });

  test("a cautious household is offered no unit above what its rule lets the new outlet hold", () => {
    const cautious = { ...uk, household: { ...uk.household, houseRule: "cautious" as const } };
    const found = whats(cautious);
    expect(found).toContain(
      "its own 32 A circuit in 6 mm² with a blue 32 A outlet, and a portable unit for 24 A",
    );
    expect(found.join()).not.toContain("outlet, and a portable unit for 32 A");
  });

  test("no stronger unit on a circuit whose breaker its conductor cannot stand behind; a smaller breaker is the way out", () => {
    // 63 A before 10 mm², 52 A laid in a wall; 40 A before 2.5 mm², 23 A (IEC 60364-5-52, from memory).
    for (const plan of [wallbox(uk, 63, "10 mm2"), wallbox(uk, 40, "2.5 mm2")])
      expect(whats(plan).join()).not.toContain("on the circuit there is");
    expect(whats(wallbox(uk, 32, "6 mm2"))).toContain("a unit for 32 A on the circuit there is");
    const mended = ladder(wallbox(uk, 40, "2.5 mm2")).find(({ effort }) => effort === "repair");
    expect(mended).toMatchObject({
      what: "a 20 A breaker put before the run there is",
      against: "nothing",
      plan: { outlet: { circuit: { breakerAmps: 20, run: { gauge: "2.5 mm2" } } } },
    });
  });

  test("where too much is pulled and nobody can lower it, ways out are held against the safe current", () => {
    const overdrawn: Plan = {
      ...uk,
      outlet: {
        ...uk.outlet,
        type: "cee-7",
        circuit: { breakerAmps: 16, otherLoadAmps: 0 },
      } as Plan["outlet"],
      evse: { ...uk.evse, maxAmps: 20, plugs: [{ type: "cee-7", amps: 20 }] } as Plan["evse"],
    };
    const rungs = ladder(overdrawn);
    expect(rungs[0]!.what).toBe("another portable unit, for 10 A");
    expect(rungs.every(({ against }) => against === "safe")).toBe(true);
    // The same 10 A: no more power, but what it replaces would have been a stop.
    expect(Math.abs(rungs[0]!.gainW)).toBeLessThan(20);
    // What was said of the unit there is, how it is set and that it is planned, is not said of another.
    const said = { ...overdrawn.evse, howSet: "turn the dial", planned: true } as Plan["evse"];
    const [other] = ladder({ ...overdrawn, evse: said });
    expect(other!.what).toBe("another portable unit, for 10 A");
    expect([other!.plan.evse.howSet, other!.plan.evse.planned]).toEqual([undefined, undefined]);
  });

  test("a cold pack at a rapid station is warmed on the way before a larger station is spoken of", () => {
    const town = demo(larchHollow, "lh-path-town");
    const cold = {
      ...town,
      adapter: { ...town.adapter!, amps: 500 },
      session: { ...town.session, batteryC: -15, heatingW: 0 },
    };
    const [first] = ladder(cold);
    expect(first!.what).toBe("the pack warmed on the way there");
    expect(first!.plan.session.batteryC).toBeNull();
    expect(first!.secondsSaved).toBeGreaterThan(600);
  });

  test("a limit in the car is not lifted where that doubles a voltage drop that was there", () => {
    const long: Plan = {
      ...wallbox(uk, 32, "6 mm2"),
      settings: { evseAmps: null, carAmps: 8, otherBusy: false },
    };
    const run = { gauge: "2.5 mm2" as const, lengthM: 110, temperatureC: 30 };
    const plan: Plan = {
      ...long,
      outlet: { ...long.outlet, circuit: { breakerAmps: 16, otherLoadAmps: 0, run } },
    };
    expect(judged(plan).cautions.map(({ code }) => code)).toContain("voltage-drop");
    expect(whats(plan)).not.toContain("the limit in the car lifted");
  });
});

test("the wrong cable: the first rung is the plain cable, and it about doubles the power", () => {
  const plan = demo(fallowQuay, "fq-path-curlew-harbour");
  const [first] = ladder(plan);
  expect(first!.what).toBe("a plain single-phase cable for 32 A");
  expect(judged(first!.plan).session!.moment.amps).toBe(32);
  expect(judged(first!.plan).session!.moment.balance.wall / 3686).toBeCloseTo(2, 1);
});

test("who buys a cable once is told one of three phases, where both its ends can carry them", () => {
  const plan = demo(fallowQuay, "fq-path-curlew-harbour");
  const one: Plan = {
    ...plan,
    car: { ...plan.car, charger: { ...plan.car.charger, limits: [{ phases: 1, amps: 32 }] } },
    cable: { ...plan.cable!, phases: 1, amps: 16 },
  };
  expect(ladder(one)[0]!.what).toBe("a plain single-phase cable for 32 A");
  const once: Plan = { ...one, household: { ...one.household, schools: { cable: "once" } } };
  expect(ladder(once)[0]!.what).toBe("a three-phase cable for 32 A");
  expect(ladder(once)[0]!.gainW).toBeCloseTo(ladder(one)[0]!.gainW, 6);
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
  expect(rungs.map((r) => r.plan.evse.kind)).toContain("wallbox");
  for (const { plan } of rungs) expect(plan.outlet.circuit.run!.lengthM).toBe(22);
});

test("settings and habits come first: what is set is turned up, loads are moved away, the usual rule is trusted", () => {
  const night = demo(fallowQuay, "fq-path-plover-night");
  const set = { ...night, settings: { evseAmps: 6, carAmps: null, otherBusy: false } };
  expect(whats(set)[0]).toBe("the unit turned up");
  expect(whats({ ...night, settings: { evseAmps: 6, carAmps: 6, otherBusy: false } })[0]).toContain(
    "on the unit and in the car",
  );
  expect(whats({ ...night, household: { ...night.household, houseRule: "cautious" } })[0]).toContain(
    "the usual house rule",
  );
  expect(whats(demo(larchHollow, "lh-path-siskin-barn"))[0]).toBe(
    "the circuit to itself, other loads moved away",
  );
});

test("no lead, or the lead used as it should be, is tried before any wire is laid; no advice leads through worn wiring", () => {
  const reel = demo(fallowQuay, "fq-path-reel");
  expect(whats(reel).slice(0, 2)).toEqual([
    "the lead unwound to its last turn",
    "no extension lead: plugged straight in",
  ]);
  const worn = { ...reel, outlet: { ...reel.outlet, condition: "worn" as const } };
  for (const rung of ladder(worn)) expect(rung.plan.outlet.condition).toBe("sound");
  expect(whats(worn)).not.toContain("no extension lead: plugged straight in");
});

test("what is worn or was found faulty is replaced by name; no other way leads over it, at a post too", () => {
  const taped = { wear: ["taped" as const] };
  const faulty = { tested: { on: "2026-03-02", by: "R. Moss", result: "faulty" as const } };
  const stops = (plan: Plan) =>
    judged(plan)
      .cautions.filter(({ severity }) => severity === "stop")
      .map(({ code }) => code);
  const reel = demo(fallowQuay, "fq-path-reel");
  const lead = { ...reel.lead!, coiled: false, state: taped };
  const worn: Plan = { ...reel, lead, evse: { ...reel.evse, state: faulty } };
  expect(stops(worn)).toEqual(expect.arrayContaining(["piece-worn", "piece-failed"]));
  expect(whats(worn)).toContain(`${lead.name} and ${reel.evse.name} replaced by a sound one of its kind`);
  for (const rung of ladder(worn)) expect([rung.what, stops(rung.plan)]).toEqual([rung.what, []]);
  const harbour = demo(fallowQuay, "fq-path-curlew-harbour");
  // Where another cable gives more than a sound one of the same kind, that one is told.
  const cut: Plan = { ...harbour, cable: { ...harbour.cable!, state: taped } };
  expect(whats(cut)[0]).toBe("a plain single-phase cable for 32 A");
  const right = ladder(harbour)[0]!.plan.cable!;
  expect(whats({ ...harbour, cable: { ...right, state: taped } })[0]).toBe(
    `${right.name} replaced by a sound one of its kind`,
  );
  // The post's own faults are not its guest's to put right.
  const post: Plan = { ...harbour, evse: { ...harbour.evse, state: taped } };
  expect(whats(post).join("; ")).not.toContain("replaced by a sound one");
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
  const eighty = { ...plan.evse, steps: [], maxAmps: 80 } as Plan["evse"];
  expect(stepTable({ ...pathOf(plan), evse: eighty }, plan.session, null).at(-1)!.amps).toBe(80);
});

test("the demo's ladders say how they were made: cheapest effort first among equals", () => {
  for (const garage of [fallowQuay, larchHollow])
    for (const { id } of garage.paths) {
      const plan = demo(garage, id);
      if (isRefusal(solvePlan(plan))) throw new Error(id);
      for (const { effort } of ladder(plan))
        expect(effort).toMatch(/setting|habit|piece|unit|repair|outlet|wired|elsewhere/);
    }
});
