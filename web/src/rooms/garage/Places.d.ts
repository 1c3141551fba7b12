import { type Garage } from "@kettleback/core";
import { type Editing } from "./ThingRow";
interface Props {
    readonly garage: Garage;
    onEdit(editing: Editing): void;
}
/** Places, each with its outlets and the units wired in there, as they hang on one another. */
export declare function Places({ garage, onEdit }: Props): import("react").JSX.Element;
export {};
