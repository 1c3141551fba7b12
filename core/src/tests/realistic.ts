import { fallowQuay } from "../household/demo";
import { planOf } from "../household/garage";
import { INLETS, type ConnectorId, type InletId } from "../trade/connectors";
import { feedOf, OUTLET_TYPE_IDS, outletType, type HouseRule, type OutletTypeId } from "../trade/outlets";
import {
  outletSchema,
  evseSchema,
  type Adapter,
  type Cable,
  type Car,
  type Lead,
  type Outlet,
  type Evse,
} from "../things/parts";
import type { Plan } from "../engine/plan";
import { SUPPLY_IDS, type SupplyId, type Tap } from "../trade/supply";

const made = planOf(fallowQuay, fallowQuay.paths[0]!.spec);
if (!made.ok) throw new Error("demo");
const base: Plan = {
  ...made.value,
  session: { ...made.value.session, fromSoc: 0.2, toSoc: 0.8 },
};

type Circuit = Outlet["circuit"];

/** One electrical world: what stands in its garages and on its streets. */
interface World {
  readonly system: SupplyId;
  readonly sockets: readonly (readonly [OutletTypeId, breaker: number])[];
  readonly bays: readonly (readonly [Tap, breaker: number])[];
  readonly runs: readonly Circuit["run"][];
  readonly plug: ConnectorId;
  readonly cars: readonly Car["charger"]["limits"][];
}

const run = (gauge: NonNullable<Circuit["run"]>["gauge"], lengthM: number): Circuit["run"] => ({
  gauge,
  lengthM,
  temperatureC: 30,
});

const NEC_CARS: World["cars"] = [
  [{ phases: 1, amps: 16 }],
  [{ phases: 1, amps: 32 }],
  [{ phases: 1, amps: 48 }],
  [{ phases: 1, amps: 80 }],
];
const IEC_CARS: World["cars"] = [
  [{ phases: 1, amps: 16 }],
  [{ phases: 1, amps: 32 }],
  [
    { phases: 1, amps: 32 },
    { phases: 3, amps: 16 },
  ],
  [{ phases: 3, amps: 32 }],
];
const BY_SUPPLY: Readonly<Record<SupplyId, Omit<World, "system" | "sockets">>> = {
  "split-phase": {
    bays: [
      ["high", 20],
      ["high", 40],
      ["high", 50],
      ["high", 60],
    ],
    runs: [undefined, run("8 AWG", 12), run("14 AWG", 35)],
    plug: "type1",
    cars: NEC_CARS,
  },
  "208Y": {
    bays: [
      ["high", 40],
      ["high", 100],
    ],
    runs: [undefined, run("6 AWG", 25)],
    plug: "type1",
    cars: NEC_CARS,
  },
  "230/400": {
    bays: [
      ["single", 16],
      ["single", 32],
      ["three", 16],
      ["three", 32],
    ],
    runs: [undefined, run("6 mm2", 12), run("1.5 mm2", 30)],
    plug: "type2",
    cars: IEC_CARS,
  },
  "it-230": {
    bays: [
      ["single", 32],
      ["three", 32],
    ],
    runs: [undefined, run("10 mm2", 20)],
    plug: "type2",
    cars: IEC_CARS,
  },
  "100/200": {
    bays: [
      ["single", 20],
      ["high", 20],
      ["high", 40],
    ],
    runs: [undefined, run("4 mm2", 15)],
    plug: "type1",
    cars: NEC_CARS.slice(0, 2),
  },
};

/** The outlets that stand on a supply, each behind the smallest and the largest breaker it may stand behind. */
const socketsOn = (system: SupplyId): World["sockets"] =>
  OUTLET_TYPE_IDS.flatMap((id) => {
    const feed = feedOf(id, system);
    if (!feed || feed.odd) return [];
    const { smallestBreaker, largestBreaker, ratedAmps } = outletType(id);
    const breakers = new Set([Math.min(smallestBreaker ?? ratedAmps, largestBreaker), largestBreaker]);
    return [...breakers].map((breaker) => [id, breaker] as const);
  });

const WORLDS: readonly World[] = SUPPLY_IDS.map((system) => ({
  system,
  sockets: socketsOn(system),
  ...BY_SUPPLY[system],
}));

const inletOf = (plug: ConnectorId): InletId =>
  (Object.keys(INLETS) as InletId[]).find((id) => (INLETS[id].takes as readonly ConnectorId[])[0] === plug)!;

const carOf = (limits: World["cars"][number], plug: ConnectorId, settable: boolean): Car => ({
  ...base.car,
  inlets: [inletOf(plug)],
  battery: { usableWh: 60_000, packVolts: 360, packOhms: 0.08 },
  charger: { limits, efficiency: 0.93, delta: limits.length > 1, settable },
});

