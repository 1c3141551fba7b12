import {
  acceptedRange,
  fromWhPerKm,
  toWhPerKm,
  type Accepts,
  type EconomyUnit,
  type FieldProblem,
} from "@kettleback/core";
import type { Field, Group, Values } from "./field";
import { calendarText, readNumber, typedNumber } from "../../format/manner";

type Json = Record<string, unknown>;

const read = (spec: unknown, path: string): unknown =>
  path.split(".").reduce<unknown>((at, key) => (at as Json | undefined)?.[key], spec);

function write(spec: Json, path: string, value: unknown): void {
  const keys = path.split(".");
  const last = keys.pop()!;
  let at = spec;
  for (const key of keys) {
    // Taking a value out of something that is not there must not bring it into being.
    if (at[key] === undefined && value === undefined) return;
    at = (at[key] ??= {}) as Json;
  }
  at[last] = value;
}

/** Rounds off what scaling by a factor leaves behind in the last digits. */
const tidy = (n: number): number => Number(n.toPrecision(12));

const asTyped = (n: unknown, scale = 1): string =>
  typeof n === "number" ? typedNumber(tidy(n / scale)) : "";
const asNumber = (typed: unknown, scale = 1): number | undefined =>
  typeof typed === "string" && typed.trim() !== "" ? tidy(readNumber(typed) * scale) : undefined;

/** The fields that apply to the values being edited. */
export const shownFields = (groups: readonly Group[], values: Values): Field[] =>
  groups.flatMap((g) => g.fields).filter((f) => f.when?.(values) ?? true);

/** A description as text to edit. */
export function valuesOf(spec: object, groups: readonly Group[], economy: EconomyUnit): Values {
  const values: Record<string, unknown> = {};
  for (const field of groups.flatMap((g) => g.fields)) {
    const held = read(spec, field.path);
    switch (field.type) {
      case "number":
        values[field.path] = asTyped(held, field.scale);
        break;
      case "economy":
        values[field.path] =
          typeof held === "number" ? typedNumber(Number(fromWhPerKm(held, economy).toPrecision(4))) : "";
        break;
      case "tick":
        values[field.path] = typeof held === "object" ? held !== null : held === true;
        break;
      case "numbers":
        values[field.path] = ((held as number[] | undefined) ?? []).join(", ");
        break;
      case "pairs": {
        const rows = (held as Json[] | undefined) ?? [];
        values[field.path] = Object.fromEntries(
          rows.map((row) => [
            String(row[field.key.name]),
            asTyped(row[field.amount.name], field.amount.scale),
          ]),
        );
        break;
      }
      case "curve":
        values[field.path] = ((held as { soc: number; watts: number }[] | undefined) ?? []).map(
          ({ soc, watts }) => ({
            percent: typedNumber(tidy(soc * 100)),
            kW: typedNumber(tidy(watts / 1000)),
          }),
        );
        break;
      case "papers":
      case "look":
        values[field.path] = {};
        break;
      case "choice":
        values[field.path] = held === undefined ? (field.choices[0]?.value ?? "") : String(held);
        break;
      default:
        values[field.path] = held ?? (field.type === "ticks" || field.type === "marks" ? [] : "");
    }
  }
  return values;
}

