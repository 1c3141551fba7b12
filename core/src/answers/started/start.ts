import { localMinuteOf } from "../../engine/clock";
import { socAt, type State } from "../../engine/session";
import type { Plan, Solution } from "../../engine/plan";
import type { Fraction, Seconds } from "../../trade/units";

/**
 * A plan that begins now, to the minute, everything else as it was planned.
 * @param nowMs ms since 1970
 * @example startedNow(plan, 0).session.pluggedInAt.slice(0, 10) // "1970-01-01"
 */
export const startedNow = (plan: Plan, nowMs: number): Plan => ({
  ...plan,
  session: { ...plan.session, pluggedInAt: localMinuteOf(nowMs, plan.household.timeZone) },
});

/** How far a session should be by now: what is in the battery, and whether it still charges. */
export interface Standing {
  readonly soc: Fraction;
  readonly charging: boolean;
  /** Seconds to the target; zero once it is there. */
  readonly left: Seconds;
}

/**
 * How far a session should be, so many seconds after it began.
 * @example standingAt(solution, 0).charging // true
 */
export function standingAt({ whole, start, secondsToTarget }: Solution, elapsed: Seconds): Standing {
  const state: State = start;
  const left = Math.max(0, secondsToTarget - elapsed);
  return { soc: socAt(whole, state, Math.max(0, elapsed)), charging: left > 0, left };
}
