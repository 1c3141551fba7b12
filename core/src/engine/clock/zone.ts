import type { Clock, Offset } from "./clock";
import { changesIn, offsetAt } from "./year";

const MINUTE = 60_000;
const DAY = 86_400_000;
/** How far ahead clock changes are looked for: longer than any car takes. */
const HORIZON = 60 * DAY;

/** Local time in a zone as a form of text: to the minute, and where an hour comes twice, which of the two by its offset. */
export const LOCAL_MINUTE =
  /^(\d{4})-(\d{2})-(\d{2})T([01]\d|2[0-3]):([0-5]\d)(?:([+-])([01]\d):([0-5]\d))?$/;

/** A local time as it lies in a zone: the moments it stands for, none where the clock jumps over it, two where it comes twice. */
interface Local {
  /** As if the zone were universal time. */
  readonly wallMs: number;
  readonly moments: readonly number[];
  /** Minutes ahead of universal time before any change that day. */
  readonly before: number;
}

function localOf(wallMs: number, zoneName: string): Local {
  const before = offsetAt(zoneName, wallMs - DAY);
  const after = offsetAt(zoneName, wallMs + DAY);
  const moments = [...new Set([before, after])]
    .map((minutes) => ({ ms: wallMs - minutes * MINUTE, minutes }))
    .filter(({ ms, minutes }) => offsetAt(zoneName, ms) === minutes)
    .map(({ ms }) => ms)
    .sort((a, b) => a - b);
  return { wallMs, moments, before };
}

const pad = (n: number): string => String(n).padStart(2, "0");
const clockText = (wallMs: number): string => new Date(wallMs).toISOString().slice(11, 16);
const dateText = (wallMs: number): string => new Date(wallMs).toISOString().slice(0, 10);
const offsetText = (minutes: number): string =>
  `${minutes < 0 ? "-" : "+"}${pad(Math.floor(Math.abs(minutes) / 60))}:${pad(Math.abs(minutes) % 60)}`;

/**
 * The wall time of a text, or undefined where no calendar has that day.
 * @example wallMsOf("1970-01-01T00:01") // 60000
 */
export function wallMsOf(text: string): number | undefined {
  const found = LOCAL_MINUTE.exec(text);
  if (!found) return undefined;
  const [year, month, day, hour, minute] = found.slice(1, 6).map(Number) as [
    number,
    number,
    number,
    number,
    number,
  ];
  const ms = Date.UTC(year, month - 1, day, hour, minute);
  return dateText(ms) === text.slice(0, 10) ? ms : undefined;
}

const saidOffset = (text: string): number | undefined => {
  const [sign, hours, minutes] = LOCAL_MINUTE.exec(text)!.slice(6);
  return sign ? (sign === "-" ? -1 : 1) * (Number(hours) * 60 + Number(minutes)) : undefined;
};

/**
 * What is wrong with a local time in a zone, in words; undefined for a sound one. A date no calendar has is wrong, and
 * an offset which the zone does not have at that time.
 * @example localTimeProblem("2026-13-40T18:10", "Europe/Dublin")
 */
export function localTimeProblem(text: string, zoneName: string): string | undefined {
  const wallMs = wallMsOf(text);
  if (wallMs === undefined) return "accepted: a local time of a day that exists, such as 2026-11-23T18:10";
  const said = saidOffset(text);
  if (said === undefined) return undefined;
  const { moments } = localOf(wallMs, zoneName);
  const offsets = moments.map((ms) => (wallMs - ms) / MINUTE);
  if (offsets.includes(said)) return undefined;
  const accepted = offsets.map((minutes) => text.slice(0, 16) + offsetText(minutes)).join(" or ");
  return moments.length > 0
    ? `accepted in ${zoneName}: ${accepted}`
    : `${clockText(wallMs)} does not occur that day in ${zoneName}`;
}

/**
 * Whether a local time comes twice in its zone; then the offsets that tell the two apart, the first one first.
 * @example repeatedAt("2026-10-25T01:30", "Europe/Dublin") // ["+01:00", "+00:00"]
 */
export function repeatedAt(text: string, zoneName: string): readonly string[] {
  const wallMs = wallMsOf(text);
  if (wallMs === undefined) return [];
  const { moments } = localOf(wallMs, zoneName);
  return moments.length > 1 ? moments.map((ms) => offsetText((wallMs - ms) / MINUTE)) : [];
}

