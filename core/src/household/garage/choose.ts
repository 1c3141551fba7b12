import { inletFor } from "../../trade/connectors";
import { plugGoesInto } from "../../trade/outlets";
import type { Adapter, Cable, Car, Lead, Outlet, Evse } from "../../things/parts";
import { plugAtCar, evseFitsOutlet } from "../../engine/path";
import type { Garage, Kept } from "./kinds";
import type { SavedPath } from "./saved-path";

/** The parts a path is made of, before it has a name. */
export type PathParts = Pick<
  SavedPath,
  "carId" | "outletId" | "leadId" | "evseId" | "cableId" | "adapterId" | "tariffId"
>;

const find = <T>(rows: readonly Kept<T>[], id: string | null): Kept<T> | undefined =>
  id === null ? undefined : rows.find((row) => row.id === id);

/**
 * Units that can be fed from an outlet, directly or over a lead. A fixed unit belongs to one outlet.
 * @example evsesFor(garage, boathouseSocket).length // 2
 */
export const evsesFor = (garage: Garage, outlet: Kept<Outlet>, lead?: Lead): Kept<Evse>[] =>
  garage.evses.filter(({ spec, parentId }) =>
    outlet.spec.kind === "hardwired"
      ? parentId === outlet.id
      : lead
        ? spec.kind === "portable" && spec.plugs.some((plug) => plugGoesInto(plug.type, lead.socket))
        : evseFitsOutlet(spec, outlet.spec),
  );

/**
 * Leads whose plug goes into an outlet.
 * @example leadsFor(garage, wallSocket).length // 1
 */
export const leadsFor = (garage: Garage, outlet: Outlet): Kept<Lead>[] =>
  outlet.kind === "socket" ? garage.leads.filter(({ spec }) => plugGoesInto(spec.plug, outlet.type)) : [];

/**
 * Cables that go from a socketed unit to the car, over an adapter where one is given.
 * @example cablesFor(garage, plan.evse, plan.car).length // 3
 */
export const cablesFor = (garage: Garage, evse: Evse, car: Car, adapter?: Adapter): Kept<Cable>[] => {
  const { output } = evse;
  if (output.kind === "tethered") return [];
  return garage.cables.filter(
    ({ spec }) =>
      spec.stationEnd === output.connector &&
      (adapter
        ? spec.vehicleEnd === adapter.from && !!inletFor(adapter.to, car.inlets)
        : !!inletFor(spec.vehicleEnd, car.inlets)),
  );
};

/**
 * Adapters that turn the plug that comes into one the car takes.
 * @example adaptersFor(garage, plan.evse, plan.cable, plan.car).length // 0
 */
export const adaptersFor = (
  garage: Garage,
  evse: Evse,
  cable: Cable | undefined,
  car: Car,
): Kept<Adapter>[] => {
  const plug = plugAtCar(evse, cable);
  return garage.adapters.filter(({ spec }) => spec.from === plug && !!inletFor(spec.to, car.inlets));
};

const keepOrFirst = <T>(fitting: readonly Kept<T>[], id: string | null): string | null =>
  fitting.some((row) => row.id === id) ? id : (fitting[0]?.id ?? null);

/**
 * Changes one part and brings along only what can no longer fit: another unit when the outlet changes, another
 * cable when the unit or car does. What still fits stays; what has no fitting replacement stays too, so the
 * screen can say what does not fit.
 * @example withPart(garage, garage.paths[0].spec, { leadId: null }).leadId // null
 */
export function withPart(garage: Garage, parts: PathParts, change: Partial<PathParts>): PathParts {
  const next = { ...parts, ...change };
  const outlet = find(garage.outlets, next.outletId);
  const car = find(garage.cars, next.carId)?.spec;
  if (!outlet || !car) return next;

  if ("outletId" in change) {
    const place = find(garage.places, outlet.parentId);
    next.tariffId = place?.parentId ?? next.tariffId;
    if (!leadsFor(garage, outlet.spec).some((row) => row.id === next.leadId)) next.leadId = null;
  }
  const lead = find(garage.leads, next.leadId)?.spec;
  if (!("evseId" in change)) {
    const fitting = evsesFor(garage, outlet, lead);
    const reaching = fitting.filter(({ spec }) => reaches(garage, spec, car));
    next.evseId = keepOrFirst(reaching.length ? reaching : fitting, next.evseId) ?? next.evseId;
  }
  const evse = find(garage.evses, next.evseId)?.spec;
  if (!evse) return next;
  if (!("cableId" in change))
    next.cableId =
      evse.output.kind === "tethered" ? null : keepOrFirst(cablesFor(garage, evse, car), next.cableId);
  if (!("adapterId" in change)) {
    const cable = find(garage.cables, next.cableId)?.spec;
    const plug = plugAtCar(evse, cable);
    next.adapterId =
      !plug || inletFor(plug, car.inlets)
        ? null
        : keepOrFirst(adaptersFor(garage, evse, cable, car), next.adapterId);
  }
  return next;
}

/**
 * Whether a unit can reach a car with what the household has.
 * @example reaches(garage, plan.evse, plan.car) // true
 */
export const reaches = (garage: Garage, evse: Evse, car: Car): boolean =>
  evse.output.kind === "tethered"
    ? !!inletFor(evse.output.connector, car.inlets) || adaptersFor(garage, evse, undefined, car).length > 0
    : cablesFor(garage, evse, car).length > 0;
