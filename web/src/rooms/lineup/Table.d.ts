import type { ViewProps } from "./view";
/** Every car on every way, as figures: chosen columns, sorted, grouped, against the baseline. */
export default function Table({ solved, selected, onSelect }: ViewProps): import("react").JSX.Element;
