import { type Garage } from "@kettleback/core";
/** Cars, places, and everything between them. */
export default function GarageScreen({ garage }: {
    garage: Garage;
}): import("react").JSX.Element;
