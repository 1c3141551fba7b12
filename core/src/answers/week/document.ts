import { z } from "zod";
import { documentHead, documentKind, SPEC_VERSION, upgradePart, upgradeParts } from "../../things/documents";
import { carSchema, householdSchema, nameSchema } from "../../things/parts";
import { MOST_CARS, waySchema } from "../lineup";
import { luckSchema } from "./luck";
import { patternSchema } from "./pattern";

/** The `format` of a week document. */
export const WEEK_FORMAT = "kettleback-week";
/** Most ways asked at once. */
export const MOST_WEEK_WAYS = 500;
/** Largest week file read, in bytes. */
export const WEEK_MAX_BYTES = 8 * 1024 * 1024;

/** What a car is plugged into away from home, and what it stops at on the way; null for nothing that is known. */
export const elsewhereSchema = z.strictObject({
  work: waySchema.nullable().default(null),
  post: waySchema.nullable().default(null),
  stop: waySchema.nullable().default(null),
});

const weekFields = z.strictObject({
  ...documentHead(WEEK_FORMAT),
  name: nameSchema,
  household: householdSchema,
  cars: z
    .array(carSchema)
    .min(1, { error: "at least one car" })
    .max(MOST_CARS, { error: `accepted: 1 to ${MOST_CARS} cars` }),
  ways: z
    .array(waySchema)
    .min(1, { error: "at least one way" })
    .max(MOST_WEEK_WAYS, { error: `accepted: 1 to ${MOST_WEEK_WAYS} ways` }),
  elsewhere: elsewhereSchema.prefault({}),
  pattern: patternSchema,
  luck: luckSchema.prefault({}),
});

/** A week, self-contained: what is driven, and every car on every way asked whether it is enough. */
export const weekSchema = weekFields.superRefine(({ household, ways, elsewhere, cars, pattern }, ctx) => {
  const away = [elsewhere.work, elsewhere.post, elsewhere.stop].flatMap((way) => way ?? []);
  [...ways, ...away].forEach(({ name, tariff: { currency } }) => {
    if (currency !== undefined && currency !== household.currency)
      ctx.addIssue({
        code: "custom",
        path: ["ways"],
        message: `this household counts in ${household.currency}, the tariff of ${name} in ${currency}: currencies are never mixed`,
      });
  });
  const { second } = pattern;
  if (second && second.car >= cars.length)
    ctx.addIssue({
      code: "custom",
      path: ["pattern", "second", "car"],
      message: `accepted: 0 to ${cars.length - 1}, the place of a car in the list`,
    });
  pattern.days.forEach(({ drives }, day) =>
    drives.forEach(({ stands }, at) => {
      if (stands !== "nowhere" && !elsewhere[stands])
        ctx.addIssue({
          code: "custom",
          path: ["pattern", "days", day, "drives", at, "stands"],
          message: `what it is plugged into there is not said: needed as elsewhere.${stands}`,
        });
    }),
  );
});
/** A week document of this version. */
export type WeekDocument = z.infer<typeof weekSchema>;
/** A week as it is asked: the document without its head. */
export type WeekAsked = Omit<WeekDocument, "format" | "version" | "name">;

const isJson = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** A way of a document of an older version. */
function wayUp(way: unknown, version: number): unknown {
  const upgraded = upgradePart("way", way, version);
  return isJson(upgraded) ? upgradeParts(upgraded, SPEC_VERSION) : upgraded;
}

/** The week document: seven days, and the cars and ways that are to carry them. */
export const WEEK_DOCUMENT = documentKind({
  format: WEEK_FORMAT,
  title: "Kettleback week",
  maxBytes: WEEK_MAX_BYTES,
  schema: weekSchema,
  upgrade: (document, version) => ({
    ...document,
    cars: Array.isArray(document.cars)
      ? document.cars.map((car) => upgradePart("car", car, version))
      : document.cars,
    ways: Array.isArray(document.ways) ? document.ways.map((way) => wayUp(way, version)) : document.ways,
    ...(isJson(document.elsewhere)
      ? {
          elsewhere: Object.fromEntries(
            Object.entries(document.elsewhere).map(([at, way]) => [at, wayUp(way, version)]),
          ),
        }
      : {}),
  }),
});
/**
 * Judges, reads and writes week documents.
 * @example parseWeek("{}").ok // false
 */
export const { judge: judgeWeek, parse: parseWeek, print: printWeek } = WEEK_DOCUMENT;
