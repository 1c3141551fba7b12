import type { Seconds } from "../../trade/units";

/** From this second on, local time is this many minutes ahead of universal time. */
export interface Offset {
  readonly from: Seconds;
  readonly minutes: number;
}

/**
 * The clock of one session as plain data: where its second zero lies, how local time runs on from there, and when the
 * car is wanted. Made once, at the edge ({@link clockOf}); everything behind it counts seconds.
 */
export interface Clock {
  readonly zone: string;
  /** The moment of plugging in, in milliseconds since 1970 (UTC). */
  readonly startMs: number;
  /** In order; the first from second zero. */
  readonly offsets: readonly Offset[];
  /** True seconds until departure, so that a night with a clock change has its 23 or 25 hours; null when nobody waits. */
  readonly departure: Seconds | null;
  /** What had to be said of the times asked for: an hour that is skipped, or there twice. */
  readonly notes: readonly string[];
}

/**
 * The moment (ms since 1970) at a second of the session.
 * @example msAt(clock, 3600) - msAt(clock, 0) // 3600000
 */
export const msAt = (clock: Clock, time: Seconds): number => clock.startMs + time * 1000;

const DAY = 86_400;

/**
 * The seconds within a span at which local time passes a minute of the day (0–1439), clock changes included: an hour
 * that comes twice is passed twice, one that is skipped is passed where the clock jumps over it.
 * @example passings(clock, 23 * 60, 0, 86_400) // when it is 23:00
 */
export function passings(clock: Clock, minuteOfDay: number, from: Seconds, to: Seconds): Seconds[] {
  const found: Seconds[] = [];
  clock.offsets.forEach(({ from: begins, minutes }, i) => {
    const start = Math.max(from, begins);
    const end = Math.min(to, clock.offsets[i + 1]?.from ?? Infinity);
    const local = clock.startMs / 1000 + minutes * 60;
    // Seconds of the first passing at or after the start.
    let at = minuteOfDay * 60 - (local % DAY);
    at += Math.ceil((start - at) / DAY) * DAY;
    for (; at < end; at += DAY) found.push(at);
  });
  return found;
}

/**
 * Minute of the day (0–1440, with its fraction) that a wall clock shows at a second of the session.
 * @example minuteOfDayAt(clock, 0) // 1090
 */
export function minuteOfDayAt(clock: Clock, time: Seconds): number {
  const { minutes } = clock.offsets.findLast((o) => o.from <= time) ?? clock.offsets[0]!;
  const local = clock.startMs / 1000 + minutes * 60 + time;
  return (((local % DAY) + DAY) % DAY) / 60;
}

/**
 * The local date at a second of the session, as days since the first of January 1970.
 * @example dayAt(clock, 86_400) - dayAt(clock, 0) // 1
 */
export function dayAt(clock: Clock, time: Seconds): number {
  const { minutes } = clock.offsets.findLast((o) => o.from <= time) ?? clock.offsets[0]!;
  return Math.floor((clock.startMs / 1000 + minutes * 60 + time) / DAY);
}

/**
 * The seconds at which local time jumps, within a span.
 * @example jumps(clock, 0, 86_400) // []
 */
export const jumps = (clock: Clock, from: Seconds, to: Seconds): Seconds[] =>
  clock.offsets.map((o) => o.from).filter((at) => at > from && at < to);

/**
 * The clock of something that begins later: its second zero is that second of this clock.
 * @param departure seconds from then until the car is wanted; null when nobody waits
 * @example msAt(clockFrom(clock, 3600, null), 0) - msAt(clock, 0) // 3600000
 */
export function clockFrom(clock: Clock, time: Seconds, departure: Seconds | null): Clock {
  const at = clock.offsets.findLastIndex((offset) => offset.from <= time);
  const offsets = clock.offsets
    .slice(Math.max(0, at))
    .map(({ from, minutes }) => ({ from: Math.max(0, from - time), minutes }));
  return { zone: clock.zone, startMs: msAt(clock, time), offsets, departure, notes: [] };
}
