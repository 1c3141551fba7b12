import { z } from "zod";

/** A bound as people read it: no trailing zeros, thousands apart. */
const figure = (n: number): string => n.toLocaleString("en-GB", { maximumFractionDigits: 6 });

/** What a field accepts, as data: a range in a unit, one of some words, or a form of text. */
export interface Accepts {
  readonly code: "range";
  readonly min: number;
  readonly max: number;
  readonly unit: string;
}

/**
 * The sentence that says what a field accepts.
 * @example acceptedRange(6, 80, "A") // "accepted: 6 to 80 A"
 */
export const acceptedRange = (min: number, max: number, unit: string): string =>
  `accepted: ${figure(min)} to ${figure(max)}${unit ? ` ${unit}` : ""}`;

/**
 * A finite number between two bounds (both allowed), in a stated unit; its errors say what is accepted.
 * @example quantity(6, 80, "A").safeParse(5).success // false
 */
export const quantity = (min: number, max: number, unit: string) => {
  // In words when they are wanted: of the hundreds there are few ever are.
  const error = () => acceptedRange(min, max, unit);
  return z.number({ error }).min(min, { error }).max(max, { error }).meta({ unit });
};

/**
 * State of charge or share, 0–1.
 * @example fraction().safeParse(0.8).success // true
 */
export const fraction = () => quantity(0, 1, "(a share: 0.35 is 35 %)");

/** A name people give a thing: 1–80 characters, not only spaces. */
export const nameSchema = z
  .string({ error: "a name is needed: 1 to 80 characters" })
  // A name is one line: a break would end the line it stands on, in a calendar file or a table.
  .overwrite((text) => text.replaceAll(/[\p{Cc}\u2028\u2029]+/gu, " "))
  .trim()
  .min(1, { error: "a name is needed: 1 to 80 characters" })
  .max(80, { error: "accepted: 1 to 80 characters" });

/** A day of the calendar that exists: 2026-11-23. */
export const dateSchema = z
  .string({ error: "accepted: a date such as 2026-11-23" })
  .regex(/^\d{4}-\d{2}-\d{2}$/, { error: "accepted: a date such as 2026-11-23" })
  .refine((text) => !Number.isNaN(Date.parse(text)) && new Date(text).toISOString().startsWith(text), {
    error: "accepted: a day that exists, such as 2026-11-23",
  });

/** Lines of one's own words, up to 600 characters. */
export const linesSchema = z
  .string()
  .overwrite((text) => text.replaceAll(/\r\n?/g, "\n").replaceAll(/[^\P{Cc}\n]+/gu, " "))
  .trim()
  .min(1, { error: "accepted: 1 to 600 characters, or none" })
  .max(600, { error: "accepted: 1 to 600 characters, or none" });

/** A line of one's own words, up to 200 characters. */
export const noteSchema = z
  .string()
  .overwrite((text) => text.replaceAll(/[\p{Cc}\u2028\u2029]+/gu, " "))
  .trim()
  .min(1, { error: "accepted: 1 to 200 characters, or none" })
  .max(200, { error: "accepted: 1 to 200 characters, or none" });

/**
 * One of a table's keys; the error lists them.
 * @example choice(["a", "b"]).safeParse("c").success // false
 */
export const choice = <const T extends readonly [string, ...string[]]>(values: T) =>
  z.enum(values, { error: `accepted: ${values.join(", ")}` });
