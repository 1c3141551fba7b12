import { z } from "zod";
import { luckSchema, roughPatternSchema, type Luck, type Pattern } from "@kettleback/core";
import { draftsOf } from "./undoable";

/** Ways of the line-up by their id: what the car is plugged into at work and at a public post, and what it stops at. */
const elsewhereSchema = z.strictObject({
  work: z.string().nullable(),
  post: z.string().nullable(),
  stop: z.string().nullable(),
});

/** The week being worked on. Cars and ways are those of the line-up in view. */
export interface WeekDraft {
  /** Place of the car among those of the line-up. */
  readonly carAt: number;
  readonly pattern: Pattern;
  readonly elsewhere: z.infer<typeof elsewhereSchema>;
  readonly luck: Luck;
}

const draftSchema = z.strictObject({
  carAt: z.int().min(0),
  pattern: roughPatternSchema,
  elsewhere: elsewhereSchema,
  luck: luckSchema,
});

const weekDraftFrom = (kept: unknown): WeekDraft | null => {
  const parsed = draftSchema.safeParse(kept);
  return parsed.success ? parsed.data : null;
};

/** The week of each household, with a history of its own. It survives a reload. */
export const weekStoreOf = draftsOf("week", weekDraftFrom);
