import { type CurveShape } from "@kettleback/core";
/** A point of a curve as typed: per cent and kW. */
export interface TypedPoint {
    readonly percent: string;
    readonly kW: string;
}
/** What is typed as a number; zero where it is none yet. */
export declare const figureOf: (typed: string) => number;
/** A point moved; it stays between its neighbours, so that the curve always rises in state of charge. */
export declare function moved(points: readonly TypedPoint[], i: number, percent: number, kW: number): readonly TypedPoint[];
/** A new point in the middle of the widest gap, on the line that is there. */
export declare function withPoint(points: readonly TypedPoint[]): readonly TypedPoint[];
export declare const SHAPES: CurveShape[];
/** A generic shape for a capacity (Wh), as typed; none for one that nobody knows. */
export declare const shaped: (shape: string, usableWh: number) => readonly TypedPoint[];
