import { IANAZone } from "luxon";
import Papa from "papaparse";
import { changesIn, offsetAt } from "../../engine/clock";
import type { FieldProblem } from "../../things/documents";
import type { Watts } from "../../trade/units";
import { delimiterOf, figureIn } from "../record";
import {
  guessMeterColumns,
  headLine,
  METER_UNIT_IDS,
  METER_UNITS,
  meterUnitIn,
  type MeterMapping,
  type MeterRole,
  type MeterUnit,
} from "./columns";
import { madeOf, type ReadMeter } from "./made";
import { MOST_METER_W, type MeterReading } from "./series";

/** Most characters of a meter's file. */
export const METER_MAX_BYTES = 64 * 1024 * 1024;
/** Most lines of one: a year of minutes, and some. */
export const MOST_METER_LINES = 600_000;

/** A meter's file as it stands: its names, its lines, and on which line of the file the first of them is. */
export interface MeterTable {
  readonly heads: readonly string[];
  readonly rows: readonly (readonly string[])[];
  /** The line of the names, counted from 1. */
  readonly headLine: number;
}

const fail = (field: string, message: string) => ({ ok: false as const, problems: [{ field, message }] });

/**
 * Reads a meter's file as lines and columns.
 * @example readMeterTable("start,kWh\n2026-01-01 00:00,0.12").ok // true
 */
export function readMeterTable(
  text: string,
):
  | { readonly ok: true; readonly value: MeterTable }
  | { readonly ok: false; readonly problems: readonly FieldProblem[] } {
  if (text.length > METER_MAX_BYTES)
    return fail("(file)", `too large: ${text.length} characters; accepted: up to ${METER_MAX_BYTES}`);
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ""), {
    delimiter: delimiterOf(text),
    preview: MOST_METER_LINES + 100,
  });
  const filled = data
    .map((row, i) => ({ row, line: i + 1 }))
    .filter(({ row }) => row.some((cell) => cell.trim() !== ""));
  const at = headLine(filled.map(({ row }) => row));
  const head = filled[at];
  const rows = filled.slice(at + 1);
  if (!head || rows.length === 0) return fail("(file)", "needed: a line of names, and a line an interval");
  if (rows.length > MOST_METER_LINES)
    return fail(
      `line ${rows[MOST_METER_LINES]!.line}`,
      `accepted: up to ${MOST_METER_LINES.toLocaleString("en-GB")} lines`,
    );
  if (head.row.length > 100)
    return fail(`line ${head.line}`, `${head.row.length} columns; accepted: up to 100`);
  return { ok: true, value: { heads: head.row, rows: rows.map(({ row }) => row), headLine: head.line } };
}

/**
 * How a meter's file is likely to be read.
 * @param zone the household's
 * @example guessMeter({ heads: ["start", "kWh"], rows: [["2026-01-01 00:00", "0.12"]], headLine: 1 }, "UTC").unit // "kWh"
 */
export function guessMeter({ heads, rows }: MeterTable, zone: string): MeterMapping {
  const columns = guessMeterColumns(heads, rows);
  const at = (role: MeterRole) => columns.indexOf(role);
  const drawn = at("drawn");
  const said = at("unit") >= 0 ? rows[0]?.[at("unit")] : undefined;
  const unit =
    meterUnitIn(said ?? "") ??
    meterUnitIn(heads[drawn] ?? "") ??
    meterUnitIn(rows[0]?.[drawn] ?? "") ??
    "kWh";
  const days = [at("begin"), at("day"), at("end")].find((column) => column >= 0) ?? -1;
  const some = rows.slice(0, 5_000);
  const negative = some.filter((row) => /^[-−]/.test((row[drawn] ?? "").trim())).length;
  return {
    columns,
    unit,
    dates: monthFirst(some, days) ? "month-first" : "day-first",
    zone,
    sign: negative > some.length / 2 ? "drawn-negative" : "drawn-positive",
  };
}

/** Whether the second part of a date goes above 12 and so is the day. */
const monthFirst = (rows: readonly (readonly string[])[], column: number): boolean =>
  rows.some((row) => Number(/^\d{1,2}[./-](\d{1,2})[./-]/.exec((row[column] ?? "").trim())?.[1] ?? 0) > 12);

const DATE = /^(\d{4})[./-](\d{1,2})[./-](\d{1,2})|^(\d{1,2})[./-](\d{1,2})[./-](\d{4}|\d{2})/;
const CLOCK = /(?:^|[ T,])(\d{1,2}):(\d\d)(?::(\d\d)(?:\.\d+)?)?\s*([ap]\.?m\.?)?\s*(z|[+-]\d\d:?\d\d)?$/i;

/** A time as it was written: as if its zone were universal time, and its own offset (min) where it says one. */
interface Written {
  readonly wallMs: number;
  readonly offset: number | null;
}

