import type { ViewProps } from "./view";
/** One quantity of a way stepped through its real sizes: one row a size, and where it stops helping. */
export default function VaryView({ solved, selected, onSelect }: ViewProps): import("react").JSX.Element;
