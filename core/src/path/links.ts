import { CONNECTORS, INLETS, inletFor } from "../connectors";
import { fixedOhmsPerKm, oneWayOhms } from "../conductors";
import { outletType } from "../outlets";
import { cableOhms, lanesAt, leadOhms, type Outlet, type Unit } from "../parts";
import { SOURCES } from "../sources";
import { supplySystem } from "../supply";
import type { Amps, Ohms } from "../units";
import type { ChargingPath } from "./describe";
import { plugAtCar } from "./fit";
import { sameOnEachLane, type Link } from "./link";

/** Resistance of one mated contact pair, one conductor (common practice: a few milliohms). */
export const CONTACT_OHMS: Ohms = 0.003;

/** Amps the circuit can hold for hours, after what else draws on it. */
export const circuitAmps = (outlet: Outlet): Amps =>
  Math.max(
    0,
    outlet.circuit.breakerAmps * supplySystem(outlet.supply.system).continuousShare -
      outlet.circuit.otherLoadAmps,
  );

function circuitLink(outlet: Outlet): Link {
  const { breakerAmps, otherLoadAmps, run } = outlet.circuit;
  const share = supplySystem(outlet.supply.system).continuousShare;
  const continuous = share < 1 ? `80 % of a ${breakerAmps} A breaker` : `${breakerAmps} A breaker`;
  const { lanes } = lanesAt(outlet);
  return {
    kind: "circuit",
    name: run ? `${run.lengthM} m of ${run.gauge.replace("mm2", "mm²")}` : `${breakerAmps} A circuit`,
    lanes,
    ampsOn: sameOnEachLane(lanes, circuitAmps(outlet)),
    why: otherLoadAmps > 0 ? `${continuous}, less ${otherLoadAmps} A of other loads` : continuous,
    source: share < 1 ? SOURCES.continuous : SOURCES.rating,
    ohms: run ? oneWayOhms(fixedOhmsPerKm(run.gauge), run.lengthM, run.temperatureC) : 0,
  };
}

function outletLink({ outlet, houseRule }: ChargingPath): Link | undefined {
  if (outlet.kind !== "socket") return undefined;
  const type = outletType(outlet.type);
  const { lanes } = lanesAt(outlet);
  return {
    kind: "outlet",
    name: outlet.name,
    lanes,
    ampsOn: sameOnEachLane(lanes, type.sustained[houseRule]),
    why: `${type.name}: ${type.sustained[houseRule]} A for hours by the ${houseRule} house rule; ${type.ratedAmps} A is moulded on it`,
    source: houseRule === "rated" ? SOURCES.rating : houseRule === "usual" ? type.source : SOURCES.practice,
    ohms: CONTACT_OHMS,
  };
}

function leadLink({ lead }: ChargingPath): Link | undefined {
  if (!lead) return undefined;
  const lanes = outletType(lead.socket).tap === "three" ? 3 : 1;
  return {
    kind: "lead",
    name: lead.name,
    lanes,
    ampsOn: sameOnEachLane(lanes, lead.amps),
    why: `rated ${lead.amps} A`,
    source: SOURCES.label,
    ohms: leadOhms(lead) + CONTACT_OHMS,
  };
}

/** What the unit offers here: the least of its own most, its plug's, and the step it is set to. */
export function unitAmps(unit: Unit, fedFrom: string | undefined, setting: Amps | undefined): [Amps, string] {
  const plug = unit.kind === "portable" ? unit.plugs.find((p) => p.type === fedFrom) : undefined;
  const offers: [Amps, string][] = [[unit.maxAmps, `offers up to ${unit.maxAmps} A`]];
  if (plug) offers.push([plug.amps, `holds ${plug.amps} A with this plug`]);
  if (setting !== undefined) offers.push([setting, `set to ${setting} A`]);
  return offers.reduce((least, offer) => (offer[0] < least[0] ? offer : least));
}

