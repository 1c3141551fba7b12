import { CONNECTORS, inletFor, plugsFor, type ConnectorId } from "../../trade/connectors";
import { feedOf, outletType, plugGoesInto, type OutletTypeId } from "../../trade/outlets";
import { leadTap } from "./feed";
import { packSpan, type Cable, type Lead, type Outlet, type Evse } from "../../things/parts";
import { tapOf } from "../../trade/supply";
import type { ChargingPath } from "./describe";
import type { Refusal } from "./refusal";
import { withArticle } from "../../trade/units";

const outletName = (id: OutletTypeId) => outletType(id).name;
const connectorName = (id: ConnectorId) => CONNECTORS[id].name;
const listed = (names: readonly string[]) => [...new Set(names)].join(" or ");

/**
 * The plug that reaches the car before any adapter: the cable's, or that of a tethered unit.
 * @example plugAtCar(plan.evse, plan.cable) // "type2"
 */
export const plugAtCar = (evse: Evse, cable: Cable | undefined): ConnectorId | undefined =>
  evse.output.kind === "tethered" ? evse.output.connector : cable?.vehicleEnd;

/**
 * Whether a unit can be fed from an outlet directly: one of its plugs goes in, or it is wired in there.
 * @example evseFitsOutlet(plan.evse, wallSocket) // false
 */
export const evseFitsOutlet = (evse: Evse, outlet: Outlet): boolean =>
  evse.kind === "portable"
    ? outlet.kind === "socket" && evse.plugs.some((plug) => plugGoesInto(plug.type, outlet.type))
    : outlet.kind === "hardwired";

/** Whether what a lead's plug lacks is a neutral: its outlet has the volts, and two contacts to take them from. */
const lacksNeutral = ({ supply: { system } }: Outlet, { plug, socket }: Lead): boolean => {
  const to = feedOf(socket, system)?.tap;
  return !!to && tapOf(system, to)!.neutral && !outletType(plug).conductors.includes("N");
};

function outletProblem({ outlet, lead, evse }: ChargingPath): Refusal | undefined {
  if (lead) {
    if (outlet.kind !== "socket" || !plugGoesInto(lead.plug, outlet.type))
      return {
        field: "lead",
        code: "lead-does-not-fit",
        message: `The lead's plug, ${outletName(lead.plug)}, does not go into ${outlet.name}.`,
        remedy: "Leave the lead out, or take one with the plug of this outlet.",
      };
    if (evse.kind !== "portable" || !evse.plugs.some((plug) => plugGoesInto(plug.type, lead.socket)))
      return {
        field: "lead",
        code: "lead-does-not-fit",
        message: `${evse.name} has no plug for the lead's ${outletName(lead.socket)} socket.`,
        remedy: "Leave the lead out, or take one with a socket the unit fits.",
      };
    if (!leadTap(outlet, lead))
      return {
        field: "lead",
        code: "lead-cannot-feed",
        message: `The lead ends in a socket of type ${outletName(lead.socket)}, and ${outlet.name} cannot give it the ${lacksNeutral(outlet, lead) ? `neutral that type is for: ${outletName(lead.plug)} has none` : "volts or phases that type is for"}.`,
        remedy: `Leave the lead out, or take one that ends in ${outletName(outlet.type)}.`,
      };
    return undefined;
  }
  if (evseFitsOutlet(evse, outlet)) return undefined;
  const remedy =
    outlet.kind === "hardwired"
      ? `${outlet.name} is wired to its own unit: use that one.`
      : `Take a portable unit with ${withArticle(`${outletName(outlet.type)} plug`)}.`;
  const has =
    evse.kind === "portable"
      ? `has plugs for ${listed(evse.plugs.map((p) => outletName(p.type)))}`
      : "is wired in where it hangs";
  return {
    field: "evse",
    code: "evse-does-not-fit-outlet",
    message: `${evse.name} ${has}, so it cannot be fed from ${outlet.name}.`,
    remedy,
  };
}