const STEPS: Readonly<Record<number, readonly number[]>> = {
  12: [6, 8, 10, 12],
  16: [],
  32: [6, 10, 13, 16, 20, 24, 32],
  40: [],
};

/** Conductors a decent unit of that many amps is made with. */
const gaugeOf = (amps: number) => (amps <= 20 ? "2.5 mm2" : amps <= 32 ? "6 mm2" : "16 mm2");

function evsesFor({ plug, system }: World, outlet: Outlet): Evse[] {
  const phases = plug === "type2" ? ([1, 3] as const) : ([1] as const);
  const bySize = outlet.kind === "socket" ? [12, 16, 32, 40] : [16, 32, 40];
  return bySize.flatMap((maxAmps) =>
    phases.flatMap((n) =>
      (["tethered", "socket"] as const).flatMap((output): Evse[] => {
        if (output === "socket" && (plug !== "type2" || maxAmps === 12)) return [];
        const common = {
          name: "unit",
          phases: n,
          maxAmps,
          steps: [...(STEPS[maxAmps] ?? [])],
          standingW: 5,
          output:
            output === "socket"
              ? ({ kind: "socket", connector: plug } as const)
              : ({ kind: "tethered", connector: plug, lengthM: 6, gauge: gaugeOf(maxAmps) } as const),
        };
        return outlet.kind === "socket"
          ? [
              {
                ...common,
                kind: "portable",
                plugs: [{ type: outlet.type, amps: maxAmps }],
                knowsPlugs: system !== "208Y",
              },
            ]
          : [
              { ...common, kind: "wallbox" },
              { ...common, kind: "post" },
            ];
      }),
    ),
  );
}

const cables = (plug: ConnectorId): Cable[] =>
  (
    [
      [1, 16],
      [3, 16],
      [1, 32],
    ] as const
  ).map(([phases, amps]) => ({
    name: `${phases} × ${amps} A`,
    stationEnd: plug,
    vehicleEnd: plug,
    phases,
    amps,
    lengthM: 5,
    gauge: amps > 20 ? "6 mm2" : "2.5 mm2",
  }));

const leadOf = (type: OutletTypeId): Lead => ({
  name: "lead",
  plug: type,
  socket: type,
  amps: 13,
  lengthM: 15,
  coiled: false,
  chained: false,
  overBlock: false,
  resistance: { by: "conductor", gauge: "1.5 mm2" },
});

const ADAPTER: Adapter = { name: "adapter", from: "type1", to: "j3400-ac", amps: 32 };

function outletsOf(world: World): Outlet[] {
  const circuits = (breakerAmps: number): Circuit[] =>
    world.runs.flatMap((its) =>
      [0, 5].map((otherLoadAmps) => ({ breakerAmps, otherLoadAmps, ...(its ? { run: its } : {}) })),
    );
  const common = { name: "outlet", exposed: false, supply: { system: world.system } };
  return [
    ...world.sockets.flatMap(([type, breaker]) =>
      feedOf(type, world.system)
        ? circuits(breaker).map((circuit, i): Outlet => ({
            kind: "socket",
            condition: i % 5 === 4 ? "unknown" : "sound",
            type,
            circuit,
            ...common,
          }))
        : [],
    ),
    ...world.bays.flatMap(([tap, breaker]) =>
      circuits(breaker).map((circuit): Outlet => ({
        kind: "hardwired",
        condition: "sound",
        tap,
        circuit,
        ...common,
      })),
    ),
  ];
}

const RULES: readonly HouseRule[] = ["usual", "cautious", "rated"];

/** Thousands of paths as they stand about in every world: sound and odd, held and overdrawn, set and untouched. */
export function realisticPlans(): Plan[] {
  const plans: Plan[] = [];
  for (const world of WORLDS)
    for (const outlet of outletsOf(world))
      for (const evse of evsesFor(world, outlet))
        for (const limits of world.cars) {
          const turn = plans.length;
          const plan: Plan = {
            ...base,
            household: { ...base.household, houseRule: RULES[turn % 3]! },
            outlet: outletSchema.parse(outlet),
            evse: evseSchema.parse(evse),
            car: carOf(limits, world.plug, turn % 4 === 0),
            cable: evse.output.kind === "socket" ? cables(world.plug)[turn % 3]! : null,
            lead: outlet.kind === "socket" && turn % 7 === 0 ? leadOf(outlet.type) : null,
            settings: {
              evseAmps: turn % 11 === 0 ? 10 : null,
              carAmps: turn % 13 === 0 ? 8 : null,
              otherBusy: false,
            },
          };
          plans.push(
            world.plug === "type1" && turn % 9 === 0
              ? { ...plan, adapter: ADAPTER, car: { ...plan.car, inlets: ["j3400"] } }
              : plan,
          );
        }
  return plans;
}
