import { connector, CONNECTORS, type Connector } from "../../trade/connectors";
import { cordAmps, fixedAmps, fixedOhmsPerKm, oneWayOhms } from "../../trade/conductors";
import { outletType, plugGoesInto, type HouseRule, type OutletTypeId } from "../../trade/outlets";
import {
  acceptanceOf,
  cableOhms,
  phasesAt,
  leadMeasured,
  leadOhms,
  type OnboardCharger,
  type Outlet,
  type RapidStation,
} from "../../things/parts";
import { supplySystem } from "../../trade/supply";
import type { Amps, Ohms } from "../../trade/units";
import type { ChargingPath } from "./describe";
import type { Feed } from "./feed";
import { plugAtCar } from "./fit";
import { sameOnEachPhase, type AmpsOn, type Link, type LinkKind, type Role } from "./link";

/** Resistance of one mated AC contact pair, one conductor (common practice: a few milliohms). */
export const CONTACT_OHMS: Ohms = 0.003;
/** … and of a pair of DC contacts, which are many times larger (recalled). */
export const DC_CONTACT_OHMS: Ohms = 0.0003;

const link = (kind: LinkKind, role: Role, phases: number, amps: Amps, ohms: Ohms): Link => ({
  kind,
  role,
  phases,
  ampsOn: sameOnEachPhase(phases, amps),
  ohms,
});

/**
 * Amps (A) the circuit can hold for hours: breaker and conductor, each at what a load of hours may take of it, after
 * what else draws on it.
 * @example circuitAmps(wallSocket) // 16
 */
export function circuitAmps(outlet: Outlet): Amps {
  const { breakerAmps, otherLoadAmps, run } = outlet.circuit;
  const share = supplySystem(outlet.supply.system).continuousShare;
  const conductor = run ? fixedAmps(run.gauge, phasesAt(outlet).phases, "kind") : Infinity;
  return Math.max(0, share * Math.min(breakerAmps, conductor) - otherLoadAmps);
}

/**
 * The plug of a portable unit that goes into what feeds it, of the socket's own type where it has one; undefined for a
 * unit that is wired in.
 * @example plugInUse(pathOf(overnight))?.type // "cee-7"
 */
export const plugInUse = ({ evse, outlet, lead }: ChargingPath) => {
  const fedFrom = lead?.socket ?? (outlet.kind === "socket" ? outlet.type : undefined);
  if (evse.kind !== "portable" || fedFrom === undefined) return undefined;
  return (
    evse.plugs.find((plug) => plug.type === fedFrom) ??
    evse.plugs.find((plug) => plugGoesInto(plug.type, fedFrom))
  );
};

/** Of a socket and the plug in it, the type that carries less for hours. */
const weaker = (socket: OutletTypeId, plug: OutletTypeId | undefined, rule: HouseRule): OutletTypeId =>
  plug && outletType(plug).sustained[rule] < outletType(socket).sustained[rule] ? plug : socket;

/**
 * The type that decides at the outlet: its own, or that of a smaller plug that goes into it.
 * @example typeAtOutlet(pathOf(overnight), "cee-7") // "cee-7"
 */
export const typeAtOutlet = (path: ChargingPath, type: OutletTypeId): OutletTypeId =>
  weaker(type, path.lead?.plug ?? plugInUse(path)?.type, path.houseRule);

/**
 * … and at a lead's own socket.
 * @example typeAtLead(pathOf(overReel)) // "cee-7"
 */
export const typeAtLead = (path: ChargingPath): OutletTypeId =>
  weaker(path.lead!.socket, plugInUse(path)?.type, path.houseRule);

/** What a contact of this type should carry: the house rule's figure, and what the unit's own plug holds. */
function contactAmps(path: ChargingPath, type: OutletTypeId, last: boolean): Amps {
  const sustained = outletType(type).sustained[path.houseRule];
  const plug = last && path.evse.kind === "portable" && !path.evse.knowsPlugs ? plugInUse(path) : undefined;
  return Math.min(sustained, plug?.amps ?? Infinity);
}

/**
 * Amps (A) a lead may carry for hours: its rating, its cord, and the socket at its end where that is another type.
 * @example leadAmps(pathOf(overReel)) // 10
 */
export function leadAmps(path: ChargingPath): Amps {
  const lead = path.lead!;
  const cord = lead.resistance.by === "conductor" ? cordAmps(lead.resistance.gauge) : undefined;
  return Math.min(lead.amps, cord ?? Infinity, contactAmps(path, typeAtLead(path), true));
}

/**
 * What a unit offers here: the least of its own most, what it knows of its plug, and the step it is set to.
 * @example evseAmps(path) // 32
 */
export function evseAmps(path: ChargingPath): Amps {
  const { evse, settings } = path;
  const plug = evse.kind === "portable" && evse.knowsPlugs ? plugInUse(path) : undefined;
  return Math.min(evse.maxAmps, plug?.amps ?? Infinity, settings?.evseAmps ?? evse.setAmps ?? Infinity);
}

/**
 * Amps (A) a charger takes on n phases: as listed; unless it says otherwise, also on fewer phases than the listed.
 * @example chargerAmps({ limits: [{ phases: 3, amps: 16 }], efficiency: 0.93 }, 1) // 16
 */
