import type { Charging } from "../../jobs/answer";
/** The answers, each of which opens to its working. */
export declare function Answers({ charging }: {
    readonly charging: Charging;
}): import("react").JSX.Element;
