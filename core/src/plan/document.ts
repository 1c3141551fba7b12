import { z } from "zod";
import {
  adapterSchema,
  cableSchema,
  carSchema,
  fraction,
  householdSchema,
  leadSchema,
  nameSchema,
  outletSchema,
  quantity,
  tariffSchema,
  unitSchema,
} from "../parts";

/** Version of the plan document this program writes, and the only one it reads. */
export const PLAN_VERSION = 1;
export const PLAN_FORMAT = "kettleback-plan";

const LOCAL_MINUTE = /^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])T([01]\d|2[0-3]):[0-5]\d$/;
const CLOCK = /^([01]\d|2[0-3]):[0-5]\d$/;

const sessionFields = z.object({
  fromSoc: fraction(),
  toSoc: fraction(),
  /** Local time in the household's zone. */
  pluggedInAt: z.string().regex(LOCAL_MINUTE, { error: "accepted: a local time such as 2026-11-23T18:10" }),
  /** Clock time of departure, its next occurrence after plugging in; null when nobody is waiting. */
  neededBy: z.string().regex(CLOCK, { error: "accepted: a time such as 07:30, or none" }).nullable(),
  /** Battery temperature at the start, where it matters; null for a pack warm enough not to. */
  batteryC: quantity(-30, 60, "°C").nullable().default(null),
  /** Cabin or battery heating while charging, on top of the car's own draw. */
  heatingW: quantity(0, 10_000, "W").default(0),
});

/** What a person asks of one session. */
export const sessionSchema = sessionFields.refine((s) => s.toSoc > s.fromSoc, {
  path: ["toSoc"],
  error: "the target must be above the starting charge",
});
export type PlannedSession = z.infer<typeof sessionSchema>;

export const settingsSchema = z.object({
  /** Step set on the unit for this session. */
  unitAmps: quantity(1, 80, "A").nullable(),
  /** Limit set in the car for this session. */
  carAmps: quantity(1, 80, "A").nullable(),
  /** Another car charges beside this one, at a station that shares its power. */
  otherBusy: z.boolean().default(false),
});

/** A whole setting, self-contained: everything needed to compute it again anywhere. */
export const planSchema = z.object({
  format: z.literal(PLAN_FORMAT, { error: `accepted: "${PLAN_FORMAT}"` }),
  version: z.literal(PLAN_VERSION, { error: `accepted: ${PLAN_VERSION}` }),
  name: nameSchema,
  household: householdSchema,
  car: carSchema,
  outlet: outletSchema,
  lead: leadSchema.nullable(),
  unit: unitSchema,
  cable: cableSchema.nullable(),
  adapter: adapterSchema.nullable(),
  tariff: tariffSchema,
  session: sessionSchema,
  settings: settingsSchema,
});
export type Plan = z.infer<typeof planSchema>;

/** One thing wrong with a document: where, and what would be accepted. */
export interface FieldProblem {
  readonly field: string;
  readonly message: string;
}

/** The problems of a failed parse, each with its dotted field name. */
export const problemsOf = (error: z.ZodError): FieldProblem[] =>
  error.issues.map((issue) => ({
    field: issue.path.join(".") || "(document)",
    message:
      issue.code === "invalid_type" && issue.message.startsWith("Invalid input")
        ? `needed: ${issue.expected === "object" ? "an object" : `a ${issue.expected}`}`
        : issue.code === "unrecognized_keys"
          ? `not known here: ${issue.keys.join(", ")}`
          : issue.message,
  }));

export type Parsed<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: FieldProblem[] };

/** Largest plan file read, in bytes; a full plan is about 3 kB. */
export const PLAN_MAX_BYTES = 256 * 1024;

/** Reads a plan from text. Never throws: says which field is wrong and what is accepted. */
export function parsePlan(text: string): Parsed<Plan> {
  const fail = (message: string): Parsed<Plan> => ({
    ok: false,
    problems: [{ field: "(document)", message }],
  });
  if (text.length > PLAN_MAX_BYTES)
    return fail(`too large: ${text.length} characters; accepted: up to ${PLAN_MAX_BYTES}`);
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (error) {
    return fail(`not JSON: ${(error as Error).message}`);
  }
  // A document of another kind or version is only that: listing all its other differences would help nobody.
  const head = planSchema.pick({ format: true, version: true }).safeParse(raw);
  if (!head.success) return { ok: false, problems: problemsOf(head.error) };
  const parsed = planSchema.safeParse(raw);
  return parsed.success
    ? { ok: true, value: parsed.data }
    : { ok: false, problems: problemsOf(parsed.error) };
}

/** Writes a plan as text; reading it back and writing it again gives the same bytes. */
export const printPlan = (plan: Plan): string => `${JSON.stringify(planSchema.parse(plan), null, 2)}\n`;

/** The plan document's JSON Schema (draft 2020-12), made from the schema that reads it. */
export const planJsonSchema = (): object => ({
  $id: "kettleback-plan.schema.json",
  title: "Kettleback plan",
  ...z.toJSONSchema(planSchema, { io: "input" }),
});