export function chargerAmps({ limits, listedPhasesOnly }: OnboardCharger, n: number): Amps {
  let [amps, nearest] = [0, Infinity];
  for (const limit of limits)
    if (limit.phases === n || (!listedPhasesOnly && limit.phases > n))
      if (limit.phases < nearest) [amps, nearest] = [limit.amps, limit.phases];
  return amps;
}

function chargerOn({ car, settings }: ChargingPath, { live }: Feed): AmpsOn {
  const set = settings?.carAmps ?? Infinity;
  // Without a neutral, a charger that is not made for it works on one line-to-line phase only.
  const most = live.delta && !car.charger.delta ? 1 : 3;
  const on = (n: number): Amps => (n > most ? 0 : Math.min(set, chargerAmps(car.charger, n)));
  return [0, on(1), on(2), on(3)];
}

/** What an inlet's contacts carry: some standards allow one phase more than each of three. */
const inletAmps = ({ phases, amps, aloneAmps = amps }: Connector): AmpsOn =>
  phases === 1 ? sameOnEachPhase(1, aloneAmps) : [0, aloneAmps, amps, amps];

function acLinks(path: ChargingPath, feed: Feed): Link[] {
  const { outlet, lead, evse, cable, adapter, car } = path;
  const at = phasesAt(outlet);
  const { run, measuredOhms } = outlet.circuit;
  const links = [
    link(
      "circuit",
      "holds",
      at.phases,
      circuitAmps(outlet),
      measuredOhms ?? (run ? oneWayOhms(fixedOhmsPerKm(run.gauge), run.lengthM, run.temperatureC) : 0),
    ),
  ];
  if (outlet.kind === "socket")
    links.push(
      link(
        "outlet",
        "holds",
        at.phases,
        contactAmps(path, typeAtOutlet(path, outlet.type), !lead),
        CONTACT_OHMS,
      ),
    );
  if (lead) {
    const contact = leadMeasured(lead) ? 0 : CONTACT_OHMS;
    const ohms = leadOhms(lead, feed.live.phases) + contact;
    links.push(link("lead", "holds", feed.live.phases, leadAmps(path), ohms));
  }
  links.push(link("evse", "limits", evse.phases, evseAmps(path), 0));
  links.push(
    evse.output.kind === "tethered"
      ? link("cable", "limits", evse.phases, evse.maxAmps, cableOhms(evse.output) + CONTACT_OHMS)
      : link("cable", "limits", cable!.phases, cable!.amps, cableOhms(cable!) + 2 * CONTACT_OHMS),
  );
  if (adapter) {
    const phases = Math.min(CONNECTORS[adapter.from].phases, CONNECTORS[adapter.to].phases);
    links.push(link("adapter", "holds", phases, adapter.amps, CONTACT_OHMS));
  }
  const plug = connector(adapter?.to ?? plugAtCar(evse, cable)!);
  links.push({
    kind: "inlet",
    role: "limits",
    phases: plug.phases,
    ampsOn: inletAmps(plug),
    ohms: 0,
  });
  const ampsOn = chargerOn(path, feed);
  let phases = 0;
  for (const limit of car.charger.limits) phases = Math.max(phases, limit.phases);
  links.push({ kind: "charger", role: "limits", phases, ampsOn, ohms: 0 });
  if (car.battery.acceptance) links.push(BATTERY);
  return links;
}

/**
 * What a station gives now: all of it, or half while a second car draws on it.
 * @example stationNow({ ...atStation.evse, shared: true, maxW: 100_000 }, true).maxW // 50000
 */
export const stationNow = (station: RapidStation, otherBusy: boolean) => {
  const share = station.shared && otherBusy ? 0.5 : 1;
  return { maxW: station.maxW * share, maxAmps: station.maxAmps * share };
};

/** On DC the car asks and the station follows, so that the inlet's limit and the adapter's count like any other. */
function dcLinks({ car, evse, adapter, settings }: ChargingPath, station: RapidStation): Link[] {
  const { maxAmps } = stationNow(station, settings?.otherBusy ?? false);
  const plug = CONNECTORS[adapter?.to ?? station.output.connector];
  return [
    link("evse", "limits", 1, maxAmps, 0),
    link("cable", "limits", 1, evse.maxAmps, cableOhms(station.output) + DC_CONTACT_OHMS),
    ...(adapter ? [link("adapter", "limits", 1, adapter.amps, DC_CONTACT_OHMS)] : []),
    link("inlet", "limits", 1, plug.amps, 0),
    ...(acceptanceOf(car.battery, true) ? [BATTERY] : []),
  ];
}

/** The battery's amps are a matter of the moment; before anything flows they are open. */
const BATTERY: Link = {
  kind: "battery",
  role: "limits",
  phases: 3,
  ampsOn: [0, Infinity, Infinity, Infinity],
  ohms: 0,
};

/**
 * The links of a path in walking order, in numbers. The path must fit together ({@link fitProblem}).
 * @example linksOf(path, feedAt(path)).map(({ kind }) => kind)
 */
export const linksOf = (path: ChargingPath, feed: Feed): Link[] =>
  path.evse.kind === "rapid" ? dcLinks(path, path.evse) : acLinks(path, feed);
