import { z } from "zod";
import { choice, dateSchema, nameSchema, noteSchema, quantity } from "../../things/parts";
import { placeOnEarthSchema } from "./ground";
import { postPointSchema } from "./point";

/** What one knows of a post that no network tells. */
export const POST_NOTES = [
  "always-free",
  "busy-holidays",
  "stiff",
  "works-alone",
  "blocked-by-others",
  "slower",
  "note",
] as const;
/** A kind of note about a post. */
export type PostNote = (typeof POST_NOTES)[number];
/** A note in words. */
export const NOTE_WORDS: Readonly<Record<PostNote, string>> = {
  "always-free": "always free when I came",
  "busy-holidays": "busy on holidays",
  stiff: "stiff connector: push until it clicks",
  "works-alone": "works, though its operator is gone",
  "blocked-by-others": "often parked on by others",
  slower: "slower than its sign",
  note: "note",
};

/** A post one knows: of one's own list, or of a network's with what one knows beside it. */
export const knownPostSchema = z
  .strictObject({
    name: nameSchema,
    at: placeOnEarthSchema,
    /** The network's own name for it; null for a post of one's own. */
    network: z.string().min(1).max(120).nullable().default(null),
    /** What it has; of a network's post the network says. */
    points: z.array(postPointSchema).max(20, { error: "accepted: up to 20 plugs and sockets" }).default([]),
    limitMinutes: quantity(1, 1_440, "min").optional(),
    notes: z
      .array(
        z.strictObject({
          what: choice(POST_NOTES),
          text: noteSchema.optional(),
          on: dateSchema,
        }),
      )
      .max(50, { error: "accepted: up to 50 notes" })
      .default([]),
  })
  .superRefine(({ network, points }, ctx) => {
    if (network === null && points.length === 0)
      ctx.addIssue({ code: "custom", path: ["points"], message: "needed: at least one plug or socket" });
  });
/** A post one knows. */
export type KnownPost = z.infer<typeof knownPostSchema>;
