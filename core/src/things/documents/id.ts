import { z } from "zod";

/** Identifier of a kept thing: letters, digits and dashes, so it is safe in an address. */
export const idSchema = z
  .string()
  .regex(/^[A-Za-z0-9-]{1,64}$/, { error: "accepted: 1 to 64 letters, digits and dashes" });
