import { FIXED_GAUGES, type FixedGauge } from "../../trade/conductors";
import { CONNECTORS } from "../../trade/connectors";
import {
  phasesAt,
  relaid,
  LEAST_SPAN,
  type Cable,
  type Car,
  type Lead,
  type Outlet,
} from "../../things/parts";
import { settableSteps } from "../steps";
import { CABLES, LAID, tradeOf } from "../../trade/sizes";
import { tapOf } from "../../trade/supply";
import type { Plan } from "../../engine/plan";
import { chargerOfPower } from "./charger";

/** A quantity of a path that can be stepped through its real sizes while everything else is held. */
export interface Quantity {
  /** As a sentence says it: "the cable's rating". */
  readonly name: string;
  readonly unit: string;
  /** Smallest and largest value it may be given on this path. */
  range(plan: Plan): readonly [min: number, max: number];
  /** It takes whole numbers only, or those of a list. */
  readonly only?: readonly number[];
  /** Real sizes on this path, smallest first. */
  sizes(plan: Plan): readonly number[];
  /** What it is now; undefined where the path has none. */
  now(plan: Plan): number | undefined;
  /** Why it cannot be varied on this path; undefined where it can. */
  never?(plan: Plan): string | undefined;
  /** The plan with another value of it. */
  with(plan: Plan, value: number): Plan;
  /** It changes the session alone, never the circuit. */
  readonly session?: true;
}

const withCar = (plan: Plan, car: Partial<Car>): Plan => ({ ...plan, car: { ...plan.car, ...car } });
const withCircuit = (plan: Plan, circuit: Partial<Outlet["circuit"]>): Plan => ({
  ...plan,
  outlet: { ...plan.outlet, circuit: { ...plan.outlet.circuit, ...circuit } },
});

/** Another run: what sessions told of the one there is says nothing of it. */
const withRun = (plan: Plan, run: Outlet["circuit"]["run"]): Plan =>
  withCircuit({ ...plan, outlet: { ...plan.outlet, circuit: relaid(plan.outlet.circuit) } }, { run });

const RAPID_ONLY = "only a rapid station has it";
const NOT_RAPID = "a rapid station's supply, circuit and unit are its own business";
const notRapid = ({ evse }: Plan) => (evse.kind === "rapid" ? NOT_RAPID : undefined);

/** A cable resized as such cables are made: amps with the conductor that carries them. */
const cableFor = (cable: Cable, amps: number): Cable => ({
  ...cable,
  amps,
  gauge: (CABLES.find((c) => c.amps >= amps) ?? CABLES.at(-1)!).gauge,
});

/** Volts and watts of the phases at hand, by which a charger's kilowatts become amps. */
const phaseVolts = ({ outlet }: Plan): number => {
  const { volts, delta } = phasesAt(outlet);
  return delta ? volts * Math.sqrt(3) : volts;
};

const ratedW = (plan: Plan): number =>
  plan.car.charger.capW ??
  Math.max(...plan.car.charger.limits.map(({ phases, amps }) => phases * amps * phaseVolts(plan)));

/** Phases brought all the way: outlet, unit and cable with three, the car's charger using no more than n. */
function onPhases(plan: Plan, phases: number): Plan {
  const { outlet, evse, cable, car } = plan;
  const wide = phases > 1 ? 3 : 1;
  const limits = car.charger.limits.filter((limit) => limit.phases <= phases);
  const least = Math.min(...car.charger.limits.map((limit) => limit.amps));
  return {
    ...plan,
    outlet: outlet.kind === "hardwired" ? { ...outlet, tap: wide === 3 ? "three" : "single" } : outlet,
    evse: { ...evse, phases: evse.kind === "rapid" ? 1 : wide } as Plan["evse"],
    cable: cable && { ...cable, phases: wide },
    car: {
      ...car,
      charger: {
        ...car.charger,
        limits: limits.length > 0 ? limits : [{ phases: 1, amps: least }],
      },
    },
  };
}

function phasesNever({ outlet, evse, cable }: Plan): string | undefined {
  if (evse.kind === "rapid") return "direct current has one pair";
  if (tapOf(outlet.supply.system, "three") === undefined) return "this supply has one phase";
  if (outlet.kind === "socket" && phasesAt(outlet).phases === 1) return "this outlet has one phase";
  const ends = [evse.output.connector, cable?.stationEnd, cable?.vehicleEnd].filter(
    (end) => end !== undefined,
  );
  return ends.some((end) => CONNECTORS[end].phases === 1)
    ? "a plug on the way has one phase only"
    : undefined;
}

/** A lead where there is none: the usual one for the outlet (common practice). */
const leadAt = ({ outlet, lead }: Plan, lengthM: number): Lead => {
  if (lead) return { ...lead, lengthM };
  const type = (outlet as Extract<Outlet, { kind: "socket" }>).type;
  return {
    name: "extension lead",
    plug: type,
    socket: type,
    amps: 16,
    lengthM,
    coiled: false,
    chained: false,
    overBlock: false,
    resistance: {
      by: "conductor",
      gauge: tradeOf(outlet.supply.system) === "nec" ? "12 AWG" : "2.5 mm2",
    },
  };
};

