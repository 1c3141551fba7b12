import { type Garage, type Kept, type Kind } from "@kettleback/core";
export type EditableKind = Exclude<Kind, "paths" | "lineups" | "tariffs">;
interface Props {
    readonly garage: Garage;
    readonly kind: EditableKind;
    /** A kept thing, or a blank one (no id) to add. */
    readonly row: Partial<Kept<object>> & {
        readonly spec: object;
    };
    onClose(): void;
}
/** The form that changes a thing: judged by the core's schema, with each problem at its field. */
export declare function Editor({ garage, kind, row, onClose }: Props): import("react").JSX.Element;
export {};
