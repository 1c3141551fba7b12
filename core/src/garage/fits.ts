import { CONNECTORS, plugsFor, type ConnectorId } from "../connectors";
import { lanesAt, type Cable, type Car, type Household, type Outlet, type Unit } from "../parts";
import { compile, isRefusal, type ChargingPath, type LaneCount, type Refusal } from "../path";
import { glance, momentAt } from "../session";
import { ADAPTER_AMPS, CABLES } from "../sizes";
import { outletType } from "../outlets";
import { supplySystem } from "../supply";
import { watts, type Amps, type Watts } from "../units";
import { adaptersFor, cablesFor, unitsFor, type PathParts } from "./choose";
import type { Garage, Kept } from "./kinds";

/** What a car gets at an outlet, with the unit, cable and adapter of the household that give it most. */
export interface Fitting {
  readonly parts: Pick<PathParts, "unitId" | "cableId" | "adapterId">;
  readonly inletW: Watts;
  readonly amps: Amps;
  readonly lanes: LaneCount;
  readonly current: "AC" | "DC";
  /** More flows than outlet, circuit or cable should hold for hours, and nobody can set it lower. */
  readonly over: boolean;
}

/** Why a car gets nothing at an outlet: in a word, in a sentence, and what would have to be bought or brought. */
export interface Misfit {
  readonly word: string;
  readonly why: string;
  /** Null where nothing that can be bought would help. */
  readonly missing: string | null;
}

/** One cell of what goes with what. */
export interface Fit {
  readonly carId: string;
  readonly outletId: string;
  readonly fitting: Fitting | null;
  readonly misfit: Misfit | null;
}

/** A charge at which no battery holds back yet. */
const AT_SOC = 0.35;
const TO_SOC = 0.4;

const WORDS: Readonly<Record<Refusal["code"], string>> = {
  "unit-does-not-fit-outlet": "no unit",
  "lead-does-not-fit": "no unit",
  "lead-cannot-feed": "no unit",
  "cable-needed": "no cable",
  "cable-not-wanted": "no cable",
  "cable-does-not-fit-unit": "no cable",
  "plug-does-not-fit-inlet": "other plug",
  "adapter-does-not-fit": "other plug",
  "adapter-changes-current": "other plug",
  "station-volts-too-low": "other volts",
  "station-volts-too-high": "other volts",
  "below-six-amps": "under 6 A",
  "no-common-lanes": "other phases",
  "own-draw-takes-all": "too little",
  "next-to-nothing": "too little",
};

type Row<T> = Kept<T> | null;

function fittingOf(path: ChargingPath, parts: Fitting["parts"]): Fitting | Refusal {
  const circuit = compile(path);
  if (isRefusal(circuit)) return circuit;
  const { fullest } = glance(circuit, TO_SOC, { soc: AT_SOC, packC: null, elapsed: 0 });
  const { amps, inletW, flow } = momentAt(circuit, fullest);
  return {
    parts,
    inletW: watts(inletW),
    amps,
    lanes: flow.way.lanes,
    current: circuit.current,
    over: amps > circuit.holds * (1 + 1e-9),
  };
}

const better = (a: Fitting, b: Fitting): boolean =>
  a.over !== b.over ? b.over : a.inletW > b.inletW * (1 + 1e-9);

/** Cables and adapters by which a unit may reach a car; with none of either where it reaches it by itself. */
function waysTo(
  garage: Garage,
  unit: Unit,
  car: Car,
): readonly (readonly [Row<Cable>, Row<Garage["adapters"][number]["spec"]>])[] {
  if (unit.output.kind === "tethered")
    return [
      [null, null],
      ...adaptersFor(garage, unit, undefined, car).map((adapter) => [null, adapter] as const),
    ];
  const direct = cablesFor(garage, unit, car).map((cable) => [cable, null] as const);
  const adapted = garage.cables
    .filter(({ spec }) => unit.output.kind === "socket" && spec.stationEnd === unit.output.connector)
    .flatMap((cable) =>
      adaptersFor(garage, unit, cable.spec, car).map((adapter) => [cable, adapter] as const),
    );
  return [...direct, ...adapted];
}

const phases = (lanes: number): string => (lanes === 3 ? "three-phase" : "single-phase");
const sizeFrom = (sizes: readonly Amps[], amps: Amps): Amps =>
  sizes.find((size) => size >= amps) ?? sizes.at(-1)!;
