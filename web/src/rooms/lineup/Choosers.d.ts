import type { ViewProps } from "./view";
/** Which cable and which portable unit to carry, for this car and what it meets. */
export default function Choosers({ solved, garage }: ViewProps): import("react").JSX.Element;
