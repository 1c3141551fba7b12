import { z } from "zod";
import { nameSchema, quantity, WAY_PARTS } from "../../things/parts";
import { settingsSchema } from "../../engine/plan";

/** Something that has to be bought before a way can be used, at a price in the household's currency. */
export const purchaseSchema = z.strictObject({
  what: nameSchema,
  price: quantity(0, 1_000_000, "in the household's currency"),
});
/** Something still to be bought, with its price in the household's currency. */
export type Purchase = z.infer<typeof purchaseSchema>;

/** What a way says beside its parts. */
export const wayNotes = {
  /** Plug or cable end towards the car is taken to be the one the car has: a station with several, a cable of its own. */
  followsCar: z.boolean().default(false),
  /** Its owner wants it on the first page of the comparison, or not there; unsaid it is there for what it is. */
  first: z.boolean().optional(),
  /** What is still to be bought. */
  buy: z.array(purchaseSchema).max(12, { error: "accepted: up to 12 things to buy" }).default([]),
};

/** A way to charge: a plan's parts without the car. */
export const waySchema = z.strictObject({
  name: nameSchema,
  ...WAY_PARTS,
  settings: settingsSchema,
  ...wayNotes,
});
/** A way to charge: everything of a plan but the car. */
export type Way = z.infer<typeof waySchema>;
