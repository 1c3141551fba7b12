import { z } from "zod";
import { choice, dateSchema, fraction, quantity } from "../../things/parts";
import { away, awayProblem } from "./away";

/** Days of a pattern. */
export const DAYS_A_WEEK = 7;
/** Most drives in one day. */
export const MOST_DRIVES = 12;
/** Furthest anybody drives in a day (km). */
export const MOST_KM_A_DAY = 2_000;

const clockTime = () =>
  z
    .string({ error: "accepted: a time such as 07:30" })
    .regex(/^([01]\d|2[0-3]):[0-5]\d$/, { error: "accepted: a time such as 07:30" });

/** Where a car may stand while it is away from home. */
export const AWAY_PLACES = ["nowhere", "work", "post"] as const;
/** Where it stands plugged in while it is away: at work, at a public post, or at nothing. */
export type AwayPlace = (typeof AWAY_PLACES)[number];

/** A drive: out and back, and where the car stands meanwhile. */
export const driveSchema = z.strictObject({
  leave: clockTime(),
  back: clockTime(),
  /** Nights it stays away; left out, `back` is the next time the clock shows it. */
  nights: z.int({ error: "accepted: 0 to 6 nights" }).min(0).max(6).optional(),
  /** There and back together. */
  km: quantity(0, MOST_KM_A_DAY, "km"),
  stands: choice(AWAY_PLACES).default("nowhere"),
});
/** A drive: out and back. */
export type Drive = z.infer<typeof driveSchema>;

/** A day: its drives, in order, and where the car stands when it is at home. */
export const daySchema = z
  .strictObject({
    drives: z
      .array(driveSchema)
      .max(MOST_DRIVES, { error: `accepted: up to ${MOST_DRIVES} drives` })
      .default([]),
    /** At home it stands where it can be plugged in, or where it cannot. */
    home: choice(["home", "nowhere"]).default("home"),
  })
  .superRefine(({ drives }, ctx) => {
    const km = drives.reduce((sum, drive) => sum + drive.km, 0);
    if (km > MOST_KM_A_DAY)
      ctx.addIssue({
        code: "custom",
        path: ["drives"],
        message: `accepted: up to ${MOST_KM_A_DAY} km a day; these are ${Math.round(km)} km`,
      });
  });
/** A day of a pattern. */
export type Day = z.infer<typeof daySchema>;

/** What a time of the year does to a car. */
export const seasonSchema = z.strictObject({
  /** How many times its usual consumption it takes to drive. */
  consumption: quantity(0.5, 3, "times the usual").default(1),
  /** Taken from the battery to warm or cool the car before each drive from home. */
  preheatWh: quantity(0, 10_000, "Wh").default(0),
  /** The pack as charging begins; null for one warm enough not to matter. */
  packC: quantity(-30, 60, "°C").nullable().default(null),
  /** What the car's own solar cells bring a day. */
  sunKm: quantity(0, 200, "km").default(0),
});
/** What a time of the year does to a car: consumption, preheating, a colder pack, sun. */
export type Season = z.infer<typeof seasonSchema>;

/** When one plugs in: whenever at home, only below a level, or on chosen days. */
export const PLUG_INS = ["home", "below", "days"] as const;
/** A school of plugging in. */
export type PlugIn = (typeof PLUG_INS)[number];

/** When it charges once it is plugged in: at once, in the cheapest hours that do, or in the cheapest hours alone. */
export const CHARGES = ["at-once", "cheapest", "cheap-hours"] as const;
/** When a car that is plugged in charges. */
export type Charges = (typeof CHARGES)[number];

const weekdays = () =>
  z
    .array(
      z
        .int({ error: "accepted: 0 to 6, a day of the pattern" })
        .min(0)
        .max(DAYS_A_WEEK - 1),
    )
    .max(DAYS_A_WEEK, { error: "accepted: up to seven days" });
const sevenDays = () =>
  z
    .array(daySchema, { error: "needed: seven days" })
    .length(DAYS_A_WEEK, { error: "needed: seven days, the first of them that of the start" })
    .superRefine((days, ctx) => {
      const problem = awayProblem(away(days as Day[]));
      if (problem) ctx.addIssue({ code: "custom", path: problem.path, message: problem.message });
    });

/** A second car on the same unit: its own week, and who goes first where both stand there. */
export const secondSchema = z.strictObject({
  /** Its place among the cars of the document. */
  car: z.int().min(0).max(49),
  days: sevenDays(),
  first: z.boolean().default(false),
});
/** A second car on the same unit. */
export type Second = z.infer<typeof secondSchema>;

/** A pattern before its fields are held against each other: what a screen has while it is being drawn. */
export const roughPatternSchema = z.strictObject({
  /** The first of the seven days. */
  start: dateSchema,
  startSoc: fraction().default(0.8),
  reserveSoc: fraction().default(0.1),
  limitSoc: quantity(0.2, 1, "(a share: 0.8 is 80 %)").default(0.8),
  /** Days for which the limit is lifted, so that the car leaves full. */
  liftedOn: weekdays().default([]),
  plugIn: choice(PLUG_INS).default("home"),
  /** Below which it is plugged in, of the school that goes by a level. */
  belowSoc: fraction().default(0.5),
  /** On which it is plugged in, of the school that goes by days. */
  plugInDays: weekdays().default([0, 1, 2, 3, 4, 5, 6]),
  charges: choice(CHARGES).default("at-once"),
  season: seasonSchema.prefault({}),
  days: z
    .array(daySchema, { error: "needed: seven days" })
    .length(DAYS_A_WEEK, { error: "needed: seven days, the first of them that of the start" }),
  second: secondSchema.nullable().default(null),
});

/** Seven days: what is driven, where the car stands, how it is plugged in. */
export const patternSchema = roughPatternSchema.superRefine(
  ({ limitSoc, reserveSoc, startSoc, days }, ctx) => {
    const problem = awayProblem(away(days));
    if (problem) ctx.addIssue({ code: "custom", path: ["days", ...problem.path], message: problem.message });
    const percent = (soc: number) => `${Math.round(soc * 100)} %`;
    if (reserveSoc >= limitSoc)
      ctx.addIssue({
        code: "custom",
        path: ["reserveSoc"],
        message: `the reserve must be below the limit of ${percent(limitSoc)}`,
      });
    if (startSoc < reserveSoc)
      ctx.addIssue({
        code: "custom",
        path: ["startSoc"],
        message: `the charge at the start must not be below the reserve of ${percent(reserveSoc)}`,
      });
  },
);
/** Seven days: what is driven, where the car stands, how it is plugged in. */
export type Pattern = z.infer<typeof patternSchema>;
