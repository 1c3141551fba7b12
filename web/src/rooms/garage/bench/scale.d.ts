/** One scale for everything on the bench (px): a thin thing looks thin. */
export declare const PX_PER_AMP = 0.75;
export declare const PX_PER_KWH = 1.15;
export declare const PX_PER_M = 6;
/** Every drawing is as wide, so that a small screen shrinks all of them alike. */
export declare const WIDTH = 480;
/** A measure as it is drawn, and whether it had to be broken off. */
export interface Drawn {
    readonly px: number;
    readonly broken: boolean;
}
export declare const lengthOf: (metres: number) => Drawn;
export declare const thicknessOf: (amps: number, phases?: number) => Drawn;
export declare const batteryWidthOf: (wattHours: number) => Drawn;
/** Height of lanes side by side (px). */
export declare const bandHeight: (phases: number, amps: number) => number;
/** Where the middle of each lane lies, about the middle of all. */
export declare function laneMiddles(phases: number, amps: number): number[];
