import { type Garage } from "@kettleback/core";
/** Every way to charge, side by side. */
export default function LineupScreen({ garage }: {
    garage: Garage;
}): import("react").JSX.Element | null;
