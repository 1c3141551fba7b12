import {
  csvOf,
  MOST_YEARS,
  parseWeek,
  WEEK_MAX_BYTES,
  weekRows,
  yearRows,
  type Estimate,
  type FieldProblem,
  type WeekDocument,
  type WeekRow,
  type YearRow,
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

/** A whole number of an option, or what is accepted. */
function whole(
  field: string,
  text: string | undefined,
  usual: number,
  least: number,
  most: number,
): number | FieldProblem {
  if (text === undefined) return usual;
  const value = /^-?\d+$/.test(text) ? Number(text) : Number.NaN;
  return value >= least && value <= most
    ? value
    : { field, message: `accepted: a whole number, ${least} to ${most}` };
}

const between = (estimate: Estimate | null, digits: number): string =>
  estimate
    ? `${estimate.mean.toFixed(digits)} (${estimate.low.toFixed(digits)} to ${estimate.high.toFixed(digits)})`
    : "";

const YEAR_HEAD = ["car", "way", "days short a year", "stops a year", "cost a year"];
const yearText = (row: YearRow): string[] => [
  row.car,
  row.way,
  between(row.shortDaysPerYear, 1),
  between(row.stopsPerYear, 1),
  row.costPerYear ? `${between(row.costPerYear, 0)} ${row.currency}` : "",
];

/** An estimate of a row as three cells. */
const cellsOf = (name: string, estimate: Estimate | null) => ({
  [name]: estimate?.mean ?? null,
  [`${name}Low`]: estimate?.low ?? null,
  [`${name}High`]: estimate?.high ?? null,
});
const flatYear = ({ shortDaysPerYear, stopsPerYear, costPerYear, ...row }: YearRow) => ({
  ...row,
  ...cellsOf("shortDaysPerYear", shortDaysPerYear),
  ...cellsOf("stopsPerYear", stopsPerYear),
  ...cellsOf("costPerYear", costPerYear),
});

/** Prints years of luck and weather: every car on every way, how often it falls short and what a year costs. */
export function yearCommand(
  file: string,
  asked: { readonly years?: string | undefined; readonly seed?: string | undefined },
  { json, csv }: Printed,
): number {
  const years = whole("years", asked.years, 200, 1, MOST_YEARS);
  const seed = whole("seed", asked.seed, 1, 0, 2 ** 31 - 1);
  const wrong = [years, seed].filter((found): found is FieldProblem => typeof found === "object");
  if (wrong.length > 0) return refuse(file, wrong, json);
  const read = readWeek(file);
  if ("problems" in read) return refuse(file, read.problems, json);
  const rows = yearRows(read.week, years as number, seed as number);
  if (json) console.log(JSON.stringify({ ok: true, name: read.week.name, rows }, null, 2));
  else if (csv) process.stdout.write(csvOf(rows.map(flatYear)));
  else {
    console.log(aligned([YEAR_HEAD, ...rows.map(yearText)]));
    console.log(
      `\n${years as number} years, seed ${seed as number}; in brackets where the true mean lies nine times in ten.`,
    );
  }
  return 0;
}
