import type { Fraction } from "../../trade/units";
import { NOTHING, type Luck } from "../week";
import { valueAt, type Course, type Standing } from "./course";
import { DAYS, WEEKS, type Draws } from "./draws";

/** What some years came to at a way, a value a year. Money in the household's currency. */
export interface YearsAt {
  /** Days on which some drive fell short. */
  readonly shortDays: Float64Array;
  readonly stops: Float64Array;
  /** Plugs and stops together; NaN where a stop has no price. */
  readonly cost: Float64Array;
  /** What stops alone cost. */
  readonly stopCost: Float64Array;
  readonly sessions: Float64Array;
  /** Of the first of these years: the least charge above the reserve on each day (a share), below zero what was missing. */
  readonly margins: Float32Array;
}

/** The course of a week of the year, by its month. */
export const courseOfWeek = (courses: Readonly<Record<string, Course>>, luck: Luck, week: number): Course =>
  courses[luck.months[Math.floor((week * 12) / WEEKS)]!]!;

const empty = (years: number): YearsAt => ({
  shortDays: new Float64Array(years),
  stops: new Float64Array(years),
  cost: new Float64Array(years),
  stopCost: new Float64Array(years),
  sessions: new Float64Array(years),
  margins: new Float32Array(DAYS),
});

/** Charge (as a share) that is not worth calling a session. */
const LEAST_GAIN = 1e-6;

/**
 * Passes one week of a year.
 * @param km by day of the pattern, the distance of its drives this week
 * @returns the charge at its end
 */
function passWeek(
  course: Course,
  luck: Luck,
  draws: Draws,
  first: number,
  km: Float64Array,
  from: Fraction,
  into: YearsAt,
  year: number,
  margins: Float32Array | null,
  weekOfYear: number,
): Fraction {
  const { pattern, reserve } = course;
  let soc = from;
  let forgot = false;
  let shortOn = -1;
  for (const piece of course.pieces) {
    if (piece.kind === "leg") {
      const left = soc - (km[piece.of]! * piece.share * course.perKm + piece.preheat);
      const floor = Math.min(reserve, soc);
      const { day } = piece;
      if (margins) margins[weekOfYear * 7 + day] = Math.min(margins[weekOfYear * 7 + day]!, left - floor);
      if (left < floor - NOTHING) {
        const put = floor - left;
        const count = Math.ceil(put / course.stopSpan - NOTHING);
        const cost = count * valueAt(piece.stop, put / count);
        into.stops[year]! += count;
        into.cost[year]! += cost;
        into.stopCost[year]! += cost;
        if (shortOn !== day) into.shortDays[year]! += 1;
        shortOn = day;
        soc = floor;
      } else soc = Math.max(left, floor);
    } else if (piece.kind === "stay") {
      const on = first + piece.day;
      if (piece.at === "home") {
        if (piece.arrives) forgot = draws.forgotten[on]! < luck.forgotten;
        if (forgot) continue;
        if (
          pattern.plugIn === "below"
            ? !(soc < pattern.belowSoc)
            : pattern.plugIn === "days" && !pattern.plugInDays.includes(piece.day)
        )
          continue;
      } else if (piece.at === "post" && draws.postTaken[on]! < luck.postTaken) continue;
      const late = piece.at === "home" && piece.arrives && draws.late[on]! < luck.lateChance;
      const stay: Standing = late ? piece.late : piece.usual;
      if (soc >= stay.limit) continue;
      const end = piece.near(soc, stay.seconds, stay.target);
      if (end - soc > LEAST_GAIN) {
        into.cost[year]! += valueAt(stay.cost, soc);
        into.sessions[year]! += 1;
      }
      soc = end;
    } else soc = Math.max(soc, Math.min(course.limit, soc + course.sun));
  }
  return soc;
}

/**
 * Some years at a way, day by day, under draws that are the same for every way.
 * @param distances by day of all the years, in km
 */
export function simulate(
  courses: Readonly<Record<string, Course>>,
  luck: Luck,
  draws: Draws,
  distances: Float64Array,
  startSoc: Fraction,
  years: number,
): YearsAt {
  const into = empty(years);
  into.margins.fill(1);
  let soc = startSoc;
  for (let year = 0; year < years; year++)
    for (let week = 0; week < WEEKS; week++) {
      const first = year * DAYS + week * 7;
      const course = courseOfWeek(courses, luck, week);
      const km = distances.subarray(first, first + 7);
      soc = passWeek(course, luck, draws, first, km, soc, into, year, year === 0 ? into.margins : null, week);
    }
  return into;
}
