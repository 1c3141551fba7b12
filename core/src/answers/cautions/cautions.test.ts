import fc from "fast-check";
import { anyPath, socSpan } from "../../tests/arbitraries";
import { law, runs, SKIPPED } from "../../tests/law";
import { bay, idealCar, pathOf, post, rapid, socketedPost, type2Cable } from "../../tests/parts";
import { chargeOver } from "../../tests/solve";
import { largestBreakerFor, type FixedGauge } from "../../trade/conductors";
import { outletType } from "../../trade/outlets";
import { phasesAt, type Lead, type Outlet, type Evse, type Schools } from "../../things/parts";
import { CAUTION_PATHS } from "../../tests/caution-paths";
import type { SupplyId, Tap } from "../../trade/supply";
import { isRefusal, type ChargingPath } from "../../engine/path";
import { above } from "./caution";
import { ampsOfBreakerFor, cautionsFor, SEVERITIES, type Caution } from ".";

const cautionsOf = (path: ChargingPath, span = { fromSoc: 0.2, toSoc: 0.8 }): Caution[] => {
  const session = chargeOver(path, span);
  return cautionsFor(path, isRefusal(session) ? undefined : session, span.toSoc);
};
const codes = (path: ChargingPath, span = { fromSoc: 0.2, toSoc: 0.8 }) =>
  cautionsOf(path, span).map((c) => `${c.severity} ${c.code}`);
const car = idealCar([{ phases: 1, amps: 32 }]);
const socket = (change: Partial<Extract<Outlet, { kind: "socket" }>> = {}): Outlet => ({
  kind: "socket",
  name: "wall socket",
  condition: "sound",
  exposed: false,
  type: "as3112-10",
  supply: { system: "230/400" },
  circuit: { breakerAmps: 20, otherLoadAmps: 0 },
  ...change,
});
const portable = (amps: number, type: "as3112-10" | "nema-10-30" | "cee-7" = "as3112-10"): Evse => ({
  ...post(1, amps, type === "nema-10-30" ? "type1" : "type2"),
  kind: "portable",
  plugs: [{ type, amps }],
  knowsPlugs: true,
});
const lead = (change: Partial<Lead> = {}): Lead => ({
  name: "reel",
  plug: "as3112-10",
  socket: "as3112-10",
  amps: 10,
  lengthM: 25,
  coiled: false,
  chained: false,
  overBlock: false,
  resistance: { by: "conductor", gauge: "1 mm2" },
  ...change,
});

