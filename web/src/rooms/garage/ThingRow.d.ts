import { type ReactNode } from "react";
import type { Garage, Kept } from "@kettleback/core";
import type { EditableKind } from "./Editor";
/** A thing that is edited: kept, or new. */
export type Editing = {
    readonly kind: EditableKind;
    readonly row: Partial<Kept<object>> & {
        readonly spec: object;
    };
};
interface Props {
    readonly kind: EditableKind;
    readonly row: Kept<{
        name: string;
    }>;
    readonly garage: Garage;
    onEdit(editing: Editing): void;
}
/** What one may do with a thing: quiet until wanted. */
export declare function Acts({ kind, row, onEdit, children, }: Omit<Props, "garage"> & {
    readonly children?: ReactNode;
}): import("react").JSX.Element;
interface RowProps extends Props {
    readonly kind: Exclude<EditableKind, "places">;
    /** What else may be done with it. */
    readonly children?: ReactNode;
}
/** A thing on the bench: what it is called, its key figure, its drawing. */
export declare const ThingRow: import("react").MemoExoticComponent<({ kind, row, garage, onEdit, children }: RowProps) => import("react").JSX.Element>;
export {};
