import { z } from "zod";
import { nameSchema, quantity } from "./quantity";

/** One price a kWh. Negative prices are accepted: spot tariffs really do go below zero. */
export const tariffSchema = z.strictObject({
  name: nameSchema,
  perKWh: quantity(-10, 100, "a kWh (below zero where the tariff really pays you)"),
  /** Once a session, whatever it delivers. */
  perSession: quantity(0, 1000, "a session"),
});
export type Tariff = z.infer<typeof tariffSchema>;
