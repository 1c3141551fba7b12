import { z } from "zod";
import { checkInstall, installFields } from "../../answers/install";
import { nameSchema } from "../../things/parts";
import { idSchema } from "../../things/documents";

/** An installation kept by name: its car and tariff by id, the meter's record by its key. */
export const savedInstallationSchema = z
  .strictObject({
    name: nameSchema,
    carId: idSchema.nullable(),
    tariffId: idSchema.nullable(),
    /** The key of what a house's meter told; null for a usual house made up. */
    meterKey: z.string().max(200, { error: "accepted: up to 200 characters" }).nullable(),
    ...installFields,
  })
  .superRefine(checkInstall);
/** An installation as a household keeps it. */
export type SavedInstallation = z.infer<typeof savedInstallationSchema>;
