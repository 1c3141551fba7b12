import type { ConnectorId } from "@kettleback/core";
/** A contact of a face: where it sits (in a box of 100 × 120), how large it is, and what it does. */
export interface Contact {
    readonly id: string;
    readonly x: number;
    readonly y: number;
    readonly r: number;
    readonly role: "power" | "neutral" | "earth" | "signal" | "direct";
}
/** A face as one looks at the car's inlet. Positions follow the standards, from memory; the drawing is our own. */
export interface Face {
    /** Outline as an SVG path in the same box. */
    readonly outline: string;
    readonly contacts: readonly Contact[];
    readonly note: string;
}
/** Faces by connector. */
export declare const FACES: Readonly<Record<ConnectorId, Face>>;
