import { minuteOfDayAt, passings, type Clock } from "../../engine/clock";
import type { Window } from "../../engine/session";
import type { Seconds } from "../../trade/units";

const MINUTES = 1440;
const MINUTE: Seconds = 60;
const HOUR: Seconds = 3600;
const text = (minute: number): string => {
  const whole = ((minute % MINUTES) + MINUTES) % MINUTES;
  return `${String(Math.floor(whole / 60)).padStart(2, "0")}:${String(whole % 60).padStart(2, "0")}`;
};

/** Part of a minute by which a time may be off before it counts as the next. */
const NEAR = 1e-6;

/** A window as two clock times to set in a car or a unit. */
export interface Timer {
  readonly start: string;
  readonly stop: string;
  /** Of the two, those that the clock shows twice that night: a timer may take the other one. */
  readonly twice: readonly string[];
}

/** Seconds to the next whole minute of the local clock, or from the one before. */
const toMinute = (clock: Clock, time: Seconds, round: (minutes: number) => number): Seconds => {
  const minutes = minuteOfDayAt(clock, time);
  return time + (round(minutes) - minutes) * MINUTE;
};
const up = (minutes: number): number => Math.ceil(minutes - NEAR);
const down = (minutes: number): number => Math.floor(minutes + NEAR);

/** Whether the wall clock shows this minute twice, around this moment. */
const isTwice = (clock: Clock, time: Seconds): boolean =>
  passings(clock, Math.round(minuteOfDayAt(clock, time)) % MINUTES, time - 2.5 * HOUR, time + 2.5 * HOUR)
    .length > 1;

/**
 * The clock times of a window, to the minute. A start within a minute is put off rather than brought forward into a
 * dearer hour, and the stop with it, so that the window keeps its length; where that would end it too late, it is
 * brought forward.
 * @param latest when it must have ended; left out where nobody waits
 * @example timerOf({ from: 600, to: 7200 }, clock).start // "18:20"
 */
export function timerOf({ from, to }: Window, clock: Clock, latest: Seconds = Infinity): Timer {
  const put = toMinute(clock, from, up);
  const start = put + (to - from) > latest + NEAR * MINUTE ? toMinute(clock, from, down) : put;
  const stop = toMinute(clock, Math.max(to, start + (to - from)), up);
  const [a, b] = [
    text(Math.round(minuteOfDayAt(clock, start))),
    text(Math.round(minuteOfDayAt(clock, stop))),
  ];
  const twice = [...(isTwice(clock, start) ? [a] : []), ...(isTwice(clock, stop) && b !== a ? [b] : [])];
  return { start: a, stop: b, twice };
}
