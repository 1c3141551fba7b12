import type { Answered } from "../../jobs/answer";
/** What the tariff in view comes to for the path in the sentence, while it is being changed. */
export declare function Live({ answered, tried }: {
    readonly answered: Answered;
    readonly tried: boolean;
}): import("react").JSX.Element | null;