/**
 * A moment (ms since 1970) as local time to the minute, with its offset where that minute comes twice.
 * @example localMinuteOf(0, "UTC") // "1970-01-01T00:00"
 */
export function localMinuteOf(ms: number, zoneName: string): string {
  const minutes = offsetAt(zoneName, ms);
  const text = new Date(ms + minutes * MINUTE).toISOString().slice(0, 16);
  return repeatedAt(text, zoneName).length > 0 ? text + offsetText(minutes) : text;
}

/**
 * The first moment (ms since 1970) a local time without offset stands for; undefined where there is none.
 * @example momentOfLocal("1970-06-01T12:00", "UTC") // 13089600000
 */
export function momentOfLocal(text: string, zoneName: string): number | undefined {
  const wallMs = wallMsOf(text);
  return wallMs === undefined ? undefined : localOf(wallMs, zoneName).moments[0];
}

interface Chosen {
  readonly ms: number;
  readonly note?: string;
}

/** The moment a local time is taken for: the first of two unless said; one that is skipped, as much later. */
function choose({ wallMs, moments, before }: Local, zoneName: string, said: number | undefined): Chosen {
  if (moments.length === 0) {
    const ms = wallMs - before * MINUTE;
    const shown = offsetAt(zoneName, ms);
    return {
      ms,
      note: `${clockText(wallMs)} does not occur on ${dateText(wallMs)} in ${zoneName}, the clocks go forward: taken as ${clockText(ms + shown * MINUTE)}.`,
    };
  }
  if (said !== undefined) return { ms: wallMs - said * MINUTE };
  return moments.length === 1
    ? { ms: moments[0]! }
    : {
        ms: moments[0]!,
        note: `${clockText(wallMs)} comes twice on ${dateText(wallMs)} in ${zoneName}, the clocks go back: taken as the first.`,
      };
}

/** The next occurrence of a clock time after a moment; of one that comes twice, the first that is still to come. */
function nextOccurrence(clockTime: string, startMs: number, zoneName: string): Chosen {
  const [hour, minute] = clockTime.split(":").map(Number) as [number, number];
  const today = Math.floor((startMs + offsetAt(zoneName, startMs) * MINUTE) / DAY) * DAY;
  for (let day = 0; ; day++) {
    const local = localOf(today + day * DAY + (hour * 60 + minute) * MINUTE, zoneName);
    const later = local.moments.filter((ms) => ms > startMs);
    if (later.length > 0) {
      const { note } = choose(local, zoneName, undefined);
      return later.length === local.moments.length && note ? { ms: later[0]!, note } : { ms: later[0]! };
    }
    if (local.moments.length === 0) {
      const skipped = choose(local, zoneName, undefined);
      if (skipped.ms > startMs) return skipped;
    }
  }
}

const offsetsFrom = (startMs: number, zoneName: string): Offset[] => [
  { from: 0, minutes: offsetAt(zoneName, startMs) },
  ...changesIn(zoneName, startMs, startMs + HORIZON).map(({ fromMs, minutes }) => ({
    from: (fromMs - startMs) / 1000,
    minutes,
  })),
];

/** What a person says of a session's times. */
export interface SaidTimes {
  /** Local time, `2026-11-23T18:10`; of an hour that comes twice the first, unless its offset says which. */
  readonly pluggedInAt: string;
  /** Clock time of departure, its next occurrence; null when nobody waits. */
  readonly neededBy: string | null;
}

/**
 * Makes a session's clock from local times in a zone. The same whatever today's date is.
 * @throws RangeError for a time {@link localTimeProblem} names
 * @example clockOf({ pluggedInAt: "2026-11-23T18:10", neededBy: "07:30" }, "Europe/Dublin").departure // 48000
 */
export function clockOf({ pluggedInAt, neededBy }: SaidTimes, zoneName: string): Clock {
  const problem = localTimeProblem(pluggedInAt, zoneName);
  if (problem) throw new RangeError(problem);
  const start = choose(localOf(wallMsOf(pluggedInAt)!, zoneName), zoneName, saidOffset(pluggedInAt));
  const end = neededBy === null ? null : nextOccurrence(neededBy, start.ms, zoneName);
  return {
    zone: zoneName,
    startMs: start.ms,
    offsets: offsetsFrom(start.ms, zoneName),
    departure: end && (end.ms - start.ms) / 1000,
    notes: [start.note, end?.note].filter((note) => note !== undefined),
  };
}
