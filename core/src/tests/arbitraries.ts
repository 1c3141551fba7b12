import fc, { type Arbitrary } from "fast-check";
import { FIXED_GAUGES, FLEXIBLE_GAUGES } from "../trade/conductors";
import { CONNECTORS, INLETS, type ConnectorId, type InletId } from "../trade/connectors";
import { feedOf, HOUSE_RULES, OUTLET_TYPE_IDS, type OutletTypeId } from "../trade/outlets";
import {
  CONDITIONS,
  lineVolts,
  type Adapter,
  type Cable,
  type Car,
  type Lead,
  type Outlet,
  type Evse,
} from "../things/parts";
import type { ChargingPath, CurrentSettings } from "../engine/path";
import { SUPPLY_IDS, TAPS, tapOf, type SupplyId, type Tap } from "../trade/supply";

export const between = (min: number, max: number): Arbitrary<number> =>
  fc.double({ min, max, noNaN: true, noDefaultInfinity: true });

const AC_PLUGS = ["type1", "type2", "j3400-ac", "gbt-ac"] as const;
const DC_PLUGS = ["ccs1", "ccs2", "chademo", "gbt-dc", "j3400-dc"] as const;

/** Inlets that take a plug. */
const inletsFor = (plug: ConnectorId): InletId[] =>
  (Object.keys(INLETS) as InletId[]).filter((id) =>
    (INLETS[id].takes as readonly ConnectorId[]).includes(plug),
  );

const supplied = SUPPLY_IDS.flatMap((system) =>
  OUTLET_TYPE_IDS.filter((type) => feedOf(type, system)).map((type) => ({
    system,
    type,
    tap: feedOf(type, system)!.tap,
  })),
);
const wired = SUPPLY_IDS.flatMap((system) =>
  TAPS.filter((tap) => tapOf(system, tap)).map((tap) => ({ system, tap })),
);

const circuit = fc.record({
  breakerAmps: fc.oneof(between(6, 100), fc.constantFrom(10, 13, 15, 16, 20, 30, 32, 40, 50, 60, 63, 100)),
  otherLoadAmps: fc.constantFrom(0, 0, 0, 2, 5),
  run: fc.option(
    fc.record({
      gauge: fc.constantFrom(...FIXED_GAUGES),
      lengthM: between(0, 120),
      temperatureC: between(-20, 75),
    }),
    { nil: undefined },
  ),
});

/** Nominal volts, or a measurement that its own tap can show. */
const supplyOf = (system: SupplyId, tap: Tap) => {
  const volts = lineVolts(tapOf(system, tap)!);
  return fc
    .option(between(volts * 0.85, Math.min(299, volts * 1.12)), { nil: undefined })
    .map((measuredVolts) => (measuredVolts === undefined ? { system } : { system, measuredVolts }));
};

const state = fc.record({ condition: fc.constantFrom(...CONDITIONS), exposed: fc.boolean() });

