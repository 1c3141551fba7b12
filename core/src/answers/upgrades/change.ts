import type { Plan } from "../../engine/plan";

/** How much a change asks of its owner: a setting, something to fetch or buy, another unit, a fault put right, work on the wiring. */
export const EFFORTS = [
  "setting",
  "habit",
  "piece",
  "evse",
  "repair",
  "outlet",
  "wired",
  "elsewhere",
] as const;
/** How much a change asks of its owner, least first. */
export type Effort = (typeof EFFORTS)[number];

/** The parts of a plan a change may replace. */
export type Parts = Pick<
  Plan,
  "household" | "outlet" | "lead" | "evse" | "cable" | "adapter" | "settings" | "session"
>;

/** What has to be had first, that is not the owner's to decide. */
export type Needs = "three-phases";

/** One coherent change, in one sentence, with the parts it replaces. */
export interface Change {
  readonly what: string;
  readonly effort: Effort;
  readonly parts: Partial<Parts>;
  readonly needs?: Needs;
}

/** A plan with a change made. */
export const changed = (plan: Plan, { parts }: Change): Plan => ({ ...plan, ...parts });
