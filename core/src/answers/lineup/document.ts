import { z } from "zod";
import { localTimeProblem, LOCAL_MINUTE } from "../../engine/clock";
import { isZone } from "../../trade/units";
import { documentHead, documentKind, SPEC_VERSION, upgradePart, upgradeParts } from "../../things/documents";
import { carSchema, householdSchema, nameSchema, wayPartsOf } from "../../things/parts";
import { PLAN_FORMAT, PLAN_VERSION, sessionSchema, type Plan } from "../../engine/plan";
import { fittedTo } from "./fitted";
import { lineupAsked, MOST_CARS, MOST_WAYS } from "./asked";
import { waySchema, type Way } from "./way";
import type { Car } from "../../things/parts";

/** The `format` of a line-up document. */
export const LINEUP_FORMAT = "kettleback-lineup";
/** Largest line-up file read, in bytes: the most ways there may be, at the length of a usual one. */
export const LINEUP_MAX_BYTES = 24 * 1024 * 1024;

/** A whole line-up, self-contained: one session asked of every way, for one car or several. */
export const lineupSchema = z
  .strictObject({
    ...documentHead(LINEUP_FORMAT),
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
    if (!LOCAL_MINUTE.test(session.pluggedInAt) || !isZone(household.timeZone)) return;
    const problem = localTimeProblem(session.pluggedInAt, household.timeZone);
    if (problem) ctx.addIssue({ code: "custom", path: ["session", "pluggedInAt"], message: problem });
  });
/** A line-up document of this version. */
export type Lineup = z.infer<typeof lineupSchema>;

// Counted before each is judged.
const countsSchema = z.object({
  ways: z
    .array(z.unknown(), { error: "needed: a list of ways" })
    .max(MOST_WAYS, { error: `accepted: up to ${MOST_WAYS} ways` }),
  cars: z
    .array(z.unknown(), { error: "needed: a list of cars" })
    .max(MOST_CARS, { error: `accepted: 1 to ${MOST_CARS} cars` }),
});

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** The line-up document: one session asked of many ways, for one car or several. */
export const LINEUP_DOCUMENT = documentKind({
  format: LINEUP_FORMAT,
  title: "Kettleback line-up",
  maxBytes: LINEUP_MAX_BYTES,
  schema: lineupSchema,
  head: countsSchema,
  upgrade: (document, version) => ({
    ...upgradeParts(document, version),
    cars: (document.cars as unknown[]).map((car) => upgradePart("car", car, version)),
    ways: (document.ways as unknown[]).map((way) => {
      const upgraded = upgradePart("way", way, version);
      return isObject(upgraded) ? upgradeParts(upgraded, SPEC_VERSION) : upgraded;
    }),
  }),
});
/**
 * Judges, reads and writes line-up documents.
 * @example parseLineup(printLineup(lineup)).ok // true
 */
export const { judge: judgeLineup, parse: parseLineup, print: printLineup } = LINEUP_DOCUMENT;

/** A line-up, as far as one of its plans asks. */
export type Asking = Pick<Lineup, "household" | "session">;

/**
 * The plan of one car on one way: the path the line-up's row stands for.
 * @example planOn(lineup, plan.car, wayOf(plan)).evse.name // "Harbour post"
 */
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

/**
 * The way a plan takes.
 * @example wayOf(plan).evse.name // "Harbour post"
 */
export const wayOf = (plan: Plan): Way => ({
  name: plan.name,
  ...wayPartsOf(plan),
  settings: plan.settings,
  followsCar: false,
  buy: [],
});
