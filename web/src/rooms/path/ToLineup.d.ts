import type { Garage, Plan } from "@kettleback/core";
import type { Draft } from "../../stores/draft";
interface Props {
    readonly garage: Garage;
    readonly draft: Draft;
    readonly plan: Plan | null;
}
/** Sends the path in view to the Line-up, whose own code is fetched only then. */
export declare function ToLineup({ garage, draft, plan }: Props): import("react").JSX.Element;
export {};
