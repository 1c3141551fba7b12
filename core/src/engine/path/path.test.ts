import { feedOf, OUTLET_TYPE_IDS, outletType, type OutletTypeId } from "../../trade/outlets";
import {
  bay,
  box,
  idealCar,
  pathOf,
  post,
  rapid,
  reel,
  socket,
  socketedPost,
  type2Cable,
} from "../../tests/parts";
import { charged, chargeOver, pointAt as flowing, refusedBy as refused, circuitOf } from "../../tests/solve";
import type { Car, Outlet, Evse } from "../../things/parts";
import type { OperatingPoint } from "../plan";
import { SUPPLY_IDS, tapOf, type SupplyId } from "../../trade/supply";
import { compile, isRefusal, wordsOf, type ChargingPath } from ".";

const narrowest = (point: OperatingPoint) => point.links[point.binding]!;

describe("power ratings", () => {
  test.each([
    // SAE J1772 AC Level 1 and 2.
    ["split-phase", "single", 1, 12, 1.44],
    ["split-phase", "single", 1, 16, 1.92],
    ["split-phase", "high", 1, 80, 19.2],
    // IEC 61851-1 and arithmetic, at 230 V.
    ["230/400", "single", 1, 16, 3.68],
    ["230/400", "three", 3, 16, 11.04],
    ["230/400", "single", 1, 32, 7.36],
    ["230/400", "three", 3, 32, 22.08],
    ["230/400", "three", 3, 63, 43.5],
    // Why a public post at 32 A on 208 V gives 6.6 kW and not 7.7 (arithmetic).
    ["208Y", "high", 1, 32, 6.656],
    ["100/200", "high", 1, 16, 3.2],
    // Delta without neutral: √3·U·I for a charger made for it (arithmetic).
    ["it-230", "three", 3, 32, 12.75],
  ] as const)("%s %s, %d phases of %d A: %d kW", (system, tap, phases, amps, kW) => {
    const car = idealCar([{ phases, amps }]);
    car.charger.delta = true;
    const point = flowing(
      pathOf({
        car,
        outlet: bay(system as SupplyId, tap),
        evse: post(phases, 80, phases === 1 ? "type1" : "type2"),
      }),
    );
    expect(point.drawnW / 1000).toBeCloseTo(kW, 1);
    expect(point.phases).toBe(phases);
  });
});

