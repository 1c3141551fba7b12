import type { LinkKind, Row } from "@kettleback/core";
/** Widest lane of each current in a line-up (A): every miniature of it is drawn to one scale. */
export interface Scale {
    readonly ac: number;
    readonly dc: number;
}
/** One link of a miniature: its lanes as thick as their ceiling, and whether it is the narrowest. */
export interface MiniLink {
    readonly kind: LinkKind;
    readonly phases: number;
    /** Share of the scale, 0–1. */
    readonly thick: number;
    readonly narrowest: boolean;
}
/** A row's path in small. */
export interface Miniature {
    readonly links: readonly MiniLink[];
    readonly phases: number;
    /** What flows, as a share of the scale. */
    readonly flow: number;
}
/** The scale of a line-up: its widest lane of each current. */
export declare function scaleOf(rows: readonly Row[]): Scale;
/** A row's path as its miniature. */
export declare function miniatureOf(row: Row, scale: Scale): Miniature;
