import { type ViewProps } from "./view";
/** Each way one row: its path in small, and a bar on one shared clock from plugging in to ready. */
export declare function Picture({ solved, selected, onSelect, onChange }: ViewProps): import("react").JSX.Element | null;
