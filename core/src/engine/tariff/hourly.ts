import Papa from "papaparse";
import type { FieldProblem } from "../../things/documents";
import { MOST_PRICES, PRICE_RANGE, type Beyond } from "../../things/parts";
import { momentOfLocal, offsetAt, wallMsOf } from "../clock";

type Hourly = NonNullable<Beyond["hourly"]>;
/** A table of prices that was read, or the line and field that is wrong. */
export type ReadPrices =
  | { readonly ok: true; readonly value: Hourly }
  | { readonly ok: false; readonly problems: readonly FieldProblem[] };

/** Largest file of prices read, in bytes. */
export const PRICES_MAX_BYTES = 4 * 1024 * 1024;
const STEPS = [15, 30, 60] as const;
const MINUTE = 60_000;
const OFFSET = /(Z|[+-]\d{2}:?\d{2})$/i;
const TIME = /^\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}(:00(\.0+)?)?(Z|[+-]\d{2}:?\d{2})?$/i;
const NUMBER = /^[+-]?(\d+([.,]\d+)?|[.,]\d+)(e[+-]?\d{1,2})?$/i;

const localText = (ms: number, zone: string): string =>
  new Date(ms + offsetAt(zone, ms) * MINUTE).toISOString().slice(0, 16);
const fail = (field: string, message: string): ReadPrices => ({ ok: false, problems: [{ field, message }] });

interface Row {
  readonly line: number;
  readonly time: string;
  readonly price: string;
  /** What the row's own unit column says; empty where there is none. */
  readonly unit: string;
}

/** Which columns hold the time, the price and its unit. */
interface Columns {
  readonly time: number;
  readonly price: number;
  readonly unit: number;
  readonly header: boolean;
}

/** Which of a header's columns hold the time and the price; without a header, the first two. */
function columnsOf(head: readonly string[]): Columns | undefined {
  if (head.length >= 2 && TIME.test(head[0]!.trim())) return { time: 0, price: 1, unit: -1, header: false };
  const find = (words: RegExp) => head.findIndex((name) => words.test(name.trim()));
  const [time, price] = [find(/^(time|start|starts_at|from|date|datetime|hour)\b/i), find(/price/i)];
  const unit = find(/^unit\b/i);
  return time >= 0 && price >= 0 && time !== price ? { time, price, unit, header: true } : undefined;
}

/** Hundredths of a currency as prices are headed: ct, cent, c, p, pence, öre; and energies. */
const HUNDREDTH = /(^|[^a-z])(ct|cts|cent|cents|c|p|pence|øre|öre|ore)([^a-z]|$)/i;
const MEGAWATT = /mwh/i;

/** By what a price in a stated unit is divided to be one a kWh in whole currency. */
const divisorOf = (unit: string): number =>
  (MEGAWATT.test(unit) ? 1000 : 1) * (HUNDREDTH.test(unit) ? 100 : 1);

/**
 * Reads prices by the hour or quarter hour from CSV: one row a price, its start and its price a kWh, or in the unit that
 * the header or a column of units names: a MWh, hundredths of the currency. Times with an offset are moments; without one they are local in the household's zone, with the night
 * of 23 and the one of 25 hours. Never throws.
 * @returns the series, or the line and field that is wrong and what is accepted; a gap and a doubled hour are wrong
 * @example readPrices("start,price\n2026-11-23T00:00,0.21\n2026-11-23T01:00,0.19\n", "Europe/Dublin")
 */
