import type { Charging } from "../../jobs/answer";
/** What only the printed sheet says: which path it is, and what has to be set by hand before it holds. */
export declare function OnPaper({ charging: { plan, solution } }: {
    readonly charging: Charging;
}): import("react").JSX.Element;
