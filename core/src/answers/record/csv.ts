import { DateTime } from "luxon";
import Papa from "papaparse";
import type { FieldProblem } from "../../things/documents";
import { acceptedRange } from "../../things/parts";
import { ROLES, type Mapped, type ColumnRole } from "./columns";
import {
  EARLIEST_MS,
  LATEST_MS,
  MEASURES_OF,
  recordSchema,
  sampleOf,
  type Measured,
  type Sample,
  type SessionRecord,
} from "./recorded";
import type { ReadSessions } from "./cdr";

/** Most lines of one table. */
export const MOST_LINES = 3_000_000;
/** Most characters of one. */
export const CSV_MAX_BYTES = 256 * 1024 * 1024;
/** Most sessions of one table. */
export const MOST_ROWS = 20_000;

/** How days are written where neither the year comes first nor the file can say. */
export type DateOrder = "day-first" | "month-first";

/** How a table is read: what each column holds, which comes first in a date, and where its clock stands. */
export interface Mapping {
  readonly kind: "sessions" | "readings";
  /** One for each column; null for one that is left out. */
  readonly columns: readonly (Mapped | null)[];
  readonly dates: DateOrder;
  /** IANA name of the zone of moments that say none. */
  readonly zone: string;
}

/** A table as it stands in its file. */
export interface Table {
  readonly heads: readonly string[];
  readonly rows: readonly (readonly string[])[];
  readonly decimal: "," | ".";
}

/** A table, or why it is none. */
export type ReadTable =
  | { readonly ok: true; readonly value: Table }
  | { readonly ok: false; readonly problems: readonly FieldProblem[] };

const fail = (field: string, message: string) => ({ ok: false as const, problems: [{ field, message }] });

/** Figures that can only be meant with one of the two marks: 12,5 and 1.234,5 against 12.5 and 1,234.5. */
const COMMA = /^[-−]?(\d+,\d{1,2}|\d+,\d{4,}|0,\d+|\d{1,3}(\.\d{3})+(,\d+)?)$/;
const POINT = /^[-−]?(\d+\.\d{1,2}|\d+\.\d{4,}|0\.\d+|\d{1,3}(,\d{3})+(\.\d+)?)$/;

/** How many lines are looked at for what lies between their fields. */
const LOOKED_AT = 50;

/**
 * What lies between the fields of a table: what most of its lines have, semicolons and tabs before commas, which may also
 * be decimal marks.
 * @example delimiterOf("a;b\n1,5;2,5") // ";"
 */
export function delimiterOf(text: string): ";" | "\t" | "," {
  const lines = text
    .slice(0, 50_000)
    .split("\n", LOOKED_AT)
    .filter((line) => line.trim() !== "");
  const most = (mark: string) => lines.filter((line) => line.includes(mark)).length > lines.length / 2;
  return most(";") ? ";" : most("\t") ? "\t" : ",";
}

/** How many lines are looked at a field at a time for its decimals. */
function decimalOf(rows: readonly (readonly string[])[]): {
  decimal: "," | ".";
  mixedAt?: number;
  cell?: string;
} {
  let found: "," | "." | undefined;
  for (const [i, row] of rows.entries())
    for (const raw of row) {
      const cell = raw.trim();
      const [comma, point] = [COMMA.test(cell), POINT.test(cell)];
      // 1.234 alone is either; it is judged by the others.
      if (comma === point) continue;
      const mark = comma ? "," : ".";
      if (found && found !== mark) return { decimal: found, mixedAt: i, cell };
      found = mark;
    }
  return { decimal: found ?? "." };
}

/**
 * Reads a table with a line of names. A file that writes its decimals both ways is refused at the line where that shows.
 * @example readTable("at,kW\n0,1").ok // true
 */