const outlet: Arbitrary<Outlet> = fc.oneof(
  fc.constantFrom(...supplied).chain(({ system, type, tap }) =>
    fc
      .record({ supply: supplyOf(system, tap), circuit, state })
      .map(({ supply, circuit: branch, state: its }): Outlet => ({
        kind: "socket",
        name: "socket",
        ...its,
        type,
        supply,
        circuit: branch,
      })),
  ),
  fc.constantFrom(...wired).chain(({ system, tap }) =>
    fc
      .record({ supply: supplyOf(system, tap), circuit, state })
      .map(({ supply, circuit: branch, state: its }): Outlet => ({
        kind: "hardwired",
        name: "bay",
        ...its,
        tap,
        supply,
        circuit: branch,
      })),
  ),
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

/** A car with one inlet; the shares of the fields that may be left out lie around a third. */
export const carFor = (inlet: InletId): Arbitrary<Car> =>
  fc.record({
    name: fc.constant("car"),
    battery: fc.record({
      usableWh: between(2_000, 150_000),
      packVolts: between(100, 800),
      packOhms: fc.oneof(fc.constant(0), between(0.001, 0.3)),
      acceptance: fc.option(acceptance, { nil: undefined }),
    }),
    charger: fc.record({
      limits: fc
        .constantFrom<(1 | 2 | 3)[]>([1], [1, 3], [1, 2, 3], [3])
        .chain((phases) =>
          fc
            .array(between(6, 48), { minLength: phases.length, maxLength: phases.length })
            .map((amps) => phases.map((n, i) => ({ phases: n, amps: amps[i]! }))),
        ),
      capW: fc.option(between(2_000, 22_000), { nil: undefined }),
      efficiency: between(0.7, 0.99),
      delta: fc.boolean(),
      settable: fc.boolean(),
      listedPhasesOnly: fc.constantFrom(undefined, undefined, true),
    }),
    inlets: fc.constant([inlet]),
    whPerKm: between(50, 400),
    ownDrawW: between(0, 500),
  });

const steps = fc.constantFrom<readonly number[]>(
  [],
  [],
  [6, 8, 10],
  [6, 8, 10, 13, 16, 20, 24, 32],
  [10, 16],
);

const evseFor = (from: OutletTypeId | undefined, plug: ConnectorId, tethered: boolean): Arbitrary<Evse> =>
  fc
    .record({
      phases: CONNECTORS[plug].phases === 3 ? fc.constantFrom<1 | 3>(1, 3) : fc.constant<1 | 3>(1),
      maxAmps: between(6, 63),
      plugAmps: between(6, 63),
      knowsPlugs: fc.boolean(),
      standingW: between(0, 20),
      gauge: fc.constantFrom(...FLEXIBLE_GAUGES),
      lengthM: between(1, 12),
      steps,
      left: fc.option(between(0.3, 1), { nil: undefined }),
      kind: fc.constantFrom("wallbox" as const, "post" as const),
    })
    .map(
      ({
        phases,
        maxAmps,
        plugAmps,
        knowsPlugs,
        standingW,
        gauge,
        lengthM,
        steps: has,
        left,
        kind,
      }): Evse => {
        const common = {
          name: "unit",
          phases,
          maxAmps,
          steps: has.filter((a) => a <= maxAmps),
          ...(left === undefined ? {} : { setAmps: left * maxAmps }),
          standingW,
          output: tethered
            ? ({ kind: "tethered", connector: plug, lengthM, gauge } as const)
            : ({ kind: "socket", connector: plug } as const),
        };
        return from
          ? { ...common, kind: "portable", plugs: [{ type: from, amps: plugAmps }], knowsPlugs }
          : { ...common, kind };
      },
    );

const cableFor = (plug: ConnectorId): Arbitrary<Cable> =>
  fc.record({
    name: fc.constant("cable"),
    stationEnd: fc.constant(plug),
    vehicleEnd: fc.constant(plug),
    phases: CONNECTORS[plug].phases === 3 ? fc.constantFrom<1 | 3>(1, 3) : fc.constant<1 | 3>(1),
    amps: between(6, 63),
    lengthM: between(1, 12),
    gauge: fc.constantFrom(...FLEXIBLE_GAUGES),
  });

const adapterFor = (from: ConnectorId, amps: Arbitrary<number>): Arbitrary<Adapter> =>
  fc.record({
    name: fc.constant("adapter"),
    from: fc.constant(from),
    to: fc.constantFrom(...(CONNECTORS[from].current === "AC" ? AC_PLUGS : DC_PLUGS)),
    amps,
  });

/** A lead from an outlet: mostly to its own type, now and then to another of the same supply. */
const leadFor = (type: OutletTypeId, system: SupplyId): Arbitrary<Lead> =>
  fc.record({
    name: fc.constant("lead"),
    plug: fc.constant(type),
    socket: fc.oneof(
      { weight: 3, arbitrary: fc.constant(type) },
      {
        weight: 1,
        arbitrary: fc.constantFrom(...OUTLET_TYPE_IDS.filter((id) => feedOf(id, system))),
      },
    ),
    amps: between(6, 63),
    lengthM: between(1, 60),
    coiled: fc.boolean(),
    chained: fc.boolean(),
    overBlock: fc.boolean(),
    resistance: fc.oneof(
      fc.record({ by: fc.constant("conductor" as const), gauge: fc.constantFrom(...FLEXIBLE_GAUGES) }),
      fc.record({ by: fc.constant("loop" as const), loopOhms: between(0.01, 1.5) }),
      fc
        .record({ wattsOut: between(500, 3000), lostW: between(0, 120), amps: between(4, 16) })
        .map(({ wattsOut, lostW, amps }) => ({
          by: "meters" as const,
          wattsIn: wattsOut + lostW,
          wattsOut,
          amps,
        })),
    ),
  });

/** Nothing set three times in four. */
const settings: Arbitrary<CurrentSettings | undefined> = fc.option(
  fc.record({
    evseAmps: fc.option(between(5, 40), { nil: undefined }),
    carAmps: fc.option(between(5, 40), { nil: undefined }),
    otherBusy: fc.boolean(),
    heatingW: fc.constantFrom(0, 0, 500),
  }),
  { nil: undefined, freq: 2 },
);

/** An AC path whose plugs go into one another; whether current flows depends on the amps, volts and phases. */
export const anyAcPath: Arbitrary<ChargingPath> = fc
  .record({
    outlet,
    plug: fc.constantFrom(...AC_PLUGS),
    tethered: fc.boolean(),
    withLead: fc.boolean(),
    withAdapter: fc.integer({ min: 0, max: 3 }).map((n) => n === 0),
    houseRule: fc.constantFrom(...HOUSE_RULES),
  })
  .chain(({ outlet: at, plug, tethered, withLead, withAdapter, houseRule }) => {
    const lead =
      withLead && at.kind === "socket" ? leadFor(at.type, at.supply.system) : fc.constant(undefined);
    const adapter = withAdapter ? adapterFor(plug, between(6, 80)) : fc.constant(undefined);
    return fc.tuple(lead, adapter).chain(([extension, piece]) =>
      fc.record({
        outlet: fc.constant(at),
        lead: fc.constant(extension),
        adapter: fc.constant(piece),
        evse: evseFor(extension?.socket ?? (at.kind === "socket" ? at.type : undefined), plug, tethered),
        cable: tethered ? fc.constant(undefined) : cableFor(plug),
        car: fc.constantFrom(...inletsFor(piece?.to ?? plug)).chain(carFor),
        houseRule: fc.constant(houseRule),
        settings,
      }),
    );
  });

/** A rapid path: station, its cable, an adapter now and then, a pack that its volts suit. */
export const anyDcPath: Arbitrary<ChargingPath> = fc
  .record({
    plug: fc.constantFrom(...DC_PLUGS),
    withAdapter: fc.integer({ min: 0, max: 2 }).map((n) => n === 0),
  })
  .chain(({ plug, withAdapter }) =>
    (withAdapter ? adapterFor(plug, between(50, 500)) : fc.constant(undefined)).chain((adapter) =>
      fc.record({
        outlet: fc.constant<Outlet>({
          kind: "hardwired",
          name: "bay",
          condition: "sound",
          exposed: false,
          tap: "three",
          supply: { system: "230/400" },
          circuit: { breakerAmps: 250, otherLoadAmps: 0 },
        }),
        adapter: fc.constant(adapter),
        evse: fc.record({
          kind: fc.constant("rapid" as const),
          name: fc.constant("station"),
          phases: fc.constant(1 as const),
          maxW: between(10_000, 350_000),
          maxAmps: between(40, 600),
          maxVolts: fc.constant(1000),
          shared: fc.boolean(),
          rectifierEfficiency: between(0.85, 0.98),
          steps: fc.constant([]),
          standingW: between(0, 80),
          output: fc.record({
            kind: fc.constant("tethered" as const),
            connector: fc.constant(plug),
            lengthM: between(2, 8),
            gauge: fc.constantFrom("16 mm2" as const, "35 mm2" as const),
          }),
        }),
        car: fc.constantFrom(...inletsFor(adapter?.to ?? plug)).chain(carFor),
        houseRule: fc.constant("usual" as const),
        settings,
      }),
    ),
  );

/** A path of either current. */
export const anyPath: Arbitrary<ChargingPath> = fc.oneof(
  { weight: 3, arbitrary: anyAcPath },
  { weight: 1, arbitrary: anyDcPath },
);

/** From and to, in order and apart. */
export const socSpan = fc
  .tuple(between(0, 0.94), between(0.05, 1))
  .map(([a, b]) => ({ fromSoc: Math.min(a, b), toSoc: Math.max(a, b) }))
  .filter(({ fromSoc, toSoc }) => toSoc - fromSoc > 0.02);
