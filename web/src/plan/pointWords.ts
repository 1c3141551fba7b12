import type { PointState } from "../api/client";

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