/** Reads a date and a time of day; null for what is none. */
function writtenIn(text: string, dates: MeterMapping["dates"]): Written | null {
  if (/^\d{10}$/.test(text)) return { wallMs: Number(text) * 1000, offset: 0 };
  if (/^\d{13}$/.test(text)) return { wallMs: Number(text), offset: 0 };
  const date = DATE.exec(text);
  const clock = CLOCK.exec(text);
  if (!date || !clock) return null;
  const [a, b] = [Number(date[4]), Number(date[5])];
  const year = Number(date[1] ?? (date[6]!.length === 2 ? `20${date[6]}` : date[6]));
  const month = date[1] ? Number(date[2]) : dates === "month-first" ? a : b;
  const day = date[1] ? Number(date[3]) : dates === "month-first" ? b : a;
  let hour = Number(clock[1]);
  const half = clock[4]?.toLowerCase()[0];
  if (half && hour > 12) return null;
  if (half) hour = (hour % 12) + (half === "p" ? 12 : 0);
  const minute = Number(clock[2]);
  // Some write the last moment of a day as 24:00.
  if (hour > 24 || (hour === 24 && minute > 0) || minute > 59) return null;
  const wallMs = Date.UTC(year, month - 1, day, hour, minute, Number(clock[3] ?? 0));
  const there = new Date(Date.UTC(year, month - 1, day));
  if (there.getUTCMonth() !== month - 1 || there.getUTCDate() !== day) return null;
  return { wallMs, offset: offsetIn(clock[5]) };
}

function offsetIn(text: string | undefined): number | null {
  if (!text) return null;
  if (/^z$/i.test(text)) return 0;
  const [, sign, hours, minutes] = /^([+-])(\d\d):?(\d\d)$/.exec(text)!;
  return (sign === "-" ? -1 : 1) * (Number(hours) * 60 + Number(minutes));
}

const DAY_MS = 86_400_000;
const MINUTE_MS = 60_000;

/**
 * Turns local times into moments, line after line: of an hour that comes twice the first time for the first run of it, the
 * second for the next.
 */
