import type { OutletTypeId } from "@kettleback/core";
/** An opening of a socket's face, in a box of 100 × 100: a slot (width × height, turned), a round hole, or an earth clip. */
export interface Opening {
    readonly shape: "slot" | "hole" | "clip";
    readonly role: "live" | "neutral" | "earth";
    readonly x: number;
    readonly y: number;
    /** Width and height of a slot; diameter of a hole. */
    readonly w: number;
    readonly h: number;
    /** Degrees, clockwise. */
    readonly turn: number;
}
/** A socket as one looks at it on the wall. Pin positions by the types' standards, from memory; the drawing is our own. */
export interface OutletFace {
    readonly shell: "round" | "square" | "tall" | "keyed";
    readonly openings: readonly Opening[];
}
export declare const OUTLET_FACES: Readonly<Record<OutletTypeId, OutletFace>>;