function cableProblem({ evse, cable }: ChargingPath): Refusal | undefined {
  if (evse.output.kind === "tethered")
    return cable
      ? {
          field: "cable",
          code: "cable-not-wanted",
          message: `${evse.name} has its own cable; ${cable.name} cannot be put in between.`,
          remedy: "Choose “its own cable”.",
        }
      : undefined;
  const socket = connectorName(evse.output.connector);
  if (!cable)
    return {
      field: "cable",
      code: "cable-needed",
      message: `${evse.name} has a ${socket} socket and no cable of its own.`,
      remedy: `Bring a cable with a ${socket} station end.`,
    };
  return cable.stationEnd === evse.output.connector
    ? undefined
    : {
        field: "cable",
        code: "cable-does-not-fit-evse",
        message: `${cable.name} has a ${connectorName(cable.stationEnd)} station end; ${evse.name} has a ${socket} socket.`,
        remedy: `Take a cable with a ${socket} station end.`,
      };
}

/** What a car's inlets take of one current, in words. */
const wantedBy = (car: ChargingPath["car"], plug: ConnectorId): string =>
  listed(plugsFor(car.inlets, CONNECTORS[plug].current).map(connectorName));

function inletProblem({ car, evse, cable, adapter }: ChargingPath): Refusal | undefined {
  const plug = plugAtCar(evse, cable)!;
  if (adapter && adapter.from !== plug)
    return {
      field: "adapter",
      code: "adapter-does-not-fit",
      message: `${adapter.name} takes a ${connectorName(adapter.from)} plug; the one that comes is ${connectorName(plug)}.`,
      remedy: inletFor(plug, car.inlets)
        ? `Leave the adapter out: ${car.name} takes ${connectorName(plug)}.`
        : `Take an adapter from ${connectorName(plug)} to ${wantedBy(car, plug)}.`,
    };
  if (adapter && CONNECTORS[adapter.from].current !== CONNECTORS[adapter.to].current)
    return {
      field: "adapter",
      code: "adapter-changes-current",
      message: `${adapter.name} would lead ${CONNECTORS[adapter.from].current} into an inlet for ${CONNECTORS[adapter.to].current}: no adapter turns one into the other.`,
      remedy: "Leave the adapter out; take a way in that gives what the inlet is for.",
    };
  const arriving = adapter ? adapter.to : plug;
  if (inletFor(arriving, car.inlets)) return undefined;
  const wanted = wantedBy(car, plug);
  const [current, other] =
    CONNECTORS[plug].current === "DC" ? ["direct", "alternating"] : ["alternating", "direct"];
  const field = adapter ? "adapter" : cable ? "cable" : "evse";
  const part = adapter?.name ?? cable?.name ?? evse.name;
  return {
    field,
    code: "plug-does-not-fit-inlet",
    message: `${part} ends in a ${connectorName(arriving)} plug; ${car.name} takes ${wanted || `no ${current} current`}.`,
    remedy: !wanted
      ? `Take a way in that gives ${other} current.`
      : cable
        ? `Take a cable with a ${wanted} vehicle end.`
        : `Take a unit that ends in ${wanted}, or an adapter from ${connectorName(plug)} to ${wanted}.`,
  };
}

function voltageProblem({ car, evse }: ChargingPath): Refusal | undefined {
  if (evse.kind !== "rapid") return undefined;
  const { empty, full } = packSpan(car.battery);
  if (evse.minVolts !== undefined && empty < evse.minVolts)
    return {
      field: "evse",
      code: "station-volts-too-high",
      message: `${evse.name} gives ${evse.minVolts} V at least; the pack of ${car.name} falls to ${Math.round(empty)} V.`,
      remedy: "Take a station made for the pack’s voltage.",
    };
  return full <= evse.maxVolts
    ? undefined
    : {
        field: "evse",
        code: "station-volts-too-low",
        message: `${evse.name} gives ${evse.maxVolts} V at most; the pack of ${car.name} reaches ${Math.round(full)} V.`,
        remedy: "Take a station made for the pack’s voltage.",
      };
}

/**
 * The first thing along the path that does not go into the next, or undefined when everything fits.
 * @example fitProblem({ ...path, cable: undefined })?.field // "cable"
 */
export const fitProblem = (path: ChargingPath): Refusal | undefined =>
  outletProblem(path) ?? cableProblem(path) ?? inletProblem(path) ?? voltageProblem(path);
