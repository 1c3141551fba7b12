import type { Kilometres, Micros, Seconds, WattHours, Watts } from "@kettleback/core";
import { type DistanceUnit, type EconomyUnit } from "@kettleback/core";
/** A number ready to read, its unit apart so it can be set smaller. */
export interface Figure {
    readonly value: string;
    readonly unit: string;
}
/** A number with a fixed count of decimals. */
export declare const decimals: (n: number, digits: number) => string;
/** A number for a working: the digits its place in the sum asks for, so that it can be checked by hand. */
export declare const worked: (n: number, digits: number) => string;
/**
 * Amounts as their figures show them: a difference is taken between these, so that it is what a reader finds when taking
 * one shown figure from the other.
 */
export declare const shownPower: (w: Watts | number) => number;
export declare const shownEnergy: (wh: WattHours | number) => number;
export declare const shownKm: (km: Kilometres, unit: DistanceUnit) => Kilometres;
export declare const shownSpeed: (kmPerHour: number, unit: DistanceUnit) => number;
export declare const shownShare: (share: number) => number;
/** Power: a rate, in kW, or in W below a hundred. */
export declare const powerFigure: (w: Watts | number) => Figure;
/** Energy: an amount, in kWh, or in Wh below a hundred. */
export declare const energyFigure: (wh: WattHours | number) => Figure;
export declare const distanceFigure: (km: Kilometres, unit: DistanceUnit) => Figure;
export declare const speedFigure: (kmPerHour: number, unit: DistanceUnit) => Figure;
export declare const economyFigure: (whPerKm: number, unit: EconomyUnit) => Figure;
export declare const ampsText: (amps: number) => string;
export declare const percentText: (share: number, digits?: number) => string;
/** Seconds to the nearest minute: a session begins on one, so that clock times and durations add up as they are shown. */
export declare const toMinute: (seconds: Seconds) => Seconds;
/** Hours and minutes: 13 h 20 min. */
export declare function durationText(seconds: Seconds): string;
/** The smallest coin shown of a currency, in micros. */
export declare const coinOf: (currency: string) => number;
/** Money in the household's currency. */
export declare const moneyText: (m: Micros, currency: string) => string;
/** How much more one amount is than another, as both are shown. */
export declare const shownMore: (then: Micros, now: Micros, currency: string) => Micros;
/** How one amount compares with another, as both are shown: "the same", "€0.12 more". */
export declare function moreText(then: Micros, now: Micros, currency: string): string;
/** … with what it is compared to: "the same as at once", "€0.12 more than at once". */
export declare const comparedText: (then: Micros, now: Micros, currency: string, what: string) => string;
/** A figure as one text. */
export declare const figureText: ({ value, unit }: Figure) => string;
