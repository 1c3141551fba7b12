import { DateTime } from "luxon";
import {
  dayDate,
  localAt,
  type DistanceUnit,
  type WeekAnswer,
  type WeekMoment,
  type Pattern,
} from "@kettleback/core";
import { dayText, dayTimeText } from "../../format/manner";
import { decimals, distanceFigure, figureText, percentText, shownKm } from "../../format/number";

/** A distance as it is told. */
export const kmText = (km: number, unit: DistanceUnit): string => figureText(distanceFigure(km, unit));

/** A distance that is missing: never told as less than it is. */
export const missingText = (km: number, unit: DistanceUnit): string =>
  shownKm(km, unit) < km - 1e-9 ? kmText(km + (unit === "km" ? 0.5 : 0.8), unit) : kmText(km, unit);

/** A moment of a week: Fri 18:00; in a later one with its date. */
export function momentOf({ timeline }: Pick<WeekAnswer, "timeline">, { at, week }: WeekMoment): string {
  const when = DateTime.fromISO(localAt(timeline, at, week));
  return week === 0 ? dayTimeText(when) : `${dayText(when)}, ${dayTimeText(when).slice(4)}`;
}

/** A day of a week with its date. */
export const dayOf = (pattern: Pattern, day: number, week: number): string =>
  dayText(DateTime.fromISO(dayDate(pattern.start, day, week)));

/** The name of a day of a pattern, as the date of its start makes it. */
export const weekdayOf = ({ start }: Pick<Pattern, "start">, day: number): string =>
  DateTime.fromISO(dayDate(start, day)).toFormat("cccc");

/** Whether a week is enough at a way, in words. */
export function verdictText(answer: WeekAnswer, pattern: Pattern, unit: DistanceUnit): string {
  const { followed, verdict } = answer;
  const { lowest, recovered, short } = followed;
  if (verdict === "holds") return "holds: every night puts back what the day took";
  if (short)
    return `falls short by ${missingText(short.km, unit)} on ${dayOf(pattern, short.day, short.week)}`;
  const low = `lowest at ${percentText(lowest.soc)} on ${momentOf(answer, lowest)}`;
  return recovered
    ? `holds with the battery as buffer: ${low}, recovered by ${momentOf(answer, recovered)}`
    : `holds with the battery as buffer: ${low}`;
}

/** The same in a word or two, for a table. */
export function verdictWord({ verdict, followed }: WeekAnswer, unit: DistanceUnit): string {
  if (verdict === "short") return `${missingText(followed.short!.km, unit)} short`;
  return verdict === "holds" ? "holds" : "holds, as buffer";
}

/** Hours as they are told: to the half, never less than needed. */
export const hoursText = (hours: number): string => `${decimals(Math.ceil(hours * 2 - 1e-6) / 2, 1)} h`;

/** How often something happens: tenths where it is a mean. */
export const timesText = (times: number): string => decimals(times, Number.isInteger(times) ? 0 : 1);
