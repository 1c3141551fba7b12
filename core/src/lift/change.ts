import type { Plan } from "../plan";

/** How much a change asks of its owner: a setting, something to fetch or buy, another unit, work on the wiring. */
export const EFFORTS = ["setting", "habit", "piece", "unit", "outlet", "wired", "elsewhere"] as const;
export type Effort = (typeof EFFORTS)[number];

/** The parts of a plan a change may replace. */
export type Parts = Pick<Plan, "household" | "outlet" | "lead" | "unit" | "cable" | "adapter" | "settings">;

/** One coherent change, in one sentence, with the parts it replaces. */
export interface Change {
  readonly what: string;
  readonly effort: Effort;
  readonly parts: Partial<Parts>;
}

/** A plan with a change made. */
export const changed = (plan: Plan, { parts }: Change): Plan => ({ ...plan, ...parts });
