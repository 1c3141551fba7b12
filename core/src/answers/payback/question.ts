import { z } from "zod";
import { fraction, quantity } from "../../things/parts";

/** Most money a question may be about, in the household's currency. */
const money = () => quantity(0, 1_000_000, "");

const waySchema = z.strictObject({
  name: z.string().max(80, { error: "accepted: up to 80 characters" }),
  per100Km: quantity(-1_000, 10_000, ""),
  aYear: money(),
  /** Of the distance driven. */
  share: fraction(),
});

/** Something that is bought (1) or granted (−1), between two figures. */
export const outlaySchema = z.strictObject({
  what: z.string().max(60, { error: "accepted: up to 60 characters" }),
  sign: z.union([z.literal(1), z.literal(-1)]),
  cost: z
    .strictObject({ low: money(), high: money() })
    .refine(({ low, high }) => high >= low, { path: ["high"], error: "cannot be less than the least" }),
});

/** Most things to be bought in one question. */
export const MOST_OUTLAYS = 10;

/** What is asked of a way that has to be bought. Prices in the household's currency. */
export const paybackQuestionSchema = z.strictObject({
  kmAYear: quantity(100, 500_000, "km"),
  years: quantity(1, 40, "years"),
  /** What 100 km cost elsewhere. */
  elsewhere: quantity(0, 10_000, ""),
  now: waySchema,
  then: waySchema,
  items: z.array(outlaySchema).max(MOST_OUTLAYS, { error: `accepted: up to ${MOST_OUTLAYS} items` }),
});
/** A way that has to be bought against the one there is, as it is asked. */
export type PaybackQuestion = z.infer<typeof paybackQuestionSchema>;

/** What is asked of a membership, month by month. Prices in the household's currency. */
export const membershipQuestionSchema = z.strictObject({
  fee: quantity(0, 10_000, ""),
  discount: fraction(),
  perKWh: quantity(0, 1_000, ""),
  months: z.array(quantity(0, 5_000, "kWh")).length(12, { error: "needed: twelve months" }),
});
/** A membership month by month, as it is asked. */
export type MembershipQuestion = z.infer<typeof membershipQuestionSchema>;
