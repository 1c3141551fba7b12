import type { Window } from "@kettleback/core";
import type { PriceStretch } from "../../plan/bands";
interface Props {
    readonly stretches: readonly PriceStretch[];
    readonly until: number;
    /** Seconds from plugging in to the first whole hour. */
    readonly firstHour: number;
    priceText(price: number): string;
    clockText(seconds: number): string;
}
/** The hours from plugging in to departure and what each costs: a step higher the dearer it is, the cheapest marked. */
export declare function HoursStrip({ stretches, until, firstHour, priceText, clockText }: Props): import("react").JSX.Element;
/** When a schedule charges, on the same hours; a lowered current is a thinner bar. */
export declare const WindowBar: ({ windows, until, }: {
    readonly windows: readonly Window[];
    readonly until: number;
}) => import("react").JSX.Element;
export {};