describe("the narrowest link", () => {
  const curlew = idealCar([
    { phases: 1, amps: 32 },
    { phases: 3, amps: 16 },
  ]);
  const harbour = { car: curlew, outlet: bay("230/400", "single"), evse: socketedPost(1, 32) };

  test("a 16 A three-phase cable on a single-phase post: one phase of 16 A, half of a plain 32 A cable (common practice)", () => {
    const wrong = flowing(pathOf({ ...harbour, cable: type2Cable(3, 16) }));
    const right = flowing(pathOf({ ...harbour, cable: type2Cable(1, 32) }));
    expect([wrong.phases, wrong.amps, narrowest(wrong).kind]).toEqual([1, 16, "cable"]);
    expect(right.drawnW).toBeCloseTo(2 * wrong.drawnW, 6);
  });

  test("a 22 kW post and an 11 kW car: 11 kW, and the onboard charger binds (common practice)", () => {
    const point = flowing(
      pathOf({
        car: curlew,
        outlet: bay("230/400", "three"),
        evse: socketedPost(3, 32),
        cable: type2Cable(3, 32),
      }),
    );
    expect(point.drawnW).toBeCloseTo(11_040, 6);
    expect(narrowest(point).kind).toBe("charger");
  });

  test("a single-phase cable on a three-phase post: the cable withholds phases", () => {
    const car = idealCar([
      { phases: 1, amps: 16 },
      { phases: 3, amps: 16 },
    ]);
    const point = flowing(
      pathOf({ car, outlet: bay("230/400", "three"), evse: socketedPost(3, 32), cable: type2Cable(1, 32) }),
    );
    expect([point.phases, point.amps, narrowest(point).kind, point.because]).toEqual([
      1,
      16,
      "cable",
      "phases",
    ]);
  });

  test("the charger's kW cap lowers the current to just meet it at the inlet", () => {
    const car: Car = { ...curlew, charger: { ...curlew.charger, capW: 6_600 } };
    const point = flowing(pathOf({ car, outlet: bay("230/400", "single"), evse: post(1, 32) }));
    expect(point.inletW).toBeCloseTo(6_600, 6);
    expect([narrowest(point).kind, point.because]).toEqual(["charger", "cap"]);
    expect(point.amps).toBeLessThan(32);
  });

  test("a very long thin run: the charger backs off at 80 % of the supply, and the run is the narrow link", () => {
    const outlet = bay("230/400", "single");
    outlet.circuit.run = { gauge: "1.5 mm2", lengthM: 130, temperatureC: 30 };
    const point = flowing(pathOf({ car: curlew, outlet, evse: post(1, 32) }));
    expect([narrowest(point).kind, point.because]).toEqual(["circuit", "sag"]);
    expect(point.dropVolts).toBeCloseTo(0.2 * 230, 9);
  });

  test("on IT without delta support a charger works on one line-to-line phase of 230 V", () => {
    const point = flowing(pathOf({ car: curlew, outlet: bay("it-230", "three"), evse: post(3, 32) }));
    expect([point.phases, Math.round(point.volts), point.amps]).toEqual([1, 230, 32]);
  });

  test("a two-phase charger uses two of three phases; the neutral carries the difference", () => {
    const point = flowing(
      pathOf({
        car: idealCar([{ phases: 2, amps: 16 }]),
        outlet: bay("230/400", "three"),
        evse: post(3, 32),
      }),
    );
    expect([point.phases, point.conductors]).toEqual([2, 3]);
    expect(point.drawnW).toBeCloseTo(7_360, 6);
  });
});

