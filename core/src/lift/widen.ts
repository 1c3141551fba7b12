import { CONNECTORS } from "../connectors";
import { FIXED_GAUGES, gaugeArea } from "../conductors";
import { outletType } from "../outlets";
import type { ChargingPath, OperatingPoint } from "../path";
import { supplySystem, tapOf } from "../supply";
import {
  ADAPTER_SIZES,
  BREAKER_SIZES,
  CABLE_SIZES,
  NEXT_OUTLET,
  STATION_AMPS,
  STATION_SIZES_W,
  UNIT_SIZES,
} from "./sizes";

/** A path with one link made wider, and what was done to it in words. */
export interface Widened {
  readonly path: ChargingPath;
  readonly what: string;
}

const nextSize = (sizes: readonly number[], above: number): number | undefined =>
  sizes.find((size) => size > above);

function widerCircuit(path: ChargingPath, { boundBy }: OperatingPoint): Widened | undefined {
  const { outlet } = path;
  const { run } = outlet.circuit;
  const withCircuit = (circuit: Partial<typeof outlet.circuit>, what: string): Widened => ({
    path: { ...path, outlet: { ...outlet, circuit: { ...outlet.circuit, ...circuit } } },
    what,
  });
  if (boundBy === "voltage-sag" && run) {
    const gauge = FIXED_GAUGES.filter((g) => gaugeArea(g) > gaugeArea(run.gauge))
      .filter((g) => g.endsWith("AWG") === run.gauge.endsWith("AWG"))
      .sort((a, b) => gaugeArea(a) - gaugeArea(b))[0];
    return gauge && withCircuit({ run: { ...run, gauge } }, `a run of ${gauge.replace("mm2", "mm²")}`);
  }
  if (outlet.circuit.otherLoadAmps > 0)
    return withCircuit({ otherLoadAmps: 0 }, "the circuit to itself, other loads moved away");
  const sizes =
    supplySystem(outlet.supply.system).continuousShare < 1 ? BREAKER_SIZES.nec : BREAKER_SIZES.iec;
  const breakerAmps = nextSize(sizes, outlet.circuit.breakerAmps);
  return breakerAmps === undefined
    ? undefined
    : withCircuit({ breakerAmps }, `a circuit for ${breakerAmps} A, conductors to match`);
}

function widerOutlet(path: ChargingPath): Widened | undefined {
  const { outlet, unit } = path;
  if (outlet.kind !== "socket") return undefined;
  const type = NEXT_OUTLET[outlet.type];
  if (!type || !tapOf(outlet.supply.system, outletType(type).tap) || unit.kind !== "portable")
    return undefined;
  const { name, ratedAmps } = outletType(type);
  const plug = unit.plugs.find((p) => p.type === type) ?? { type, amps: Math.min(unit.maxAmps, ratedAmps) };
  return {
    path: {
      ...path,
      lead: undefined,
      outlet: {
        ...outlet,
        type,
        circuit: { ...outlet.circuit, breakerAmps: Math.max(outlet.circuit.breakerAmps, ratedAmps) },
      },
      unit: { ...unit, plugs: [...unit.plugs.filter((p) => p.type !== type), plug] },
    },
    what: path.lead
      ? `an outlet where the car stands (${name}) on its own circuit, the plug for it, and no lead`
      : `an outlet for ${ratedAmps} A (${name}) on its own circuit, and the plug for it`,
  };
}

function widerUnit(path: ChargingPath, point: OperatingPoint): Widened | undefined {
  const { unit, settings } = path;
  if (unit.kind === "rapid") {
    if (settings?.otherBusy && unit.shared)
      return {
        path: { ...path, settings: { ...settings, otherBusy: false } },
        what: "the station to yourself",
      };
    const maxW = nextSize(STATION_SIZES_W, unit.maxW) as (typeof STATION_SIZES_W)[number] | undefined;
    return maxW === undefined
      ? undefined
      : {
          path: { ...path, unit: { ...unit, maxW, maxAmps: Math.max(unit.maxAmps, STATION_AMPS[maxW]) } },
          what: `a ${maxW / 1000} kW station`,
        };
  }
  if (point.boundBy === "lanes" && unit.lanes === 1)
    return { path: { ...path, unit: { ...unit, lanes: 3 } }, what: "a three-phase unit" };
  const set = settings?.unitAmps ?? unit.setAmps;
  if (set !== undefined && set < unit.maxAmps)
    return {
      path: {
        ...path,
        settings: { ...settings, unitAmps: undefined },
        unit: { ...unit, setAmps: undefined },
      },
      what: "the unit turned up to what it can give",
    };
  const maxAmps = nextSize(UNIT_SIZES, point.amps);
  if (maxAmps === undefined) return undefined;
  const wider =
    unit.kind === "portable"
      ? {
          ...unit,
          maxAmps: Math.max(unit.maxAmps, maxAmps),
          plugs: unit.plugs.map((p) => ({ ...p, amps: Math.max(p.amps, maxAmps) })),
        }
      : { ...unit, maxAmps: Math.max(unit.maxAmps, maxAmps) };
  return { path: { ...path, unit: wider }, what: `a unit for ${maxAmps} A` };
}

function widerCable(path: ChargingPath, point: OperatingPoint): Widened | undefined {
  const { cable, unit } = path;
  if (!cable) {
    // A tethered cable is as wide as its unit: the unit is what one would change.
    return widerUnit(path, point);
  }
  const canBeThree = CONNECTORS[cable.stationEnd].lanes === 3 && CONNECTORS[cable.vehicleEnd].lanes === 3;
  if (point.boundBy === "lanes" && cable.lanes === 1 && canBeThree)
    return {
      path: { ...path, cable: { ...cable, lanes: 3, name: "three-phase cable" } },
      what: `a three-phase cable for ${cable.amps} A`,
    };
  const amps = nextSize(CABLE_SIZES, cable.amps);
  if (amps === undefined) return undefined;
  const phases = unit.lanes === 1 || point.lanes === 1 ? "plain single-phase " : "";
  return {
    path: { ...path, cable: { ...cable, amps, gauge: amps > 20 ? "6 mm2" : cable.gauge } },
    what: `a ${phases}cable for ${amps} A`,
  };
}

function widerAdapter(path: ChargingPath): Widened | undefined {
  const amps = path.adapter && nextSize(ADAPTER_SIZES, path.adapter.amps);
  return amps === undefined || !path.adapter
    ? undefined
    : { path: { ...path, adapter: { ...path.adapter, amps } }, what: `an adapter for ${amps} A` };
}

/** The path with its narrowest link replaced by the next sensible size, or undefined where the car itself binds. */
export function widen(path: ChargingPath, point: OperatingPoint): Widened | undefined {
  switch (point.links[point.binding]!.kind) {
    case "circuit":
      return widerCircuit(path, point);
    case "outlet":
      return widerOutlet(path);
    case "lead":
      return { path: { ...path, lead: undefined }, what: "no extension lead: plugged straight in" };
    case "unit":
      return widerUnit(path, point);
    case "cable":
      return widerCable(path, point);
    case "adapter":
      return widerAdapter(path);
    case "charger": {
      const set = path.settings?.carAmps;
      return set === undefined
        ? undefined
        : {
            path: { ...path, settings: { ...path.settings, carAmps: undefined } },
            what: "the limit in the car lifted",
          };
    }
    default:
      return undefined;
  }
}
