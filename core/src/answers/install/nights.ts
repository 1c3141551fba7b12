import { changesIn, offsetAt } from "../../engine/clock";
import { stepOf, type MeterSeries } from "../meter";

/** A stretch of time (ms since 1970). */
export interface NightStretch {
  readonly from: number;
  readonly to: number;
}

const DAY_MS = 86_400_000;
const MINUTE_MS = 60_000;

/** Minute of the day a clock time stands for. @example minuteOfClock("07:30") // 450 */
export const minuteOfClock = (text: string): number =>
  Number(text.slice(0, 2)) * 60 + Number(text.slice(3, 5));

/** The first moment at which a zone's clock shows a time on or after a local day, one that is skipped as much later. */
function momentAt(zone: string, wallMs: number): number {
  const before = offsetAt(zone, wallMs - DAY_MS);
  const first = wallMs - before * MINUTE_MS;
  if (offsetAt(zone, first) === before) return first;
  const after = offsetAt(zone, wallMs + DAY_MS);
  const second = wallMs - after * MINUTE_MS;
  return offsetAt(zone, second) === after ? second : first;
}

/**
 * The nights of a series: each from a clock time to the next occurrence of another, hours that come twice and hours that are
 * skipped included. Only those that lie in it whole.
 * @example nightsOf({ startMs: 0, stepMinutes: 60, watts: Array(48).fill(0) }, "UTC", "18:00", "07:00").length // 1
 */
export function nightsOf(series: MeterSeries, zone: string, begins: string, ends: string): NightStretch[] {
  const { startMs, watts } = series;
  const endMs = startMs + watts.length * stepOf(series) * 1000;
  const [from, to] = [minuteOfClock(begins), minuteOfClock(ends)];
  const over = to <= from ? DAY_MS : 0;
  const first = Math.floor((startMs + offsetAt(zone, startMs) * MINUTE_MS) / DAY_MS) * DAY_MS;
  const nights: NightStretch[] = [];
  for (let day = first; day <= endMs + DAY_MS; day += DAY_MS) {
    const stretch = {
      from: momentAt(zone, day + from * MINUTE_MS),
      to: momentAt(zone, day + over + to * MINUTE_MS),
    };
    if (stretch.from >= startMs && stretch.to <= endMs && stretch.to > stretch.from) nights.push(stretch);
  }
  return nights;
}

/**
 * Whether a moment lies in some hours of a day, by a zone's own clock.
 * @example inHours("UTC", "23:00", "07:00")(0) // true
 */
export function inHours(zone: string, begins: string, ends: string): (at: number) => boolean {
  const [from, to] = [minuteOfClock(begins), minuteOfClock(ends)];
  // The offset only where it may have changed: asked for half a million times.
  let [known, until, minutes] = [Infinity, -Infinity, 0];
  return (at) => {
    if (at < known || at >= until) {
      minutes = offsetAt(zone, at);
      known = at;
      until = changesIn(zone, at, at + 60 * DAY_MS)[0]?.fromMs ?? at + 60 * DAY_MS;
    }
    const minute = (((Math.floor(at / MINUTE_MS) + minutes) % 1440) + 1440) % 1440;
    return from < to ? minute >= from && minute < to : minute >= from || minute < to;
  };
}

/**
 * The hours that two daily stretches have in common, as one stretch of the clock from when the first begins; null where they
 * have none.
 * @example commonHours(["18:00", "07:30"], ["23:00", "07:00"]) // ["23:00", "07:00"]
 */
export function commonHours(
  [a, b]: readonly [string, string],
  [c, d]: readonly [string, string],
): readonly [string, string] | null {
  const from = minuteOfClock(a);
  const after = (text: string): number => (minuteOfClock(text) - from + 1440) % 1440;
  const length = after(b) || 1440;
  const [begins, ends] = [after(c), after(d) || 1440];
  const text = (minute: number): string => {
    const at = (minute + from) % 1440;
    return `${String(Math.floor(at / 60)).padStart(2, "0")}:${String(at % 60).padStart(2, "0")}`;
  };
  if (begins < ends)
    return begins < Math.min(ends, length) ? [text(begins), text(Math.min(ends, length))] : null;
  // They were running already as the other began.
  const head = Math.min(ends, length);
  const tail = length - begins;
  if (head <= 0 && tail <= 0) return null;
  return head >= tail ? [text(0), text(head)] : [text(begins), text(length)];
}