describe("what holds", () => {
  test.each([
    // NEC 625.41: breaker at least 125 % of the EVSE's amps.
    [12, 15],
    [16, 20],
    [24, 30],
    [32, 40],
    [40, 50],
    [48, 60],
    [80, 100],
  ])("%d A are held by a %d A breaker and not by one a tenth smaller", (amps, breaker) => {
    const at = (breakerAmps: number) =>
      circuitOf(
        pathOf({
          car: idealCar([{ phases: 1, amps: 80 }]),
          outlet: bay("split-phase", "high", breakerAmps),
          evse: post(1, amps, "type1"),
        }),
      );
    expect(at(breaker).pulls).toBe(amps);
    expect(at(breaker).holds).toBeCloseTo(amps, 9);
    expect(at(breaker * 0.9).holds).toBeLessThan(amps);
  });

  const portable = (evse: Partial<Extract<Evse, { kind: "portable" }>> = {}): Evse => ({
    ...post(1, 12),
    kind: "portable",
    plugs: [{ type: "bs1363", amps: 13 }],
    knowsPlugs: true,
    ...evse,
  });
  const house = (evse: Evse, car: Partial<Car["charger"]> = {}): ChargingPath => {
    const ideal = idealCar([{ phases: 1, amps: 32 }]);
    return pathOf({
      car: { ...ideal, charger: { ...ideal.charger, ...car } },
      outlet: socket("230/400", "bs1363", 32),
      evse,
    });
  };

  test("where nobody can set it lower, what flows is what it pulls: 12 A though the outlet holds 10", () => {
    const path = house(portable());
    expect(circuitOf(path)).toMatchObject({ pulls: 12, holds: 10, setting: null });
    const point = flowing(path);
    expect(point.amps).toBe(12);
    expect(point.links.find((l) => l.kind === "outlet")).toMatchObject({ over: true, role: "holds" });
    expect(narrowest(point).kind).toBe("evse");
  });

  test("a step of the unit at or below what holds is taken as set, and the outlet is the narrowest", () => {
    const path = house(portable({ maxAmps: 13, steps: [6, 8, 10, 13] }));
    expect(circuitOf(path).setting).toEqual({ by: "evse", amps: 10 });
    const point = flowing(path);
    expect([point.amps, narrowest(point).kind, point.because]).toEqual([10, "outlet", "holds"]);
  });

  test("whole amps in a car that has such a limit; the higher of the two is taken", () => {
    expect(circuitOf(house(portable(), { settable: true })).setting).toEqual({ by: "car", amps: 10 });
    const both = house(portable({ maxAmps: 13, steps: [6, 8, 13] }), { settable: true });
    expect(circuitOf(both).setting).toEqual({ by: "car", amps: 10 });
  });

  test("what its user has set is what flows, be it too much", () => {
    const set = { ...house(portable({ maxAmps: 13, steps: [6, 8, 10, 13] })), settings: { evseAmps: 13 } };
    expect(circuitOf(set).setting).toBeNull();
    expect(flowing(set).amps).toBe(13);
  });

  test("nothing below 6 A is ever set: a circuit with 4 A left is overdrawn rather than promised", () => {
    const path = house(portable({ steps: [6, 8, 10] }), { settable: true });
    const full = {
      ...path,
      outlet: { ...path.outlet, circuit: { breakerAmps: 13, otherLoadAmps: 9 } },
    };
    expect(circuitOf(full)).toMatchObject({ holds: 4, setting: null });
    expect(flowing(full).amps).toBe(12);
  });

  test("a unit that does not know its plugs offers all it has; one that does, what the plug holds", () => {
    const plugs = [{ type: "bs1363" as const, amps: 10 }];
    const pulls = (knowsPlugs: boolean) =>
      circuitOf(house(portable({ maxAmps: 32, plugs, knowsPlugs }))).pulls;
    expect([pulls(true), pulls(false)]).toEqual([10, 32]);
    expect(
      circuitOf(house(portable({ maxAmps: 32, plugs: [{ type: "bs1363", amps: 7 }], knowsPlugs: false })))
        .holds,
    ).toBe(7);
  });

  test("thin wire holds less than its breaker: 14 AWG behind 40 A, 1.5 mm² behind 32 A", () => {
    const run = (gauge: "14 AWG" | "1.5 mm2") => ({ gauge, lengthM: 1, temperatureC: 30 });
    const at = (
      system: SupplyId,
      tap: "high" | "single",
      breakerAmps: number,
      gauge: "14 AWG" | "1.5 mm2",
    ) => {
      const outlet = bay(system, tap, breakerAmps);
      outlet.circuit.run = run(gauge);
      return circuitOf(pathOf({ car: idealCar([{ phases: 1, amps: 32 }]), outlet, evse: post(1, 16) })).holds;
    };
    // NEC 310.16 at 75 °C, 80 % for hours; IEC 60364-5-52 method C (both from memory).
    expect(at("split-phase", "high", 40, "14 AWG")).toBeCloseTo(16, 9);
    expect(at("230/400", "single", 32, "1.5 mm2")).toBe(19.5);
  });

  test("the battery is a link on AC too, and named when it limits", () => {
    const ideal = idealCar([{ phases: 1, amps: 32 }]);
    const small: Car = {
      ...ideal,
      battery: {
        ...ideal.battery,
        acceptance: [
          { soc: 0, watts: 3_000 },
          { soc: 1, watts: 3_000 },
        ],
      },
    };
    const point = flowing(pathOf({ car: small, outlet: bay("230/400", "single"), evse: post(1, 32) }));
    expect(narrowest(point).kind).toBe("battery");
    expect(point.amps).toBeCloseTo(narrowest(point).ceilingAmps, 9);
    expect(
      circuitOf(pathOf({ car: small, outlet: bay("230/400", "single"), evse: post(1, 32) })).pulls,
    ).toBeLessThan(14);
  });

  test("one phase is taken as given; where three reach the board the tap that brings one withholds the others", () => {
    const car = idealCar([
      { phases: 1, amps: 16 },
      { phases: 3, amps: 16 },
    ]);
    const at = (threePhases?: boolean) => {
      const outlet = bay("230/400", "single");
      const supply = { ...outlet.supply, ...(threePhases === undefined ? {} : { threePhases }) };
      const point = flowing(pathOf({ car, outlet: { ...outlet, supply }, evse: post(3, 32) }));
      return [narrowest(point).kind, point.because];
    };
    expect([at(), at(false), at(true)]).toEqual([
      ["charger", "amps"],
      ["charger", "amps"],
      ["circuit", "phases"],
    ]);
  });

  test("three lines without a neutral: measured 225 V line to line, 16 A on three lines is √3 × 225 × 16 (arithmetic)", () => {
    const car = idealCar([{ phases: 3, amps: 16 }]);
    car.charger.delta = true;
    const outlet = bay("it-230", "three");
    outlet.supply.measuredVolts = 225;
    expect(flowing(pathOf({ car, outlet, evse: post(3, 32) })).drawnW).toBeCloseTo(
      Math.sqrt(3) * 225 * 16,
      6,
    );
  });
});

