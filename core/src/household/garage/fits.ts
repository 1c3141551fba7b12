import { CONNECTORS, plugsFor, type ConnectorId } from "../../trade/connectors";
import { phasesAt, type Cable, type Car, type Household, type Outlet, type Evse } from "../../things/parts";
import {
  compile,
  isRefusal,
  REFUSAL_WORDS,
  type ChargingPath,
  type PhaseCount,
  type Refusal,
} from "../../engine/path";
import { glance, momentAt } from "../../engine/session";
import { MIN_AMPS } from "../../trade/signals";
import { ADAPTER_AMPS, CABLES } from "../../trade/sizes";
import { hasEarth, outletType } from "../../trade/outlets";
import { supplySystem } from "../../trade/supply";
import { watts, type Amps, type Watts } from "../../trade/units";
import { adaptersFor, cablesFor, evsesFor, type PathParts } from "./choose";
import type { Garage, Kept } from "./kinds";

/** What a car gets at an outlet, with the unit, cable and adapter of the household that give it most. */
export interface Fitting {
  readonly parts: Pick<PathParts, "evseId" | "cableId" | "adapterId">;
  readonly inletW: Watts;
  readonly amps: Amps;
  readonly phases: PhaseCount;
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
    phases: flow.way.phases,
    current: circuit.current,
    over: amps > circuit.holds * (1 + 1e-9),
  };
}

const better = (a: Fitting, b: Fitting): boolean =>
  a.over !== b.over ? b.over : a.inletW > b.inletW * (1 + 1e-9);

/** Cables and adapters by which a unit may reach a car; with none of either where it reaches it by itself. */
function waysTo(
  garage: Garage,
  evse: Evse,
  car: Car,
): readonly (readonly [Row<Cable>, Row<Garage["adapters"][number]["spec"]>])[] {
  if (evse.output.kind === "tethered")
    return [
      [null, null],
      ...adaptersFor(garage, evse, undefined, car).map((adapter) => [null, adapter] as const),
    ];
  const direct = cablesFor(garage, evse, car).map((cable) => [cable, null] as const);
  const adapted = garage.cables
    .filter(({ spec }) => evse.output.kind === "socket" && spec.stationEnd === evse.output.connector)
    .flatMap((cable) =>
      adaptersFor(garage, evse, cable.spec, car).map((adapter) => [cable, adapter] as const),
    );
  return [...direct, ...adapted];
}

/** The ways of a unit to a car, found once for all that look for them. */
type WaysTo = typeof waysTo;

const all = JSON.stringify;
/** Cables that differ in their names, masses and prices alone carry the same. */
const carries = ({ name: _, massKg: __, price: ___, ...cable }: Cable): string => all(cable);

/** {@link waysTo}, each found once for a unit and an inlet; of cables that carry the same the first one stands for all. */
function waysOnce(): WaysTo {
  const found = new Map<string, ReturnType<WaysTo>>();
  return (garage, evse, car) => {
    const key = all([evse.output, car.inlets]);
    const known = found.get(key);
    if (known) return known;
    const seen = new Set<string>();
    const ways = waysTo(garage, evse, car).filter(([cable, adapter]) => {
      const way = `${cable && carries(cable.spec)} ${adapter?.id}`;
      if (seen.has(way)) return false;
      seen.add(way);
      return true;
    });
    found.set(key, ways);
    return ways;
  };
}

const wiringOf = (phases: number): string => (phases === 3 ? "three-phase" : "single-phase");
const sizeFrom = (sizes: readonly Amps[], amps: Amps): Amps =>
  sizes.find((size) => size >= amps) ?? sizes.at(-1)!;
const chargerAmps = (car: Car, phases: number): Amps =>
  Math.max(0, ...car.charger.limits.filter((limit) => limit.phases === phases).map((limit) => limit.amps));

/** Something a household lacks: in words, and as the part that is tried before it is spoken of. */
interface Lacking {
  readonly words: string;
  readonly part: Pick<ChargingPath, "cable"> | Pick<ChargingPath, "adapter"> | Pick<ChargingPath, "evse">;
}

