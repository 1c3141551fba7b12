import { ladder, pathOf, stepTable, type Clock, type Plan, type Rung, type StepRow } from "@kettleback/core";

/** What takes many solves: what would lift the path, and every current step of its unit. */
export interface Aside {
  readonly plan: Plan;
  readonly rungs: readonly Rung[];
  readonly steps: readonly StepRow[];
}

/** Works it out. */
export const asideOf = (plan: Plan, clock: Clock): Aside => ({
  plan,
  rungs: ladder(plan, clock),
  steps: stepTable(pathOf(plan), plan.session, clock.departure),
});
