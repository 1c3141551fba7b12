import { z } from "zod";

const SHARE = "accepted: 0 to 1";

/** A car is plugged in, with some charge where that is said, or taken away. */
export const plugSchema = z.strictObject({
  plugged: z.boolean({ error: "accepted: true or false" }),
  soc: z.number({ error: SHARE }).min(0, { error: SHARE }).max(1, { error: SHARE }).optional(),
});
