import { connectionOf, type Plan, type Solution } from "../../engine/plan";
import { bill } from "../../engine/tariff";
import type { Seconds } from "../../trade/units";

/** What one looks at the clock for during a session. */
export type MomentId = "look" | "limit" | "ready" | "idle" | "departure";

/** A moment of a session that asks for somebody: when (s from plugging in), what it is, and what to do. */
export interface Marked {
  readonly id: MomentId;
  readonly at: Seconds;
  readonly what: string;
  readonly todo: string;
}

/** When one looks again whether it really charges (common practice). */
const LOOK: Seconds = 5 * 60;
/** How long after the end an idle fee is looked for. */
const LONGEST_IDLE: Seconds = 12 * 3600;

/** When standing there without charging begins to cost (s), or undefined where it never does. */
function idleFrom(plan: Plan, { circuit, clock, whole, secondsToTarget }: Solution): Seconds | undefined {
  const connection = { ...connectionOf(plan, circuit, clock), to: secondsToTarget + LONGEST_IDLE };
  return bill(plan.tariff, whole, clock, connection).lines.find(
    ({ component, amount }) => component === "PARKING_TIME" && amount > 0,
  )?.from;
}

/**
 * The moments of a session at which somebody should look, in their order: five minutes after its start, when the place
 * sends one away, when it is done, when standing there begins to cost, when the car is wanted.
 * @example momentsOf(plan, solution)[0].id // "look"
 */
export function momentsOf(plan: Plan, solution: Solution): readonly Marked[] {
  const { secondsToTarget, endsItself, clock } = solution;
  const percent = `${Math.round((endsItself ?? plan.session.toSoc) * 100)} %`;
  const limit = plan.place?.limitMinutes;
  const idle = idleFrom(plan, solution);
  const found: (Marked | false)[] = [
    secondsToTarget > LOOK && {
      id: "look",
      at: LOOK,
      what: "Look whether it charges",
      todo: "A session can fail to start or stop unnoticed: look at the car or the unit, and feel the plug for warmth.",
    },
    limit !== undefined && {
      id: "limit",
      at: limit * 60,
      what: "The longest stay is over",
      todo: `Move the car: ${plan.place!.name} allows ${limit} minutes.`,
    },
    {
      id: "ready",
      at: secondsToTarget,
      what: endsItself === null ? `${percent} is there` : `The car ends by itself at ${percent}`,
      todo: "Read what the car and the meter show, and finish the session here.",
    },
    idle !== undefined && {
      id: "idle",
      at: idle,
      what: "Standing here begins to cost",
      todo: "Move the car: an idle fee runs from now on.",
    },
    clock.departure !== null && {
      id: "departure",
      at: clock.departure,
      what: "The car is wanted",
      todo: "Read what the car shows before you unplug.",
    },
  ];
  return found.filter((moment) => moment !== false).sort((a, b) => a.at - b.at);
}
