import { FIT_WAYS, installFields, type FitWayId, type InstallPart } from "@kettleback/core";
import { z } from "zod";
import { draftsOf } from "./undoable";

const draftSchema = z.strictObject({
  savedId: z.string().nullable(),
  carId: z.string().nullable(),
  tariffId: z.string().nullable(),
  meterKey: z.string().nullable(),
  chosen: z.enum(FIT_WAYS).nullable(),
  ...installFields,
});

/** An installation being prepared. What is typed is taken once it may be. */
export interface InstallDraft extends InstallPart {
  readonly savedId: string | null;
  readonly carId: string | null;
  readonly tariffId: string | null;
  /** The key of what the house's meter told; null for a usual house made up. */
  readonly meterKey: string | null;
  /** The way that is looked at; null for the one that is enough and asks least. */
  readonly chosen: FitWayId | null;
}

const installDraftFrom = (kept: unknown): InstallDraft | null => {
  const parsed = draftSchema.safeParse(kept);
  return parsed.success ? parsed.data : null;
};

/** The installation of each household, with a history of its own. It survives a reload. */
export const installStoreOf = draftsOf("install", installDraftFrom);