/** Edited text as a description, unchecked; the core's schema judges it. What the form does not know is kept. */
export function specOf(values: Values, groups: readonly Group[], economy: EconomyUnit, base: object): Json {
  const spec = structuredClone(base) as Json;
  const shown = new Set(shownFields(groups, values));
  for (const field of groups.flatMap((g) => g.fields)) {
    const typed = values[field.path];
    if (field.type === "papers" || field.type === "look") continue;
    if (!shown.has(field)) write(spec, field.path, field.otherwise);
    else if (field.type === "marks") {
      // A car of which nothing is assumed has no marks at all.
      const marks = typed as readonly string[];
      write(spec, field.path, marks.length > 0 ? marks : undefined);
    } else if (field.type === "curve") {
      const points = (typed as { percent: string; kW: string }[]).map(({ percent, kW }) => ({
        soc: asNumber(percent, 0.01),
        watts: asNumber(kW, 1000),
      }));
      write(spec, field.path, points.length > 0 ? points : undefined);
    } else if (field.type === "number") write(spec, field.path, asNumber(typed, field.scale));
    else if (field.type === "economy") {
      const n = asNumber(typed);
      write(spec, field.path, n === undefined ? undefined : toWhPerKm(n, economy));
    } else if (field.type === "choice") write(spec, field.path, field.numeric ? Number(typed) : typed);
    else if (field.type === "numbers")
      write(
        spec,
        field.path,
        String(typed)
          .split(/[,;\s]+/)
          .filter(Boolean)
          .map(Number),
      );
    else if (field.type === "pairs") {
      const rows = Object.entries(typed as Record<string, string>)
        .filter(([, amount]) => amount.trim() !== "")
        .map(([key, amount]) => ({
          [field.key.name]: field.key.numeric ? Number(key) : key,
          [field.amount.name]: asNumber(amount, field.amount.scale),
        }));
      write(spec, field.path, rows);
    } else if (field.type === "tick") {
      // A tick whose path holds an object (a known run) opens the fields below it.
      const opens = groups.some((g) => g.fields.some((f) => f.path.startsWith(`${field.path}.`)));
      const off = opens || (field.optional && read(base, field.path) === undefined) ? undefined : false;
      write(spec, field.path, typed ? (opens ? {} : true) : off);
    } else if (
      (field.type === "lines" || (field.type === "text" && field.optional)) &&
      String(typed).trim() === ""
    )
      write(spec, field.path, undefined);
    else if (field.type === "ticks" && field.optional && (typed as readonly string[]).length === 0)
      write(spec, field.path, undefined);
    else write(spec, field.path, typed);
  }
  return JSON.parse(JSON.stringify(spec)) as Json;
}

/** A range in the unit a person types, in words. */
const spanIn = ({ min, max }: Accepts, turn: (n: number) => number, unit: string): string => {
  const ends = [turn(min), turn(max)];
  return acceptedRange(Math.min(...ends), Math.max(...ends), unit);
};

/**
 * A problem of the description as a message at the field it was typed in: the range is turned into the unit the
 * person types.
 */
export function atField(problem: FieldProblem, groups: readonly Group[], economy: EconomyUnit): FieldProblem {
  const fields = groups.flatMap((g) => g.fields);
  const field =
    fields.find((f) => f.path === problem.field) ??
    fields.find((f) => problem.field.startsWith(`${f.path}.`)) ??
    fields.find((f) => f.path.startsWith(`${problem.field}.`));
  if (!field) return problem;
  const at = (message: string): FieldProblem => ({ field: field.path, message });
  const { accepts } = problem;
  if (!accepts) return at(problem.message);
  if (field.type === "number" && field.scale) {
    const { scale, unit } = field;
    return at(spanIn(accepts, (n) => tidy(n / scale), unit));
  }
  if (field.type === "economy")
    return at(spanIn(accepts, (n) => Number(fromWhPerKm(n, economy).toPrecision(3)), economy));
  if (field.type === "curve")
    return at(
      problem.field.endsWith("soc")
        ? spanIn(accepts, (n) => n * 100, "%")
        : spanIn(accepts, (n) => n / 1000, "kW"),
    );
  return at(problem.message);
}

/** Most values a shut group tells of itself. */
const MOST_TOLD = 4;

/** What a shut group of fields holds, in a line: "Pack voltage 360 V, Pack resistance 80 mΩ". */
export function heldIn(fields: readonly Field[], values: Values): string {
  const told = fields.flatMap((field) => {
    const value = values[field.path];
    if (field.type === "number" && value !== "")
      return [`${field.label} ${String(value)} ${field.unit}`.trim()];
    if (field.type === "choice") return [field.choices.find((c) => c.value === value)?.label ?? ""];
    if (field.type === "ticks")
      return field.choices.filter((c) => (value as readonly string[]).includes(c.value)).map((c) => c.label);
    if (field.type === "date") return value ? [`${field.label} ${calendarText(String(value))}`] : [];
    return field.type === "tick" && value === true ? [field.label] : [];
  });
  return told.length > MOST_TOLD ? `${told.slice(0, MOST_TOLD).join(", ")} …` : told.join(", ");
}
