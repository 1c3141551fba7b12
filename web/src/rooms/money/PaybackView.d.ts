import { type Garage, type Payback, type Turn } from "@kettleback/core";
import "../../charts/chartFont";
import type { Answered } from "../../jobs/answer";
/** Years to pay back as people say them, between two where they differ. */
export declare const yearsText: ({ low, high }: NonNullable<Payback["years"]>) => string;
/** Where it pays, in words; `text` tells a value with its unit. */
export declare const turnText: (turn: Turn, text: (at: number) => string) => string;
/** Whether equipment pays back, for this driver: yearly cost by way, years as a range, and what would turn it. */
export default function PaybackView({ garage, answered, }: {
    readonly garage: Garage;
    readonly answered: Answered;
}): import("react").JSX.Element;
