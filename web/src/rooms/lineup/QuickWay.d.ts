import { type StartWay, type SupplyId } from "@kettleback/core";
interface Props {
    readonly system: SupplyId;
    onAdd(entry: StartWay, system: SupplyId): void;
}
/** A way described in a line: what it is, and its one figure; the rest is what is usual. */
export declare function QuickWay({ system: own, onAdd }: Props): import("react").JSX.Element;
export {};
