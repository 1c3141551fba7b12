import { z } from "zod";
import {
  fuelQuestionSchema,
  leadQuestionSchema,
  membershipQuestionSchema,
  paybackQuestionSchema,
} from "@kettleback/core";
import { typing } from "./typed";
import { draftsOf } from "./undoable";

/** What one's own money questions start from, and what was typed into them. Numbers may be out of range while typed. */
const moneySchema = z.strictObject({
  lead: typing(leadQuestionSchema),
  fuel: typing(fuelQuestionSchema),
  payback: typing(paybackQuestionSchema),
  member: typing(membershipQuestionSchema),
});
export type MoneyDraft = z.infer<typeof moneySchema>;

const moneyFrom = (kept: unknown): MoneyDraft | null => {
  const parsed = moneySchema.safeParse(kept);
  return parsed.success ? parsed.data : null;
};

/** The money questions of one household, with a history of their own. They survive a reload. */
export const moneyStoreOf = draftsOf("money", moneyFrom);
