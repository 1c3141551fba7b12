import { z } from "zod";
import { idSchema } from "../../things/documents";
import { choice, fraction, nameSchema, quantity } from "../../things/parts";
import { PLAN_DOCUMENT, planSchema } from "../../engine/plan";

/** A moment in universal time, as ISO 8601 with milliseconds or without. */
export const momentSchema = z.iso.datetime({ error: "accepted: a moment such as 2026-11-23T18:10:00Z" });

/** Stretches in which a session may charge: moments, and amps a phase where a current was asked for; 0 A is a pause. */
export const scheduleSchema = z
  .array(
    z
      .strictObject({
        from: momentSchema,
        to: momentSchema,
        amps: quantity(0, 80, "A").nullable(),
      })
      .refine(({ from, to }) => Date.parse(to) > Date.parse(from), {
        path: ["to"],
        error: "accepted: a moment after its beginning",
      }),
  )
  .min(1, { error: "accepted: 1 to 200 stretches" })
  .max(200, { error: "accepted: 1 to 200 stretches" })
  .refine((rows) => rows.every(({ from }, i) => i === 0 || Date.parse(from) >= Date.parse(rows[i - 1]!.to)), {
    error: "accepted: stretches in their order, none over another",
  });
/** Stretches in which a session may charge, in order. */
export type SentSchedule = z.infer<typeof scheduleSchema>;

/** What can be done to a session from here. */
export const ACTS = ["start", "stop", "limit", "schedule", "take-back"] as const;
const actSchema = z.strictObject({
  at: momentSchema,
  act: choice(ACTS),
  /** Amps a phase, of a limit. */
  amps: quantity(0, 80, "A").optional(),
  /** Whether the charge point took it; its own word where it did not. */
  taken: z.boolean(),
  said: z.string().max(200).optional(),
});
/** Something that was done to a session from here, and whether the charge point took it. */
export type SessionAct = z.infer<typeof actSchema>;

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
  /** What it was to be: unit, cable, tariff and car as they were; null where nothing was planned. */
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
  /** Whether it was rapid charging; left out where its plan says it, or nobody knows. */
  current: choice(["AC", "DC"]).optional(),
  /** What was paid for it, in the household's currency, where a bill says so. */
  paid: quantity(0, 1_000_000, "in the household's currency").optional(),
  /** What the car had driven when it began. */
  odometerKm: quantity(0, 10_000_000, "km").optional(),
  /** How cold or hot it was outside. */
  outsideC: quantity(-60, 70, "°C").optional(),
  note: z.string().max(500, { error: "accepted: up to 500 characters" }).optional(),
  /** The hours it was sent to charge in, where it was not to charge at once. */
  schedule: scheduleSchema.optional(),
  /** What was done to it from here while it went on. */
  acts: z.array(actSchema).max(500, { error: "accepted: up to 500 acts" }).optional(),
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

/** What is measured in a sample, in its order after the moment, with its unit and what is accepted. */
export const MEASURES_OF = {
  /** Drawn from the wall. */
  watts: { unit: "W", least: -1_000_000, most: 1_000_000 },
  /** On the first line, or on each where they are not told apart. */
  amps: { unit: "A", least: 0, most: 1_000 },
  volts: { unit: "V", least: 0, most: 1_500 },
  /** 0 to 1. */
  soc: { unit: "(a share: 0.8 is 80 %)", least: 0, most: 1 },
  /** On the second and the third line. */
  amps2: { unit: "A", least: 0, most: 1_000 },
  amps3: { unit: "A", least: 0, most: 1_000 },
  packC: { unit: "°C", least: -60, most: 120 },
  plugC: { unit: "°C", least: -60, most: 200 },
  outsideC: { unit: "°C", least: -60, most: 70 },
  /** What the meter showed: it only counts upwards, until it begins anew. */
  counterWh: { unit: "Wh", least: 0, most: 1e12 },
} as const;
/** A quantity that is measured in a reading. */
export type Measured = keyof typeof MEASURES_OF;
/** What is measured in a sample, in its order after the moment. */
export const MEASURED = Object.keys(MEASURES_OF) as readonly Measured[];

/** Moments of readings that are accepted (ms since 1970): a clock that was never set tells another year. */
export const EARLIEST_MS = Date.UTC(2000, 0);
/** … up to, and without, this one. */
export const LATEST_MS = Date.UTC(2100, 0);

const moment = z
  .int({ error: "needed: whole milliseconds since 1970" })
  .min(EARLIEST_MS, { error: "accepted: moments of the years 2000 to 2099, in milliseconds since 1970" })
  .max(LATEST_MS, { error: "accepted: moments of the years 2000 to 2099, in milliseconds since 1970" });

const figure = (measured: Measured) => {
  const { least, most, unit } = MEASURES_OF[measured];
  return quantity(least, most, unit).nullable();
};

/**
 * One reading during a session, in the order in which it is sent and filed: the moment (ms since 1970), then each of
 * {@link MEASURED}; null for what is not measured. Behind the first four, what is left out at the end is not measured either.
 */
export const sampleSchema = z.tuple(
  [
    moment,
    figure("watts"),
    figure("amps"),
    figure("volts"),
    figure("soc"),
    figure("amps2").optional(),
    figure("amps3").optional(),
    figure("packC").optional(),
    figure("plugC").optional(),
    figure("outsideC").optional(),
    figure("counterWh").optional(),
  ],
  {
    error:
      "accepted: a moment and the figures measured at it, from four to ten, null for what was not measured",
  },
);
/** One reading: its moment (ms since 1970) and what was measured, in the order of {@link MEASURED}. */
export type Sample = z.infer<typeof sampleSchema>;

/** Figures every reading has, measured or not. */
const ALWAYS = 5;

/**
 * One figure of a reading.
 * @example measuredIn([0, 2300, 10, 230, 0.5], "volts") // 230
 */
export const measuredIn = (sample: Sample, measured: Measured): number | null =>
  sample[(MEASURED.indexOf(measured) + 1) as 1] ?? null;

/**
 * A reading of a list of figures, without what was not measured at its end.
 * @example trimmed([0, 2300, 10, 230, 0.5, null]).length // 5
 */
export function trimmed(figures: readonly (number | null | undefined)[]): Sample {
  const last = figures.findLastIndex((value) => value !== null && value !== undefined);
  return figures.slice(0, Math.max(ALWAYS, last + 1)).map((value) => value ?? null) as unknown as Sample;
}

/**
 * A reading from what was measured; the rest is not known.
 * @example sampleOf(0, { watts: 2300 })[1] // 2300
 */
export const sampleOf = (at: number, of: Partial<Readonly<Record<Measured, number | null>>>): Sample =>
  trimmed([at, ...MEASURED.map((measured) => of[measured])]);

/** A recorded session with its readings, as a file or a log has it. */
export interface FiledSession {
  readonly spec: SessionRecord;
  readonly samples: readonly Sample[];
}
