import { planOf, type Caution, type FieldProblem, type Garage, type OperatingPoint, type Plan, type Refusal, type Solution } from "@kettleback/core";
import { type Draft } from "../stores/draft";
import { type Fix } from "./fixes";
/** A path that charges: everything the screen shows of it. */
export interface Charging {
    readonly kind: "charging";
    readonly plan: Plan;
    readonly solution: Solution;
    readonly point: OperatingPoint;
    readonly cautions: readonly Caution[];
}
/** A sound path along which nothing would charge, with what the household has that would. */
export interface Stuck {
    readonly kind: "stuck";
    readonly plan: Plan;
    readonly refusal: Refusal;
    readonly cautions: readonly Caution[];
    readonly fixes: readonly Fix[];
}
/** A path with fields that are missing or out of range. */
export interface Unsound {
    readonly kind: "unsound";
    readonly problems: readonly FieldProblem[];
}
/** What a draft comes to, and what it was asked of. */
export type Answered = (Charging | Stuck | Unsound) & {
    readonly garage: Garage;
    readonly draft: Draft;
    /** Offsets of the two moments a doubled hour stands for; none for a time that comes once. */
    readonly repeated: readonly string[];
};
/** The plan of a draft, what is being tried out in place of what is kept. */
export declare function planOfDraft(garage: Garage, draft: Draft): ReturnType<typeof planOf>;
/** Solves a draft over a household's parts, all of it at once. */
export declare function answerOf(garage: Garage, draft: Draft): Answered;
