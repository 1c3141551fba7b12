import { z } from "zod";
import { HOUSE_RULES } from "../../trade/outlets";
import { DISTANCE_UNITS, ECONOMY_UNITS, isZone } from "../../trade/units";
import { mannerFields } from "./manner";
import { choice, nameSchema, noteSchema, quantity } from "./quantity";
import { schoolsSchema } from "./schools";

/** How a household counts, measures and writes, and by which house rule it draws. */
export const householdSchema = z.strictObject({
  name: nameSchema,
  currency: z.string().regex(/^[A-Z]{3}$/, { error: "accepted: a three-letter currency code such as EUR" }),
  distanceUnit: choice(DISTANCE_UNITS),
  economyUnit: choice(ECONOMY_UNITS),
  houseRule: choice(HOUSE_RULES),
  timeZone: z.string().refine((zone) => isZone(zone), {
    error: "accepted: an IANA time zone such as Europe/Dublin",
  }),
  /** Where people disagree: what this household does. */
  schools: schoolsSchema.optional(),
  ...mannerFields,
});
/** A household's own settings. */
export type Household = z.infer<typeof householdSchema>;

/** Where outlets are, and what limits a stay there. */
export const placeSchema = z.strictObject({
  name: nameSchema,
  /** Longest stay the place allows (min); left out where nothing limits it. */
  limitMinutes: quantity(5, 7 * 24 * 60, "minutes").optional(),
  /** What one has to know there: who to ask, the gate's code, which bay. */
  note: noteSchema.optional(),
});
/** A place where one charges. */
export type Place = z.infer<typeof placeSchema>;
