import { z } from "zod";
import { FLEXIBLE_GAUGES } from "../../trade/conductors";
import { choice, quantity } from "../../things/parts";

const price = () => quantity(0, 1_000_000, "");

/** What is asked of a lead: how its loss is known, and what it comes to. Prices in the household's currency. */
export const leadQuestionSchema = z.strictObject({
  by: choice(["loop", "meters", "conductor"]),
  ohms: quantity(0.001, 20, "Ω"),
  nearW: quantity(1, 50_000, "W"),
  farW: quantity(1, 50_000, "W"),
  gauge: choice(FLEXIBLE_GAUGES),
  amps: quantity(0.5, 80, "A"),
  volts: quantity(80, 300, "V"),
  lengthM: quantity(0.2, 200, "m"),
  hours: quantity(0.1, 168, "h"),
  sessions: quantity(1, 2_000, ""),
  perKWh: quantity(-10, 1_000, ""),
  thicker: choice(FLEXIBLE_GAUGES),
  thickerPrice: price(),
  outletPrice: price(),
  wallboxPrice: price(),
  /** What the faster way puts into the battery. */
  wallboxW: quantity(1_000, 400_000, "W"),
});
/** A lead and what its loss comes to, as it is asked. */
export type LeadQuestion = z.infer<typeof leadQuestionSchema>;
