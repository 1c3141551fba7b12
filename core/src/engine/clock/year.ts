import { offsetsOf } from "../../trade/units";

const MINUTE = 60_000;
const DAY = 86_400_000;

/** From this moment (ms since 1970) on, a zone's local time is so many minutes ahead of universal time. */
export interface Change {
  readonly fromMs: number;
  readonly minutes: number;
}

type OffsetOf = ReturnType<typeof offsetsOf>;

/** Where the offset changes between two moments, by halving; at most one change lies between them. */
function changeBetween(offset: OffsetOf, from: number, to: number): number {
  const before = offset(from);
  let [low, high] = [from, to];
  while (high - low > 1000) {
    const middle = Math.round((low + high) / 2);
    if (offset(middle) === before) low = middle;
    else high = middle;
  }
  // Zones change at whole minutes.
  return Math.floor(high / MINUTE) * MINUTE;
}

/** Less than lies between any two changes of a zone: some put their clocks back for the month of fasting alone. */
const STRIDE = 7 * DAY;

/** Where a year of universal time begins (ms since 1970). Date.UTC takes the years below 100 for those of its own century. */
const beginOf = (year: number): number => new Date(0).setUTCFullYear(year, 0, 1);
const yearAt = (ms: number): number => new Date(ms).getUTCFullYear();

/** The offsets of a zone over a year of universal time: the one it begins with, then each change. */
function made(offset: OffsetOf, year: number): readonly Change[] {
  const [from, to] = [beginOf(year), beginOf(year + 1)];
  const changes: Change[] = [{ fromMs: from, minutes: offset(from) }];
  for (let at = from; at < to; at += STRIDE) {
    const end = Math.min(at + STRIDE, to);
    const minutes = offset(end);
    if (minutes === changes.at(-1)!.minutes) continue;
    const fromMs = changeBetween(offset, at, end);
    // One at the very end is the next year's first.
    if (fromMs < to) changes.push({ fromMs, minutes });
  }
  return changes;
}

/** Years kept: more than any household asks for, and no more than a few hundred kilobytes. */
const MOST_YEARS = 500;
const years = new Map<string, readonly Change[]>();

/** The offsets of a zone over a year of universal time. Worked out once a zone and year. */
function yearOf(zoneName: string, year: number): readonly Change[] {
  const key = `${zoneName} ${year}`;
  const known = years.get(key);
  if (known) return known;
  if (years.size >= MOST_YEARS) years.clear();
  const changes = made(offsetsOf(zoneName), year);
  years.set(key, changes);
  return changes;
}

/**
 * Minutes a zone's local time is ahead of universal time at a moment (ms since 1970).
 * In Dublin, in July, that is 60.
 * @example offsetAt("UTC", 0) // 0
 */
export const offsetAt = (zoneName: string, ms: number): number =>
  yearOf(zoneName, yearAt(ms)).findLast(({ fromMs }) => fromMs <= ms)!.minutes;

/**
 * The changes of a zone after a moment up to another (ms since 1970), in order.
 * @example changesIn("UTC", 0, 1) // []
 */
export function changesIn(zoneName: string, fromMs: number, toMs: number): Change[] {
  const found: Change[] = [];
  let minutes = offsetAt(zoneName, fromMs);
  const last = yearAt(toMs);
  for (let year = yearAt(fromMs); year <= last; year++)
    for (const change of yearOf(zoneName, year)) {
      // A year begins with an offset; only another than the one before is a change.
      if (change.fromMs > fromMs && change.fromMs <= toMs && change.minutes !== minutes) {
        found.push(change);
        minutes = change.minutes;
      }
    }
  return found;
}
