import {
  csvOf,
  parseWeek,
  WEEK_MAX_BYTES,
  weekRows,
  type FieldProblem,
  type WeekDocument,
  type WeekRow,
} from "@kettleback/core";
import { aligned, type Printed } from "./lineup";
import { readLimited } from "./read";
import { refuse } from "./refuse";

/** A week document from a file, or what is wrong with it. */
export function readWeek(
  file: string,
): { readonly week: WeekDocument } | { readonly problems: readonly FieldProblem[] } {
  try {
    const parsed = parseWeek(readLimited(file, WEEK_MAX_BYTES));
    return parsed.ok ? { week: parsed.value } : { problems: parsed.problems };
  } catch (error) {
    return { problems: [{ field: "(file)", message: (error as Error).message }] };
  }
}

const km = (value: number | null): string => (value === null ? "" : `${value.toFixed(0)} km`);
const percent = (soc: number | null): string => (soc === null ? "" : `${(100 * soc).toFixed(0)} %`);

const VERDICTS = {
  holds: () => "holds",
  buffer: ({ recoveredBy }: WeekRow) =>
    `holds with the battery as buffer${recoveredBy ? `, recovered ${recoveredBy}` : ""}`,
  short: ({ shortKm, shortOn }: WeekRow) => `falls short by ${km(Math.ceil(shortKm))} on ${shortOn}`,
} as const;

const textRow = (row: WeekRow): string[] => [
  row.car,
  row.way,
  row.verdict ? VERDICTS[row.verdict](row) : (row.refusal ?? ""),
  percent(row.lowestSoc),
  row.lowestAt ?? "",
  km(row.sustainedKmPerDay),
  row.verdict ? (row.hoursNeeded === null ? "no number of hours" : `${row.hoursNeeded.toFixed(1)} h`) : "",
  row.costPerWeek === null ? "" : `${row.costPerWeek.toFixed(2)} ${row.currency}`,
  row.verdict ? String(row.stops.length) : "",
];

const HEAD = [
  "car",
  "way",
  "this week",
  "lowest",
  "at",
  "a day, for good",
  "at home, needed",
  "a week",
  "stops",
];

/** A row as a line of CSV: lists as JSON in one cell. */
const flat = ({ days, stops, ...row }: WeekRow) => ({
  ...row,
  days: JSON.stringify(days),
  stops: JSON.stringify(stops),
});

/** Prints a week: every car on every way, and whether it is enough. */
export function weekCommand(file: string, { json, csv }: Printed): number {
  const read = readWeek(file);
  if ("problems" in read) return refuse(file, read.problems, json);
  const rows = weekRows(read.week);
  if (json) console.log(JSON.stringify({ ok: true, name: read.week.name, rows }, null, 2));
  else if (csv) process.stdout.write(csvOf(rows.map(flat)));
  else console.log(aligned([HEAD, ...rows.map(textRow)]));
  return 0;
}
