import { DateTime } from "luxon";
import { mannerOf, type Manner, type MannerSaid } from "@kettleback/core";

let manner: Manner = mannerOf({});

/** Sets how everything is written from now on: figures, clocks and dates, in what is shown and what is typed. */
export function writeAs(household: MannerSaid): void {
  manner = mannerOf(household);
}

/** What tells one manner from another: views are made anew when it changes. */
export const mannerKey = (household: MannerSaid): string => Object.values(mannerOf(household)).join(" ");

/** Whose marks figures are written with; words stay English. */
export const figureLocale = (): "en-GB" | "de-DE" => (manner.decimals === "comma" ? "de-DE" : "en-GB");

/** A moment as a clock shows it: 18:10, or 6:10 pm. */
export const timeText = (at: DateTime): string =>
  manner.clock === "24 h" ? at.toFormat("HH:mm") : at.toFormat("h:mm a").toLowerCase();

/** Weekday and time: Tue 18:10. */
export const dayTimeText = (at: DateTime): string => `${at.toFormat("ccc")} ${timeText(at)}`;

/** Weekday and date: Tue 24 Nov, or Tue Nov 24. */
export const dayText = (at: DateTime): string =>
  at.toFormat(manner.dates === "day first" ? "ccc d LLL" : "ccc LLL d");

/** A date with its year: 24 Nov 2026, or Nov 24, 2026. */
export const dateText = (at: DateTime): string =>
  at.toFormat(manner.dates === "day first" ? "d LLL yyyy" : "LLL d, yyyy");

/** The day a week begins with on a calendar, Sunday (0) where the month is written first. */
export const weekStart = (): 0 | 1 => (manner.dates === "month first" ? 0 : 1);

/** A time kept as 18:10 as the household writes it; what is none stays as it is. */
export function clockText(kept: string): string {
  // Asked for every row of a line-up: no parsing where it is a matter of twelve.
  const [, hours, minutes] = /^([01]\d|2[0-3]):([0-5]\d)$/.exec(kept) ?? [];
  if (hours === undefined || manner.clock === "24 h") return kept;
  const hour = Number(hours);
  return `${hour % 12 || 12}:${minutes} ${hour < 12 ? "am" : "pm"}`;
}

/** Hour before which the day after is "the next morning", that needs no name. */
const NOON = 12;

/** A time after another: by the clock alone on the same day and the morning after, else with the name of its day. */
export function momentText(from: DateTime, at: DateTime): string {
  const days = at.startOf("day").diff(from.startOf("day"), "days").days;
  return days < 0.5 || (days < 1.5 && at.hour < NOON) ? timeText(at) : dayTimeText(at);
}

/** The hour alone, where space is short: 18, or 6 pm. */
export const hourText = (hour: number): string => {
  const at = DateTime.fromObject({ hour: hour % 24 });
  return manner.clock === "24 h" ? at.toFormat("HH") : at.toFormat("ha").toLowerCase().slice(0, -1);
};

/** A date kept as 2026-11-24 as the household writes it. */
export function calendarText(kept: string): string {
  const at = DateTime.fromISO(kept);
  return at.isValid ? dateText(at) : kept;
}

/** Times within a sentence, kept as 18:10, as the household writes them. A day's end stays 24:00 on a 24-hour clock. */
export const timesIn = (text: string): string =>
  manner.clock === "24 h"
    ? text
    : text.replace(/(?<![\d:T-])([01]\d|2[0-4]):([0-5]\d)(?![\d:])/g, (said, hour: string) =>
        hour === "24" ? "midnight" : clockText(said),
      );

const TIME = /^(\d{1,2})(?:[:.h]?\s?(\d{2}))?\s*(a|p)?\.?\s*m?\.?$/i;

/**
 * A time as people type it: 18:10, 18.10, 1810, 6:10 pm, 6pm, 7.
 * @returns as kept (18:10), or undefined for what is no time
 */
export function readTime(typed: string): string | undefined {
  const [, hours, minutes = "00", half] = TIME.exec(typed.trim()) ?? [];
  if (hours === undefined) return undefined;
  const said = Number(hours);
  if (half && (said < 1 || said > 12)) return undefined;
  const hour = half ? (said % 12) + (/p/i.test(half) ? 12 : 0) : said;
  if (hour > 23 || Number(minutes) > 59) return undefined;
  return `${String(hour).padStart(2, "0")}:${minutes}`;
}

const NAMED = ["d LLL yyyy", "d LLLL yyyy", "LLL d, yyyy", "LLLL d, yyyy", "LLL d yyyy"];
const NUMBERED = {
  "day first": ["d/M/yyyy", "d.M.yyyy", "d-M-yyyy"],
  "month first": ["M/d/yyyy", "M-d-yyyy"],
} as const;

/**
 * A date as people type it: 2026-11-24, 24 Nov 2026, 24/11/2026 or, where the month comes first, 11/24/2026.
 * @returns as kept (2026-11-24), or undefined for what is no date
 */
export function readDate(typed: string): string | undefined {
  const text = typed.trim().replace(/\s+/g, " ");
  for (const format of ["yyyy-MM-dd", ...NAMED, ...NUMBERED[manner.dates]]) {
    const at = DateTime.fromFormat(text, format, { locale: "en" });
    if (at.isValid) return at.toISODate();
  }
  return undefined;
}

/**
 * A number as people type it, with either decimal mark. A mark before exactly three digits is one of thousands, where
 * the household's own decimal mark is the other one.
 * @returns NaN for what is no number
 */
export function readNumber(typed: string): number {
  const text = typed.trim().replace(/\s/g, "").replace("−", "-");
  if (text === "") return Number.NaN;
  const thousands = manner.decimals === "comma" ? "." : ",";
  const grouped = new RegExp(`^-?[1-9]\\d{0,2}(?:\\${thousands}\\d{3})+(?!\\d)`);
  const plain = grouped.test(text) ? text.replaceAll(thousands, "") : text;
  return Number(plain.replace(",", "."));
}

/** A number as it stands in a field to type in. */
export const typedNumber = (n: number): string =>
  manner.decimals === "comma" ? String(n).replace(".", ",") : String(n);
