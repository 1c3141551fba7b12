import { sameSpec } from "../../things/documents";
import { wayOf, type Lineup, type Way } from "../../answers/lineup";
import { WAY_PARTS, type Car, type WayPart } from "../../things/parts";
import type { Plan } from "../../engine/plan";
import type { Garage, Kept } from "./kinds";
import { PART_KINDS } from "./part-ids";
import type { SavedLineup, SavedWay } from "./saved-lineup";

/** A way with its parts found, or what the Garage no longer has. */
export interface OpenWay {
  readonly id: string;
  readonly saved: SavedWay;
  readonly way: Way | null;
  readonly gone: readonly WayPart[];
}

/** A kept line-up over a household's things as they are now. */
export interface OpenLineup extends Pick<Lineup, "household" | "session" | "stayHours" | "dayKm"> {
  readonly cars: readonly { readonly key: string; readonly car: Car }[];
  readonly ways: readonly OpenWay[];
  readonly baseline: string | null;
}

const WAY_PART_NAMES = Object.keys(WAY_PARTS) as readonly WayPart[];

function openWay(garage: Garage, saved: SavedWay): OpenWay {
  const gone: WayPart[] = [];
  const { id, ...way } = saved;
  const found: Record<string, unknown> = { ...way };
  for (const field of WAY_PART_NAMES) {
    const part = saved[field];
    if (typeof part !== "string") continue;
    const row = (garage[PART_KINDS[field]] as readonly Kept<unknown>[]).find((r) => r.id === part);
    if (row) found[field] = row.spec;
    // A way can do without a place that is gone, only not with a limit nobody knows any more.
    else if (field === "place") found[field] = null;
    else gone.push(field);
  }
  return { id, saved, way: gone.length > 0 ? null : (found as Way), gone };
}

/**
 * Opens a kept line-up. A car that is gone is left out; a way with a part that is gone says which.
 * @example openLineup(garage, startLineup(garage, plan.session)).ways.length // 17
 */
export const openLineup = (garage: Garage, saved: SavedLineup): OpenLineup => ({
  household: garage.household.spec,
  session: saved.session,
  stayHours: saved.stayHours,
  dayKm: saved.dayKm,
  cars: saved.cars.flatMap((car, i) => {
    if (typeof car !== "string") return [{ key: `described-${i}`, car }];
    const row = garage.cars.find((r) => r.id === car);
    return row ? [{ key: car, car: row.spec }] : [];
  }),
  ways: saved.ways.map((way) => openWay(garage, way)),
  baseline: saved.baseline,
});

/**
 * An open line-up as a document; ways whose parts are gone are left out.
 * @example documentOf("Tonight", openLineup(garage, startLineup(garage, plan.session))).name // "Tonight"
 */
export function documentOf(name: string, open: OpenLineup): Omit<Lineup, "format" | "version"> {
  const { household, session, stayHours, dayKm, cars, baseline } = open;
  const ways = open.ways.filter(({ way }) => way);
  const at = ways.findIndex(({ id }) => id === baseline);
  return {
    name,
    household,
    session,
    stayHours,
    dayKm,
    cars: cars.map(({ car }) => car),
    ways: ways.map(({ way }) => way!),
    baseline: at < 0 ? null : at,
  };
}

/** A part as a line-up keeps it: by id where the household has this very thing, in place where it does not. */
function keptAs<T>(rows: readonly Kept<unknown>[], spec: T): string | T {
  return rows.find((row) => sameSpec(row.spec, spec))?.id ?? spec;
}

/**
 * A line-up document as it is kept in a household: parts it already has by id, the others in place.
 * @example savedFrom(garage, lineup).name // "Tonight"
 */
export function savedFrom(
  garage: Garage,
  { name, session, stayHours, dayKm, cars, ways, baseline }: Lineup,
): SavedLineup {
  const id = (i: number) => `way-${i + 1}`;
  return {
    name,
    session,
    stayHours,
    dayKm,
    cars: cars.map((car) => keptAs(garage.cars, car)),
    ways: ways.map((way, i) => savedWayOf(garage, way, id(i))),
    baseline: baseline === null ? null : id(baseline),
  };
}

/**
 * A way as a household keeps it.
 * @example savedWayOf(garage, wayOf(plan), "way-1").id // "way-1"
 */
export const savedWayOf = (garage: Garage, way: Way, id: string): SavedWay => ({
  ...way,
  ...(Object.fromEntries(
    WAY_PART_NAMES.map((part) => [part, way[part] && keptAs(garage[PART_KINDS[part]], way[part])]),
  ) as Pick<SavedWay, WayPart>),
  id,
});

/**
 * A path as a way a line-up keeps.
 * @example savedWayOfPath(garage, plan, "way-1").name // "Curlew at the harbour with the wrong cable"
 */
export const savedWayOfPath = (garage: Garage, plan: Plan, id: string): SavedWay =>
  savedWayOf(garage, wayOf(plan), id);
