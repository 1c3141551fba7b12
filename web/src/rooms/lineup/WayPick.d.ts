import type { ViewProps } from "./view";
/** Which way a view looks at. */
export declare function WayPick({ solved, selected, onSelect }: Pick<ViewProps, "solved" | "selected" | "onSelect">): import("react").JSX.Element;
