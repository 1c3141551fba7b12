import { IANAZone } from "luxon";
import { z } from "zod";
import { localTimeProblem, LOCAL_MINUTE } from "../clock";
import {
  fieldAsGiven,
  problemsOf,
  SPEC_VERSION,
  upgradeParts,
  type FieldProblem,
} from "../../things/documents";
import { fraction, householdSchema, LEAST_SPAN, nameSchema, PATH_PARTS, quantity } from "../../things/parts";

/** Version of the plan document this program writes; it reads every one up to it. */
export const PLAN_VERSION = SPEC_VERSION;
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
export type PlannedSession = z.infer<typeof sessionSchema>;

export const settingsSchema = z.strictObject({
  /** Step set on the unit for this session. */
  evseAmps: quantity(1, 80, "A").nullable(),
  /** Limit set in the car for this session. */
  carAmps: quantity(1, 80, "A").nullable(),
  /** Another car charges beside this one, at a station that shares its power. */
  otherBusy: z.boolean(),
});

/** A whole setting, self-contained: everything needed to compute it again anywhere. */
export const planSchema = z
  .strictObject({
    format: z.literal(PLAN_FORMAT, { error: `accepted: "${PLAN_FORMAT}"` }),
    version: z.literal(PLAN_VERSION, { error: `accepted: 1 to ${PLAN_VERSION}` }),
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
    if (!LOCAL_MINUTE.test(session.pluggedInAt) || !IANAZone.isValidZone(household.timeZone)) return;
    const problem = localTimeProblem(session.pluggedInAt, household.timeZone);
    if (problem) ctx.addIssue({ code: "custom", path: ["session", "pluggedInAt"], message: problem });
  });
export type Plan = z.infer<typeof planSchema>;

export type Parsed<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: FieldProblem[] };

/** Largest plan file read, in bytes; a full plan is about 3 kB, one with a year of quarter-hourly prices some 400. */
export const PLAN_MAX_BYTES = 1024 * 1024;

const headSchema = z.object({
  format: planSchema.shape.format,
  version: z
    .int({ error: `accepted: 1 to ${PLAN_VERSION}` })
    .min(1, { error: `accepted: 1 to ${PLAN_VERSION}` })
    .max(PLAN_VERSION, { error: `accepted: 1 to ${PLAN_VERSION}` }),
});

/** Judges a plan that has been read, of this version or an older one, which is brought up to it first. */
export function judgePlan(raw: unknown): Parsed<Plan> {
  // A document of another kind or version is only that: listing all its other differences would help nobody.
  const head = headSchema.safeParse(raw);
  if (!head.success) return { ok: false, problems: problemsOf(head.error, headSchema) };
  const document = upgradeParts(raw as Record<string, unknown>, head.data.version);
  // Before version 4 a plan did not say at which place it stands.
  const parsed = planSchema.safeParse({ place: null, ...document, version: PLAN_VERSION });
  return parsed.success
    ? { ok: true, value: parsed.data }
    : {
        ok: false,
        problems: problemsOf(parsed.error, planSchema).map((p) => ({
          ...p,
          field: fieldAsGiven(p.field, raw),
        })),
      };
}

/**
 * Reads a plan from text. Never throws: says which field is wrong and what is accepted.
 * @example parsePlan("{}") // { ok: false, problems: [{ field: "format", … }] }
 */
export function parsePlan(text: string): Parsed<Plan> {
  const fail = (message: string): Parsed<Plan> => ({
    ok: false,
    problems: [{ field: "(document)", message }],
  });
  if (text.length > PLAN_MAX_BYTES)
    return fail(`too large: ${text.length} characters; accepted: up to ${PLAN_MAX_BYTES}`);
  try {
    return judgePlan(JSON.parse(text));
  } catch (error) {
    return fail(`not JSON: ${(error as Error).message}`);
  }
}

/** Writes a plan as text; reading it back and writing it again gives the same bytes. */
export const printPlan = (plan: Plan): string => `${JSON.stringify(planSchema.parse(plan), null, 2)}\n`;

/** The plan document's JSON Schema (draft 2020-12), made from the schema that reads it. */
export const planJsonSchema = (): object => ({
  $id: "kettleback-plan.schema.json",
  title: "Kettleback plan",
  ...z.toJSONSchema(planSchema, { io: "input" }),
});
