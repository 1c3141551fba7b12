import { z } from "zod";
import { choice, quantity } from "../../things/parts";
import { FUEL_UNITS } from "../../trade/units";
import { FUEL_PRICES } from "./fuel";

/** What is asked of a fuel car against one's own. Prices in the household's currency. */
export const fuelQuestionSchema = z.strictObject({
  price: quantity(0.01, 10_000, ""),
  priceUnit: choice(FUEL_PRICES),
  uses: quantity(0.1, 1_000, ""),
  usesUnit: choice(FUEL_UNITS),
  perKWh: quantity(0, 1_000, ""),
  /** Energy on the meter. */
  wallWhPerKm: quantity(20, 2_000, "Wh/km"),
});
/** A fuel car against one's own, as it is asked. */
export type FuelQuestion = z.infer<typeof fuelQuestionSchema>;