class WallClock {
  readonly #zone: string;
  readonly #days = new Map<number, number | null>();
  #last = -Infinity;
  /** Lines of an hour that the clock jumps over, and of one that came twice. */
  skipped = 0;
  twice = 0;
  constructor(zone: string) {
    this.#zone = zone;
  }
  /** The offset of a day without a change; null on a day with one. */
  #offset(wallMs: number): number | null {
    const day = Math.floor(wallMs / DAY_MS);
    const known = this.#days.get(day);
    if (known !== undefined) return known;
    const [from, to] = [day * DAY_MS - DAY_MS, (day + 1) * DAY_MS + DAY_MS];
    const found = changesIn(this.#zone, from, to).length > 0 ? null : offsetAt(this.#zone, from);
    this.#days.set(day, found);
    return found;
  }
  at({ wallMs, offset }: Written): number {
    const found = offset === null ? this.#local(wallMs) : wallMs - offset * MINUTE_MS;
    this.#last = found;
    return found;
  }
  #local(wallMs: number): number {
    const plain = this.#offset(wallMs);
    if (plain !== null) return wallMs - plain * MINUTE_MS;
    const [before, after] = [offsetAt(this.#zone, wallMs - DAY_MS), offsetAt(this.#zone, wallMs + DAY_MS)];
    const moments = [...new Set([before, after])]
      .map((minutes) => ({ ms: wallMs - minutes * MINUTE_MS, minutes }))
      .filter(({ ms, minutes }) => offsetAt(this.#zone, ms) === minutes)
      .map(({ ms }) => ms)
      .sort((a, b) => a - b);
    if (moments.length === 0) {
      this.skipped += 1;
      return wallMs - before * MINUTE_MS;
    }
    if (moments.length === 1) return moments[0]!;
    this.twice += 1;
    return moments.find((ms) => ms > this.#last) ?? moments[1]!;
  }
}

const MOMENT = "accepted: a date and time such as 2026-01-31 18:15";
/** How many problems are told of; a file with more is wrong throughout. */
const MOST_TOLD = 20;

/** What of the columns is used, and what each is called. */
interface Used {
  readonly at: Readonly<Record<MeterRole, number>>;
  named(role: MeterRole): string;
}

function usedOf({ heads }: MeterTable, { columns }: MeterMapping): Used {
  const at = Object.fromEntries(
    (["begin", "end", "day", "clock", "drawn", "fedIn", "unit"] as const).map((role) => [
      role,
      columns.indexOf(role),
    ]),
  ) as Record<MeterRole, number>;
  return { at, named: (role) => (heads[at[role]] ?? "").trim() || `column ${at[role] + 1}` };
}

/** Whether each figure is written with a comma; undefined where a file does both. */
function decimalOf(rows: MeterTable["rows"], columns: readonly number[]): "," | "." | number {
  let found: "," | "." | undefined;
  for (const [i, row] of rows.entries())
    for (const column of columns) {
      const cell = (row[column] ?? "").trim();
      const mark = /^[-−]?\d+,\d{1,2}(?!\d)|^[-−]?0,\d+|^[-−]?\d+,\d{4,}/.test(cell)
        ? ","
        : /^[-−]?\d*\.\d/.test(cell)
          ? "."
          : undefined;
      if (mark && found && mark !== found) return i;
      found ??= mark;
    }
  return found ?? ".";
}

/** Readings of a file as they stand in it, before they are put in order. */
interface Gathered {
  readonly readings: (readonly [at: number, figure: number])[];
  readonly problems: FieldProblem[];
  readonly clock: WallClock;
  readonly empty: number;
}

/** One figure of a line in W or Wh, what the line says is wrong with it, or null where nothing stands there. */
function figureOf(text: string, decimal: "," | ".", unit: MeterUnit): number | string | null {
  if (text === "" || text === "-" || /^(null|n\/?a|nan)$/i.test(text)) return null;
  const own = meterUnitIn(text);
  if (own && own !== unit) return `the line says ${own}, the file ${unit}; accepted: one unit in a file`;
  const figure = figureIn(text.replace(/ ?k?wh?$/i, ""), decimal);
  if (!Number.isFinite(figure)) return "accepted: a figure";
  return figure * METER_UNITS[unit].factor;
}

function gather(table: MeterTable, mapping: MeterMapping, used: Used, decimal: "," | "."): Gathered {
  const { at, named } = used;
  const clock = new WallClock(mapping.zone);
  const problems: FieldProblem[] = [];
  const readings: [number, number][] = [];
  const turned = mapping.sign === "drawn-negative" ? -1 : 1;
  let empty = 0;
  // Newest first is read from its end, so that the clock runs forward.
  const rows = table.rows.map((row, i) => ({ row, line: table.headLine + 1 + i }));
  if (runsBackwards(table.rows, mapping, used)) rows.reverse();
  for (const { row, line } of rows) {
    if (problems.length >= MOST_TOLD) break;
    const wrong = (role: MeterRole, message: string) =>
      void problems.push({ field: `line ${line}: ${named(role)}`, message });
    const written = writtenIn(timeText(row, at), mapping.dates);
    if (!written) {
      wrong(at.begin >= 0 ? "begin" : at.day >= 0 ? "day" : "end", MOMENT);
      continue;
    }
    const said = at.unit < 0 ? "" : (row[at.unit] ?? "").trim();
    if (said !== "" && meterUnitIn(said) !== mapping.unit) {
      wrong(
        "unit",
        `the line says ${said.slice(0, 20)}, the file ${mapping.unit}; accepted: one unit in a file`,
      );
      continue;
    }
    const drawn = at.drawn < 0 ? 0 : figureOf((row[at.drawn] ?? "").trim(), decimal, mapping.unit);
    const fedIn = at.fedIn < 0 ? 0 : figureOf((row[at.fedIn] ?? "").trim(), decimal, mapping.unit);
    if (typeof drawn === "string") wrong("drawn", drawn);
    else if (typeof fedIn === "string") wrong("fedIn", fedIn);
    else if (drawn === null) empty += 1;
    else readings.push([clock.at(written), turned * drawn - Math.abs(fedIn ?? 0)]);
  }
  return { readings, problems, clock, empty };
}

/** The text of a line's moment: one column, or a day and a time of day. */
const timeText = (row: readonly string[], at: Used["at"]): string => {
  const cell = (column: number) => (column < 0 ? "" : (row[column] ?? "").trim());
  if (at.begin >= 0) return cell(at.begin);
  if (at.day >= 0) return `${cell(at.day)} ${cell(at.clock)}`.trim();
  return cell(at.end);
};

function runsBackwards(rows: MeterTable["rows"], { dates }: MeterMapping, { at }: Used): boolean {
  const [first, last] = [rows[0], rows.at(-1)].map((row) => row && writtenIn(timeText(row, at), dates));
  return !!first && !!last && first.wallMs > last.wallMs;
}

/** How far apart most readings lie (min). */
function stepIn(moments: readonly number[]): number {
  const counts = new Map<number, number>();
  for (let i = 1; i < moments.length; i++) {
    const apart = Math.round((moments[i]! - moments[i - 1]!) / MINUTE_MS);
    if (apart > 0) counts.set(apart, (counts.get(apart) ?? 0) + 1);
  }
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 0;
}

/** Lengths of an interval (min) that are read. */
const READ_STEPS = [1, 5, 10, 15, 30, 60];

/** What was said more than once, what is missing, and what the clock did. */
function notesOf(
  kept: readonly MeterReading[],
  doubled: number,
  differing: number,
  step: number,
  { clock, empty }: Gathered,
  zone: string,
): string[] {
  const notes: string[] = [];
  const some = (n: number, one: string, many: string) =>
    n === 1 ? `1 ${one}` : `${n.toLocaleString("en-GB")} ${many}`;
  let [gaps, missing] = [0, 0];
  for (let i = 1; i < kept.length; i++) {
    const lost = Math.round((kept[i]![0] - kept[i - 1]![0]) / (step * MINUTE_MS)) - 1;
    if (lost > 0) [gaps, missing] = [gaps + 1, missing + lost];
  }
  if (step < 15) notes.push(`Intervals of ${step} min are averaged to 15 min, as demand is counted.`);
  if (gaps > 0)
    notes.push(`${some(gaps, "gap", "gaps")}: ${some(missing, "interval was", "intervals were")} not told.`);
  if (empty > 0) notes.push(`${some(empty, "line has", "lines have")} no figure.`);
  if (doubled > 0)
    notes.push(
      `${some(doubled, "interval comes", "intervals come")} twice${differing > 0 ? `, ${differing} of them with another figure: the first counts` : ", alike"}.`,
    );
  if (clock.twice > 0)
    notes.push(`The hour in which the clocks go back in ${zone} is told as it came, first and second.`);
  if (clock.skipped > 0)
    notes.push(
      `${some(clock.skipped, "line stands", "lines stand")} in an hour that does not exist in ${zone}: taken as the hour after. Is the zone right?`,
    );
  return notes;
}

/**
 * A house's series from a meter's file. A line that is wrong is named with its column, and nothing is taken.
 * @example meterIn({ heads: ["start", "kWh"], rows: [["2026-01-01 00:00", "0.1"], ["2026-01-01 00:15", "0.2"]], headLine: 1 }, { columns: ["begin", "drawn"], unit: "kWh", dates: "day-first", zone: "UTC", sign: "drawn-positive" }).value?.watts // [400, 800]
 */
export function meterIn(table: MeterTable, mapping: MeterMapping): ReadMeter {
  const used = usedOf(table, mapping);
  const { at } = used;
  if (at.begin < 0 && at.end < 0 && at.day < 0)
    return fail("columns", "needed: one column that says when an interval begins or ends");
  if (at.begin < 0 && at.day >= 0 && at.clock < 0)
    return fail("columns", "needed: the time of day beside the day");
  if (at.drawn < 0) return fail("columns", "needed: one column with what the house drew");
  if (!METER_UNIT_IDS.includes(mapping.unit)) return fail("unit", `accepted: ${METER_UNIT_IDS.join(", ")}`);
  const decimal = decimalOf(
    table.rows,
    [at.drawn, at.fedIn].filter((column) => column >= 0),
  );
  if (typeof decimal === "number")
    return fail(
      `line ${table.headLine + 1 + decimal}: ${used.named("drawn")}`,
      "has another decimal mark than the lines before it; accepted: one mark in a file",
    );
  if (!IANAZone.isValidZone(mapping.zone))
    return fail("zone", "accepted: an IANA time zone such as Europe/Dublin");
  const gathered = gather(table, mapping, used, decimal);
  if (gathered.problems.length > 0) return { ok: false, problems: gathered.problems };
  return inOrder(gathered, mapping, at.begin < 0 && at.day < 0);
}

/** Puts readings in order, finds how long each holds, and tells what was odd. */
function inOrder(gathered: Gathered, { unit, zone }: MeterMapping, byEnd: boolean): ReadMeter {
  const sorted = [...gathered.readings].sort((a, b) => a[0] - b[0]);
  const step = stepIn(sorted.map(([at]) => at));
  if (step === 0) return fail("(file)", "needed: at least two intervals");
  if (!READ_STEPS.includes(step))
    return fail("(file)", `its intervals are ${step} min apart; accepted: ${READ_STEPS.join(", ")} min`);
  let [doubled, differing] = [0, 0];
  const kept: MeterReading[] = [];
  const perHour = METER_UNITS[unit].of === "energy" ? 60 / step : 1;
  for (const [at, figure] of sorted) {
    const begins = byEnd ? at - step * MINUTE_MS : at;
    const drawn = (figure * perHour) as Watts;
    const before = kept.at(-1);
    if (before && before[0] === begins) {
      doubled += 1;
      if (before[1] !== drawn) differing += 1;
      continue;
    }
    if (Math.abs(drawn) > MOST_METER_W)
      return fail(
        new Date(begins).toISOString().slice(0, 16),
        `${Math.round(drawn / 1000)} kW; accepted: up to ${MOST_METER_W / 1000} kW. Is ${unit} its unit?`,
      );
    kept.push([begins, drawn]);
  }
  return madeOf(kept, step, notesOf(kept, doubled, differing, step, gathered, zone));
}
