import { z } from "zod";
import { idSchema, planSchema, PLAN_DOCUMENT, scheduleSchema } from "@kettleback/core";

/** What a session at a charge point is to be: asked for from the Path, and taken for those begun at the unit itself. */
export const wantedSchema = z.strictObject({
  plan: z.preprocess(PLAN_DOCUMENT.bring, planSchema),
  carId: idSchema.nullable(),
  placeId: idSchema.nullable(),
  schedule: scheduleSchema.optional(),
});
export type Wanted = z.infer<typeof wantedSchema>;

const keptSchema = wantedSchema.extend({ askedAt: z.number() });
/** The same as it is kept, with when it was asked for (ms since 1970). */
export type KeptWanted = z.infer<typeof keptSchema>;

/** What was kept of a wish; null where that is none, or no longer one this program can read. */
export function wantedIn(text: string | null | undefined): KeptWanted | null {
  if (!text) return null;
  try {
    const read = keptSchema.safeParse(JSON.parse(text));
    return read.success ? read.data : null;
  } catch {
    return null;
  }
}
