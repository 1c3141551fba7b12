import { type ViewProps } from "./view";
/** "I have two hours here": what each way gives, where a time limit bites, and whether the faster one is worth the move. */
export default function StayView({ solved, selected, onSelect }: ViewProps): import("react").JSX.Element;