test.each<[string, ChargingPath, string]>([
  [
    "a 16 A setting in a 10 A socket",
    pathOf({ car, outlet: socket(), evse: portable(16) }),
    "stop outlet-over-rating",
  ],
  [
    "13 A for hours from a 16 A household socket",
    pathOf({ car, outlet: socket({ type: "cee-7" }), evse: portable(13, "cee-7") }),
    "careful outlet-over-sustained",
  ],
  [
    "other loads that push the breaker over",
    pathOf({ car, outlet: socket({ circuit: { breakerAmps: 16, otherLoadAmps: 8 } }), evse: portable(10) }),
    "stop breaker-over-rating",
  ],
  [
    "a shared circuit",
    pathOf({ car, outlet: socket({ circuit: { breakerAmps: 20, otherLoadAmps: 2 } }), evse: portable(8) }),
    "note shared-circuit",
  ],
  [
    "unknown wiring",
    pathOf({ car, outlet: socket({ condition: "unknown" }), evse: portable(8) }),
    "careful wiring-unknown",
  ],
  [
    "a worn outlet",
    pathOf({ car, outlet: socket({ condition: "worn" }), evse: portable(8) }),
    "stop outlet-worn",
  ],
  [
    "outdoors, unprotected",
    pathOf({ car, outlet: socket({ exposed: true }), evse: portable(8) }),
    "careful exposed-outlet",
  ],
  [
    "no earth pin",
    pathOf({
      car,
      outlet: socket({
        type: "nema-10-30",
        supply: { system: "split-phase" },
        circuit: { breakerAmps: 30, otherLoadAmps: 0 },
      }),
      evse: portable(24, "nema-10-30"),
    }),
    "stop no-earth",
  ],
  [
    "a measured 190 V",
    pathOf({ car, outlet: socket({ supply: { system: "230/400", measuredVolts: 190 } }), evse: portable(8) }),
    "careful voltage-out-of-range",
  ],
  [
    "a coiled reel",
    pathOf({ car, outlet: socket(), evse: portable(8), lead: lead({ coiled: true }) }),
    "stop lead-coiled",
  ],
  [
    "leads joined together",
    pathOf({ car, outlet: socket(), evse: portable(8), lead: lead({ chained: true }) }),
    "stop lead-chained",
  ],
  [
    "a block in between",
    pathOf({ car, outlet: socket(), evse: portable(8), lead: lead({ overBlock: true }) }),
    "stop lead-over-block",
  ],
  [
    "a thin lead at 10 A",
    pathOf({ car, outlet: socket(), evse: portable(10), lead: lead() }),
    "careful lead-over-eight",
  ],
  [
    "a lead below what is pulled",
    pathOf({ car, outlet: socket(), evse: portable(10), lead: lead({ amps: 8 }) }),
    "stop lead-over-rating",
  ],
  [
    "a cable of 12 m",
    pathOf({
      car,
      outlet: bay("230/400", "single"),
      evse: socketedPost(1, 32),
      cable: { ...type2Cable(1, 32), lengthM: 12 },
    }),
    "careful cable-long",
  ],
  [
    "a household socket for good",
    pathOf({ car, outlet: socket(), evse: portable(8) }),
    "note socket-as-arrangement",
  ],
  [
    "a 48 A wallbox on a 50 A breaker",
    pathOf({
      car,
      outlet: bay("split-phase", "high", 50),
      evse: { ...post(1, 48, "type1"), kind: "wallbox" },
    }),
    "stop breaker-below-125",
  ],
  [
    "an adapter below the path",
    pathOf({
      car: { ...car, inlets: ["j3400"] },
      outlet: bay("split-phase", "high"),
      evse: post(1, 32, "type1"),
      adapter: { name: "piece", from: "type1", to: "j3400-ac", amps: 24 },
    }),
    "stop adapter-below-path",
  ],
])("%s", (_, path, expected) => expect(codes(path)).toContain(expected));

test("a sound path has nothing to stop for, and turning the current down takes the caution away", () => {
  expect(codes(pathOf({ car, outlet: bay("230/400", "single", 40), evse: post(1, 32) }))).toEqual([]);
  const sixteen = pathOf({ car, outlet: socket(), evse: portable(16) });
  expect(codes({ ...sixteen, settings: { carAmps: 10 } })).not.toContain("stop outlet-over-rating");
});

test.each([
  // NEC 625.41.
  [12, 15],
  [32, 40],
  [48, 60],
  [80, 100],
])("a %d A unit needs a %d A breaker", (evse, breaker) => expect(ampsOfBreakerFor(evse)).toBe(breaker));

test("for any path: the same list each time, worst first, every caution complete and no code twice", () => {
  law(fc.tuple(anyPath, socSpan), { runs: 700, mostSkipped: 0 }, ([path, span]) => {
    const list = cautionsOf(path, span);
    expect(cautionsOf(path, span)).toEqual(list);
    const ranks = list.map((c) => SEVERITIES.indexOf(c.severity));
    expect(ranks).toEqual([...ranks].sort((a, b) => a - b));
    expect(new Set(list.map((c) => c.code)).size).toBe(list.length);
    for (const text of list.flatMap((c) => [c.what, c.why, c.todo])) {
      expect(text).not.toMatch(/NaN|undefined|Infinity/);
      expect(text.length).toBeGreaterThan(5);
    }
  });
});

test("more than a part holds never flows without a caution over it, and beyond what is moulded on a socket it says stop", () => {
  let beyond = 0;
  law(fc.tuple(anyPath, socSpan), { runs: 1200, mostSkipped: 0.95 }, ([path, span]) => {
    const session = chargeOver(path, span);
    if (isRefusal(session) || !above(session.moment.amps, session.circuit.holds)) return SKIPPED;
    const warned = cautionsOf(path, span).filter(
      ({ severity, code }) => severity !== "note" && /over|below-path/.test(code),
    );
    expect(warned.length).toBeGreaterThan(0);
    const { outlet } = path;
    if (outlet.kind !== "socket" || !above(session.moment.amps, outletType(outlet.type).ratedAmps)) return;
    beyond += 1;
    expect(warned.some(({ severity }) => severity === "stop")).toBe(true);
  });
  // One in some hundreds: a small run may meet none.
  if (runs(1200) >= 1200) expect(beyond).toBeGreaterThan(0);
});

