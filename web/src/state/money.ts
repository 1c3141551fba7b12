import { z } from "zod";
import { FLEXIBLE_GAUGES, FUEL_PRICES, FUEL_UNITS } from "@kettleback/core";
import { typed } from "./draft";
import { draftsOf } from "./undoable";

const range = z.strictObject({ low: typed, high: typed });

/** What one's own money questions start from, and what was typed into them. Numbers may be out of range while typed. */
const moneySchema = z.strictObject({
  lead: z.strictObject({
    by: z.enum(["loop", "meters", "conductor"]),
    ohms: typed,
    nearW: typed,
    farW: typed,
    gauge: z.enum(FLEXIBLE_GAUGES),
    amps: typed,
    volts: typed,
    lengthM: typed,
    hours: typed,
    sessions: typed,
    perKWh: typed,
    thicker: z.enum(FLEXIBLE_GAUGES),
    thickerPrice: typed,
    outletPrice: typed,
    wallboxPrice: typed,
    wallboxW: typed,
  }),
  fuel: z.strictObject({
    price: typed,
    priceUnit: z.enum(FUEL_PRICES),
    uses: typed,
    usesEvse: z.enum(FUEL_UNITS),
    perKWh: typed,
    /** Energy on the meter, in the household's own unit of economy, as Wh/km. */
    wallWhPerKm: typed,
  }),
  payback: z.strictObject({
    kmAYear: typed,
    years: typed,
    elsewhere: typed,
    now: z.strictObject({ name: z.string(), per100Km: typed, aYear: typed, share: typed }),
    then: z.strictObject({ name: z.string(), per100Km: typed, aYear: typed, share: typed }),
    items: z.array(
      z.strictObject({ what: z.string(), sign: z.union([z.literal(1), z.literal(-1)]), cost: range }),
    ),
  }),
  member: z.strictObject({ fee: typed, discount: typed, perKWh: typed, months: z.array(typed).length(12) }),
});
export type MoneyDraft = z.infer<typeof moneySchema>;

const moneyFrom = (kept: unknown): MoneyDraft | null => {
  const parsed = moneySchema.safeParse(kept);
  return parsed.success ? parsed.data : null;
};

/** The money questions of one household, with a history of their own. They survive a reload. */
export const moneyStoreOf = draftsOf("money", moneyFrom);
