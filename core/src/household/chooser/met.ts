import { z } from "zod";
import { quantity } from "../../things/parts";

/** A kind of post one meets, and how often: a socketed post, where the cable is one's own. */
export const metPostSchema = z.strictObject({
  phases: z.literal([1, 3], { error: "accepted: 1 or 3 phases" }),
  amps: quantity(6, 63, "A"),
  perMonth: quantity(0, 200, "times a month"),
});
/** A post one meets, and how often a month. */
export type MetPost = z.infer<typeof metPostSchema>;

/** Posts people meet where cables are one's own (common practice); how often is theirs to say. */
export const USUAL_POSTS: readonly MetPost[] = [
  { phases: 1, amps: 16, perMonth: 0 },
  { phases: 1, amps: 32, perMonth: 4 },
  { phases: 3, amps: 16, perMonth: 2 },
  { phases: 3, amps: 32, perMonth: 2 },
];
