import { z } from "zod";
import { sessionSchema, settingsSchema } from "../../engine/plan";
import { nameSchema } from "../../things/parts";
import { PART_IDS } from "./part-ids";

/** A path kept by name: which parts it uses, by id, and what was asked of the session. */
export const savedPathSchema = z.strictObject({
  name: nameSchema,
  ...PART_IDS,
  session: sessionSchema,
  settings: settingsSchema,
  /** Codes of the cautions its owner has acknowledged. */
  acknowledged: z.array(z.string().max(40)).max(40),
});
/** A path kept by name: its parts by id, and what is asked of the session. */
export type SavedPath = z.infer<typeof savedPathSchema>;
