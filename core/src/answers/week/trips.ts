import Papa from "papaparse";
import type { FieldProblem } from "../../things/documents";
import type { Kilometres } from "../../trade/units";
import { toKm, type DistanceUnit } from "../../trade/units";
import { minuteOf } from "./away";
import { DAYS_A_WEEK, MOST_KM_A_DAY, type Day } from "./pattern";

/** A trip somebody wrote down. */
export interface Trip {
  readonly date: string;
  readonly km: Kilometres;
  readonly out: string;
  readonly back: string;
}

/** What each column of a table of trips holds, by its place; and how it writes dates and distances. */
export interface TripColumns {
  readonly date: number;
  readonly km: number;
  readonly out: number;
  readonly back: number;
  readonly dates: "year first" | "day first" | "month first";
  readonly unit: DistanceUnit;
}

/** A table of trips as it was read, before its columns are taken for anything. */
export interface TripTable {
  readonly head: readonly string[];
  readonly rows: readonly { readonly line: number; readonly cells: readonly string[] }[];
  /** What the columns look like; null for one that cannot be told. */
  readonly guess: { readonly [C in keyof TripColumns]: TripColumns[C] | null };
}

/** Largest file of trips read, in bytes. */
export const TRIPS_MAX_BYTES = 2 * 1024 * 1024;
/** Most trips read: ten years of five a day. */
export const MOST_TRIPS = 20_000;

type Told<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly problems: readonly FieldProblem[] };
const fail = (field: string, message: string): Told<never> => ({ ok: false, problems: [{ field, message }] });

const HEADS: Readonly<Record<"date" | "km" | "out" | "back", RegExp>> = {
  date: /^(date|day)\b/i,
  km: /(distance|\bkm\b|kilomet|\bmi\b|miles)/i,
  out: /^(out|leave|left|depart|start|from|begin)/i,
  back: /^(back|return|home|arriv|end\b|to\b|until)/i,
};

const datesOf = (first: readonly string[]): TripColumns["dates"] | null => {
  if (first.every((text) => /^\d{4}-/.test(text))) return "year first";
  const parts = first.map((text) => text.split(/[./-]/).map(Number));
  if (parts.some(([a]) => a! > 12)) return "day first";
  return parts.some(([, b]) => b! > 12) ? "month first" : null;
};

/**
 * Reads a table of trips and says what its columns look like.
 * @example readTripTable("date,km,out,back\n2026-11-02,44,07:40,17:50\n").ok // true
 */
export function readTripTable(text: string): Told<TripTable> {
  if (text.length > TRIPS_MAX_BYTES)
    return fail("(file)", `too large: ${text.length} characters; accepted: up to ${TRIPS_MAX_BYTES}`);
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, "").trim(), { skipEmptyLines: false });
  const head = (data[0] ?? []).map((cell) => cell.trim());
  const rows = data
    .map((cells, i) => ({ line: i + 1, cells: cells.map((cell) => cell.trim()) }))
    .slice(1)
    .filter(({ cells }) => cells.some((cell) => cell !== ""));
  if (head.length < 4)
    return fail("line 1", "needed: a header with a date, a distance, a time out and a time back");
  if (rows.length === 0) return fail("(file)", "needed: at least one trip below the header");
  if (rows.length > MOST_TRIPS)
    return fail(`line ${rows[MOST_TRIPS]!.line}`, `accepted: up to ${MOST_TRIPS} trips`);
  const find = (column: keyof typeof HEADS) => {
    const at = head.findIndex((name) => HEADS[column].test(name));
    return at < 0 ? null : at;
  };
  const [date, km] = [find("date"), find("km")];
  return {
    ok: true,
    value: {
      head,
      rows,
      guess: {
        date,
        km,
        out: find("out"),
        back: find("back"),
        dates: date === null ? null : datesOf(rows.map(({ cells }) => cells[date] ?? "")),
        unit:
          km === null
            ? null
            : /\bmi\b|mile/i.test(head[km]!)
              ? "mi"
              : /\bkm\b|kilomet/i.test(head[km]!)
                ? "km"
                : null,
      },
    },
  };
}

const DATE = /^(\d{1,4})[./-](\d{1,2})[./-](\d{1,4})/;
const ORDER = { "year first": [0, 1, 2], "day first": [2, 1, 0], "month first": [2, 0, 1] } as const;

