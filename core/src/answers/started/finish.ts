import type { FieldProblem } from "../../things/documents";
import { isRefusal } from "../../engine/path";
import { solvePlan, type Plan } from "../../engine/plan";
import { wattHours, type Fraction, type WattHours } from "../../trade/units";

/** What is read when a session is over: what the car shows, and a counter before and after. Null is not read. */
export interface Readings {
  /** Moments of its beginning, of its end and of now (ms since 1970). */
  readonly beginMs: number;
  readonly endMs: number;
  readonly nowMs: number;
  readonly fromSoc: Fraction;
  readonly toSoc: Fraction | null;
  /** What the counter showed before, nothing for one that begins anew each time, and after (kWh). */
  readonly beforeKWh: number | null;
  readonly afterKWh: number | null;
}

/** What a session came to by its readings, or what is wrong with them. */
export type Finished =
  | {
      readonly ok: true;
      readonly end: string;
      readonly toSoc: Fraction | null;
      readonly wallWh: WattHours | null;
    }
  | { readonly ok: false; readonly problems: readonly FieldProblem[] };

/** Most a counter may have moved in one session (kWh): more is a slip of a digit. */
const MOST_KWH = 1_000;

/** What is wrong with readings, each at its field. */
function problemsWith({
  beginMs,
  endMs,
  nowMs,
  fromSoc,
  toSoc,
  beforeKWh,
  afterKWh,
}: Readings): FieldProblem[] {
  const percent = Math.round(fromSoc * 100);
  const found: (FieldProblem | false)[] = [
    !(endMs >= beginMs && endMs <= nowMs) && {
      field: "end",
      message: "accepted: a time after the session began, and not yet to come",
    },
    toSoc === null &&
      afterKWh === null && {
        field: "toSoc",
        message: "needed: what the car shows, or what the meter counted",
      },
    toSoc !== null &&
      !(toSoc >= fromSoc && toSoc <= 1) && {
        field: "toSoc",
        message: `accepted: ${percent} to 100 %, as it began at ${percent} %`,
      },
    beforeKWh !== null &&
      !(beforeKWh >= 0) && { field: "beforeKWh", message: "accepted: a reading of 0 kWh or more" },
    afterKWh !== null &&
      !(afterKWh >= (beforeKWh ?? 0) && afterKWh - (beforeKWh ?? 0) <= MOST_KWH) && {
        field: "afterKWh",
        message:
          afterKWh >= (beforeKWh ?? 0)
            ? `accepted: up to ${MOST_KWH} kWh more than before; a counter that runs on has a reading before`
            : "accepted: a reading not below the one before",
      },
  ];
  return found.filter((problem) => problem !== false);
}

/**
 * What a session came to by two readings: the car's before and after, a counter's before and after, or both.
 * @example finishedBy({ beginMs: 0, endMs: 60_000, nowMs: 60_000, fromSoc: 0.2, toSoc: 0.5, beforeKWh: null, afterKWh: null }).ok // true
 */
export function finishedBy(readings: Readings): Finished {
  const problems = problemsWith(readings);
  if (problems.length > 0) return { ok: false, problems };
  const { endMs, toSoc, beforeKWh, afterKWh } = readings;
  return {
    ok: true,
    end: new Date(endMs).toISOString(),
    toSoc,
    wallWh: afterKWh === null ? null : wattHours(Math.round((afterKWh - (beforeKWh ?? 0)) * 1e6) / 1e3),
  };
}

/**
 * What the meter should have counted (Wh) to bring the car of a plan so far; null where the plan says nothing of it.
 * @example reckonedWh(plan, 0.5) === null // false
 */
export function reckonedWh(plan: Plan, toSoc: Fraction): WattHours | null {
  if (toSoc <= plan.session.fromSoc) return null;
  const solved = solvePlan({ ...plan, session: { ...plan.session, toSoc, neededBy: null } });
  return isRefusal(solved) ? null : solved.ledger.wall;
}
