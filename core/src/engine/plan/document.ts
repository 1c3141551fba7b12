import { z } from "zod";
import { localTimeProblem, LOCAL_MINUTE } from "../clock";
import { isZone } from "../../trade/units";
import { documentHead, documentKind, SPEC_VERSION, upgradeParts } from "../../things/documents";
import { fraction, householdSchema, LEAST_SPAN, nameSchema, PATH_PARTS, quantity } from "../../things/parts";

/** Version of the plan document this program writes; it reads every one up to it. */
export const PLAN_VERSION = SPEC_VERSION;
/** The `format` of a plan document. */
export const PLAN_FORMAT = "kettleback-plan";

const CLOCK = /^([01]\d|2[0-3]):[0-5]\d$/;

const sessionFields = z.strictObject({
  fromSoc: fraction(),
  toSoc: fraction(),
  /** Local time in the household's zone; where an hour comes twice, its offset says which: 2026-10-25T01:30+00:00. */
  pluggedInAt: z.string().regex(LOCAL_MINUTE, { error: "accepted: a local time such as 2026-11-23T18:10" }),
  /** Clock time of departure, its next occurrence after plugging in; null when nobody is waiting. */
  neededBy: z.string().regex(CLOCK, { error: "accepted: a time such as 07:30, or none" }).nullable(),
  /** Battery temperature at the start, where it matters; null for a pack warm enough not to. */
  batteryC: quantity(-30, 60, "°C").nullable(),
  /** Heating while charging, on top of the car's own draw; it warms a pack whose temperature is given. */
  heatingW: quantity(0, 10_000, "W"),
});

/** What a person asks of one session. */
export const sessionSchema = sessionFields
  .refine((s) => s.toSoc > s.fromSoc, {
    path: ["toSoc"],
    error: "the target must be above the starting charge",
  })
  .refine((s) => s.toSoc <= s.fromSoc || s.toSoc - s.fromSoc >= LEAST_SPAN * (1 - 1e-9), {
    path: ["toSoc"],
    error: "the target must be above the starting charge by 0.1 % at least",
  });
/** What a person asks of one session: charge at its start and end (0 to 1), when, how warm, what is heated. */
export type PlannedSession = z.infer<typeof sessionSchema>;

/** What is set for one session: amps on the unit and in the car, and who else draws on the station. */
export const settingsSchema = z.strictObject({
  /** Step set on the unit for this session. */
  evseAmps: quantity(1, 80, "A").nullable(),
  /** Limit set in the car for this session. */
  carAmps: quantity(1, 80, "A").nullable(),
  /** Another car charges beside this one, at a station that shares its power. */
  otherBusy: z.boolean(),
});

/** Nothing set on the unit or in the car, and nobody else at the station. */
export const NO_SETTINGS: z.infer<typeof settingsSchema> = {
  evseAmps: null,
  carAmps: null,
  otherBusy: false,
};

/** A whole setting, self-contained: everything needed to compute it again anywhere. */
export const planSchema = z
  .strictObject({
    ...documentHead(PLAN_FORMAT),
    name: nameSchema,
    household: householdSchema,
    ...PATH_PARTS,
    session: sessionSchema,
    settings: settingsSchema,
  })
  .superRefine(({ session, household, tariff }, ctx) => {
    if (tariff.currency !== undefined && tariff.currency !== household.currency)
      ctx.addIssue({
        code: "custom",
        path: ["tariff", "currency"],
        message: `this household counts in ${household.currency}, the tariff in ${tariff.currency}: currencies are never mixed`,
      });
    // What is no local time at all, or no zone, has been named already.
    if (!LOCAL_MINUTE.test(session.pluggedInAt) || !isZone(household.timeZone)) return;
    const problem = localTimeProblem(session.pluggedInAt, household.timeZone);
    if (problem) ctx.addIssue({ code: "custom", path: ["session", "pluggedInAt"], message: problem });
  });
/** A plan document of this version. */
export type Plan = z.infer<typeof planSchema>;

/** Largest plan file read, in bytes; a full plan is about 3 kB, one with a year of quarter-hourly prices some 400. */
export const PLAN_MAX_BYTES = 1024 * 1024;

/** The plan document: one charging setting, everything needed to compute it again anywhere. */
export const PLAN_DOCUMENT = documentKind({
  format: PLAN_FORMAT,
  title: "Kettleback plan",
  maxBytes: PLAN_MAX_BYTES,
  schema: planSchema,
  // Before version 4 a plan did not say at which place it stands.
  upgrade: (document, version) => ({ place: null, ...upgradeParts(document, version) }),
});
/**
 * Judges, reads and writes plan documents.
 * @example parsePlan(printPlan(plan)).ok // true
 */
export const { judge: judgePlan, parse: parsePlan, print: printPlan } = PLAN_DOCUMENT;
