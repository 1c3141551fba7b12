import { type SweepRow, type SweepSpec, type LinkKind } from "@kettleback/core";
/** A sweep as it is drawn: values and links in one flat grid each, rows from the bottom up. */
export interface Grid {
    readonly spec: SweepSpec;
    readonly width: number;
    readonly height: number;
    readonly values: Float64Array;
    readonly links: Uint8Array;
    readonly low: number;
    readonly high: number;
}
export declare function gridOf(spec: SweepSpec, rows: readonly SweepRow[]): Grid;
/** A closed outline in grid places: points lie between 0 and the grid's width and height. */
export type Outline = readonly (readonly [number, number])[];
/** Round steps from one number to another, both included where they are round: at most so many. */
export declare function roundSteps(from: number, to: number, most: number): number[];
/** Steps of a grid's contours: round values between its lowest and its highest. */
export declare const stepsOf: ({ low, high }: Grid) => number[];
/** The part of a grid where the value is a step or more. */
export interface Contour {
    readonly value: number;
    readonly outlines: readonly Outline[];
}
/** Contours of a grid at its steps, one at a time: each takes a few milliseconds. */
export declare function contoursOf(grid: Grid): Generator<Contour>;
/** The part of a sweep in which one link is the narrowest, with the place at which its name stands. */
export interface Region {
    readonly kind: LinkKind;
    readonly outlines: readonly Outline[];
    readonly at: readonly [number, number];
    readonly cells: number;
}
/** Regions of a grid, one at a time. */
export declare function regionsOf({ width, height, links }: Grid): Generator<Region>;
/** What is drawn of a grid. */
export interface Shapes {
    readonly contours: readonly Contour[];
    /** The largest first. */
    readonly regions: readonly Region[];
}
/** Everything drawn of a grid, in steps of a few milliseconds between which the screen has its turn. */
export declare function shapesOf(grid: Grid, turn: () => Promise<void>): Promise<Shapes>;
/** One row a point, for CSV. */
export declare const pointsOf: ({ spec: { x, y, of }, width, height, values, links }: Grid) => object[];
/** Place of a value along an axis, as a fraction of its cells; undefined outside of it. */
export declare function placeOf({ from, to, count }: SweepSpec["x"], value: number): number | undefined;
