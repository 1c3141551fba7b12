import { z } from "zod";
import { fraction, nameSchema, quantity } from "../../things/parts";
import { PLAN_DOCUMENT, planSchema } from "../../engine/plan";
import { idSchema } from "./id";

/** A moment in universal time, as ISO 8601 with milliseconds or without. */
export const momentSchema = z.iso.datetime({ error: "accepted: a moment such as 2026-11-23T18:10:00Z" });

const fields = z.strictObject({
  name: nameSchema,
  /** Car and place, by their ids in the household; null where nobody said, or where they are gone. */
  carId: idSchema.nullable().default(null),
  placeId: idSchema.nullable().default(null),
  begin: momentSchema,
  /** Null while it is going on. */
  end: momentSchema.nullable().default(null),
  /** What told of it: a meter, a unit, a car, a bill, a person. */
  source: nameSchema,
  /** The source's own name for it: told twice, it is kept once. */
  key: z
    .string({ error: "needed: what the source calls this session, 1 to 120 characters" })
    .min(1, { error: "accepted: 1 to 120 characters" })
    .max(120, { error: "accepted: 1 to 120 characters" }),
  /** What it was to be, as it was planned; null where nothing was. */
  plan: z.preprocess(PLAN_DOCUMENT.bring, planSchema).nullable().default(null),
  /** What the meter counted, once it is over. */
  wallWh: quantity(0, 1_000_000, "Wh").nullable().default(null),
  fromSoc: fraction().nullable().default(null),
  toSoc: fraction().nullable().default(null),
  /** What was ticked off beside the post, and when. */
  ticks: z
    .array(z.strictObject({ step: z.string().min(1).max(60), at: momentSchema }))
    .max(200, { error: "accepted: up to 200 ticks" })
    .optional(),
});

/** A session that takes place or took place, as it is recorded. */
export const recordSchema = fields.refine(
  ({ begin, end }) => end === null || Date.parse(end) >= Date.parse(begin),
  {
    path: ["end"],
    error: "cannot be before the session begins",
  },
);
/** A recorded session: when, where, with which car, told by what, and what the meter counted (Wh). */
export type SessionRecord = z.infer<typeof recordSchema>;

const least = Date.UTC(2000, 0);
const most = Date.UTC(2100, 0);

/**
 * One reading during a session, in the order in which it is sent and filed: the moment (ms since 1970), watts drawn from
 * the wall, amps, volts, state of charge; null for what is not measured.
 */
export const sampleSchema = z.tuple([
  z
    .int({ error: "needed: whole milliseconds since 1970" })
    .min(least, { error: "accepted: moments of the years 2000 to 2099, in milliseconds since 1970" })
    .max(most, { error: "accepted: moments of the years 2000 to 2099, in milliseconds since 1970" }),
  quantity(-1_000_000, 1_000_000, "W").nullable(),
  quantity(0, 1_000, "A").nullable(),
  quantity(0, 1_500, "V").nullable(),
  fraction().nullable(),
]);
/** One reading: moment (ms since 1970), watts, amps, volts, state of charge (0 to 1). */
export type Sample = z.infer<typeof sampleSchema>;

/** What is measured in a sample, in its order after the moment. */
export const MEASURED = ["watts", "amps", "volts", "soc"] as const;
/** A quantity that is measured in a reading. */
export type Measured = (typeof MEASURED)[number];

/** A recorded session in a household file, with its readings. */
export interface FiledSession {
  readonly spec: SessionRecord;
  readonly samples: readonly Sample[];
}
