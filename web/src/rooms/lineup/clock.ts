import { minuteOfDayAt, type Cell, type Clock, type Seconds } from "@kettleback/core";
import { clockText } from "../../format/manner";
import { toMinute } from "../../format/number";

/** One clock for all rows: from plugging in to an end that shows what matters. */
export interface SharedClock {
  readonly clock: Clock;
  readonly span: Seconds;
  readonly ticks: readonly { readonly at: Seconds; readonly text: string }[];
}

const DAYS = ["Sun", "Mon", "Tue", "Wed", "Thu", "Fri", "Sat"] as const;
const two = (n: number): string => String(n).padStart(2, "0");

/** Local time at a second of the session, to the minute, as a date whose universal fields show it. */
function localDate({ startMs, offsets }: Clock, seconds: Seconds): Date {
  const { minutes } = offsets.findLast((offset) => offset.from <= seconds) ?? offsets[0]!;
  return new Date(startMs + toMinute(seconds) * 1000 + minutes * 60_000);
}

/** Clock time at a second of the session: 07:30. Every row asks, so no zone is looked up. */
export function timeAt(clock: Clock, seconds: Seconds): string {
  const local = localDate(clock, seconds);
  return clockText(`${two(local.getUTCHours())}:${two(local.getUTCMinutes())}`);
}

/** The same with its day: Tue 07:30. */
export const dayTimeAt = (clock: Clock, seconds: Seconds): string =>
  `${DAYS[localDate(clock, seconds).getUTCDay()]} ${timeAt(clock, seconds)}`;

/** The day alone: Tue 24. */
const dayAt = (clock: Clock, seconds: Seconds): string => {
  const local = localDate(clock, seconds);
  return `${DAYS[local.getUTCDay()]} ${local.getUTCDate()}`;
};

const HOUR = 3600;
/** A whole hour as a mark: 23:00, or 11 pm. */
const hourText = (clock: Clock, seconds: Seconds): string => timeAt(clock, seconds).replace(":00 ", " ");

/** Width of a character of a mark, and least gap between two marks, as shares of the axis where it is narrowest. */
const CHARACTER = 0.021;
const GAP = 0.02;
const widthOf = (text: string): number => text.length * CHARACTER;
/** Characters of the longest mark: Tue 24; 23:00 or 11 pm; between the hours 11:30 pm. */
const longestMark = (step: Seconds): number =>
  step >= 24 * HOUR ? 6 : step >= HOUR ? 5 : clockText("23:30").length;

/** Marks of a clock that leave plugging in and departure their room. */
export function marksOf({ clock, span, ticks }: SharedClock): SharedClock["ticks"] {
  const { departure } = clock;
  const afterStart = widthOf(timeAt(clock, 0)) + GAP;
  return ticks.filter(({ at, text }) => {
    const [middle, half] = [at / span, widthOf(text) / 2];
    if (middle - half < afterStart || middle + half > 1) return false;
    if (departure === null) return true;
    return Math.abs(middle - departure / span) > half + widthOf(timeAt(clock, departure)) / 2 + GAP;
  });
}

/** Share of the span that may lie behind departure: a row that takes days runs off the edge rather than squeezing the others. */
const BEHIND_DEPARTURE = 0.3;

/** The clock of a line-up: as long as its rows need, but never so long that one slow row squeezes the others. */
export function sharedClock(clock: Clock, cells: readonly (Cell | null)[]): SharedClock {
  const times = cells
    .flatMap((cell) => (cell?.kind === "charging" ? [cell.secondsToTarget] : []))
    .sort((a, b) => a - b);
  const most = times.at(-1) ?? HOUR;
  const middle = times[Math.floor(times.length * 0.75)] ?? HOUR;
  const { departure } = clock;
  const span = Math.max(
    HOUR,
    departure === null
      ? Math.min(most, middle * 2)
      : Math.max(departure * 1.04, Math.min(most, departure * (1 + BEHIND_DEPARTURE))),
  );
  const step =
    [0.25, 0.5, 1, 2, 3, 4, 6, 12, 24, 48]
      .map((h) => h * HOUR)
      .find((s) => s / span >= longestMark(s) * CHARACTER + GAP) ?? 96 * HOUR;
  // Ticks fall on round hours of the household's own clock.
  const ticks: { at: Seconds; text: string }[] = [];
  for (let at = HOUR - ((minuteOfDayAt(clock, 0) * 60) % HOUR); at < span; at += step)
    ticks.push({ at, text: step >= 24 * HOUR ? dayAt(clock, at) : hourText(clock, at) });
  return { clock, span, ticks };
}
