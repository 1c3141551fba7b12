import { type Garage, type Plan } from "@kettleback/core";
import { type Draft } from "../../stores/draft";
interface Props {
    readonly garage: Garage;
    readonly draft: Draft;
    /** The draft as a plan; null where it has problems, and cannot be kept. */
    readonly plan: Plan | null;
    onChange(draft: Draft): void;
}
/** Paths kept by name. */
export declare function SavedPaths({ garage, draft, plan, onChange }: Props): import("react").JSX.Element;
export {};
