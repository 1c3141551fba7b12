import type { Fraction, Seconds } from "../../trade/units";
import type { LogRow } from "./rows";

/** What a log is summed by. */
export const GROUPINGS = ["month", "car", "place", "way"] as const;
/** What a log is summed by. */
export type Grouping = (typeof GROUPINGS)[number];

/** Sums of some sessions. What is not known of one is not in them: `of` says of how many each is. */
export interface LogSum {
  /** The month, or the name; null for sessions that say none. */
  readonly key: string | null;
  readonly sessions: number;
  readonly wallWh: number;
  readonly storedWh: number;
  readonly lostWh: number;
  /** Share of what the meter counted that was lost, over the sessions that say both; null where none does. */
  readonly lostShare: Fraction | null;
  readonly cost: number;
  readonly seconds: Seconds;
  readonly rapid: number;
  /** Of how many sessions each of these is known. */
  readonly of: {
    readonly wallWh: number;
    readonly lostWh: number;
    readonly cost: number;
    readonly seconds: number;
    readonly rapid: number;
  };
  /** Coldest and hottest that were noted (°C). */
  readonly coldestC: number | null;
  readonly hottestC: number | null;
}

const known = (rows: readonly LogRow[], field: "wallWh" | "storedWh" | "lostWh" | "cost" | "seconds") =>
  rows.map((row) => row[field]).filter((value) => value !== null);
const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0);

/**
 * Sums of sessions.
 * @example sumOfLog(null, []).sessions // 0
 */
export function sumOfLog(key: string | null, rows: readonly LogRow[]): LogSum {
  const both = rows.filter(({ wallWh, lostWh }) => wallWh !== null && lostWh !== null);
  const counted = sum(both.map(({ wallWh }) => wallWh!));
  const temperatures = rows.map(({ outsideC }) => outsideC).filter((c) => c !== null);
  const rapid = rows.filter((row) => row.rapid !== null);
  return {
    key,
    sessions: rows.length,
    wallWh: sum(known(rows, "wallWh")),
    storedWh: sum(known(rows, "storedWh")),
    lostWh: sum(known(rows, "lostWh")),
    lostShare: counted > 0 ? sum(both.map(({ lostWh }) => lostWh!)) / counted : null,
    cost: sum(known(rows, "cost")),
    seconds: sum(known(rows, "seconds")),
    rapid: rapid.filter((row) => row.rapid).length,
    of: {
      wallWh: known(rows, "wallWh").length,
      lostWh: both.length,
      cost: known(rows, "cost").length,
      seconds: known(rows, "seconds").length,
      rapid: rapid.length,
    },
    coldestC: temperatures.length > 0 ? Math.min(...temperatures) : null,
    hottestC: temperatures.length > 0 ? Math.max(...temperatures) : null,
  };
}

/**
 * Sums of sessions by month, car, place or way: months in their order, names by how much was charged.
 * @example sumsBy([], "month") // []
 */
export function sumsBy(rows: readonly LogRow[], by: Grouping): LogSum[] {
  const groups = new Map<string | null, LogRow[]>();
  for (const row of rows) {
    const group = groups.get(row[by]);
    if (group) group.push(row);
    else groups.set(row[by], [row]);
  }
  const sums = [...groups].map(([key, group]) => sumOfLog(key, group));
  return by === "month"
    ? sums.sort((a, b) => a.key!.localeCompare(b.key!))
    : sums.sort((a, b) => b.wallWh - a.wallWh || b.sessions - a.sessions);
}

/** Share of rapid sessions up to which nobody says anything, and beyond which packs are said to age (common practice). */
const RAPID_SHARE = { fine: 1 / 5, most: 1 / 4 } as const;
/** Sessions below which a share says nothing. */
const FEWEST = 8;

/** What the share of rapid sessions comes to against the common advice. */
export interface RapidShare {
  readonly rapid: number;
  readonly of: number;
  readonly share: Fraction;
  readonly says: "few" | "within" | "at" | "above";
}

/**
 * The share of rapid sessions against the common advice: one in four or five at most, as packs are said to age sooner
 * by more (common practice; makers differ).
 * @example rapidShare(sumOfLog(null, [])).says // "few"
 */
export function rapidShare({ rapid, of }: LogSum): RapidShare {
  const share = of.rapid === 0 ? 0 : rapid / of.rapid;
  return {
    rapid,
    of: of.rapid,
    share,
    says:
      of.rapid < FEWEST
        ? "few"
        : share <= RAPID_SHARE.fine
          ? "within"
          : share <= RAPID_SHARE.most
            ? "at"
            : "above",
  };
}