const chargerAmps = (car: Car, lanes: number): Amps =>
  Math.max(0, ...car.charger.limits.filter((limit) => limit.lanes === lanes).map((limit) => limit.amps));

/** What to bring to a unit that is there: a cable for its socket, or an adapter for its plug. */
function toReach(unit: Unit, outlet: Outlet, car: Car): string | null {
  const { connector } = unit.output;
  const { current } = CONNECTORS[connector];
  const plugs = plugsFor(car.inlets, current);
  const [plug] = plugs;
  if (!plug) return null;
  const name = (id: ConnectorId) => CONNECTORS[id].name;
  if (unit.output.kind === "tethered") {
    const amps = sizeFrom(ADAPTER_AMPS[current], unit.maxAmps);
    const makers = current === "DC" ? ", if the car’s maker allows one" : "";
    return `an adapter from ${name(connector)} to ${name(plug)}, ${amps} A${makers}`;
  }
  const takes = plugs.includes(connector) ? connector : plug;
  const most = Math.min(unit.lanes, lanesAt(outlet).lanes, CONNECTORS[takes].lanes);
  const lanes = most === 3 && chargerAmps(car, 3) > 0 ? 3 : 1;
  const wanted = Math.min(unit.maxAmps, chargerAmps(car, lanes) || unit.maxAmps);
  const amps = sizeFrom(
    CABLES.map((cable) => cable.amps),
    wanted,
  );
  const ends = takes === connector ? `${name(takes)} cable` : `${name(connector)} to ${name(takes)} cable`;
  return `a ${ends}, ${phases(lanes)}, ${amps} A`;
}

/** What an outlet wants where the household has no unit for it. */
function unitWanted(outlet: Outlet, { houseRule }: Household): string {
  if (outlet.kind === "socket") {
    const { name, sustained } = outletType(outlet.type);
    return `a portable unit with a plug for ${name}, set to ${sustained[houseRule]} A or less`;
  }
  const { continuousShare } = supplySystem(outlet.supply.system);
  const amps = Math.floor(outlet.circuit.breakerAmps * continuousShare - outlet.circuit.otherLoadAmps);
  return `a wallbox wired in, ${phases(lanesAt(outlet).lanes)}, set to ${amps} A or less`;
}

/**
 * What a car gets at one outlet of the household: the best of its units, cables and adapters there, or why nothing.
 * @example fitOf(garage, curlew, wallSocket).fitting?.inletW // 2250
 */
export function fitOf(garage: Garage, car: Kept<Car>, outlet: Kept<Outlet>): Fit {
  const ids = { carId: car.id, outletId: outlet.id };
  const household = garage.household.spec;
  const units = unitsFor(garage, outlet);
  if (units.length === 0)
    return {
      ...ids,
      fitting: null,
      misfit: {
        word: "no unit",
        why: `Nothing of yours can be fed from ${outlet.spec.name}.`,
        missing: unitWanted(outlet.spec, household),
      },
    };
  let best: Fitting | null = null;
  let refusal: Refusal | null = null;
  for (const unit of units) {
    const base = { car: car.spec, outlet: outlet.spec, unit: unit.spec, houseRule: household.houseRule };
    const ways = waysTo(garage, unit.spec, car.spec);
    for (const [cable, adapter] of ways.length > 0 ? ways : [[null, null] as const]) {
      const found = fittingOf(
        { ...base, cable: cable?.spec, adapter: adapter?.spec },
        { unitId: unit.id, cableId: cable?.id ?? null, adapterId: adapter?.id ?? null },
      );
      if (isRefusal(found)) refusal ??= found;
      else if (!best || better(found, best)) best = found;
    }
  }
  if (best) return { ...ids, fitting: best, misfit: null };
  const { code, message } = refusal!;
  const reaching = code === "cable-needed" || code === "plug-does-not-fit-inlet";
  const missing = reaching ? toReach(units[0]!.spec, outlet.spec, car.spec) : null;
  const unreached = code === "plug-does-not-fit-inlet" && missing === null;
  return {
    ...ids,
    fitting: null,
    misfit: {
      word: unreached ? `no ${CONNECTORS[units[0]!.spec.output.connector].current} inlet` : WORDS[code],
      why: message,
      missing,
    },
  };
}
