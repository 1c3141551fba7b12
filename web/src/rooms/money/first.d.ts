import { type Garage } from "@kettleback/core";
import type { Charging } from "../../jobs/answer";
import { pathOfDraft } from "../../stores/draft";
import type { MoneyDraft } from "../../stores/money";
/** What the money questions start from: the path in view, the household's own prices, usual figures for the rest. */
export declare function firstMoney(garage: Garage, { plan, solution, draft }: Charging & {
    readonly draft: Parameters<typeof pathOfDraft>[0];
}): MoneyDraft;
