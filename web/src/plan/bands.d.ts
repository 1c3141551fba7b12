import type { Slot } from "@kettleback/core";
/** A stretch of hours at one price, ready to draw: slots of the same price joined. */
export interface PriceStretch {
    readonly from: number;
    readonly to: number;
    readonly perKWh: number | null;
    /** 0 for the cheapest in view, 1 for the dearest. */
    readonly level: number;
}
/** Slots as stretches, with how dear each is among them. */
export declare function stretchesOfSlots(slots: readonly Slot[]): PriceStretch[];
/** Whether the hours differ in price at all. */
export declare const pricesDiffer: (stretches: readonly PriceStretch[]) => boolean;
