import { IANAZone } from "luxon";
import { z } from "zod";
import { localTimeProblem, LOCAL_MINUTE } from "../../engine/clock";
import { fieldAsGiven, problemsOf, SPEC_VERSION, upgradePart, upgradeParts } from "../../things/documents";
import { carSchema, householdSchema, nameSchema, wayPartsOf } from "../../things/parts";
import { PLAN_FORMAT, PLAN_VERSION, sessionSchema, type Parsed, type Plan } from "../../engine/plan";
import { fittedTo } from "./fitted";
import { lineupAsked, MOST_CARS, MOST_WAYS } from "./asked";
import { waySchema, type Way } from "./way";
import type { Car } from "../../things/parts";

export const LINEUP_FORMAT = "kettleback-lineup";
/** Largest line-up file read, in bytes: the most ways there may be, at the length of a usual one. */
export const LINEUP_MAX_BYTES = 24 * 1024 * 1024;

/** A whole line-up, self-contained: one session asked of every way, for one car or several. */
export const lineupSchema = z
  .strictObject({
    format: z.literal(LINEUP_FORMAT, { error: `accepted: "${LINEUP_FORMAT}"` }),
    version: z.literal(SPEC_VERSION, { error: `accepted: 1 to ${SPEC_VERSION}` }),
    name: nameSchema,
    household: householdSchema,
    session: sessionSchema,
    ...lineupAsked,
    cars: z
      .array(carSchema)
      .min(1, { error: "at least one car" })
      .max(MOST_CARS, { error: `accepted: 1 to ${MOST_CARS} cars` }),
    ways: z.array(waySchema).max(MOST_WAYS, { error: `accepted: up to ${MOST_WAYS} ways` }),
    /** Index of the way the others are compared with; null for none. */
    baseline: z.int().min(0).nullable().default(null),
  })
  .superRefine(({ session, household, baseline, ways }, ctx) => {
    ways.forEach(({ tariff: { currency } }, i) => {
      if (currency !== undefined && currency !== household.currency)
        ctx.addIssue({
          code: "custom",
          path: ["ways", i, "tariff", "currency"],
          message: `this household counts in ${household.currency}, the tariff in ${currency}: currencies are never mixed`,
        });
    });
    if (baseline !== null && baseline >= ways.length)
      ctx.addIssue({
        code: "custom",
        path: ["baseline"],
        message: `accepted: 0 to ${ways.length - 1}, the place of a way in the list, or null`,
      });
    if (!LOCAL_MINUTE.test(session.pluggedInAt) || !IANAZone.isValidZone(household.timeZone)) return;
    const problem = localTimeProblem(session.pluggedInAt, household.timeZone);
    if (problem) ctx.addIssue({ code: "custom", path: ["session", "pluggedInAt"], message: problem });
  });
export type Lineup = z.infer<typeof lineupSchema>;

const headSchema = z.object({
  format: lineupSchema.shape.format,
  version: z
    .int({ error: `accepted: 1 to ${SPEC_VERSION}` })
    .min(1, { error: `accepted: 1 to ${SPEC_VERSION}` })
    .max(SPEC_VERSION, { error: `accepted: 1 to ${SPEC_VERSION}` }),
  // Counted before each is judged: a list that is far too long is only that.
  ways: z
    .array(z.unknown(), { error: "needed: a list of ways" })
    .max(MOST_WAYS, { error: `accepted: up to ${MOST_WAYS} ways` }),
  cars: z
    .array(z.unknown(), { error: "needed: a list of cars" })
    .max(MOST_CARS, { error: `accepted: 1 to ${MOST_CARS} cars` }),
});

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** Judges a line-up that has been read, of this version or an older one. */
export function judgeLineup(raw: unknown): Parsed<Lineup> {
  const head = headSchema.safeParse(raw);
  if (!head.success) return { ok: false, problems: problemsOf(head.error, headSchema) };
  const { version, ways, cars } = head.data;
  const document = {
    ...upgradeParts(raw as Record<string, unknown>, version),
    version: SPEC_VERSION,
    cars: cars.map((car) => upgradePart("car", car, version)),
    ways: ways.map((way) => {
      const upgraded = upgradePart("way", way, version);
      return isObject(upgraded) ? upgradeParts(upgraded, SPEC_VERSION) : upgraded;
    }),
  };
  const parsed = lineupSchema.safeParse(document);
  return parsed.success
    ? { ok: true, value: parsed.data }
    : {
        ok: false,
        problems: problemsOf(parsed.error, lineupSchema).map((p) => ({
          ...p,
          field: fieldAsGiven(p.field, raw),
        })),
      };
}

/**
 * Reads a line-up from text. Never throws: says which field is wrong and what is accepted.
 * @example parseLineup("{}") // { ok: false, problems: [{ field: "format", … }] }
 */
export function parseLineup(text: string): Parsed<Lineup> {
  const fail = (message: string): Parsed<Lineup> => ({
    ok: false,
    problems: [{ field: "(document)", message }],
  });
  if (text.length > LINEUP_MAX_BYTES)
    return fail(`too large: ${text.length} characters; accepted: up to ${LINEUP_MAX_BYTES}`);
  try {
    return judgeLineup(JSON.parse(text));
  } catch (error) {
    return fail(`not JSON: ${(error as Error).message}`);
  }
}

/** Writes a line-up as text; reading it back and writing it again gives the same bytes. */
export const printLineup = (lineup: Lineup): string =>
  `${JSON.stringify(lineupSchema.parse(lineup), null, 2)}\n`;

/** The line-up document's JSON Schema (draft 2020-12), made from the schema that reads it. */
export const lineupJsonSchema = (): object => ({
  $id: "kettleback-lineup.schema.json",
  title: "Kettleback line-up",
  ...z.toJSONSchema(lineupSchema, { io: "input" }),
});

/** A line-up, as far as one of its plans asks. */
export type Asking = Pick<Lineup, "household" | "session">;

/** The plan of one car on one way: the path the line-up's row stands for. */
export function planOn({ household, session }: Asking, car: Car, way: Way): Plan {
  const fitted = fittedTo(way, car);
  const { name, settings } = fitted;
  return {
    format: PLAN_FORMAT,
    version: PLAN_VERSION,
    name,
    household,
    car,
    ...wayPartsOf(fitted),
    session,
    settings,
  };
}

/** The way a plan takes. */
export const wayOf = (plan: Plan): Way => ({
  name: plan.name,
  ...wayPartsOf(plan),
  settings: plan.settings,
  followsCar: false,
  buy: [],
});