function unitLink({ unit, outlet, lead, settings }: ChargingPath): Link {
  const fedFrom = lead?.socket ?? (outlet.kind === "socket" ? outlet.type : undefined);
  const [amps, why] = unitAmps(unit, fedFrom, settings?.unitAmps ?? unit.setAmps);
  return {
    kind: "unit",
    name: unit.name,
    lanes: unit.lanes,
    ampsOn: sameOnEachLane(unit.lanes, amps),
    why,
    source: SOURCES.label,
    ohms: 0,
  };
}

function cableLink({ unit, cable }: ChargingPath): Link {
  if (unit.output.kind === "tethered") {
    const { lengthM, gauge } = unit.output;
    return {
      kind: "cable",
      name: `${unit.name}’s own cable`,
      lanes: unit.lanes,
      ampsOn: sameOnEachLane(unit.lanes, unit.maxAmps),
      why: `made for the unit's ${unit.maxAmps} A`,
      source: SOURCES.label,
      ohms: cableOhms({ gauge, lengthM }) + CONTACT_OHMS,
    };
  }
  // fitProblem has already made sure that a socketed unit comes with a cable.
  const own = cable!;
  return {
    kind: "cable",
    name: own.name,
    lanes: own.lanes,
    ampsOn: sameOnEachLane(own.lanes, own.amps),
    why: `${own.amps} A on ${own.lanes === 1 ? "one lane" : "each of three lanes"}, told to both sides by its proximity resistor`,
    source: SOURCES.proximity,
    ohms: cableOhms(own) + 2 * CONTACT_OHMS,
  };
}

function adapterLink({ adapter }: ChargingPath): Link | undefined {
  if (!adapter) return undefined;
  const lanes = Math.min(CONNECTORS[adapter.from].lanes, CONNECTORS[adapter.to].lanes);
  return {
    kind: "adapter",
    name: adapter.name,
    lanes,
    ampsOn: sameOnEachLane(lanes, adapter.amps),
    why: `rated ${adapter.amps} A`,
    source: SOURCES.label,
    ohms: CONTACT_OHMS,
  };
}

function inletLink({ car, unit, cable, adapter }: ChargingPath): Link {
  const plug = adapter?.to ?? plugAtCar(unit, cable)!;
  const { lanes, amps, standard } = CONNECTORS[plug];
  return {
    kind: "inlet",
    name: INLETS[inletFor(plug, car.inlets)!].name,
    lanes,
    ampsOn: sameOnEachLane(lanes, amps),
    why: `the most its contacts are standardised for (${standard})`,
    source: SOURCES.rating,
    ohms: 0,
  };
}

function chargerLink({ car, outlet, settings }: ChargingPath): Link {
  const { limits, delta } = car.charger;
  const set = settings?.carAmps ?? Infinity;
  // Without a neutral, a charger that is not made for it works on one line-to-line lane only.
  const most = lanesAt(outlet).delta && !delta ? 1 : 3;
  const on = (n: number): Amps =>
    n > most ? 0 : Math.min(set, limits.find((limit) => limit.lanes === n)?.amps ?? 0);
  return {
    kind: "charger",
    name: car.name,
    lanes: Math.max(...limits.map((limit) => limit.lanes)),
    ampsOn: [0, on(1), on(2), on(3)],
    why:
      set < Infinity
        ? `set to ${set} A in the car`
        : limits.map((limit) => `${limit.lanes} × ${limit.amps} A`).join(" or "),
    source: SOURCES.label,
    ohms: 0,
  };
}

/** The links of an AC path in walking order. The path must fit together ({@link fitProblem}). */
export const linksOf = (path: ChargingPath): Link[] =>
  [
    circuitLink(path.outlet),
    outletLink(path),
    leadLink(path),
    unitLink(path),
    cableLink(path),
    adapterLink(path),
    inletLink(path),
    chargerLink(path),
  ].filter((link) => link !== undefined);
