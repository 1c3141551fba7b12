import { type Grid } from "./sweepShape";
interface Props {
    readonly grid: Grid;
    /** What the path has now, on both axes. */
    readonly now: readonly [number | undefined, number | undefined];
    /** A value of the result in words. */
    text(value: number): string;
}
/** A sweep drawn: shades in contour steps, the regions in which each link binds, the way as it is, and a cross to read by. */
export declare function SweepCanvas({ grid, now, text }: Props): import("react").JSX.Element;
export {};
