import type { Device, Kept } from "@kettleback/core";
import { listText } from "../../../format/words";
import { StandInPanel, type SimulatedName } from "./StandInPanel";

/** Which stand-in of the demo answers at an address; null where none does. */
function simulatedAt(address: string): SimulatedName | null {
  if (/^mqtt:\/\/127\.0\.0\.1:4183$/.test(address)) return "power-meter";
  return /^http:\/\/127\.0\.0\.1:4182\/island-network\//.test(address) ? "island-network" : null;
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
        const simulated = simulatedAt(reach.address);
        return simulated && <StandInPanel key={id} of={simulated} />;
      })}
    </>
  );
}
