import type { ViewProps } from "./view";
/** Two quantities at once: what comes of every pair, and which link binds where. */
export default function SweepView({ solved, selected, onSelect }: ViewProps): import("react").JSX.Element;
