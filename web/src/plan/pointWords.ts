import { placeOfOutlet, type Garage, type DeviceState, type PointState } from "@kettleback/core";

/** States of a connector by OCPP 1.6 (7.7), as one says them. */
const STATES: Readonly<Record<string, string>> = {
  Available: "no car is plugged in, as far as it knows",
  Preparing: "a car is plugged in",
  Charging: "it charges",
  SuspendedEV: "the car takes nothing",
  SuspendedEVSE: "it holds back",
  Finishing: "a session is over",
  Reserved: "it is reserved",
  Faulted: "it has a fault",
  Unavailable: "it is out of service",
};

/** How a charge point stands, in words. */
export const stateText = ({ connected, status, error }: PointState): string =>
  !connected
    ? "not connected"
    : `connected${status ? `: ${STATES[status] ?? status}` : ""}${error ? ` (${error})` : ""}`;

/** How a device stands, in words. */
export const deviceText = ({ session, readAt, trouble, note }: DeviceState): string =>
  session === null
    ? "not read now: nothing charges where it tells of"
    : trouble
      ? `it ${trouble}`
      : readAt === null && note === null
        ? "asked; nothing was read yet"
        : (note ?? "read along");

/** An outlet with its place: "Boathouse · wall socket"; undefined where it is gone. */
export function outletName(garage: Garage, id: string): string | undefined {
  const name = garage.outlets.find((outlet) => outlet.id === id)?.spec.name;
  const place = placeOfOutlet(garage, id)?.spec.name;
  return name && place ? `${place} · ${name}` : name;
}