describe("leads that change type", () => {
  const lead = (plug: OutletTypeId, to: OutletTypeId) => ({
    name: "lead",
    plug,
    socket: to,
    amps: 30,
    lengthM: 5,
    coiled: false,
    chained: false,
    overBlock: false,
    resistance: { by: "conductor" as const, gauge: "6 mm2" as const },
  });
  const over = (system: SupplyId, extension: ReturnType<typeof lead>, amps = 10): ChargingPath =>
    pathOf({
      car: idealCar([{ phases: 1, amps: 32 }]),
      outlet: socket(system, extension.plug, 50),
      lead: extension,
      evse: {
        ...post(1, amps),
        kind: "portable",
        knowsPlugs: true,
        plugs: [{ type: extension.socket, amps }],
      },
    });

  test("a TT-30 socket on a 14-50 plug brings one leg of 120 V, not 240", () => {
    expect(flowing(over("split-phase", lead("nema-14-50", "nema-tt-30"))).volts).toBe(120);
  });

  test("a blue socket on a red plug brings one phase to a unit of three phases", () => {
    const point = flowing(over("230/400", lead("red-32", "blue-32")));
    expect([point.phases, point.volts, point.livePhases]).toEqual([1, 230, 1]);
  });

  test("the socket at the end holds by its own house rule", () => {
    expect(circuitOf(over("230/400", lead("blue-32", "bs1363"), 13)).holds).toBe(10);
  });

  test.each([
    ["240 V out of 120", "split-phase", lead("nema-5-15", "nema-14-50")],
    ["230 V out of 240", "split-phase", lead("nema-14-50", "bs1363")],
    ["a neutral out of a 6-20", "split-phase", lead("nema-6-20", "nema-5-20")],
    ["a neutral out of a 6-50", "split-phase", lead("nema-6-50", "nema-5-15")],
    ["a neutral out of a 6-50 at 208 V", "208Y", lead("nema-6-50", "nema-tt-30")],
  ] as const)("no lead makes %s", (_, system, extension) =>
    expect(refused(over(system, extension)).code).toBe("lead-cannot-feed"),
  );

  test("a lead that would need a neutral says which plug has none", () => {
    expect(refused(over("split-phase", lead("nema-6-20", "nema-5-20"))).message).toContain(
      "neutral that type is for: NEMA 6-20 has none",
    );
    expect(refused(over("split-phase", lead("nema-5-15", "nema-14-50"))).message).toContain(
      "volts or phases",
    );
  });

  test("for every pair of types on every supply: what comes out has no contact that the plug lacks, and no more volts or phases than went in", () => {
    let [fed, refusals] = [0, 0];
    for (const system of SUPPLY_IDS)
      for (const plug of OUTLET_TYPE_IDS)
        for (const end of OUTLET_TYPE_IDS) {
          const [from, to] = [feedOf(plug, system), feedOf(end, system)];
          if (!from || !to) continue;
          const circuit = compile(over(system, lead(plug, end), 8));
          if (isRefusal(circuit)) {
            refusals += 1;
            continue;
          }
          fed += 1;
          const [before, after] = [tapOf(system, from.tap)!, tapOf(system, to.tap)!];
          const { conductors } = outletType(plug);
          if (after.neutral)
            expect([system, plug, end, conductors.includes("N")]).toEqual([system, plug, end, true]);
          expect(after.phases).toBeLessThanOrEqual(before.phases);
          expect(after.volts).toBeLessThanOrEqual(Math.sqrt(3) * before.volts + 1e-9);
        }
    expect(fed).toBeGreaterThan(40);
    expect(refusals).toBeGreaterThan(10);
  });
});

