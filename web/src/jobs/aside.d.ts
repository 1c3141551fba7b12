import { type Clock, type Micros, type Plan, type Rung, type Seconds, type StepRow } from "@kettleback/core";
/** What takes many solves: what would lift the path, and every current step of its unit. */
export interface Aside {
    readonly plan: Plan;
    /** The clock of its session. */
    readonly clock: Clock;
    readonly rungs: readonly Rung[];
    readonly steps: readonly StepRow[];
    /** What the cheapest hours save against starting at once, and when they begin; null where they save nothing. */
    readonly cheaper: {
        readonly cost: Micros;
        readonly atOnce: Micros;
        readonly from: Seconds;
    } | null;
}
/** Works it out, part by part. */
export declare function asideOf(plan: Plan, clock: Clock): Generator<number, Aside>;
