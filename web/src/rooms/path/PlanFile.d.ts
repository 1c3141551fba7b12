import { type Plan } from "@kettleback/core";
import { type Draft } from "../../stores/draft";
interface Props {
    readonly plan: Plan | null;
    onImported(draft: Draft): void;
}
/** The path in view as a plan file, and a plan file as a path with the parts it brings. */
export declare function PlanFile({ plan, onImported }: Props): import("react").JSX.Element;
export {};
