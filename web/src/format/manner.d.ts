import { DateTime } from "luxon";
import { type MannerSaid } from "@kettleback/core";
/** Sets how everything is written from now on: figures, clocks and dates, in what is shown and what is typed. */
export declare function writeAs(household: MannerSaid): void;
/** What tells one manner from another: views are made anew when it changes. */
export declare const mannerKey: (household: MannerSaid) => string;
/** Whose marks figures are written with; words stay English. */
export declare const figureLocale: () => "en-GB" | "de-DE";
/** A moment as a clock shows it: 18:10, or 6:10 pm. */
export declare const timeText: (at: DateTime) => string;
/** Weekday and time: Tue 18:10. */
export declare const dayTimeText: (at: DateTime) => string;
/** Weekday and date: Tue 24 Nov, or Tue Nov 24. */
export declare const dayText: (at: DateTime) => string;
/** A date with its year: 24 Nov 2026, or Nov 24, 2026. */
export declare const dateText: (at: DateTime) => string;
/** A time kept as 18:10 as the household writes it; what is none stays as it is. */
export declare function clockText(kept: string): string;
/** A time after another: by the clock alone on the same day and the morning after, else with the name of its day. */
export declare function momentText(from: DateTime, at: DateTime): string;
/** The hour alone, where space is short: 18, or 6 pm. */
export declare const hourText: (hour: number) => string;
/** A date kept as 2026-11-24 as the household writes it. */
export declare function calendarText(kept: string): string;
/** Times within a sentence, kept as 18:10, as the household writes them. A day's end stays 24:00 on a 24-hour clock. */
export declare const timesIn: (text: string) => string;
/**
 * A time as people type it: 18:10, 18.10, 1810, 6:10 pm, 6pm, 7.
 * @returns as kept (18:10), or undefined for what is no time
 */
export declare function readTime(typed: string): string | undefined;
/**
 * A date as people type it: 2026-11-24, 24 Nov 2026, 24/11/2026 or, where the month comes first, 11/24/2026.
 * @returns as kept (2026-11-24), or undefined for what is no date
 */
export declare function readDate(typed: string): string | undefined;
/**
 * A number as people type it, with either decimal mark. A mark before exactly three digits is one of thousands, where
 * the household's own decimal mark is the other one.
 * @returns NaN for what is no number
 */
export declare function readNumber(typed: string): number;
/** A number as it stands in a field to type in. */
export declare const typedNumber: (n: number) => string;
