import { z } from "zod";
import { savedLineupSchema, savedPathSchema, upgradePart, type SavedLineup } from "@kettleback/core";
import { typed } from "./typed";
import { draftsOf } from "./undoable";

/** The line-up being worked on, the kept one it came from, and the car whose ways are in view. */
export interface LineupDraft extends SavedLineup {
  readonly savedId: string | null;
  readonly carAt: number;
}

/** A line-up as the browser kept it. What is typed may be out of range; everything else is judged like a kept one. */
const draftSchema = savedLineupSchema.extend({
  session: z.strictObject({
    ...savedPathSchema.shape.session.shape,
    fromSoc: typed,
    toSoc: typed,
    pluggedInAt: z.string(),
  }),
  stayHours: typed,
  dayKm: typed,
  savedId: z.string().nullable(),
  carAt: z.int().min(0),
});

export function lineupDraftFrom(kept: unknown, version: number): LineupDraft | null {
  const { savedId = null, carAt = 0, ...lineup } = (kept ?? {}) as Record<string, unknown>;
  const parsed = draftSchema.safeParse({
    ...(upgradePart("lineup", lineup, version) as object),
    savedId,
    carAt,
  });
  return parsed.success ? parsed.data : null;
}

/** The line-up of one household, with a history of its own. */
export const lineupStoreOf = draftsOf("lineup", lineupDraftFrom);

export const lineupDraftOf = (spec: SavedLineup, savedId: string | null): LineupDraft => ({
  ...spec,
  savedId,
  carAt: 0,
});

/** A draft as the line-up that is kept of it. */
export const savedLineupOf = ({ savedId: _, carAt: __, ...spec }: LineupDraft): SavedLineup => spec;

/** A way's id that the draft does not have yet. */
export function freshId(ways: readonly { readonly id: string }[]): string {
  const taken = new Set(ways.map(({ id }) => id));
  let n = ways.length + 1;
  while (taken.has(`way-${n}`)) n++;
  return `way-${n}`;
}
