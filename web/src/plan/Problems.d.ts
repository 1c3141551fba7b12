import { type DistanceUnit, type FieldProblem } from "@kettleback/core";
interface Props {
    readonly problems: readonly FieldProblem[];
    readonly distance: DistanceUnit;
}
/** What is wrong with what was typed, field by field, in the screen's own words. */
export declare function Problems({ problems, distance }: Props): import("react").JSX.Element;
export {};
