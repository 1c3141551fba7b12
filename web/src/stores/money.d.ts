import { type FuelQuestion, type LeadQuestion, type MembershipQuestion, type PaybackQuestion } from "@kettleback/core";
/** One's own money questions, every field of them; numbers may be out of range while they are typed. */
export interface MoneyDraft {
    readonly lead: LeadQuestion;
    readonly fuel: FuelQuestion;
    readonly payback: PaybackQuestion;
    readonly member: MembershipQuestion;
}
/** What was typed into them; everything else follows the path in view. */
export type MoneyTyped = {
    readonly [K in keyof MoneyDraft]: Partial<MoneyDraft[K]>;
};
/** What was typed into a household's money questions, with a history of its own. It survives a reload. */
export declare const moneyStoreOf: (householdId: string) => import("./undoable").Undoable<MoneyTyped>;
