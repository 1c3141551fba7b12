import { type Answer, type Garage, type Working } from "@kettleback/core";
import { type Draft } from "../stores/draft";
import { type Answered, type Charging } from "./answer";
import type { Aside } from "./aside";
interface SolveState {
    /** What the draft in view comes to; null without a garage, or in one with nothing to plug in. */
    readonly answered: Answered | null;
    /** The last of them along which something charged. */
    readonly standing: (Answered & Charging) | null;
    /** What takes many solves, of the plan it names; follows the answer a moment later. */
    readonly aside: Aside | null;
    /** The answer whose working is open, and that working. */
    readonly open: Answer | null;
    readonly working: Working | null;
    openWorking(answer: Answer | null): void;
}
/** The one place where the browser solves: once a change, never while anything is drawn. Views read it. */
export declare const useSolve: import("zustand").UseBoundStore<import("zustand").StoreApi<SolveState>>;
/** Today's date where a household is. */
export declare const todayIn: (garage: Garage) => string;
/** The path a household starts with; undefined where it has nothing to plug in. */
export declare function firstDraftOf(garage: Garage): Draft | undefined;
/** Follows the garage, and the draft of whichever household is in view. */
export declare function startSolving(): void;
export {};
