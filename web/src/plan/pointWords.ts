import { DateTime } from "luxon";
import {
  placeOfOutlet,
  type DeviceNote,
  type DeviceState,
  type Garage,
  type PointState,
} from "@kettleback/core";
import { timeText } from "../format/manner";

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

/** What a network says beside its figures, in words that go on after its name. */
export function noteText({ says, at }: DeviceNote, zone: string): string {
  if (says === "no-session") return "tells of no session yet that began when this one did";
  const time = timeText(DateTime.fromISO(at ?? "", { zone }));
  return says === "late"
    ? `tells late: what it shows is of ${time}`
    : `says it ended at ${time}; its bill is still to come`;
}

/** How a device stands, in words. @param zone the household's, in which moments are said */
export const deviceText = ({ session, readAt, trouble, note }: DeviceState, zone: string): string =>
  session === null
    ? "not read now: nothing charges where it tells of"
    : trouble
      ? `it ${trouble}`
      : readAt === null && note === null
        ? "asked; nothing was read yet"
        : note
          ? noteText(note, zone)
          : "read along";

/** An outlet with its place: "Boathouse · wall socket"; undefined where it is gone. */
export function outletName(garage: Garage, id: string): string | undefined {
  const name = garage.outlets.find((outlet) => outlet.id === id)?.spec.name;
  const place = placeOfOutlet(garage, id)?.spec.name;
  return name && place ? `${place} · ${name}` : name;
}
