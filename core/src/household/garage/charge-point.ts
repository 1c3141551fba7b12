import { z } from "zod";
import { nameSchema } from "../../things/parts";

/** A card, as a reader tells it: OCPP 1.6 has an idTag of up to 20 characters. */
export const CARD = /^[\x21-\x7e]{1,20}$/;

/** What a charge point calls itself: the last piece of the address it connects to. */
export const IDENTITY = /^[A-Za-z0-9._:=+|@*-]{1,48}$/;

/** A unit of one's own that speaks OCPP: by what name it connects, and whose card starts it. Its password lies apart. */
export const chargePointSchema = z.strictObject({
  name: nameSchema,
  identity: z
    .string({ error: "needed: what the charge point calls itself" })
    .regex(IDENTITY, { error: "accepted: 1 to 48 letters, digits and . _ - : = + | @ *" }),
  /** Cards that start a session at the unit itself. */
  cards: z
    .array(z.string().regex(CARD, { error: "accepted: 1 to 20 characters without spaces" }))
    .max(50, { error: "accepted: up to 50 cards" }),
  /** Whoever stands before it may start it, with any card. */
  anyCard: z.boolean(),
});
/** A unit of one's own that speaks OCPP. */
export type ChargePoint = z.infer<typeof chargePointSchema>;
