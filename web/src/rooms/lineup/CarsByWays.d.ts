import type { ViewProps } from "./view";
/** Every car a row, every way a column: one figure, read across and down like a timetable. */
export default function CarsByWays({ solved, selected, onSelect }: ViewProps): import("react").JSX.Element;