/** What to bring to a unit that is there: a cable for its socket, or an adapter for its plug. */
function toReach(evse: Evse, outlet: Outlet, car: Car): Lacking | null {
  const { connector } = evse.output;
  const { current } = CONNECTORS[connector];
  const plugs = plugsFor(car.inlets, current);
  const [plug] = plugs;
  if (!plug) return null;
  const name = (id: ConnectorId) => CONNECTORS[id].name;
  if (evse.output.kind === "tethered") {
    const amps = sizeFrom(ADAPTER_AMPS[current], evse.maxAmps);
    const makers = current === "DC" ? ", if the car’s maker allows one" : "";
    return {
      words: `an adapter from ${name(connector)} to ${name(plug)}, ${amps} A${makers}`,
      part: { adapter: { name: "adapter", from: connector, to: plug, amps } },
    };
  }
  const takes = plugs.includes(connector) ? connector : plug;
  const most = Math.min(evse.phases, phasesAt(outlet).phases, CONNECTORS[takes].phases);
  const phases = most === 3 && chargerAmps(car, 3) > 0 ? 3 : 1;
  const wanted = Math.min(evse.maxAmps, chargerAmps(car, phases) || evse.maxAmps);
  const { amps, gauge } = CABLES.find((cable) => cable.amps >= wanted) ?? CABLES.at(-1)!;
  const ends = takes === connector ? `${name(takes)} cable` : `${name(connector)} to ${name(takes)} cable`;
  return {
    words: `a ${ends}, ${wiringOf(phases)}, ${amps} A`,
    part: {
      cable: { name: "cable", stationEnd: connector, vehicleEnd: takes, phases, amps, lengthM: 5, gauge },
    },
  };
}

/** Amps an outlet and its circuit leave a car for hours. */
function leftAt(outlet: Outlet, { houseRule }: Household): Amps {
  const { breakerAmps, otherLoadAmps } = outlet.circuit;
  const circuit = Math.floor(
    breakerAmps * supplySystem(outlet.supply.system).continuousShare - otherLoadAmps + 1e-9,
  );
  return outlet.kind === "socket" ? Math.min(circuit, outletType(outlet.type).sustained[houseRule]) : circuit;
}

/** What an outlet wants where the household has no unit for it. */
function evseWanted(outlet: Outlet, car: Car, amps: Amps): Lacking | null {
  const [connector] = plugsFor(car.inlets, "AC");
  if (!connector) return null;
  const phases = Math.min(phasesAt(outlet).phases, CONNECTORS[connector].phases) === 3 ? 3 : 1;
  const common = {
    name: "unit",
    phases,
    maxAmps: Math.min(80, amps),
    steps: [],
    standingW: 0,
    output: { kind: "tethered", connector, lengthM: 5, gauge: "6 mm2" },
  } as const;
  if (outlet.kind === "socket")
    return {
      words: `a portable unit with a plug for ${outletType(outlet.type).name}, set to ${amps} A or less`,
      part: {
        evse: {
          ...common,
          steps: [],
          kind: "portable",
          plugs: [{ type: outlet.type, amps }],
          knowsPlugs: true,
        },
      },
    };
  return {
    words: `a wallbox wired in, ${wiringOf(phases)}, set to ${amps} A or less`,
    part: { evse: { ...common, steps: [], kind: "wallbox" } },
  };
}

/** What has to be put right before anything may be bought for an outlet. */
const firstOf = (outlet: Outlet): string =>
  outlet.condition === "worn" || (outlet.kind === "socket" && !hasEarth(outlet.type))
    ? ", once an electrician has put the outlet right"
    : "";

/**
 * What a car gets at one outlet of the household: the best of its units, cables and adapters there, or why nothing.
 * @example fitOf(garage, curlew, boathouseSocket).fitting?.inletW // 2239
 */