describe("what flows, and what would flow untouched", () => {
  const stepped: Evse = { ...(portable(16) as Extract<Evse, { kind: "portable" }>), steps: [6, 8, 10, 16] };

  test("a setting that has to be made is said with what happens without it", () => {
    const [found] = cautionsOf(pathOf({ car, outlet: socket(), evse: stepped }));
    expect(found).toMatchObject({ code: "set-lower", severity: "careful" });
    expect(found!.what).toContain("post to 10 A");
    expect(found!.why).toContain("would pull 16 A; the outlet should hold 10 A");
    expect(found!.why).toContain("from a 10 A outlet");
  });

  test("a setting between what holds for hours and what is moulded is a note", () => {
    const path = pathOf({
      car,
      outlet: socket({ type: "cee-7", circuit: { breakerAmps: 16, otherLoadAmps: 0 } }),
      evse: { ...stepped, plugs: [{ type: "cee-7", amps: 16 }] } as Evse,
    });
    expect(codes(path)).toContain("note set-lower");
  });

  test("a car that can be set is named as the one to set", () => {
    const settable = { ...car, charger: { ...car.charger, settable: true } };
    expect(cautionsOf(pathOf({ car: settable, outlet: socket(), evse: portable(16) }))[0]!.what).toContain(
      "the car, ideal car",
    );
  });

  test("a 6.6 kW car is not said to pull 32 A", () => {
    const small = { ...car, charger: { ...car.charger, capW: 6_600 } };
    const path = pathOf({ car: small, outlet: bay("230/400", "single", 30), evse: post(1, 32) });
    expect(codes(path).filter((c) => c.includes("breaker-over"))).toEqual([]);
  });
});

describe("wires and breakers", () => {
  const run = (gauge: "14 AWG" | "1.5 mm2" | "2.5 mm2") => ({ gauge, lengthM: 5, temperatureC: 30 });

  test.each([
    // NEC 310.16 and IEC 60364-5-52, from memory.
    ["32 A through 14 AWG", "split-phase", "high", 60, "14 AWG", 32, "stop conductor-over"],
    ["32 A through 2.5 mm²", "230/400", "single", 40, "2.5 mm2", 32, "stop conductor-over"],
  ] as const)("%s", (_, system, tap, breaker, gauge, amps, expected) => {
    const outlet = bay(system, tap, breaker);
    outlet.circuit.run = run(gauge);
    expect(codes(pathOf({ car, outlet, evse: post(1, amps) }))).toContain(expected);
  });

  test.each([
    ["a post under the 125 % rule", "split-phase", "high", 32, 32, "post", "stop breaker-below-125"],
    [
      "a wallbox above its breaker in IEC lands",
      "230/400",
      "single",
      25,
      32,
      "wallbox",
      "stop breaker-below-evse",
    ],
  ] as const)("%s", (_, system, tap, breaker, amps, kind, expected) =>
    expect(
      codes(pathOf({ car, outlet: bay(system, tap, breaker), evse: { ...post(1, amps), kind } })),
    ).toContain(expected),
  );

  test("a breaker larger than the outlet behind it, a ring of 32 A before a 13 A socket apart", () => {
    const at = (type: "cee-7" | "bs1363", breakerAmps: number) =>
      codes(
        pathOf({
          car,
          outlet: socket({ type, circuit: { breakerAmps, otherLoadAmps: 0 } }),
          evse: { ...portable(8), plugs: [{ type, amps: 8 }] } as Evse,
        }),
      );
    expect(at("cee-7", 20)).toContain("careful breaker-over-outlet");
    expect(at("bs1363", 32)).not.toContain("careful breaker-over-outlet");
  });

  test("an outlet on an unusual supply, and volts that its own tap should not show", () => {
    const blue = { type: "blue-16" as const, supply: { system: "split-phase" as const } };
    const evse = { ...portable(16), plugs: [{ type: "blue-16", amps: 16 }] } as Evse;
    expect(codes(pathOf({ car, outlet: socket(blue), evse }))).toContain("careful outlet-odd-supply");
    const low = bay("208Y", "high", 50);
    low.supply.measuredVolts = 190;
    expect(codes(pathOf({ car, outlet: low, evse: post(1, 32) }))).toContain("careful voltage-out-of-range");
  });
});

