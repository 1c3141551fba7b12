import type { Charging } from "../../jobs/answer";
/** What holds it back, in one sentence; the setting the figures count on, and who makes it; and what comes next. */
export declare function Verdict({ charging: { point, plan, solution } }: {
    readonly charging: Charging;
}): import("react").JSX.Element;
