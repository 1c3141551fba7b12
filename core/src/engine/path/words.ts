import { CONNECTORS, INLETS, inletFor } from "../../trade/connectors";
import { ampacitySource, cordAmps, fixedAmps } from "../../trade/conductors";
import { outletType } from "../../trade/outlets";
import { curveAssumed, phasesAt, usualShape } from "../../things/parts";
import { SOURCES } from "../../trade/sources";
import { supplySystem } from "../../trade/supply";
import type { ChargingPath } from "./describe";
import { plugAtCar } from "./fit";
import type { LinkKind, LinkWords } from "./link";
import { leadAmps, plugInUse, stationNow, typeAtLead, typeAtOutlet, evseAmps } from "./links";
import { withArticle } from "../../trade/units";

/**
 * A gauge as people write it: 2.5 mm².
 * @example gaugeText("2.5 mm2") // "2.5 mm²"
 */
export const gaugeText = (gauge: string): string => gauge.replace("mm2", "mm²");

function circuit({ outlet }: ChargingPath): LinkWords {
  const { breakerAmps, otherLoadAmps, run } = outlet.circuit;
  const share = supplySystem(outlet.supply.system).continuousShare;
  const conductor = run && fixedAmps(run.gauge, phasesAt(outlet).phases, "kind");
  const thin = conductor !== undefined && conductor < breakerAmps;
  const of = thin
    ? `the ${conductor} A of ${gaugeText(run!.gauge)}`
    : withArticle(`${breakerAmps} A breaker`);
  const holds = share < 1 ? `80 % of ${of}` : of;
  return {
    name: run ? `${run.lengthM} m of ${gaugeText(run.gauge)}` : `${breakerAmps} A circuit`,
    why: otherLoadAmps > 0 ? `${holds}, less ${otherLoadAmps} A of other loads` : holds,
    source: thin ? ampacitySource(run!.gauge) : share < 1 ? SOURCES.continuous : SOURCES.breaker,
  };
}

function outlet(path: ChargingPath): LinkWords {
  const { outlet: at, houseRule, lead } = path;
  if (at.kind !== "socket") throw new Error("a unit that is wired in has no outlet");
  const type = outletType(typeAtOutlet(path, at.type));
  const sustained = type.sustained[houseRule];
  const plug = lead || (path.evse.kind === "portable" && path.evse.knowsPlugs) ? undefined : plugInUse(path);
  if (plug && plug.amps < sustained)
    return {
      name: at.name,
      why: `the unit's plug is made for ${plug.amps} A; nothing in it holds the current down`,
      source: SOURCES.label,
    };
  return {
    name: at.name,
    why: `${type.name}: ${sustained} A for hours by the ${houseRule} house rule; ${type.ratedAmps} A is moulded on it`,
    source: houseRule === "rated" ? SOURCES.rating : houseRule === "usual" ? type.source : SOURCES.practice,
  };
}

function lead(path: ChargingPath): LinkWords {
  const own = path.lead!;
  const holds = leadAmps(path);
  const cord = own.resistance.by === "conductor" ? cordAmps(own.resistance.gauge) : undefined;
  if (holds === own.amps) return { name: own.name, why: `rated ${own.amps} A`, source: SOURCES.label };
  if (holds === cord && own.resistance.by === "conductor")
    return {
      name: own.name,
      why: `its cord of ${gaugeText(own.resistance.gauge)} carries ${cord} A`,
      source: SOURCES.ampacityCord,
    };
  const type = outletType(typeAtLead(path));
  return {
    name: own.name,
    why: `it ends in ${type.name}: ${holds} A for hours by the ${path.houseRule} house rule`,
    source: type.source,
  };
}

function evse(path: ChargingPath): LinkWords {
  const { evse: own, settings } = path;
  if (own.kind === "rapid") {
    const { maxW, maxAmps } = stationNow(own, settings?.otherBusy ?? false);
    const sharing = maxW < own.maxW ? ", shared with the car beside" : "";
    return {
      name: own.name,
      why: `${Math.round(maxW / 1000)} kW on its sign, ${Math.round(maxAmps)} A at most${sharing}; the lesser of the two at the pack's volts`,
      source: SOURCES.label,
    };
  }
  const offers = evseAmps(path);
  const setting = settings?.evseAmps ?? own.setAmps;
  return {
    name: own.name,
    why:
      setting !== undefined && setting === offers && setting < own.maxAmps
        ? `set to ${setting} A`
        : offers < own.maxAmps
          ? `offers ${offers} A with this plug`
          : `offers up to ${own.maxAmps} A`,
    source: SOURCES.label,
  };
}

function cable({ evse: own, cable: loose }: ChargingPath): LinkWords {
  if (own.output.kind === "tethered")
    return {
      name: `${own.name}’s own cable`,
      why:
        own.kind === "rapid"
          ? `made for the station's ${own.maxAmps} A`
          : `made for the unit's ${own.maxAmps} A`,
      source: SOURCES.label,
    };
  // fitProblem has already made sure that a socketed unit comes with a cable.
  const { name, amps, phases } = loose!;
  return {
    name,
    why: `${amps} A on ${phases === 1 ? "one phase" : "each of three phases"}, told to both sides by its proximity resistor`,
    source: SOURCES.proximity,
  };
}

function inlet({ car, evse: own, cable: loose, adapter }: ChargingPath): LinkWords {
  const plug = adapter?.to ?? plugAtCar(own, loose)!;
  return {
    name: INLETS[inletFor(plug, car.inlets)!].name,
    why: `the most its contacts are standardised for (${CONNECTORS[plug].standard})`,
    source: SOURCES.connector,
  };
}

function charger({ car, settings }: ChargingPath): LinkWords {
  const { limits, capW } = car.charger;
  const set = settings?.carAmps;
  const listed = limits.map((limit) => `${limit.phases} × ${limit.amps} A`).join(" or ");
  return {
    name: car.name,
    why:
      set !== undefined
        ? `set to ${set} A in the car`
        : capW === undefined
          ? listed
          : `${listed}, and ${capW / 1000} kW at most`,
    source: SOURCES.label,
  };
}

const WORDS: Record<LinkKind, (path: ChargingPath) => LinkWords> = {
  circuit,
  outlet,
  lead,
  evse,
  cable,
  adapter: ({ adapter }) => ({
    name: adapter!.name,
    why: `rated ${adapter!.amps} A`,
    source: SOURCES.label,
  }),
  inlet,
  charger,
  battery: ({ car, evse: own }) =>
    curveAssumed(car.battery, own.kind === "rapid")
      ? {
          name: car.name,
          why: `what a pack of its size usually accepts at this state of charge and temperature (the shape “${usualShape(car.battery)}”): its own curve is not known`,
          source: SOURCES.usualTaper,
        }
      : {
          name: car.name,
          why: "what the battery accepts at this state of charge and temperature",
          source: SOURCES.taper,
        },
};

/**
 * What a link of the path is called, and why its ceiling is what it is.
 * @example wordsOf(path, "cable").name // "thin three-phase cable"
 */
export const wordsOf = (path: ChargingPath, kind: LinkKind): LinkWords => WORDS[kind](path);