describe("a plug in an outlet of another type", () => {
  const car = idealCar([{ phases: 1, amps: 32 }]);
  const at = (type: OutletTypeId, plug: OutletTypeId, amps: number, system: SupplyId = "230/400") =>
    pathOf({
      car,
      outlet: socket(system, type, 20),
      evse: box(amps, { type: plug, amps }, { knowsPlugs: false }),
    });

  test("a 10 A plug goes into a 15 A outlet and is what should hold there; not the other way", () => {
    const circuit = circuitOf(at("as3112-15", "as3112-10", 15));
    expect([circuit.holds, circuitOf(at("as3112-15", "as3112-15", 15)).holds]).toEqual([10, 15]);
    expect(refused(at("as3112-10", "as3112-15", 10)).code).toBe("evse-does-not-fit-outlet");
    expect(wordsOf(at("as3112-15", "as3112-10", 15), "outlet").why).toContain(
      "AS/NZS 3112, 10 A: 10 A for hours",
    );
  });

  test("a 5-15 plug in a 5-20 outlet holds 12 A, a 5-20 plug 16 A", () => {
    expect(circuitOf(at("nema-5-20", "nema-5-15", 16, "split-phase")).holds).toBe(12);
    expect(circuitOf(at("nema-5-20", "nema-5-20", 16, "split-phase")).holds).toBe(16);
  });

  test("a unit with both plugs uses the one of the outlet's own type", () => {
    const path = at("as3112-15", "as3112-10", 15);
    const both = {
      ...path.evse,
      plugs: [
        { type: "as3112-10", amps: 10 },
        { type: "as3112-15", amps: 15 },
      ],
      knowsPlugs: true,
    } as Evse;
    expect(circuitOf({ ...path, evse: both }).holds).toBe(15);
  });

  test("a lead's plug of 10 A in a 15 A outlet holds the lead and the outlet to 10 A", () => {
    const lead = reel({ plug: "as3112-10", socket: "as3112-10", amps: 15 });
    const path = { ...at("as3112-15", "as3112-10", 15), lead };
    expect(circuitOf(path).holds).toBe(10);
  });
});

