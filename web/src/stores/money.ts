import { z } from "zod";
import {
  fuelQuestionSchema,
  homeTariffQuestionSchema,
  leadQuestionSchema,
  membershipQuestionSchema,
  paybackQuestionSchema,
  type FuelQuestion,
  type HomeTariffQuestion,
  type LeadQuestion,
  type MembershipQuestion,
  type PaybackQuestion,
} from "@kettleback/core";
import { typing } from "./typed";
import { draftsOf } from "./undoable";

/** One's own money questions, every field of them; numbers may be out of range while they are typed. */
export interface MoneyDraft {
  readonly lead: LeadQuestion;
  readonly fuel: FuelQuestion;
  readonly payback: PaybackQuestion;
  readonly member: MembershipQuestion;
  readonly home: HomeTariffQuestion;
}

/** What was typed into them; everything else follows the path in view. */
export type MoneyTyped = { readonly [K in keyof MoneyDraft]: Partial<MoneyDraft[K]> };

const typedSchema: z.ZodType<MoneyTyped> = z.strictObject({
  lead: typing(leadQuestionSchema),
  fuel: typing(fuelQuestionSchema),
  payback: typing(paybackQuestionSchema),
  member: typing(membershipQuestionSchema),
  // Drafts from before it was asked have none.
  home: typing(homeTariffQuestionSchema).default({}),
});

const typedFrom = (kept: unknown): MoneyTyped | null => {
  const parsed = typedSchema.safeParse(kept);
  return parsed.success ? parsed.data : null;
};

/** What was typed into a household's money questions, with a history of its own. It survives a reload. */
export const moneyStoreOf = draftsOf("money", typedFrom);
