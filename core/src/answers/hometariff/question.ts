import { z } from "zod";
import { quantity } from "../../things/parts";

/** Parts of the day in which a house's use is read off its bill or its meter (hours of the local clock). */
export const HOUSE_HOURS = {
  day: { from: 7, to: 17 },
  evening: { from: 17, to: 23 },
  night: { from: 23, to: 7 },
} as const;
/** A part of the day of a house's use. */
export type HousePart = keyof typeof HOUSE_HOURS;

const yearly = () => quantity(0, 200_000, "kWh a year");

/** What is asked of home tariffs: a day's drive, and what the house itself uses a year by the part of the day. */
export const homeTariffQuestionSchema = z.strictObject({
  kmADay: quantity(1, 1_000, "km"),
  /** Of the household's tariffs, those that are set side by side, by id. */
  tariffs: z.array(z.string().max(80)).max(100, { error: "accepted: up to 100 tariffs" }),
  house: z.strictObject({ day: yearly(), evening: yearly(), night: yearly() }),
});
/** What is asked of home tariffs. */
export type HomeTariffQuestion = z.infer<typeof homeTariffQuestionSchema>;