describe("what stops a path", () => {
  const car = idealCar([{ phases: 1, amps: 32 }]);
  const outlet: Outlet = {
    kind: "socket",
    name: "wall socket",
    condition: "sound",
    exposed: false,
    type: "cee-7",
    supply: { system: "230/400" },
    circuit: { breakerAmps: 16, otherLoadAmps: 0 },
  };
  const portable: Evse = {
    ...post(1, 10),
    kind: "portable",
    plugs: [{ type: "cee-7", amps: 10 }],
    knowsPlugs: true,
  };

  test("a 5 A limit: no charging, the part named, nothing divided by zero", () => {
    const path = pathOf({ car, outlet, evse: portable, settings: { evseAmps: 5 } });
    expect(refused(path)).toMatchObject({ field: "evse", code: "below-six-amps" });
    expect(refused(path).message).toMatch(/leaves 5 A.*at least 6 A/);
  });

  test("an amp that is not quite six is never told as six", () => {
    const path = pathOf({ car, outlet, evse: portable, settings: { evseAmps: 5.998 } });
    expect(refused(path).message).toContain("leaves 5.99 A");
  });

  test("a cap below six amps names the cap", () => {
    const capped: Car = { ...car, charger: { ...car.charger, capW: 1_000 } };
    expect(refused(pathOf({ car: capped, outlet, evse: portable })).message).toContain("by its cap of 1 kW");
  });

  test("a cable that does not fit the inlet is named, with the end that would", () => {
    const type1Car: Car = { ...car, inlets: ["type1"] };
    const problem = refused(
      pathOf({
        car: type1Car,
        outlet: bay("230/400", "single"),
        evse: socketedPost(1, 32),
        cable: type2Cable(1, 32),
      }),
    );
    expect(problem).toMatchObject({ field: "cable", code: "plug-does-not-fit-inlet" });
    expect(problem.remedy).toContain("Type 1 vehicle end");
  });

  test.each<[string, Omit<ChargingPath, "houseRule">, string]>([
    [
      "unit without this plug",
      { car, outlet: { ...outlet, type: "bs1363" }, evse: portable },
      "evse-does-not-fit-outlet",
    ],
    ["wired unit at a socket", { car, outlet, evse: post(1, 32) }, "evse-does-not-fit-outlet"],
    [
      "socketed unit without a cable",
      { car, outlet: bay("230/400", "single"), evse: socketedPost(1, 32) },
      "cable-needed",
    ],
    [
      "cable on a tethered unit",
      { car, outlet: bay("230/400", "single"), evse: post(1, 32), cable: type2Cable(1, 32) },
      "cable-not-wanted",
    ],
    [
      "three-phase-only charger on one phase",
      {
        car: {
          ...idealCar([{ phases: 3, amps: 16 }]),
          charger: { limits: [{ phases: 3, amps: 16 }], efficiency: 0.9, listedPhasesOnly: true },
        },
        outlet: bay("230/400", "single"),
        evse: post(1, 32),
      },
      "no-common-phases",
    ],
    [
      "an adapter between currents",
      {
        car: { ...car, inlets: ["type2"] },
        outlet: bay("230/400", "three"),
        evse: rapid(50_000, 125),
        adapter: { name: "odd", from: "ccs2", to: "type2", amps: 125 },
      },
      "adapter-changes-current",
    ],
    [
      "a pack below the station's least volts",
      {
        car: { ...car, battery: { ...car.battery, packVolts: 100 } },
        outlet: bay("230/400", "three"),
        evse: { ...rapid(50_000, 125), minVolts: 200 },
      },
      "station-volts-too-high",
    ],
  ])("%s", (_, parts, code) => expect(refused(pathOf(parts)).code).toBe(code));

  test("own draw above what arrives: nothing is stored, and it says so", () => {
    const thirsty: Car = { ...car, ownDrawW: 3000 };
    const result = chargeOver(pathOf({ car: thirsty, outlet, evse: portable }), { fromSoc: 0.2, toSoc: 0.8 });
    expect(isRefusal(result) && result.code).toBe("own-draw-takes-all");
  });

  test("a few watts stored are no charging: refused instead of promised for another year", () => {
    const arriving = charged(pathOf({ car, outlet, evse: portable }), { fromSoc: 0.2, toSoc: 0.8 });
    const nearly: Car = { ...car, ownDrawW: arriving.moment.balance.stored - 1.6 };
    const result = chargeOver(pathOf({ car: nearly, outlet, evse: portable }), { fromSoc: 0.2, toSoc: 0.8 });
    expect(isRefusal(result) && result.code).toBe("next-to-nothing");
  });

  test("a three-phase charger also works on one phase, unless it says otherwise", () => {
    const three = idealCar([{ phases: 3, amps: 16 }]);
    const point = flowing(pathOf({ car: three, outlet: bay("230/400", "single"), evse: post(1, 32) }));
    expect([point.phases, point.amps]).toEqual([1, 16]);
  });

  test("a refusal of phases tells what each side has, and never the same twice", () => {
    const delta: Car = { ...idealCar([{ phases: 3, amps: 16 }]) };
    delta.charger = { ...delta.charger, listedPhasesOnly: true };
    const { message } = refused(pathOf({ car: delta, outlet: bay("230/400", "single"), evse: post(3, 32) }));
    expect(message).toContain("three phases only; this path brings one phase");
    const without = refused(pathOf({ car: delta, outlet: bay("it-230", "three"), evse: post(3, 32) }));
    expect(without.message).toContain("it needs a neutral");
  });
});
