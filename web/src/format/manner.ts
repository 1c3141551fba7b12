import { mannerOf, type Manner, type MannerSaid } from "@kettleback/core";
import { daysBetween, midnightOf, type Wall } from "./wall";

let manner: Manner = mannerOf({});

/** Sets how everything is written from now on: figures, clocks and dates, in what is shown and what is typed. */
export function writeAs(household: MannerSaid): void {
  manner = mannerOf(household);
}

/** What tells one manner from another: views are made anew when it changes. */
export const mannerKey = (household: MannerSaid): string => Object.values(mannerOf(household)).join(" ");

/** Whose marks figures are written with; words stay English. */
export const figureLocale = (): "en-GB" | "de-DE" => (manner.decimals === "comma" ? "de-DE" : "en-GB");

const WEEKDAYS = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"] as const;
const MONTHS = [
  "January",
  "February",
  "March",
  "April",
  "May",
  "June",
  "July",
  "August",
  "September",
  "October",
  "November",
  "December",
] as const;
/** Letters of a month's name where it is cut short. */
const SHORT = 3;

const two = (n: number): string => String(n).padStart(2, "0");
/** An hour on a clock of twelve, and the half of the day it is in. */
const ofTwelve = (hour: number): number => hour % 12 || 12;
const half = (hour: number): "am" | "pm" => (hour < 12 ? "am" : "pm");

/** A moment as a clock shows it: 18:10, or 6:10 pm. */
export const timeText = ({ hour, minute }: Pick<Wall, "hour" | "minute">): string =>
  manner.clock === "24 h" ? `${two(hour)}:${two(minute)}` : `${ofTwelve(hour)}:${two(minute)} ${half(hour)}`;

/** Weekday and time: Tue 18:10. */
export const dayTimeText = (at: Wall): string => `${WEEKDAYS[at.weekday - 1]} ${timeText(at)}`;

/** The day of a month, as it is ordered: 24 Nov, or Nov 24. */
function dayOfMonth({ month, day }: Wall): string {
  const name = MONTHS[month - 1]!.slice(0, SHORT);
  return manner.dates === "day first" ? `${day} ${name}` : `${name} ${day}`;
}

/** Weekday and date: Tue 24 Nov, or Tue Nov 24. */
export const dayText = (at: Wall): string => `${WEEKDAYS[at.weekday - 1]} ${dayOfMonth(at)}`;

/** A date with its year: 24 Nov 2026, or Nov 24, 2026. */
export const dateText = (at: Wall): string =>
  `${dayOfMonth(at)}${manner.dates === "day first" ? "" : ","} ${String(at.year).padStart(4, "0")}`;

/** The day a week begins with on a calendar, Sunday (0) where the month is written first. */
export const weekStart = (): 0 | 1 => (manner.dates === "month first" ? 0 : 1);

/** A time kept as 18:10 as the household writes it; what is none stays as it is. */
export function clockText(kept: string): string {
  // Asked for every row of a line-up: no parsing where it is a matter of twelve.
  const [, hours, minutes] = /^([01]\d|2[0-3]):([0-5]\d)$/.exec(kept) ?? [];
  if (hours === undefined || manner.clock === "24 h") return kept;
  return timeText({ hour: Number(hours), minute: Number(minutes) });
}

/** Hour before which the day after is "the next morning", that needs no name. */
const NOON = 12;

/** A time after another: by the clock alone on the same day and the morning after, else with the name of its day. */
export function momentText(from: Wall, at: Wall): string {
  const days = daysBetween(from, at);
  return days < 1 || (days === 1 && at.hour < NOON) ? timeText(at) : dayTimeText(at);
}

/** The hour alone, where space is short: 18, or 6p. */
export const hourText = (hour: number): string =>
  manner.clock === "24 h" ? two(hour % 24) : `${ofTwelve(hour)}${half(hour % 24).slice(0, 1)}`;

const KEPT = /^(\d{4})-(\d{2})-(\d{2})$/;
function keptDate(kept: string): Wall | undefined {
  const [, year, month, day] = KEPT.exec(kept) ?? [];
  return year === undefined ? undefined : midnightOf(Number(year), Number(month), Number(day));
}

/** A date kept as 2026-11-24 as the household writes it. */
export function calendarText(kept: string): string {
  const at = keptDate(kept);
  return at ? dateText(at) : kept;
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
  const [, hours, minutes = "00", said12] = TIME.exec(typed.trim()) ?? [];
  if (hours === undefined) return undefined;
  const said = Number(hours);
  if (said12 && (said < 1 || said > 12)) return undefined;
  const hour = said12 ? (said % 12) + (/p/i.test(said12) ? 12 : 0) : said;
  if (hour > 23 || Number(minutes) > 59) return undefined;
  return `${two(hour)}:${minutes}`;
}

/** Dates with the month by name, and those by numbers alone, as each manner orders them. */
const NAMED = [
  /^(?<day>\d{1,2}) (?<name>[a-z]+) (?<year>\d{4})$/i,
  /^(?<name>[a-z]+) (?<day>\d{1,2}),? (?<year>\d{4})$/i,
];
const NUMBERED = {
  "day first": /^(?<day>\d{1,2})(?<mark>[/.-])(?<month>\d{1,2})\k<mark>(?<year>\d{4})$/,
  "month first": /^(?<month>\d{1,2})(?<mark>[/-])(?<day>\d{1,2})\k<mark>(?<year>\d{4})$/,
} as const;

/** The number of a month said by its name, or the first letters of it; 0 for what is none. */
const monthNamed = (name: string): number =>
  1 +
  MONTHS.findIndex((month) =>
    [month, month.slice(0, SHORT)].some((known) => known.toLowerCase() === name.toLowerCase()),
  );

/**
 * A date as people type it: 2026-11-24, 24 Nov 2026, 24/11/2026 or, where the month comes first, 11/24/2026.
 * @returns as kept (2026-11-24), or undefined for what is no date
 */
export function readDate(typed: string): string | undefined {
  const text = typed.trim().replace(/\s+/g, " ");
  if (keptDate(text)) return text;
  for (const form of [...NAMED, NUMBERED[manner.dates]]) {
    const { day, month, name, year } = form.exec(text)?.groups ?? {};
    if (year === undefined) continue;
    const of = name === undefined ? Number(month) : monthNamed(name);
    return midnightOf(Number(year), of, Number(day)) && `${year}-${two(of)}-${two(Number(day))}`;
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
