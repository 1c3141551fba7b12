import { type ViewProps } from "./view";
/** Per way: what a night puts back against what a day takes, and by how much it holds or falls short. */
export default function Overnight({ solved, selected, onSelect }: ViewProps): import("react").JSX.Element;
