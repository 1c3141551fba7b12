import type { FlowingLink, OperatingPoint, PowerBalance } from "@kettleback/core";
/**
 * Geometry of the conductor drawing, in two axes that do not care which way the drawing lies: `along` runs from
 * supply to battery, `across` over the lanes. A lane is as thick as its ampere ceiling, the flow as its amps.
 */
export interface Stretch {
    readonly from: number;
    readonly to: number;
}
/** One lane of one link: where it lies and how thick its ceiling is; `live` when current flows in it. */
export interface LaneBar extends Stretch {
    readonly lane: number;
    readonly mid: number;
    readonly thick: number;
    readonly live: boolean;
}
export interface LinkBox extends Stretch {
    readonly link: FlowingLink;
    readonly index: number;
    readonly bars: readonly LaneBar[];
    readonly binding: boolean;
    readonly runnerUp: boolean;
    /** What is lost in this link at full flow (W), and the thickness of the branch by which it leaves. */
    readonly lossW: number;
    readonly lossThick: number;
}
export interface Drawing {
    readonly supply: Stretch;
    readonly links: readonly LinkBox[];
    readonly battery: Stretch;
    readonly flow: readonly {
        readonly lane: number;
        readonly mid: number;
        readonly thick: number;
    }[];
    /** Extent of all lanes, across. */
    readonly across: Stretch;
}
export interface Extent {
    readonly length: number;
    readonly breadth: number;
    readonly supply: number;
    readonly battery: number;
}
/** How many links are drawn. */
export declare const linksDrawn: (point: OperatingPoint) => number;
/** Lays the path out; all lengths in pixels. */
export declare function layOut(point: OperatingPoint, atFlow: PowerBalance, { length, breadth, supply, battery }: Extent): Drawing;
/**
 * Outline of one lane along the links that have it, as closed polygons in (along, across): thickness changes over
 * a short taper at each joint. A lane that some link in the middle lacks comes out in several pieces.
 */
export declare function laneOutlines(links: readonly LinkBox[], lane: number): [number, number][][];
