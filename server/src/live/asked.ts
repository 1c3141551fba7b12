import { z } from "zod";
import { quantity, scheduleSchema } from "@kettleback/core";
import { wantedSchema } from "./wanted";

/** A password of one's own for a charge point, or one that is drawn. */
export const newKey = z.strictObject({
  password: z
    .string()
    .regex(/^[\x21-\x7e]{16,40}$/, {
      error: "accepted: 16 to 40 letters, digits and signs, or nothing to have one drawn",
    })
    .optional(),
});

/** To which of the sessions at it something is done; to the newest where nothing is said. */
const session = z
  .string()
  .regex(/^\d{1,15}$/, { error: "accepted: the number of a session" })
  .optional();

/** What is asked of a charge point. */
export const actAsked = z.discriminatedUnion(
  "act",
  [
    z.strictObject({ act: z.literal("start"), wanted: wantedSchema }),
    z.strictObject({ act: z.literal("follow"), wanted: wantedSchema }),
    z.strictObject({ act: z.literal("stop"), session }),
    z.strictObject({ act: z.literal("limit"), amps: quantity(6, 80, "A"), session }),
    z.strictObject({ act: z.literal("schedule"), schedule: scheduleSchema, session }),
    z.strictObject({ act: z.literal("take-back"), session }),
    z.strictObject({ act: z.literal("reset"), hard: z.boolean() }),
    z.strictObject({ act: z.literal("availability"), operative: z.boolean() }),
    z.strictObject({ act: z.literal("configuration") }),
    z.strictObject({ act: z.literal("ask-now") }),
  ],
  {
    error:
      "accepted: start, follow, stop, limit, schedule, take-back, reset, availability, configuration or ask-now",
  },
);
export type ActAsked = z.infer<typeof actAsked>;
