interface Props {
    readonly x: number;
    /** Middle of all lanes. */
    readonly y: number;
    readonly length: number;
    readonly phases: number;
    readonly amps: number;
    /** What of it may be carried for hours, where that is less: the lane is filled so far only. */
    readonly holds?: number;
    /** Drawn shorter than it is. */
    readonly broken?: boolean;
}
/** Copper lanes, as wide as their amps. */
export declare function Lanes({ x, y, length, phases, amps, holds, broken }: Props): import("react").JSX.Element;
export {};