export const fitOf = (garage: Garage, car: Kept<Car>, outlet: Kept<Outlet>): Fit =>
  fitBy(waysTo, garage, car, outlet);

/**
 * Every car at every outlet, outlet by outlet; it yields how far it is (0 to 1) after each. Ways are found once, and of
 * cars that differ in their names alone one stands for all wherever it charges.
 * @example [...fitsOf(garage)].at(-1) // 1
 */
export function* fitsOf(garage: Garage): Generator<number, Fit[][]> {
  const ways = waysOnce();
  const keys = garage.cars.map(({ spec: { name: _, ...spec } }) => all(spec));
  const cells = garage.cars.length * garage.outlets.length;
  const rows: Fit[][] = [];
  for (const outlet of garage.outlets) {
    const known = new Map<string, Fit>();
    const row: Fit[] = [];
    for (const [i, car] of garage.cars.entries()) {
      const same = known.get(keys[i]!);
      const fit = same?.fitting ? { ...same, carId: car.id } : fitBy(ways, garage, car, outlet);
      known.set(keys[i]!, fit);
      row.push(fit);
      yield (rows.length * garage.cars.length + row.length) / cells;
    }
    rows.push(row);
  }
  return rows;
}

function fitBy(waysOf: WaysTo, garage: Garage, car: Kept<Car>, outlet: Kept<Outlet>): Fit {
  const ids = { carId: car.id, outletId: outlet.id };
  const household = garage.household.spec;
  const amps = leftAt(outlet.spec, household);
  /** What is lacking, where it would really make the car charge there. */
  const spokenOf = (base: ChargingPath, lacking: Lacking | null): string | null =>
    lacking && amps >= MIN_AMPS && !isRefusal(compile({ ...base, ...lacking.part }))
      ? `${lacking.words}${firstOf(outlet.spec)}`
      : null;
  const evses = evsesFor(garage, outlet);
  if (evses.length === 0) {
    const lacking = evseWanted(outlet.spec, car.spec, amps);
    const base = { car: car.spec, outlet: outlet.spec, houseRule: household.houseRule } as ChargingPath;
    const small = amps < MIN_AMPS;
    return {
      ...ids,
      fitting: null,
      misfit: {
        word: small ? REFUSAL_WORDS["below-six-amps"] : "no unit",
        why: small
          ? `${outlet.spec.name} leaves ${Math.max(0, amps)} A for hours; a car needs at least ${MIN_AMPS} A.`
          : `Nothing of yours can be fed from ${outlet.spec.name}.`,
        missing: spokenOf(base, lacking),
      },
    };
  }
  let best: Fitting | null = null;
  let misfit: Misfit | null = null;
  for (const evse of evses) {
    const base = { car: car.spec, outlet: outlet.spec, evse: evse.spec, houseRule: household.houseRule };
    const ways = waysOf(garage, evse.spec, car.spec);
    for (const [cable, adapter] of ways.length > 0 ? ways : [[null, null] as const]) {
      const found = fittingOf(
        { ...base, cable: cable?.spec, adapter: adapter?.spec },
        { evseId: evse.id, cableId: cable?.id ?? null, adapterId: adapter?.id ?? null },
      );
      if (!isRefusal(found)) {
        if (!best || better(found, best)) best = found;
        continue;
      }
      if (misfit?.missing) continue;
      const { code, message } = found;
      const reaching = code === "cable-needed" || code === "plug-does-not-fit-inlet";
      const missing = reaching ? spokenOf(base, toReach(evse.spec, outlet.spec, car.spec)) : null;
      const { current } = CONNECTORS[evse.spec.output.connector];
      const noInlet = code === "plug-does-not-fit-inlet" && plugsFor(car.spec.inlets, current).length === 0;
      if (!misfit || missing)
        misfit = { word: noInlet ? `no ${current} inlet` : REFUSAL_WORDS[code], why: message, missing };
    }
  }
  return { ...ids, fitting: best, misfit: best ? null : misfit };
}