export function readTable(text: string): ReadTable {
  if (text.length > CSV_MAX_BYTES)
    return fail("(file)", `too large: ${text.length} characters; accepted: up to ${CSV_MAX_BYTES}`);
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ""), {
    delimiter: delimiterOf(text),
    skipEmptyLines: "greedy",
    // One more than is accepted: enough to know.
    preview: MOST_LINES + 2,
  });
  const [heads, ...rows] = data;
  if (!heads || rows.length === 0)
    return fail("(file)", "needed: a line of names, and a line a session or a reading");
  if (rows.length > MOST_LINES)
    return fail(`line ${MOST_LINES + 2}`, `accepted: up to ${MOST_LINES.toLocaleString("en-GB")} lines`);
  if (heads.length > 100) return fail("line 1", `${heads.length} columns; accepted: up to 100`);
  const { decimal, mixedAt, cell } = decimalOf(rows);
  if (mixedAt !== undefined)
    return fail(
      `line ${mixedAt + 2}`,
      `“${cell!.slice(0, 20)}” has another decimal mark than the lines before it (${decimal}); accepted: one mark in a file`,
    );
  return { ok: true, value: { heads, rows, decimal } };
}

/**
 * What of a column tells whether the day or the month comes first: a number above 12; the day where nothing tells.
 * @example guessDates([["11/23/2026 18:10"]], 0) // "month-first"
 */
export function guessDates(rows: readonly (readonly string[])[], column: number): DateOrder {
  for (const row of rows) {
    const parts = /^(\d{1,2})[./-](\d{1,2})[./-]\d{2,4}/.exec((row[column] ?? "").trim());
    if (parts && Number(parts[2]) > 12) return "month-first";
    if (parts && Number(parts[1]) > 12) return "day-first";
  }
  return "day-first";
}

const CLOCKS = ["HH:mm", "HH:mm:ss", "HH:mm:ss.SSS", "h:mm a", "h:mm:ss a"];
const DAYS: Readonly<Record<DateOrder, readonly string[]>> = {
  "day-first": ["d.M.yyyy", "d/M/yyyy", "d-M-yyyy", "d.M.yy", "d/M/yy"],
  "month-first": ["M/d/yyyy", "M-d-yyyy", "M.d.yyyy", "M/d/yy"],
};

/** Moments of a column, whatever way they are written; the way that fitted last is tried first. */
function momentReader({ dates, zone }: Mapping): (text: string) => number | null {
  const formats = DAYS[dates].flatMap((day) =>
    CLOCKS.flatMap((clock) => [`${day} ${clock}`, `${day}, ${clock}`]),
  );
  let usual = formats[0]!;
  const parsed = (text: string, format: string): number | null => {
    const at = DateTime.fromFormat(text, format, { zone, locale: "en-GB" });
    return at.isValid ? at.toMillis() : null;
  };
  return (raw) => {
    const text = raw.trim();
    // Seconds or milliseconds since 1970.
    if (/^\d{9,10}(\.\d+)?$/.test(text)) return Math.round(Number(text) * 1000);
    if (/^\d{12,13}$/.test(text)) return Number(text);
    const iso = DateTime.fromISO(text.replace(/^(\d{4}-\d\d-\d\d) +(\d)/, "$1T$2"), { zone });
    if (iso.isValid) return iso.toMillis();
    const known = parsed(text, usual);
    if (known !== null) return known;
    const format = formats.find((one) => parsed(text, one) !== null);
    if (!format) return null;
    usual = format;
    return parsed(text, format);
  };
}

/**
 * A figure with a file's own decimal mark, thousands apart or not; NaN where it is none.
 * @example figureIn("1.234,5", ",") // 1234.5
 */
export function figureIn(raw: string, decimal: "," | "."): number {
  const text = raw
    .trim()
    .replace("−", "-")
    .replace(/\s*(%|kWh|Wh|kW|[€$£])\s*$/i, "")
    .replace(/^[€$£]\s*/, "");
  const grouped = decimal === "," ? text.replaceAll(".", "").replace(",", ".") : text.replaceAll(",", "");
  return /^-?\d*\.?\d+(e[-+]?\d+)?$/i.test(grouped) ? Number(grouped) : Number.NaN;
}

