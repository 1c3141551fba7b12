import type { Device, DeviceState, Kept } from "@kettleback/core";
import { noteText } from "../../../plan/pointWords";

/** A device that is read for a session: its description and how it stands. */
export interface ReadDevice {
  readonly row: Kept<Device>;
  readonly state: DeviceState;
}

interface Props {
  readonly devices: readonly ReadDevice[];
  /** The household's, in which moments are said. */
  readonly zone: string;
}

/** What tells of a session beside its charge point: whether it does, or why not. */
export function ReadBy({ devices, zone }: Props) {
  if (devices.length === 0) return null;
  return (
    <ul className="read-by" aria-label="Read by">
      {devices.map(({ row, state }) => (
        <li key={row.id} className={state.trouble ? "problem" : "quiet"}>
          {row.spec.name}{" "}
          {state.trouble
            ? `${state.trouble}. What is shown is what was read before.`
            : state.readAt === null && state.note === null
              ? "is asked; nothing was read yet."
              : state.note
                ? `${noteText(state.note, zone)}.`
                : "is read along."}
        </li>
      ))}
    </ul>
  );
}
