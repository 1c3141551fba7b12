import type { Device, Kept } from "@kettleback/core";
import { listText } from "../../../format/words";
import { StandInPanel, type SimulatedName } from "./StandInPanel";

/** Which stand-in of the demo tells in that way, at whatever port of this machine; null where none does. */
function simulatedBy(reach: Device["reach"]): SimulatedName | null {
  if (reach.kind === "mqtt")
    return /^mqtt:\/\/127\.0\.0\.1:\d+$/.test(reach.address) && reach.topic === "boathouse/meter"
      ? "power-meter"
      : null;
  return /^http:\/\/127\.0\.0\.1:\d+\/island-network\//.test(reach.address) ? "island-network" : null;
}

interface Props {
  readonly devices: readonly Kept<Device>[];
  /** Whether the car charges already. */
  readonly runs: boolean;
}

/** Devices that will tell of the session in view, in a line; and those of the demo to be played with. */
export default function ReadAlong({ devices, runs }: Props) {
  return (
    <>
      {!runs && (
        <p className="start">
          <span className="quiet">
            Read along once it has started: {listText(devices.map(({ spec }) => spec.name))}.
          </span>
        </p>
      )}
      {devices.map(({ id, spec: { reach } }) => {
        const simulated = simulatedBy(reach);
        return simulated && <StandInPanel key={id} of={simulated} />;
      })}
    </>
  );
}
