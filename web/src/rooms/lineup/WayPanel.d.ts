import { type ViewProps } from "./view";
interface Props extends ViewProps {
    onOpenPath(): void;
}
/** The way that is looked at: what its word means, what holds it back, what to beware of, and what can be done with it. */
export declare function WayPanel({ solved, selected, garage, onChange, onView, onOpenPath }: Props): import("react").JSX.Element | null;
export {};
