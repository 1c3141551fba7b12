import Papa from "papaparse";
import type { Parsed } from "../../things/documents";
import { KM_PER_MILE, type DistanceUnit } from "../../trade/units";
import { MOST_LEGS } from "./document";
import { legSchema, type TripLeg } from "./legs";

/** Largest table of legs read, in characters. */
export const LEGS_MAX_BYTES = 1024 * 1024;

/** Names a column may have, in any letters, without what stands in brackets. */
const NAMES = {
  name: ["name", "leg", "road"],
  km: ["km", "distance", "length", "kilometres", "kilometers"],
  mi: ["mi", "miles"],
  speed: ["speed", "km/h", "kmh", "mph", "mi/h"],
  up: ["up", "climb", "ascent", "up m"],
  down: ["down", "descent", "down m"],
  wind: ["wind", "headwind"],
} as const;
type Column = keyof typeof NAMES;

const plain = (head: string): string =>
  head
    .replace(/\(.*?\)|\[.*?\]/g, "")
    .trim()
    .toLowerCase();
const columnOf = (heads: readonly string[], column: Column): number =>
  heads.findIndex((head) => (NAMES[column] as readonly string[]).includes(plain(head)));
/** A number with a point or a comma for its decimals. */
const numberOf = (text: string | undefined): number => {
  const trimmed = (text ?? "").trim().replace(",", ".");
  return trimmed === "" ? Number.NaN : Number(trimmed);
};

/**
 * Reads legs from a table (CSV with a line of names): distance, and where they are there speed, metres up and down, head
 * wind. Distances and speeds are in the unit given, or in that of their column's own name.
 * @param usual speed (km/h) of a leg that has none
 * @example readLegs("km,up\n40,300", "km", 90).ok // true
 */
export function readLegs(text: string, unit: DistanceUnit, usual: number): Parsed<TripLeg[]> {
  const fail = (field: string, message: string): Parsed<TripLeg[]> => ({
    ok: false,
    problems: [{ field, message }],
  });
  if (text.length > LEGS_MAX_BYTES)
    return fail("(file)", `too large: ${text.length} characters; accepted: up to ${LEGS_MAX_BYTES}`);
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ""), { skipEmptyLines: "greedy" });
  const [heads, ...rows] = data;
  if (!heads || rows.length === 0)
    return fail("(file)", "needed: a line of names, such as km, speed, up, down, and a line a leg");
  const at = Object.fromEntries(
    (Object.keys(NAMES) as Column[]).map((column) => [column, columnOf(heads, column)]),
  ) as Record<Column, number>;
  if (at.km < 0 && at.mi < 0) return fail("line 1", "needed: a column named km, mi or distance");
  if (rows.length > MOST_LEGS) return fail("(file)", `${rows.length} legs; accepted: 1 to ${MOST_LEGS}`);
  const miles = at.mi >= 0 || (unit === "mi" && plain(heads[at.km] ?? "") === "distance");
  const mph =
    at.speed >= 0 && (/mph|mi\/h/i.test(heads[at.speed]!) || (miles && !/km/i.test(heads[at.speed]!)));
  const legs: TripLeg[] = [];
  for (const [i, row] of rows.entries()) {
    const of = (column: Column) => (at[column] < 0 ? Number.NaN : numberOf(row[at[column]]));
    const given = (value: number, otherwise: number) => (Number.isNaN(value) ? otherwise : value);
    const name = at.name < 0 ? "" : (row[at.name] ?? "").trim();
    const leg = legSchema.safeParse({
      ...(name === "" ? {} : { name: name.slice(0, 80) }),
      km: (at.mi >= 0 ? of("mi") : of("km")) * (miles ? KM_PER_MILE : 1),
      speedKmh: given(of("speed") * (mph ? KM_PER_MILE : 1), usual),
      upM: given(of("up"), 0),
      downM: given(of("down"), 0),
      windKmh: given(of("wind"), 0),
    });
    if (!leg.success) {
      const issue = leg.error.issues[0]!;
      return fail(`line ${i + 2}: ${issue.path.join(".")}`, issue.message);
    }
    legs.push(leg.data);
  }
  return { ok: true, value: legs };
}