describe("a breaker and what it protects", () => {
  const wired = (
    breakerAmps: number,
    gauge: FixedGauge,
    system: SupplyId = "split-phase",
    tap: Tap = "high",
  ) => {
    const outlet = bay(system, tap, breakerAmps);
    outlet.circuit.run = { gauge, lengthM: 5, temperatureC: 30 };
    return codes(pathOf({ car, outlet, evse: post(1, 6, "type1") })).filter((c) =>
      c.includes("over-conductor"),
    );
  };

  test.each<[number, FixedGauge, string | undefined, SupplyId, Tap]>([
    // NEC 240.4(D): small conductors have a breaker of their own, and no next size.
    [15, "14 AWG", undefined, "split-phase", "high"],
    [20, "14 AWG", "stop", "split-phase", "high"],
    [20, "12 AWG", undefined, "split-phase", "high"],
    [25, "12 AWG", "stop", "split-phase", "high"],
    [30, "10 AWG", undefined, "split-phase", "high"],
    [40, "10 AWG", "stop", "split-phase", "high"],
    // NEC 240.4(B): the next size made, where the conductor's own is none; 310.16 from memory.
    [60, "6 AWG", undefined, "split-phase", "high"],
    [70, "6 AWG", "careful", "split-phase", "high"],
    [80, "6 AWG", "stop", "split-phase", "high"],
    // IEC 60364-4-43 with 60364-5-52, from memory; a tenth is a matter of the tables.
    [25, "2.5 mm2", undefined, "230/400", "single"],
    [32, "2.5 mm2", "stop", "230/400", "single"],
    [40, "4 mm2", "stop", "230/400", "single"],
    [63, "10 mm2", undefined, "230/400", "single"],
    [63, "10 mm2", "stop", "230/400", "three"],
    [50, "6 mm2", "careful", "230/400", "single"],
  ])("%d A before %s is %s", (breaker, gauge, severity, system, tap) =>
    expect(wired(breaker, gauge, system, tap)).toEqual(
      severity ? [`${severity} breaker-over-conductor`] : [],
    ),
  );

  test("it is judged whatever flows, and more grave the further it goes, on every path there is", () => {
    let judged = 0;
    law(fc.tuple(anyPath, socSpan), { runs: 900, mostSkipped: 0.8 }, ([path, span]) => {
      const { outlet, evse } = path;
      const { run, breakerAmps } = outlet.circuit;
      if (!run || evse.kind === "rapid") return SKIPPED;
      judged += 1;
      const allowed = largestBreakerFor(run.gauge, phasesAt(outlet).phases, "kind");
      const found = cautionsOf(path, span).find(({ code }) => code === "breaker-over-conductor");
      expect(found !== undefined).toBe(above(breakerAmps, allowed));
      if (!found) return;
      expect(found.amount).toBeCloseTo(breakerAmps / allowed, 9);
      const ring = outlet.kind === "socket" && outlet.type === "bs1363" && breakerAmps <= 32;
      if (breakerAmps > 1.3 * allowed && !ring) expect(found.severity).toBe("stop");
    });
    expect(judged).toBeGreaterThan(0);
  });

  test("in North America a load of hours above four fifths of a conductor is to be careful of, wherever it comes from", () => {
    const at = (amps: number, otherLoadAmps: number) => {
      const outlet = bay("split-phase", "high", 50);
      outlet.circuit = {
        breakerAmps: 50,
        otherLoadAmps,
        run: { gauge: "8 AWG", lengthM: 5, temperatureC: 30 },
      };
      return codes(
        pathOf({ car: idealCar([{ phases: 1, amps: 48 }]), outlet, evse: post(1, amps, "type1") }),
      ).filter((c) => c.includes("conductor-over"));
    };
    // 8 AWG carries 50 A at 75 °C (NEC 310.16, from memory): 40 A for hours.
    expect(at(40, 0)).toEqual([]);
    expect(at(41, 0)).toEqual(["careful conductor-over-continuous"]);
    expect(at(32, 9)).toEqual(["careful conductor-over-continuous"]);
    expect(at(48, 4)).toEqual(["stop conductor-over"]);
  });

  test.each([
    ["split-phase", true, undefined],
    ["split-phase", undefined, "careful"],
    ["split-phase", false, "stop"],
    ["230/400", true, undefined],
    ["230/400", undefined, "careful"],
    ["230/400", false, "careful"],
  ] as const)(
    "a unit turned down on a small breaker on %s, locked: %s, is %s",
    (system, setLocked, severity) => {
      const evse = {
        ...post(1, 48, "type1"),
        kind: "wallbox" as const,
        setAmps: 16,
        ...(setLocked === undefined ? {} : { setLocked }),
      };
      const found = codes(
        pathOf({ car, outlet: bay(system, system === "230/400" ? "single" : "high", 20), evse }),
      ).filter((c) => /setting-open|breaker-below/.test(c));
      expect(found).toEqual(severity ? [`${severity} setting-open`] : []);
      // Set above what the breaker allows, locked or not, it is the breaker that is too small.
      expect(
        codes(
          pathOf({ car, outlet: bay(system, system === "230/400" ? "single" : "high", 13), evse }),
        ).filter((c) => c.includes("breaker-below")),
      ).toHaveLength(1);
    },
  );

  test("a plug in a fused top protects its lead by the fuse, not by the ring's breaker", () => {
    const at = (amps: number) =>
      codes(
        pathOf({
          car,
          outlet: socket({ type: "bs1363", circuit: { breakerAmps: 32, otherLoadAmps: 0 } }),
          evse: { ...portable(8), plugs: [{ type: "bs1363", amps: 8 }] } as Evse,
          lead: lead({ plug: "bs1363", socket: "bs1363", amps, resistance: { by: "loop", loopOhms: 0.3 } }),
        }),
      ).filter((c) => c.includes("over-lead"));
    expect(at(13)).toEqual([]);
    expect(at(10)).toEqual(["careful breaker-over-lead"]);
    expect(at(6)).toEqual(["stop breaker-over-lead"]);
  });
});

