import {
  isRefusal,
  ladder,
  pathOf,
  schedulesOf,
  solvePlan,
  stepTable,
  type Clock,
  type Micros,
  type Plan,
  type Rung,
  type Seconds,
  type StepRow,
} from "@kettleback/core";

/** What takes many solves: what would lift the path, and every current step of its unit. */
export interface Aside {
  readonly plan: Plan;
  /** The clock of its session. */
  readonly clock: Clock;
  readonly rungs: readonly Rung[];
  readonly steps: readonly StepRow[];
  /** What the cheapest hours save against starting at once, and when they begin; null where they save nothing. */
  readonly cheaper: { readonly cost: Micros; readonly atOnce: Micros; readonly from: Seconds } | null;
}

/** A saving below this (a hundredth of the currency) is not worth a sentence. */
const WORTH: number = 10_000;

function cheaperOf(plan: Plan, clock: Clock): Aside["cheaper"] {
  const solution = solvePlan(plan, clock);
  if (isRefusal(solution)) return null;
  const { by, atOnce } = schedulesOf(plan, solution);
  const cheapest = by.cheapest?.bill.total ?? atOnce.bill.total;
  const saves = (atOnce.bill.total - cheapest) as Micros;
  return saves < WORTH
    ? null
    : { cost: cheapest, atOnce: atOnce.bill.total, from: by.cheapest?.windows[0]?.from ?? 0 };
}

/** Works it out, part by part. */
export function* asideOf(plan: Plan, clock: Clock): Generator<number, Aside> {
  const rungs = ladder(plan, clock);
  yield 1 / 3;
  const steps = stepTable(pathOf(plan), plan.session, clock.departure);
  yield 2 / 3;
  return { plan, clock, rungs, steps, cheaper: cheaperOf(plan, clock) };
}
