import type { Garage } from "@kettleback/core";
import type { Answered } from "../../jobs/answer";
import { type MoneyDraft } from "../../stores/money";
/**
 * The money questions of a household and how to change one; null where there is no path to start them from. What
 * nobody has typed follows the path in view.
 */
export declare function useMoney(garage: Garage, answered: Answered): {
    readonly money: MoneyDraft;
    change<K extends keyof MoneyDraft>(part: K, to: Partial<MoneyDraft[K]>): void;
} | null;