class TableReader {
  readonly #decimal: "," | ".";
  readonly #heads: readonly string[];
  readonly #moment: (text: string) => number | null;
  readonly #at: ReadonlyMap<ColumnRole, { column: number; factor: number; offset: number; unit: string }>;
  constructor({ heads, decimal }: Table, mapping: Mapping) {
    this.#heads = heads;
    this.#decimal = decimal;
    this.#moment = momentReader(mapping);
    this.#at = new Map(
      mapping.columns.flatMap((mapped, column) => {
        if (!mapped) return [];
        const unit = ROLES[mapped.role].units?.find(({ id }) => id === mapped.unit);
        return [
          [
            mapped.role,
            { column, factor: unit?.factor ?? 1, offset: unit?.offset ?? 0, unit: unit?.id ?? "" },
          ] as const,
        ];
      }),
    );
  }
  has(role: ColumnRole): boolean {
    return this.#at.has(role);
  }
  /** A column as people find it in their file. */
  named(role: ColumnRole): string {
    const at = this.#at.get(role);
    return at ? (this.#heads[at.column] ?? "").trim() || `column ${at.column + 1}` : role;
  }
  /** What a column accepts, in its own unit. */
  accepted(role: ColumnRole, least: number, most: number): string {
    const { factor, offset, unit } = this.#at.get(role)!;
    return acceptedRange((least - offset) / factor, (most - offset) / factor, unit);
  }
  text(row: readonly string[], role: ColumnRole): string {
    const at = this.#at.get(role);
    return at ? (row[at.column] ?? "").trim() : "";
  }
  /** Null where nothing stands; NaN where what stands there is no figure. */
  figure(row: readonly string[], role: ColumnRole): number | null {
    const text = this.text(row, role);
    if (text === "" || text === "-" || text.toLowerCase() === "null") return null;
    const { factor, offset } = this.#at.get(role)!;
    // Digits that a factor brings in are none that were measured.
    return Math.round((figureIn(text, this.#decimal) * factor + offset) * 1e9) / 1e9;
  }
  /** Null where nothing stands; NaN where what stands there is no moment. */
  moment(row: readonly string[], role: ColumnRole): number | null {
    const text = this.text(row, role);
    return text === "" ? null : (this.#moment(text) ?? Number.NaN);
  }
}

const MOMENT = "accepted: a date and time such as 2026-11-23 18:10, or seconds since 1970";
const within = (ms: number): boolean => ms >= EARLIEST_MS && ms < LATEST_MS;

/** What a figure of a session accepts, in our own units. */
const LIMITS: Readonly<Partial<Record<ColumnRole, readonly [least: number, most: number]>>> = {
  fromSoc: [0, 1],
  toSoc: [0, 1],
  wallWh: [0, 1_000_000],
  odometerKm: [0, 10_000_000],
  outsideC: [-60, 70],
};

/** How many problems are told of; a file with more is wrong throughout. */
const MOST_TOLD = 20;

/** A hash of a text, for a name that is the same whenever the same line is read. */
function hashOf(text: string): string {
  let [a, b] = [0x811c9dc5, 0x1b873593];
  for (let i = 0; i < text.length; i++) {
    a = Math.imul(a ^ text.charCodeAt(i), 0x01000193);
    b = Math.imul(b ^ text.charCodeAt(i), 0x85ebca6b);
  }
  return (a >>> 0).toString(36) + (b >>> 0).toString(36);
}

/**
 * Sessions of a table, a line each. A line that is wrong is named with its column, and nothing is taken.
 * @example sessionsIn({ heads: ["start"], rows: [["2026-11-23 18:10"]], decimal: "." }, { kind: "sessions", columns: [{ role: "begin" }], dates: "day-first", zone: "UTC" }).ok // false
 */
export function sessionsIn(table: Table, mapping: Mapping): ReadSessions {
  const reader = new TableReader(table, mapping);
  if (!reader.has("begin")) return fail("columns", "needed: one column that says when a session began");
  if (!reader.has("wallWh") && !reader.has("toSoc"))
    return fail("columns", "needed: what the meter counted, or the charge after");
  if (table.rows.length > MOST_ROWS)
    return fail(`line ${MOST_ROWS + 2}`, `accepted: up to ${MOST_ROWS.toLocaleString("en-GB")} sessions`);
  const problems: FieldProblem[] = [];
  const found: SessionRecord[] = [];
  table.rows.forEach((row, i) => {
    const wrong = (role: ColumnRole, message: string) =>
      problems.push({ field: `line ${i + 2}: ${reader.named(role)}`, message });
    const begin = reader.moment(row, "begin");
    const ended = reader.moment(row, "end");
    const minutes = reader.figure(row, "minutes");
    if (begin === null || !within(begin)) return void wrong("begin", MOMENT);
    if (ended !== null && !within(ended)) return void wrong("end", MOMENT);
    if (minutes !== null && !(minutes >= 0 && minutes <= 60 * 24 * 14))
      return void wrong("minutes", "accepted: 0 minutes to 14 days");
    const end = ended ?? (minutes === null ? null : begin + minutes * 60_000);
    const figures = Object.fromEntries(
      (["fromSoc", "toSoc", "wallWh", "paid", "odometerKm", "outsideC"] as const).map((role) => [
        role,
        reader.figure(row, role),
      ]),
    );
    const bad = Object.entries(figures).find(([, value]) => Number.isNaN(value));
    if (bad) return void wrong(bad[0] as ColumnRole, "accepted: a figure");
    const { fromSoc, toSoc, wallWh, ...rest } = figures;
    const note = reader.text(row, "note").slice(0, 500);
    const record = recordSchema.safeParse({
      name: (reader.text(row, "name") || "Session").slice(0, 80),
      begin: new Date(begin).toISOString(),
      // A session of a table is over.
      end: new Date(end ?? begin).toISOString(),
      source: "table",
      key: `table ${hashOf(row.join("\u001F"))} ${begin}`,
      wallWh,
      fromSoc,
      toSoc,
      ...Object.fromEntries(Object.entries(rest).filter(([, value]) => value !== null)),
      ...(note === "" ? {} : { note }),
    });
    if (record.success) found.push(record.data);
    else
      for (const issue of record.error.issues) {
        const role = String(issue.path[0]) as ColumnRole;
        const limits = LIMITS[role];
        wrong(role in ROLES ? role : "begin", limits ? reader.accepted(role, ...limits) : issue.message);
      }
  });
  return problems.length > 0
    ? { ok: false, problems: problems.slice(0, MOST_TOLD) }
    : { ok: true, value: found, notes: [] };
}

/** Readings that were read, in the order of the file; or why nothing was. */
export type ReadSamples =
  | { readonly ok: true; readonly value: readonly Sample[] }
  | { readonly ok: false; readonly problems: readonly FieldProblem[] };

/**
 * Readings of a table, a line each, in its order. A line that is wrong is named with its column, and nothing is taken.
 * @example samplesIn({ heads: ["t", "kW"], rows: [["2026-11-23 18:10", "2.3"]], decimal: "." }, { kind: "readings", columns: [{ role: "at" }, { role: "watts", unit: "kW" }], dates: "day-first", zone: "UTC" }).ok // true
 */
export function samplesIn(table: Table, mapping: Mapping): ReadSamples {
  const reader = new TableReader(table, mapping);
  if (!reader.has("at")) return fail("columns", "needed: one column that says the moment of a reading");
  const measured = (Object.keys(MEASURES_OF) as Measured[]).filter((role) => reader.has(role as ColumnRole));
  if (measured.length === 0)
    return fail("columns", "needed: a column with something measured: power, charge, amps");
  const problems: FieldProblem[] = [];
  const samples: Sample[] = [];
  for (const [i, row] of table.rows.entries()) {
    if (problems.length >= MOST_TOLD) break;
    const wrong = (role: ColumnRole, message: string) =>
      problems.push({ field: `line ${i + 2}: ${reader.named(role)}`, message });
    const at = reader.moment(row, "at");
    if (at === null || Number.isNaN(at)) wrong("at", MOMENT);
    else if (!within(at))
      wrong("at", "accepted: moments of the years 2000 to 2099; a clock that was never set tells another");
    else {
      const values: Partial<Record<Measured, number | null>> = {};
      for (const role of measured) {
        const value = reader.figure(row, role as ColumnRole);
        const { least, most } = MEASURES_OF[role];
        if (value !== null && !(value >= least && value <= most))
          wrong(role as ColumnRole, reader.accepted(role as ColumnRole, least, most));
        values[role] = value;
      }
      samples.push(sampleOf(at, values));
    }
  }
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: samples };
}
