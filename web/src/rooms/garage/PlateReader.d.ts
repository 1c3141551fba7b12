import { type SupplyId } from "@kettleback/core";
import type { EditableKind } from "./Editor";
interface Props {
    readonly system: SupplyId;
    /** Opens the form of a new thing that starts from what was read. */
    onSave(kind: EditableKind, spec: object): void;
}
/** What is printed on a unit, an outlet, a lead or a car in; what it means and what follows out. */
export declare function PlateReader({ system, onSave }: Props): import("react").JSX.Element;
export {};