function dateFrom(text: string, dates: TripColumns["dates"]): string | undefined {
  const found = DATE.exec(text)?.slice(1);
  if (!found) return undefined;
  const [year, month, day] = ORDER[dates].map((at) => found[at]!) as [string, string, string];
  const written = `${year.length === 2 ? `20${year}` : year}-${month.padStart(2, "0")}-${day.padStart(2, "0")}`;
  const ms = Date.parse(written);
  return /^\d{4}-\d{2}-\d{2}$/.test(written) &&
    !Number.isNaN(ms) &&
    new Date(ms).toISOString().startsWith(written)
    ? written
    : undefined;
}

const timeFrom = (text: string): string | undefined => {
  const found = /(?:^|[T ])(\d{1,2}):(\d{2})(?::\d{2})?\s*([ap])?\.?m?\.?$/i.exec(text);
  if (!found) return undefined;
  const half = found[3]?.toLowerCase();
  const hour = Number(found[1]);
  if (half && (hour < 1 || hour > 12)) return undefined;
  const hours = half ? (hour % 12) + (half === "p" ? 12 : 0) : hour;
  const written = `${String(hours).padStart(2, "0")}:${found[2]}`;
  return /^([01]\d|2[0-3]):[0-5]\d$/.test(written) ? written : undefined;
};

const numberFrom = (text: string): number | undefined =>
  /^-?\d+([.,]\d+)?$/.test(text) ? Number(text.replace(",", ".")) : undefined;

const DATES_SAY = {
  "year first": "2026-11-23",
  "day first": "23.11.2026",
  "month first": "11/23/2026",
} as const;

/** One trip of a table, or what is wrong with its line. */
function tripOf({ line, cells }: TripTable["rows"][number], columns: TripColumns): Told<Trip> {
  const at = (column: "date" | "km" | "out" | "back") => cells[columns[column]] ?? "";
  const wrong = (field: string, message: string) => fail(`line ${line}: ${field}`, message);
  const date = dateFrom(at("date"), columns.dates);
  if (!date)
    return wrong(
      "date",
      `accepted: a day that exists, ${columns.dates}, such as ${DATES_SAY[columns.dates]}`,
    );
  const said = numberFrom(at("km"));
  const most = MOST_KM_A_DAY;
  const km = said === undefined ? undefined : toKm(said, columns.unit);
  if (km === undefined || km < 0 || km > most)
    return wrong(
      "distance",
      `accepted: a number of ${columns.unit}, 0 to ${Math.floor(columns.unit === "km" ? most : most / 1.609344)}`,
    );
  const [out, back] = [timeFrom(at("out")), timeFrom(at("back"))];
  if (!out) return wrong("out", "accepted: a time such as 07:40");
  if (!back) return wrong("back", "accepted: a time such as 17:50");
  if (out === back) return wrong("back", "the same as the time out: it must be back after it left");
  return { ok: true, value: { date, km, out, back } };
}

/** A moment of a trip, in minutes since 1970; one that comes back before it left comes back a day later. */
const span = ({ date, out, back }: Trip): readonly [number, number] => {
  const day = Date.parse(date) / 60_000;
  const [from, to] = [day + minuteOf(out), day + minuteOf(back)];
  return [from, to > from ? to : to + 1_440];
};

/**
 * The trips of a table by what its columns hold, oldest first; a table that is written newest first is turned round.
 * @returns the trips, or the first line and field that is wrong: nothing is taken of a table with a broken line
 * @example tripsOf(tripTable, tripColumns).value.length // 1
 */