const gaugesOf = ({ outlet }: Plan): readonly FixedGauge[] => LAID[tradeOf(outlet.supply.system)];
const areaOf = (gauge: FixedGauge): number => Number.parseFloat(gauge);
const runOf = (plan: Plan) =>
  plan.outlet.circuit.run ?? { gauge: gaugesOf(plan)[1]!, lengthM: 20, temperatureC: 30 };

/** Everything that can be varied. Sizes are those things are sold in (common practice). */
export const QUANTITIES = {
  cable: {
    name: "the cable's rating",
    unit: "A",
    range: () => [6, 63],
    sizes: () => [13, 16, 20, 32, 63],
    now: ({ cable }) => cable?.amps,
    never: ({ cable }) => (cable ? undefined : "this way has no loose cable: its own is made for it"),
    with: (plan, amps) => ({ ...plan, cable: cableFor(plan.cable!, amps) }),
  },
  phases: {
    name: "the number of phases",
    unit: "phases",
    range: () => [1, 3],
    only: [1, 2, 3],
    sizes: () => [1, 2, 3],
    now: ({ outlet }) => phasesAt(outlet).phases,
    never: phasesNever,
    with: onPhases,
  },
  step: {
    name: "the unit's current",
    unit: "A",
    range: () => [6, 80],
    sizes: (plan) => settableSteps(plan),
    now: ({ settings, evse }) => settings.evseAmps ?? evse.setAmps ?? evse.maxAmps,
    never: notRapid,
    with: (plan, amps) => ({ ...plan, settings: { ...plan.settings, evseAmps: amps } }),
  },
  evse: {
    name: "the unit's rating",
    unit: "A",
    range: () => [6, 80],
    sizes: () => [10, 16, 20, 24, 32, 40, 48, 64, 80],
    now: ({ evse }) => evse.maxAmps,
    never: notRapid,
    with: (plan, amps) => {
      const { setAmps: _, ...evse } = plan.evse;
      const steps = evse.steps.filter((step) => step <= amps);
      return {
        ...plan,
        evse: { ...evse, maxAmps: amps, steps } as Plan["evse"],
        settings: { ...plan.settings, evseAmps: null },
      };
    },
  },
  charger: {
    name: "the onboard charger",
    unit: "kW",
    range: () => [1, 44],
    sizes: () => [3.3, 3.7, 6.6, 7.4, 11, 22],
    now: (plan) => ratedW(plan) / 1000,
    never: ({ evse }) => (evse.kind === "rapid" ? "direct current goes past the onboard charger" : undefined),
    with: (plan, kW) =>
      withCar(plan, { charger: chargerOfPower(plan.car, kW * 1000, plan.outlet.supply.system) }),
  },
  breaker: {
    name: "the breaker",
    unit: "A",
    range: () => [6, 400],
    sizes: ({ outlet }) =>
      tradeOf(outlet.supply.system) === "nec"
        ? [15, 20, 30, 40, 50, 60, 100]
        : [10, 13, 16, 20, 25, 32, 40, 63],
    now: ({ outlet }) => outlet.circuit.breakerAmps,
    never: notRapid,
    with: (plan, breakerAmps) => withCircuit(plan, { breakerAmps }),
  },
  volts: {
    name: "the supply's voltage",
    unit: "V",
    range: (plan) =>
      [0.75, 1.25].map((share) => Math.round(phaseVolts({ ...plan, outlet: nominal(plan) }) * share)) as [
        number,
        number,
      ],
    sizes: (plan) =>
      [0.9, 0.95, 1, 1.05, 1.1].map((share) =>
        Math.round(phaseVolts({ ...plan, outlet: nominal(plan) }) * share),
      ),
    now: (plan) => Math.round(phaseVolts(plan)),
    never: notRapid,
    with: ({ outlet, ...plan }, measuredVolts) => ({
      ...plan,
      outlet: { ...outlet, supply: { ...outlet.supply, measuredVolts } },
    }),
  },
  lead: {
    name: "the lead's length",
    unit: "m",
    range: () => [0.2, 200],
    sizes: () => [5, 10, 15, 25, 40, 50],
    now: ({ lead }) => lead?.lengthM ?? 0,
    never: ({ outlet, evse, lead }) =>
      outlet.kind !== "socket" || evse.kind !== "portable"
        ? "only a portable unit is ever fed over a lead"
        : lead && lead.resistance.by !== "conductor"
          ? "this lead was measured as it is: its length says nothing more"
          : undefined,
    with: (plan, lengthM) => ({ ...plan, lead: leadAt(plan, lengthM) }),
  },
  run: {
    name: "the run from the board",
    unit: "m",
    range: () => [0, 500],
    sizes: () => [5, 10, 20, 30, 50, 80],
    now: ({ outlet }) => outlet.circuit.run?.lengthM,
    never: notRapid,
    with: (plan, lengthM) => withRun(plan, { ...runOf(plan), lengthM }),
  },
  conductor: {
    name: "the run's conductor",
    unit: "",
    range: () => [1, 35],
    sizes: (plan) => gaugesOf(plan).map(areaOf),
    now: ({ outlet }) => outlet.circuit.run && areaOf(outlet.circuit.run.gauge),
    never: notRapid,
    with: (plan, area) => {
      const like = FIXED_GAUGES.filter((g) =>
        g.endsWith(tradeOf(plan.outlet.supply.system) === "nec" ? "AWG" : "mm2"),
      );
      const gauge = like.find((g) => areaOf(g) === area) ?? like[0]!;
      return withRun(plan, { ...runOf(plan), gauge });
    },
  },
  temperature: {
    name: "the battery's temperature",
    unit: "°C",
    range: () => [-30, 60],
    sizes: () => [-20, -10, 0, 5, 10, 15, 20, 25],
    now: ({ session }) => session.batteryC ?? undefined,
    session: true,
    with: (plan, batteryC) => ({ ...plan, session: { ...plan.session, batteryC } }),
  },
  start: {
    name: "the charge at the start",
    unit: "%",
    range: ({ session }) => [0, session.toSoc * 100 - LEAST_SPAN * 100],
    sizes: ({ session }) =>
      [0, 10, 20, 30, 40, 50, 60, 70, 80, 90].filter((p) => p < session.toSoc * 100 - 0.05),
    now: ({ session }) => session.fromSoc * 100,
    session: true,
    with: (plan, percent) => ({ ...plan, session: { ...plan.session, fromSoc: percent / 100 } }),
  },
  target: {
    name: "the target",
    unit: "%",
    range: ({ session }) => [session.fromSoc * 100 + LEAST_SPAN * 100, 100],
    sizes: ({ session }) => [50, 60, 70, 80, 85, 90, 95, 100].filter((p) => p > session.fromSoc * 100 + 0.05),
    now: ({ session }) => session.toSoc * 100,
    session: true,
    with: (plan, percent) => ({ ...plan, session: { ...plan.session, toSoc: percent / 100 } }),
  },
  "own-draw": {
    name: "the car's own draw",
    unit: "W",
    range: () => [0, 3000],
    sizes: () => [0, 100, 150, 200, 250, 300, 350, 500],
    now: ({ car }) => car.ownDrawW,
    with: (plan, ownDrawW) => withCar(plan, { ownDrawW }),
  },
  station: {
    name: "the power on the station's sign",
    unit: "kW",
    range: () => [5, 500],
    sizes: () => [20, 50, 75, 100, 150, 250, 350],
    now: ({ evse }) => (evse.kind === "rapid" ? evse.maxW / 1000 : undefined),
    never: ({ evse }) => (evse.kind === "rapid" ? undefined : RAPID_ONLY),
    with: (plan, kW) => ({ ...plan, evse: { ...plan.evse, maxW: kW * 1000 } as Plan["evse"] }),
  },
  "station-amps": {
    name: "the station's amps",
    unit: "A",
    range: () => [10, 600],
    sizes: () => [60, 125, 200, 250, 375, 500],
    now: ({ evse }) => (evse.kind === "rapid" ? evse.maxAmps : undefined),
    never: ({ evse }) => (evse.kind === "rapid" ? undefined : RAPID_ONLY),
    with: (plan, maxAmps) => ({ ...plan, evse: { ...plan.evse, maxAmps } as Plan["evse"] }),
  },
} as const satisfies Record<string, Quantity>;

/** The outlet without what was measured at it. */
function nominal({ outlet }: Plan): Outlet {
  const { measuredVolts: _, ...supply } = outlet.supply;
  return { ...outlet, supply };
}

/** A quantity that can be varied, by its name in the table. */
export type QuantityId = keyof typeof QUANTITIES;
/** All quantities, in the order in which they are offered. */
export const QUANTITY_IDS = Object.keys(QUANTITIES) as [QuantityId, ...QuantityId[]];
/**
 * The row of a quantity.
 * @example quantityOf("run").unit // "m"
 */
export const quantityOf = (id: QuantityId): Quantity => QUANTITIES[id];

/**
 * A value of a quantity in words: 32 A, 6 mm², three phases as a number.
 * @example valueText("run", overnight, 25) // "25 m"
 */
export function valueText(id: QuantityId, plan: Plan, value: number): string {
  if (id === "conductor")
    return tradeOf(plan.outlet.supply.system) === "nec" ? `${value} AWG` : `${value} mm²`;
  const { unit } = quantityOf(id);
  if (id === "phases") return value === 1 ? "1 phase" : `${value} phases`;
  return `${Number(value.toPrecision(6))} ${unit}`;
}
