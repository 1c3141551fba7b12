import { DateTime } from "luxon";
import { type Answer, type Solution } from "@kettleback/core";
import type { Charging } from "../jobs/answer";
import { type Figure } from "../format/number";
/** One answer as shown: what it is, whether it is a rate or an amount, the figure, and a line beside it. */
export interface Shown {
    readonly answer: Answer;
    readonly name: string;
    readonly nature: string;
    readonly figure: Figure;
    readonly aside: string;
    readonly alarm?: boolean;
}
/** A moment of the session on the household's own clock, to the minute: what it took and when it began add up to it. */
export declare const localAt: ({ clock }: Pick<Solution, "clock">, seconds: number) => DateTime;
/** The answers of a solved plan in the household's units, in the order people ask. */
export declare function shownAnswers(charging: Charging): Shown[];