export function tripsOf({ rows }: TripTable, columns: TripColumns): Told<Trip[]> {
  const used = [columns.date, columns.km, columns.out, columns.back];
  if (new Set(used).size < used.length)
    return fail("columns", "date, distance, out and back each need a column of their own");
  const read = rows.map((row) => ({ line: row.line, told: tripOf(row, columns) }));
  for (const { told } of read) if (!told.ok) return told;
  const trips = read.map(({ line, told }) => ({ line, trip: (told as { value: Trip }).value }));
  const backwards = trips.length > 1 && span(trips[0]!.trip)[0] > span(trips.at(-1)!.trip)[0];
  if (backwards) trips.reverse();
  const driven = new Map<string, number>();
  for (const [i, { line, trip }] of trips.entries()) {
    const before = trips[i - 1];
    if (before && span(trip)[0] < span(before.trip)[0])
      return fail(`line ${line}: date`, `out of order: it begins before the trip of line ${before.line}`);
    if (before && span(trip)[0] < span(before.trip)[1])
      return fail(`line ${line}: out`, `overlaps the trip of line ${before.line}`);
    const km = (driven.get(trip.date) ?? 0) + trip.km;
    if (km > MOST_KM_A_DAY)
      return fail(
        `line ${line}: distance`,
        `more than ${MOST_KM_A_DAY} km on ${trip.date}; accepted: up to that a day`,
      );
    driven.set(trip.date, km);
  }
  return { ok: true, value: trips.map(({ trip }) => trip) };
}

/** A week of one's own, made of trips: what each weekday is usually like, and every distance there was on one. */
export interface TripWeek {
  readonly days: readonly Day[];
  /** By day of the pattern: the distance (km) of each such date from the first trip to the last, 0 where none was made. */
  readonly distances: readonly (readonly Kilometres[])[];
  readonly from: string;
  readonly to: string;
}

const median = (sorted: readonly number[]): number => sorted[Math.floor((sorted.length - 1) / 2)]!;
const timeText = (minutes: number): string => new Date(minutes * 60_000).toISOString().slice(11, 16);
const DAY_MS = 86_400_000;

/**
 * A pattern from trips: each weekday drives its mean distance, days without a trip among them, from its usual time out to
 * its usual time back.
 * @param start the date of the pattern's first day
 * @example weekOfTrips([{ date: "2026-11-02", km: 44, out: "07:40", back: "17:50" }], "2026-11-23").days[0].drives.length // 1
 */
export function weekOfTrips(trips: readonly Trip[], start: string): TripWeek {
  const [from, to] = [trips[0]!.date, trips.at(-1)!.date];
  const dates = Array.from(
    { length: (Date.parse(to) - Date.parse(from)) / DAY_MS + 1 },
    (_, i) => Date.parse(from) + i * DAY_MS,
  );
  const dayOf = (ms: number) =>
    ((((ms - Date.parse(start)) / DAY_MS) % DAYS_A_WEEK) + DAYS_A_WEEK) % DAYS_A_WEEK;
  const byDate = new Map<number, Trip[]>();
  for (const trip of trips) {
    const ms = Date.parse(trip.date);
    byDate.set(ms, [...(byDate.get(ms) ?? []), trip]);
  }
  const distances: number[][] = Array.from({ length: DAYS_A_WEEK }, () => []);
  const outs: number[][] = Array.from({ length: DAYS_A_WEEK }, () => []);
  const backs: number[][] = Array.from({ length: DAYS_A_WEEK }, () => []);
  for (const ms of dates) {
    const made = byDate.get(ms) ?? [];
    const day = dayOf(ms);
    distances[day]!.push(made.reduce((sum, { km }) => sum + km, 0));
    if (made.length === 0) continue;
    outs[day]!.push(span(made[0]!)[0] - ms / 60_000);
    backs[day]!.push(span(made.at(-1)!)[1] - ms / 60_000);
  }
  const ascending = (a: number, b: number) => a - b;
  const out = outs.map((times) => (times.length > 0 ? median(times.sort(ascending)) : undefined));
  const days = distances.map((km, day): Day => {
    const mean = km.reduce((sum, each) => sum + each, 0) / Math.max(1, km.length);
    const leave = out[day];
    if (leave === undefined || mean === 0) return { drives: [], home: "home" };
    // Who drives by day and by night is back before the next day's drive, and never away round the clock.
    const next = (out[(day + 1) % DAYS_A_WEEK] ?? Infinity) + 1_440;
    const usual = median(backs[day]!.sort(ascending));
    const back = Math.max(leave + 1, Math.min(usual, leave + 23 * 60, next));
    const drive = { leave: timeText(leave), back: timeText(back % 1_440), km: Math.round(mean * 10) / 10 };
    return { drives: [{ ...drive, stands: "nowhere" }], home: "home" };
  });
  return { days, distances, from, to };
}
