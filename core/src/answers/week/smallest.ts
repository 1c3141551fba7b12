import type { WeekAnswer } from "./answer";

/** Cautions over which a way is not advised: somebody may do it every night. */
const unsafe = ({ cautions }: WeekAnswer): boolean => cautions.some(({ severity }) => severity !== "note");

/** Power (W) by which two ways may differ and are as small as each other. */
const SAME_W = 1;

/**
 * The smallest way that suffices: of those that get through the week without a stop on the way and that nothing speaks
 * against, the one of least power; of two alike the one that asks for less money. Undefined where none does.
 * @example smallestOf([week.answer]) === week.answer // true
 */
export const smallestOf = (answers: readonly WeekAnswer[]): WeekAnswer | undefined =>
  answers
    .filter((answer) => answer.verdict !== "short" && !unsafe(answer) && answer.plan.evse.kind !== "rapid")
    .sort((a, b) =>
      Math.abs(a.batteryW - b.batteryW) > SAME_W ? a.batteryW - b.batteryW : a.price - b.price,
    )[0];
