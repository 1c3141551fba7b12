import fc, { type Arbitrary } from "fast-check";
import { FIXED_GAUGES, FLEXIBLE_GAUGES } from "../conductors";
import type { ConnectorId, InletId } from "../connectors";
import { HOUSE_RULES, OUTLET_TYPE_IDS, outletType } from "../outlets";
import type { Cable, Car, Outlet, Unit } from "../parts";
import type { ChargingPath } from "../path";
import { SUPPLY_IDS, TAPS, tapOf } from "../supply";

const between = (min: number, max: number): Arbitrary<number> =>
  fc.double({ min, max, noNaN: true, noDefaultInfinity: true });

const INLET_OF: Partial<Record<ConnectorId, InletId>> = {
  type1: "ccs1",
  type2: "ccs2",
  "j3400-ac": "j3400",
};
const AC_PLUGS = ["type1", "type2", "j3400-ac"] as const;

const supplied = [
  ...SUPPLY_IDS.flatMap((system) =>
    OUTLET_TYPE_IDS.filter((type) => tapOf(system, outletType(type).tap)).map((type) => ({ system, type })),
  ),
];
const wired = SUPPLY_IDS.flatMap((system) =>
  TAPS.filter((tap) => tapOf(system, tap)).map((tap) => ({ system, tap })),
);

const circuit = fc.record({
  breakerAmps: between(6, 100),
  otherLoadAmps: fc.constantFrom(0, 0, 2, 5),
  run: fc.option(
    fc.record({
      gauge: fc.constantFrom(...FIXED_GAUGES),
      lengthM: between(0, 120),
      temperatureC: between(-20, 75),
    }),
    { nil: undefined },
  ),
});

const outlet: Arbitrary<Outlet> = fc.oneof(
  fc.record({ at: fc.constantFrom(...supplied), circuit }).map(({ at, circuit }): Outlet => ({
    kind: "socket",
    name: "socket",
    condition: "sound",
    exposed: false,
    type: at.type,
    supply: { system: at.system },
    circuit,
  })),
  fc.record({ at: fc.constantFrom(...wired), circuit }).map(({ at, circuit }): Outlet => ({
    kind: "hardwired",
    name: "bay",
    condition: "sound",
    exposed: false,
    tap: at.tap,
    supply: { system: at.system },
    circuit,
  })),
);

/** A battery curve of two to eight points, rising in state of charge. */
export const acceptance = fc
  .uniqueArray(fc.integer({ min: 0, max: 100 }), { minLength: 2, maxLength: 8 })
  .chain((socs) =>
    fc
      .array(between(500, 60_000), { minLength: socs.length, maxLength: socs.length })
      .map((power) =>
        [...socs].sort((a, b) => a - b).map((soc, i) => ({ soc: soc / 100, watts: power[i]! })),
      ),
  );

const carFor = (inlet: InletId): Arbitrary<Car> =>
  fc.record({
    name: fc.constant("car"),
    battery: fc.record({
      usableWh: between(2_000, 150_000),
      packVolts: between(100, 800),
      packOhms: between(0, 0.3),
      acceptance: fc.option(acceptance, { nil: undefined }),
    }),
    charger: fc.record({
      limits: fc
        .constantFrom<(1 | 2 | 3)[]>([1], [1, 3], [1, 2, 3], [3])
        .chain((lanes) =>
          fc
            .array(between(6, 48), { minLength: lanes.length, maxLength: lanes.length })
            .map((amps) => lanes.map((n, i) => ({ lanes: n, amps: amps[i]! }))),
        ),
      capW: fc.option(between(2_000, 22_000), { nil: undefined }),
      efficiency: between(0.7, 0.99),
      delta: fc.boolean(),
    }),
    inlets: fc.constant([inlet]),
    whPerKm: between(50, 400),
    ownDrawW: between(0, 500),
  });

const unitFor = (at: Outlet, plug: ConnectorId, tethered: boolean): Arbitrary<Unit> =>
  fc
    .record({
      lanes: plug === "type2" ? fc.constantFrom<1 | 3>(1, 3) : fc.constant<1 | 3>(1),
      maxAmps: between(6, 63),
      plugAmps: between(6, 63),
      standingW: between(0, 20),
      gauge: fc.constantFrom(...FLEXIBLE_GAUGES),
      lengthM: between(1, 10),
    })
    .map(({ lanes, maxAmps, plugAmps, standingW, gauge, lengthM }): Unit => {
      const common = {
        name: "unit",
        lanes,
        maxAmps,
        steps: [],
        standingW,
        output: tethered
          ? ({ kind: "tethered", connector: plug, lengthM, gauge } as const)
          : ({ kind: "socket", connector: plug } as const),
      };
      return at.kind === "socket"
        ? { ...common, kind: "portable", plugs: [{ type: at.type, amps: plugAmps }] }
        : { ...common, kind: "wallbox" };
    });

const cableFor = (plug: ConnectorId): Arbitrary<Cable> =>
  fc.record({
    name: fc.constant("cable"),
    stationEnd: fc.constant(plug),
    vehicleEnd: fc.constant(plug),
    lanes: plug === "type2" ? fc.constantFrom<1 | 3>(1, 3) : fc.constant<1 | 3>(1),
    amps: between(6, 63),
    lengthM: between(1, 10),
    gauge: fc.constantFrom(...FLEXIBLE_GAUGES),
  });

/** A path whose parts go into one another; whether current flows depends on the amps. */
export const anyPath: Arbitrary<ChargingPath> = fc
  .record({
    outlet,
    plug: fc.constantFrom(...AC_PLUGS),
    tethered: fc.boolean(),
    withLead: fc.boolean(),
    houseRule: fc.constantFrom(...HOUSE_RULES),
  })
  .chain(({ outlet: at, plug, tethered, withLead, houseRule }) =>
    fc.record({
      outlet: fc.constant(at),
      unit: unitFor(at, plug, tethered),
      cable: tethered ? fc.constant(undefined) : cableFor(plug),
      car: carFor(INLET_OF[plug]!),
      lead:
        withLead && at.kind === "socket"
          ? fc.record({
              name: fc.constant("lead"),
              plug: fc.constant(at.type),
              socket: fc.constant(at.type),
              amps: between(6, 63),
              lengthM: between(1, 60),
              coiled: fc.boolean(),
              chained: fc.constant(false),
              overBlock: fc.constant(false),
              resistance: fc.record({
                by: fc.constant("conductor" as const),
                gauge: fc.constantFrom(...FLEXIBLE_GAUGES),
              }),
            })
          : fc.constant(undefined),
      houseRule: fc.constant(houseRule),
    }),
  );

/** From and to, in order and apart. */
export const socSpan = fc
  .tuple(between(0, 0.94), between(0.05, 1))
  .map(([a, b]) => ({ fromSoc: Math.min(a, b), toSoc: Math.max(a, b) }))
  .filter(({ fromSoc, toSoc }) => toSoc - fromSoc > 0.02);
