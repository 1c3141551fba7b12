import { DateTime } from "luxon";
import { msAt, type Cell, type Clock, type Seconds } from "@kettleback/core";

/** One clock for all rows: from plugging in to an end that shows what matters. */
export interface SharedClock {
  readonly clock: Clock;
  readonly span: Seconds;
  readonly ticks: readonly { readonly at: Seconds; readonly text: string }[];
}

export const localAt = (clock: Clock, seconds: Seconds): DateTime =>
  DateTime.fromMillis(msAt(clock, seconds), { zone: clock.zone });

const HOUR = 3600;
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
    [0.25, 0.5, 1, 2, 3, 4, 6, 12, 24, 48].map((h) => h * HOUR).find((s) => span / s <= 9) ?? 96 * HOUR;
  const start = localAt(clock, 0);
  // Ticks fall on round hours of the household's own clock.
  const first = start.startOf("hour").plus({ hours: 1 }).toMillis();
  const ticks: { at: Seconds; text: string }[] = [];
  for (let ms = first; ; ms += step * 1000) {
    const at = (ms - msAt(clock, 0)) / 1000;
    if (at >= span) break;
    ticks.push({ at, text: localAt(clock, at).toFormat(step >= 24 * HOUR ? "ccc d" : "HH:mm") });
  }
  return { clock, span, ticks };
}
