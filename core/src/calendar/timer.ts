import { minuteOfDayAt, type Clock } from "../clock";
import type { Window } from "../session";

const MINUTES = 1440;
const text = (minute: number): string => {
  const whole = ((minute % MINUTES) + MINUTES) % MINUTES;
  return `${String(Math.floor(whole / 60)).padStart(2, "0")}:${String(whole % 60).padStart(2, "0")}`;
};

/** Part of a minute by which a time may be off before it counts as the next. */
const NEAR = 1e-6;

/** A window as two clock times to set in a car or a unit: no earlier than it begins, and not before it has ended. */
export interface Timer {
  readonly start: string;
  readonly stop: string;
}

/** The clock times of a window; a start within a minute is put off, never brought forward into a dearer hour. */
export const timerOf = ({ from, to }: Window, clock: Clock): Timer => ({
  start: text(Math.ceil(minuteOfDayAt(clock, from) - NEAR)),
  stop: text(Math.ceil(minuteOfDayAt(clock, to) - NEAR)),
});
