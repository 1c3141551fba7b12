import type { Household } from "@kettleback/core";
import type { EditableKind } from "../Editor";
interface Props {
    readonly kind: Exclude<EditableKind, "places">;
    readonly spec: object;
    readonly household: Household;
}
/** A thing as it lies on the bench, to the one scale. */
export declare const Bench: (props: Props) => import("react").JSX.Element;
export {};
