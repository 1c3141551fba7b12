import { z } from "zod";
import {
  adapterSchema,
  cableSchema,
  leadSchema,
  nameSchema,
  outletSchema,
  quantity,
  tariffSchema,
  unitSchema,
} from "../../things/parts";
import { settingsSchema } from "../../engine/plan";

/** Something that has to be bought before a way can be used, at a price in the household's currency. */
export const purchaseSchema = z.strictObject({
  what: nameSchema,
  price: quantity(0, 1_000_000, "in the household's currency"),
});
export type Purchase = z.infer<typeof purchaseSchema>;

/** What a way says beside its parts. */
export const wayNotes = {
  /** Plug or cable end towards the car is taken to be the one the car has: a station with several, a cable of its own. */
  followsCar: z.boolean().default(false),
  /** Longest stay the place allows. */
  limitMinutes: quantity(5, 7 * 24 * 60, "minutes")
    .nullable()
    .default(null),
  /** What is still to be bought. */
  buy: z.array(purchaseSchema).max(12, { error: "accepted: up to 12 things to buy" }).default([]),
};

/** A way to charge: a plan's parts without the car. */
export const waySchema = z.strictObject({
  name: nameSchema,
  outlet: outletSchema,
  lead: leadSchema.nullable(),
  unit: unitSchema,
  cable: cableSchema.nullable(),
  adapter: adapterSchema.nullable(),
  tariff: tariffSchema,
  settings: settingsSchema,
  ...wayNotes,
});
export type Way = z.infer<typeof waySchema>;