describe("cables, leads and adapters", () => {
  test("32 A through a cable of thin copper", () => {
    const cable = { ...type2Cable(1, 32), gauge: "2.5 mm2" as const };
    const path = pathOf({ car, outlet: bay("230/400", "single", 40), evse: socketedPost(1, 32), cable });
    expect(codes(path)).toContain("stop cable-conductor-thin");
  });

  test("a unit's own cable of over 10 m is as long as a loose one", () => {
    const evse = {
      ...post(1, 16),
      output: { kind: "tethered", connector: "type2", lengthM: 12, gauge: "6 mm2" },
    } as Evse;
    expect(codes(pathOf({ car, outlet: bay("230/400", "single", 40), evse }))).toContain(
      "careful cable-long",
    );
  });

  test("a lead that ends in a smaller type stops where its breaker does not protect the socket", () => {
    const blue = lead({
      plug: "blue-32",
      socket: "as3112-10",
      amps: 32,
      resistance: { by: "conductor", gauge: "6 mm2" },
    });
    const at = (breakerAmps: number) =>
      codes(
        pathOf({
          car,
          outlet: socket({ type: "blue-32", circuit: { breakerAmps, otherLoadAmps: 0 } }),
          lead: blue,
          evse: portable(8),
        }),
      );
    expect(at(32)).toContain("stop lead-changes-type");
    expect(at(10)).toContain("careful lead-changes-type");
  });

  test("earth lost on the way is a stop, wherever it is lost", () => {
    const evse: Evse = { ...portable(16, "nema-10-30"), plugs: [{ type: "nema-10-30", amps: 24 }] } as Evse;
    const path = pathOf({
      car: { ...car, inlets: ["type1"] },
      outlet: socket({
        type: "nema-14-30",
        supply: { system: "split-phase" },
        circuit: { breakerAmps: 30, otherLoadAmps: 0 },
      }),
      lead: lead({
        plug: "nema-14-30",
        socket: "nema-10-30",
        amps: 30,
        resistance: { by: "conductor", gauge: "6 mm2" },
      }),
      evse,
    });
    expect(codes(path)).toContain("stop no-earth");
  });

  describe("where people disagree", () => {
    const heavy = { lengthM: 8, amps: 16, resistance: { by: "conductor", gauge: "2.5 mm2" } } as const;
    const atTen = (schools: Schools | undefined, change: Partial<Lead> = {}) =>
      codes({
        ...pathOf({ car, outlet: socket(), lead: lead({ ...heavy, ...change }), evse: portable(10) }),
        schools,
      }).find((code) => code.includes("lead-over-eight") || code.includes("lead-used"));
    test.each([
      [undefined, {}, "careful lead-over-eight"],
      [{ leads: "eight" }, {}, "careful lead-over-eight"],
      [{ leads: "heavy" }, {}, "note lead-used"],
      // Neither longer, nor thinner, nor coiled, nor joined is it such a lead.
      [{ leads: "heavy" }, { lengthM: 11 }, "careful lead-over-eight"],
      [{ leads: "heavy" }, { resistance: { by: "conductor", gauge: "1.5 mm2" } }, "careful lead-over-eight"],
      [{ leads: "heavy" }, { coiled: true }, "careful lead-over-eight"],
      [{ leads: "heavy" }, { chained: true }, "careful lead-over-eight"],
      [{ leads: "heavy" }, { overBlock: true }, "careful lead-over-eight"],
      [{ leads: "heavy" }, { resistance: { by: "conductor", gauge: "12 AWG" } }, "note lead-used"],
      // Measured, a lead is as heavy as its ohms: 0.13 Ω over 8 m and back are 8.1 Ω a kilometre.
      [{ leads: "heavy" }, { resistance: { by: "loop", loopOhms: 0.13 } }, "note lead-used"],
      [{ leads: "heavy" }, { resistance: { by: "loop", loopOhms: 0.16 } }, "careful lead-over-eight"],
    ] as const)("a lead at 10 A by %j, %j: %s", (schools, change, code) =>
      expect(atTen(schools, change as Partial<Lead>)).toBe(code),
    );
    test("no school lets a heavy lead carry more than 10 A", () => {
      const path = pathOf({
        car,
        outlet: socket({ type: "as3112-15" }),
        lead: lead({ ...heavy }),
        evse: portable(15),
      });
      expect(codes({ ...path, schools: { leads: "heavy" } })).toContain("careful lead-over-eight");
    });

    const station = (change: Partial<ChargingPath>) =>
      cautionsFor({ ...CAUTION_PATHS["a rapid station"]!, ...change }, undefined, 0.95).map(
        ({ code }) => code,
      );
    test("a free station with nobody waiting is not preached at past 80 %, unless the household leaves there", () => {
      expect(station({})).toContain("rapid-past-80");
      expect(station({ free: true })).not.toContain("rapid-past-80");
      expect(station({ free: true, schools: { past80: "leave" } })).toContain("rapid-past-80");
      expect(station({ schools: { past80: "stay" } })).toContain("rapid-past-80");
    });
  });

  test("damage on any piece of the way is a stop that names each piece, and goes with the mark", () => {
    const at = (
      wear: readonly ("taped" | "strain-relief" | "driven-over")[],
      leadWear: readonly "taped"[] = [],
    ) =>
      cautionsOf(
        pathOf({
          car,
          outlet: socket(),
          lead: lead({
            name: "garden lead",
            ...(leadWear.length > 0 ? { state: { wear: [...leadWear] } } : {}),
          }),
          evse: { ...portable(8), name: "small unit", state: { wear: [...wear] } } as Evse,
        }),
      ).filter(({ code }) => code === "piece-worn");
    expect(at([])).toEqual([]);
    expect(at(["strain-relief"])).toMatchObject([
      { severity: "stop", what: "Small unit has a cracked strain relief." },
    ]);
    const [both] = at(["driven-over", "taped"], ["taped"]);
    expect(both!.what).toBe(
      "Garden lead has a taped joint. Small unit has a plug or handle that was driven over and a taped joint.",
    );
    // What two pieces share is explained once.
    expect(both!.why.split("taped up is not repaired")).toHaveLength(2);
  });

  test("what is damaged at somebody else's post is told to them, not mended", () => {
    const its = { ...post(1, 16, "type2"), state: { wear: ["sheath" as const] } };
    const found = cautionsOf(pathOf({ car, outlet: bay("230/400", "single", 20), evse: its })).find(
      ({ code }) => code === "piece-worn",
    );
    expect(found).toMatchObject({ severity: "stop" });
    expect(found!.todo).toBe("Leave it, tell whoever runs it by the number on it, and take another.");
    // With a piece of one's own beside it, that one is to be put right.
    const both = cautionsOf(
      pathOf({
        car,
        outlet: bay("230/400", "single", 20),
        evse: { ...socketedPost(1, 16), state: { wear: ["sheath"] } } as Evse,
        cable: { ...type2Cable(1, 16), state: { wear: ["taped"] } },
      }),
    ).find(({ code }) => code === "piece-worn");
    expect(both!.todo).toContain("take the mark off in the Garage");
  });

  test("a test that found a piece faulty stops it, with the day and by whom; a certificate does not lift what is seen", () => {
    const at = (result: "faulty" | "sound" | "certified", wear: readonly "taped"[] = []) =>
      cautionsOf(
        pathOf({
          car,
          outlet: socket(),
          evse: {
            ...portable(8),
            name: "small unit",
            state: { wear: [...wear], tested: { on: "2026-03-02", by: "R. Moss", result } },
          } as Evse,
        }),
      )
        .filter(({ code }) => code.startsWith("piece"))
        .map(({ code, what }) => `${code}: ${what}`);
    expect(at("faulty")).toEqual(["piece-failed: Small unit was found faulty by R. Moss on 2026-03-02."]);
    expect(at("sound")).toEqual([]);
    expect(at("certified")).toEqual([]);
    expect(at("certified", ["taped"])).toEqual(["piece-worn: Small unit has a taped joint."]);
  });

  test("a 10-30 has its ways out with what they usually cost, and no other outlet has", () => {
    const at = (type: "nema-10-30" | "cee-7", system: "split-phase" | "230/400", breakerAmps: number) =>
      cautionsOf(
        pathOf({
          car: { ...car, inlets: ["type1", "type2"] },
          outlet: socket({
            type,
            supply: { system },
            circuit: { breakerAmps, otherLoadAmps: 0 },
            exposed: true,
          }),
          evse: portable(10, type),
        }),
      ).flatMap((caution) => (caution.waysOut ? [caution] : []));
    const [caution, ...rest] = at("nema-10-30", "split-phase", 30);
    expect(rest).toEqual([]);
    expect(caution).toMatchObject({ code: "no-earth", severity: "stop" });
    // From memory: where an earth reaches the box already, and where a run has to be laid for it.
    expect(caution!.waysOut!.map(({ euros }) => euros)).toEqual([
      [150, 350],
      [500, 1_500],
    ]);
    expect(caution!.waysOut![0]!.what).toContain("14-30 with four openings");
    expect(at("cee-7", "230/400", 16)).toEqual([]);
  });

  test("a lead's heat is told for what is pulled", () => {
    const reel = lead({ amps: 16, resistance: { by: "loop", loopOhms: 0.5 } });
    const heat = cautionsOf(pathOf({ car, outlet: socket(), lead: reel, evse: portable(16) })).find(
      (c) => c.code === "lead-over-eight",
    );
    expect(heat!.why).toContain(`${((16 * 16 * 0.5) / 25).toFixed(1)} W a metre`);
  });

  test("on DC an adapter below what station and car would pass is to be careful of", () => {
    const its = { ...car, inlets: ["chademo" as const] };
    const at = (amps: number) =>
      codes(
        pathOf({
          car: its,
          outlet: bay("230/400", "three"),
          evse: rapid(150_000, 375),
          adapter: { name: "adapter", from: "ccs2", to: "chademo", amps },
        }),
      );
    expect(at(125)).toContain("careful adapter-below-path");
    expect(at(400)).not.toContain("careful adapter-below-path");
  });

  test("the outlet of a rapid station is its own business", () => {
    const outlet = bay("230/400", "three", 16);
    outlet.circuit.otherLoadAmps = 10;
    expect(codes(pathOf({ car, outlet, evse: rapid(50_000, 125) })).every((c) => c.includes("rapid"))).toBe(
      true,
    );
  });
});
