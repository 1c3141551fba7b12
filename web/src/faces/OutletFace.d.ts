import { type OutletTypeId } from "@kettleback/core";
interface Props {
    readonly type: OutletTypeId;
    /** Edge of the square it is drawn in (px). */
    readonly size: number;
    readonly x?: number;
    readonly y?: number;
}
/** A socket's face, to be set inside a drawing. */
export declare function OutletFace({ type, size, x, y }: Props): import("react").JSX.Element;
export {};
