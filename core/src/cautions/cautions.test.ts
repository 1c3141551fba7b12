import fc from "fast-check";
import { anyPath, socSpan } from "../tests/arbitraries";
import { bay, idealCar, pathOf, post, socketedPost, type2Cable } from "../tests/parts";
import type { Lead, Outlet, Unit } from "../parts";
import type { ChargingPath } from "../path";
import { ampsOfBreakerFor, cautionsFor, SEVERITIES } from ".";

const span = { fromSoc: 0.2, toSoc: 0.8 };
const codes = (path: ChargingPath, request = span) =>
  cautionsFor(path, request).map((c) => `${c.severity} ${c.code}`);
const car = idealCar([{ lanes: 1, amps: 32 }]);
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
const portable = (amps: number, type: "as3112-10" | "nema-10-30" | "cee-7" = "as3112-10"): Unit => ({
  ...post(1, amps, type === "nema-10-30" ? "type1" : "type2"),
  kind: "portable",
  plugs: [{ type, amps }],
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
    pathOf({ car, outlet: socket(), unit: portable(16) }),
    "stop outlet-over-rating",
  ],
  [
    "13 A for hours from a 16 A household socket",
    pathOf({ car, outlet: socket({ type: "cee-7" }), unit: portable(13, "cee-7") }),
    "careful outlet-over-sustained",
  ],
  [
    "other loads that push the breaker over",
    pathOf({ car, outlet: socket({ circuit: { breakerAmps: 16, otherLoadAmps: 8 } }), unit: portable(10) }),
    "stop breaker-over-rating",
  ],
  [
    "a shared circuit",
    pathOf({ car, outlet: socket({ circuit: { breakerAmps: 20, otherLoadAmps: 2 } }), unit: portable(8) }),
    "note shared-circuit",
  ],
  [
    "unknown wiring",
    pathOf({ car, outlet: socket({ condition: "unknown" }), unit: portable(8) }),
    "careful wiring-unknown",
  ],
  [
    "a worn outlet",
    pathOf({ car, outlet: socket({ condition: "worn" }), unit: portable(8) }),
    "stop outlet-worn",
  ],
  [
    "outdoors, unprotected",
    pathOf({ car, outlet: socket({ exposed: true }), unit: portable(8) }),
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
      unit: portable(24, "nema-10-30"),
    }),
    "stop no-earth",
  ],
  [
    "a measured 190 V",
    pathOf({ car, outlet: socket({ supply: { system: "230/400", measuredVolts: 190 } }), unit: portable(8) }),
    "careful voltage-out-of-range",
  ],
  [
    "a coiled reel",
    pathOf({ car, outlet: socket(), unit: portable(8), lead: lead({ coiled: true }) }),
    "stop lead-coiled",
  ],
  [
    "leads joined together",
    pathOf({ car, outlet: socket(), unit: portable(8), lead: lead({ chained: true }) }),
    "stop lead-chained",
  ],
  [
    "a block in between",
    pathOf({ car, outlet: socket(), unit: portable(8), lead: lead({ overBlock: true }) }),
    "stop lead-over-block",
  ],
  [
    "a thin lead at 10 A",
    pathOf({ car, outlet: socket(), unit: portable(10), lead: lead() }),
    "careful lead-over-eight",
  ],
  [
    "a lead below what is pulled",
    pathOf({ car, outlet: socket(), unit: portable(10), lead: lead({ amps: 8 }) }),
    "stop lead-over-rating",
  ],
  [
    "a cable of 12 m",
    pathOf({
      car,
      outlet: bay("230/400", "single"),
      unit: socketedPost(1, 32),
      cable: { ...type2Cable(1, 32), lengthM: 12 },
    }),
    "careful cable-long",
  ],
  [
    "a household socket for good",
    pathOf({ car, outlet: socket(), unit: portable(8) }),
    "note socket-as-arrangement",
  ],
  [
    "a 48 A wallbox on a 50 A breaker",
    pathOf({
      car,
      outlet: bay("split-phase", "high", 50),
      unit: { ...post(1, 48, "type1"), kind: "wallbox" },
    }),
    "stop breaker-below-125",
  ],
  [
    "an adapter below the path",
    pathOf({
      car: { ...car, inlets: ["j3400"] },
      outlet: bay("split-phase", "high"),
      unit: post(1, 32, "type1"),
      adapter: { name: "piece", from: "type1", to: "j3400-ac", amps: 24 },
    }),
    "stop adapter-below-path",
  ],
])("%s", (_, path, expected) => expect(codes(path)).toContain(expected));

test("a sound path has nothing to stop for, and turning the current down takes the caution away", () => {
  expect(codes(pathOf({ car, outlet: bay("230/400", "single", 40), unit: post(1, 32) }))).toEqual([]);
  const sixteen = pathOf({ car, outlet: socket(), unit: portable(16) });
  expect(codes({ ...sixteen, settings: { carAmps: 10 } })).not.toContain("stop outlet-over-rating");
});

test.each([
  // NEC 625.41.
  [12, 15],
  [32, 40],
  [48, 60],
  [80, 100],
])("a %d A unit needs a %d A breaker", (unit, breaker) => expect(ampsOfBreakerFor(unit)).toBe(breaker));

test("for any path: the same list each time, worst first, every caution complete and no code twice", () => {
  fc.assert(
    fc.property(anyPath, socSpan, (path, request) => {
      const list = cautionsFor(path, request);
      expect(cautionsFor(path, request)).toEqual(list);
      const ranks = list.map((c) => SEVERITIES.indexOf(c.severity));
      expect(ranks).toEqual([...ranks].sort((a, b) => a - b));
      expect(new Set(list.map((c) => c.code)).size).toBe(list.length);
      for (const text of list.flatMap((c) => [c.what, c.why, c.todo])) {
        expect(text).not.toMatch(/NaN|undefined|Infinity/);
        expect(text.length).toBeGreaterThan(5);
      }
    }),
    { numRuns: 500 },
  );
});
