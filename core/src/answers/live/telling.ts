import {
  EARLIEST_MS,
  guessColumns,
  LATEST_MS,
  MEASURED,
  MEASURES_OF,
  sampleOf,
  unitFor,
  type Measured,
  type Sample,
} from "../record";
import { decimalIn, type Fraction } from "../../trade/units";
import { nameTold, unitsTold, type Told, type ToldRole } from "./device";

/** A figure or a moment in what a device says, with where it stands: `phases.0.volts`. */
export interface Leaf {
  readonly path: string;
  readonly value: number | string;
}

/** Leaves of one message, and levels of it, that are looked at. */
const MOST_LEAVES = 200;
const MOST_LEVELS = 8;

/** What may be a figure: a number, or one in quotes; or else a moment. */
function valueOf(value: unknown): number | string | null {
  if (typeof value === "number") return Number.isFinite(value) ? value : null;
  if (typeof value !== "string" || value.length > 40) return null;
  const number = decimalIn(value);
  if (number !== null) return number;
  return /^\d{4}-\d\d-\d\dT/.test(value) && !Number.isNaN(Date.parse(value)) ? value : null;
}

/**
 * The figures in what a device says, in their order; the first 200.
 * @example leavesOf({ power: { total: 2300 } }) // [{ path: "power.total", value: 2300 }]
 */
export function leavesOf(said: unknown): readonly Leaf[] {
  const found: Leaf[] = [];
  const walk = (part: unknown, path: string, level: number): void => {
    if (found.length >= MOST_LEAVES) return;
    if (typeof part === "object" && part !== null) {
      if (level >= MOST_LEVELS) return;
      for (const [name, below] of Object.entries(part))
        walk(below, path === "" ? name : `${path}.${name}`, level + 1);
      return;
    }
    const value = valueOf(part);
    if (value !== null) found.push({ path, value });
  };
  walk(said, "", 0);
  return found;
}

/** Words of a name that runs them together: `totalWh` is “total Wh”. */
const apart = (path: string): string => path.replaceAll(/([a-z])([A-Z])/g, "$1 $2");

/** A name of the charge at which the car itself ends. */
const LIMIT = /(limit|target).*(soc|charge|per ?cent|%)|(soc|charge|battery).*(limit|target)/i;

/** A unit a figure's own name and size say. */
function unitGuessed(role: ToldRole, { path, value }: Leaf): string | undefined {
  const units = unitsTold(role);
  if (units.length === 0) return undefined;
  const share = units.find(({ id }) => id === "share of 1");
  if (share && typeof value === "number" && value > 0 && value < 1) return share.id;
  if (role === "limitSoc") return units[0]!.id;
  // A word for it, a unit in its name, or else watts and watt-hours, as devices count them.
  const named = unitFor(role as Measured, apart(path));
  const bare = role === "watts" ? "W" : role === "counterWh" ? "Wh" : undefined;
  return bare && named === units[0]!.id && !/k(w|wh)\b/i.test(apart(path)) ? bare : named;
}

/**
 * What the figures of a device are likely to be, by their names and sizes; each figure once.
 * @example guessTold([{ path: "power_w", value: 2300 }])[0].role // "watts"
 */
export function guessTold(leaves: readonly Leaf[]): readonly Told[] {
  const limit = leaves.findIndex(({ path, value }) => typeof value === "number" && LIMIT.test(apart(path)));
  const rest = leaves.filter((_, i) => i !== limit);
  const guessed = guessColumns(
    rest.map(({ path }) => apart(path)),
    "readings",
  );
  const made = (role: ToldRole, leaf: Leaf): Told => {
    const unit = unitGuessed(role, leaf);
    return { role, path: leaf.path, ...(unit === undefined ? {} : { unit }) };
  };
  return [
    ...rest.flatMap((leaf, i): Told[] => {
      const role = guessed[i]?.role as ToldRole | undefined;
      // A moment is no figure, and a figure is a moment only where it can be one.
      if (!role || (role === "at") !== (momentOf(leaf.value) !== null)) return [];
      return [made(role, leaf)];
    }),
    ...(limit < 0 ? [] : [made("limitSoc", leaves[limit]!)]),
  ];
}

/** A moment (ms since 1970) told as text or as seconds or milliseconds since then; null for what is none. */
function momentOf(value: number | string): number | null {
  const ms = typeof value === "string" ? Date.parse(value) : value >= EARLIEST_MS ? value : value * 1000;
  return ms >= EARLIEST_MS && ms < LATEST_MS ? Math.round(ms) : null;
}

/** What was read of what a device said. */
export interface TellingRead {
  /** Null where nothing measured was in it. */
  readonly sample: Sample | null;
  /** The charge at which the car itself ends; null where it does not say. */
  readonly limitSoc: Fraction | null;
  /** What was in it and could not be taken, in words. */
  readonly problems: readonly string[];
}

/** A clock that is off by more than this (ms) is not believed: ours is. */
const CLOCK_OFF_MS = 120_000;

/**
 * Reads what a device said: the figures it is known to tell, in our units.
 * @param nowMs when it said so, ms since 1970; counts where it tells no moment, or one that cannot be
 * @param trustClock takes its moment as it is: simulated devices live at their own pace
 * @example readTelling([], leavesOf({ power: 2300 }), nowMs).sample // null
 */
export function readTelling(
  fields: readonly Told[],
  leaves: readonly Leaf[],
  nowMs: number,
  trustClock = false,
): TellingRead {
  const at = new Map(leaves.map(({ path, value }) => [path, value]));
  const problems: string[] = [];
  const figures: Partial<Record<Measured, number>> = {};
  let limitSoc: Fraction | null = null;
  let moment: number | null = null;
  for (const { role, path, unit } of fields) {
    const value = at.get(path);
    // Not every message tells everything.
    if (value === undefined) continue;
    if (role === "at") {
      moment = momentOf(value);
      continue;
    }
    const { factor, offset = 0 } = unitsTold(role).find(({ id }) => id === unit) ?? { factor: 1 };
    const figure = typeof value === "number" ? value * factor + offset : Number.NaN;
    const { least, most, unit: ours } = MEASURES_OF[role === "limitSoc" ? "soc" : role];
    if (!(figure >= least && figure <= most))
      problems.push(
        `${nameTold(role)}: ${String(value).slice(0, 40)} ${unit ?? ""} is none; accepted: ${least} to ${most} ${ours}`,
      );
    else if (role === "limitSoc") limitSoc = figure;
    else figures[role] = figure;
  }
  const believed = moment !== null && (trustClock || Math.abs(moment - nowMs) <= CLOCK_OFF_MS);
  const measured = MEASURED.some((name) => figures[name] !== undefined);
  return { sample: measured ? sampleOf(believed ? moment! : nowMs, figures) : null, limitSoc, problems };
}

/** A device that says the same for so long (ms) while something flows says nothing any more. */
const SAME_FOR_MS = 180_000;
/** Power (W) at which a meter's figures never stay the same. */
const NEVER_SAME_W = 200;

/**
 * Whether a meter only repeats itself: everything the same as long before, though it says that power flows.
 * @example isStuck(sampleOf(0, { watts: 2300 }), sampleOf(240_000, { watts: 2300 })) // true
 */
export function isStuck(first: Sample, now: Sample): boolean {
  return (
    now[0] - first[0] >= SAME_FOR_MS &&
    (now[1] ?? 0) >= NEVER_SAME_W &&
    now.length === first.length &&
    now.every((figure, i) => i === 0 || figure === first[i])
  );
}