export function readPrices(text: string, zoneName: string): ReadPrices {
  if (text.length > PRICES_MAX_BYTES)
    return fail("(file)", `too large: ${text.length} characters; accepted: up to ${PRICES_MAX_BYTES}`);
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: false });
  const head = data[0] ?? [];
  const columns = columnsOf(head);
  if (!columns) return fail("line 1", "needed: a column named start and one named price");
  // A decimal comma between commas splits a price in two: what does not belong to a column is never dropped.
  const surplus = data.findIndex(
    (cells, i) =>
      i > 0 &&
      cells.length > Math.max(2, head.length) &&
      cells.slice(head.length).some((cell) => cell.trim() !== ""),
  );
  if (surplus > 0)
    return fail(
      `line ${surplus + 1}`,
      `${data[surplus]!.length} cells where ${columns.header ? "the header has" : "the first line has"} ${head.length}; a decimal comma wants semicolons between the cells`,
    );
  const heading = columns.header ? head[columns.price]! : "";
  const rows = data
    .map((cells, i): Row => ({
      line: i + 1,
      time: (cells[columns.time] ?? "").trim(),
      price: (cells[columns.price] ?? "").trim(),
      unit: columns.unit < 0 ? "" : (cells[columns.unit] ?? "").trim(),
    }))
    .slice(columns.header ? 1 : 0)
    .filter(({ time, price }) => time !== "" || price !== "");
  if (rows.length < 2) return fail("(file)", "at least two rows with a start and a price each");
  if (rows.length > MOST_PRICES)
    return fail(
      `line ${rows[MOST_PRICES]!.line}`,
      `accepted: up to ${MOST_PRICES} prices, a year of quarter hours`,
    );
  return seriesOf(rows, zoneName, heading);
}

const msOf = (time: string, zone: string): number | undefined => {
  if (!TIME.test(time)) return undefined;
  const text = time.replace(" ", "T");
  // The 30th of February is no day, though a lenient reader makes it one of March.
  if (wallMsOf(text.slice(0, 16)) === undefined) return undefined;
  const ms = OFFSET.test(text) ? Date.parse(text) : momentOfLocal(text.slice(0, 16), zone);
  return ms === undefined || Number.isNaN(ms) ? undefined : ms;
};

function seriesOf(rows: readonly Row[], zone: string, heading: string): ReadPrices {
  const [first, second] = rows as [Row, Row];
  const [start, next] = [msOf(first.time, zone), msOf(second.time, zone)];
  const wrongTime = (line: number) =>
    fail(
      `line ${line}: start`,
      "accepted: a time of a day that exists, such as 2026-11-23T18:00 or 2026-11-23T18:00:00Z",
    );
  if (start === undefined) return wrongTime(first.line);
  if (next === undefined) return wrongTime(second.line);
  const step = STEPS.find((minutes) => minutes * MINUTE === next - start);
  if (!step)
    return fail(
      `line ${second.line}: start`,
      next === start ? "this start comes twice" : "accepted: steps of 15, 30 or 60 minutes",
    );
  const prices: number[] = [];
  for (const [i, { line, time, price, unit }] of rows.entries()) {
    const due = start + i * step * MINUTE;
    const text = time.replace(" ", "T");
    // A local time that comes twice is met twice, in its order: it is held against what the zone's clock shows.
    const fits = OFFSET.test(text) ? Date.parse(text) === due : text.slice(0, 16) === localText(due, zone);
    if (!fits) {
      const ms = msOf(time, zone);
      if (ms === undefined) return wrongTime(line);
      const expected = OFFSET.test(text) ? new Date(due).toISOString() : localText(due, zone);
      return fail(
        `line ${line}: start`,
        ms > due
          ? `a gap: ${expected} is missing`
          : `${time} comes twice or out of order; ${expected} is due`,
      );
    }
    const value = NUMBER.test(price) ? Number(price.replace(",", ".")) : Number.NaN;
    if (unit !== "" && !/wh/i.test(unit))
      return fail(`line ${line}: unit`, "accepted: a unit of price such as EUR/MWh or ct/kWh");
    const divisor = divisorOf(unit === "" ? heading : unit);
    const perKWh = divisor === 1 ? value : Number((value / divisor).toFixed(9));
    if (!(perKWh >= PRICE_RANGE.min && perKWh <= PRICE_RANGE.max))
      return fail(`line ${line}: price`, "accepted: a number a kWh from -1000 to 100,000 such as 0.214");
    prices.push(perKWh);
  }
  return { ok: true, value: { starts_at: new Date(start).toISOString(), minutes: step, prices, markup: 0 } };
}
