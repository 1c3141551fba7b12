import { z } from "zod";
import { FUEL_UNITS } from "../../trade/units";
import { choice, nameSchema, quantity } from "./quantity";

/** A car that burns fuel, to compare with: what it uses, in the unit its driver states it in. */
export const fuelCarSchema = z.strictObject({
  name: nameSchema,
  uses: quantity(0.1, 1_000, ""),
  usesUnit: choice(FUEL_UNITS),
});
/** A fuel car. */
export type FuelCar = z.infer<typeof fuelCarSchema>;
