import { type Garage } from "@kettleback/core";
import type { Answered } from "../../jobs/answer";
/** The lead bench: what a lead loses, in watts and in coin, and what would be cheaper in the end. */
export default function LeadBench({ garage, answered, }: {
    readonly garage: Garage;
    readonly answered: Answered;
}): import("react").JSX.Element;
