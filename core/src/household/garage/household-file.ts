import { z } from "zod";
import {
  documentHead,
  documentKind,
  SPEC_VERSION,
  upgradeNames,
  type DocumentKind,
} from "../../things/documents";
import { householdSchema, type Household } from "../../things/parts";
import { sessionsOfSeries } from "./before-4";
import {
  drained,
  filedSessionSchema,
  KEY_OF_ITS_OWN,
  KeyCheck,
  SCHEMAS,
  withSpec,
  type Filed,
} from "./filed";
import { fileKeys } from "./file-keys";
import { KIND_NAMES, KINDS, type Garage, type Kind } from "./kinds";
import type { FiledSession } from "../../answers/record";

/** The `format` of a household file. */
export const HOUSEHOLD_FORMAT = "kettleback-household";
/** Largest household file read, in bytes. */
export const HOUSEHOLD_MAX_BYTES = 32 * 1024 * 1024;
const MOST_THINGS = 20_000;

export type { Filed } from "./filed";

/** All that a household keeps, as it is filed. */
export interface HouseholdFile {
  readonly household: Household;
  readonly things: Readonly<Record<Kind, readonly Filed[]>>;
  /** What was recorded, oldest first. */
  readonly sessions: readonly FiledSession[];
}

/**
 * A household as it is filed: ids become keys by kind and place, so that the same household gives the same bytes.
 * @example filedOf(garage, []).things.cars.length // 3
 */
export function filedOf(garage: Garage, sessions: readonly FiledSession[]): HouseholdFile {
  const keys = fileKeys();
  for (const kind of KIND_NAMES) for (const { id } of garage[kind]) keys.give(kind, id);
  const things = Object.fromEntries(
    KIND_NAMES.map((kind) => [kind, garage[kind].map((row) => keys.thing(kind, row))]),
  ) as unknown as HouseholdFile["things"];
  const recorded = sessions.map(({ spec, samples }) => ({ spec: keys.session(spec), samples }));
  return { household: garage.household.spec, things, sessions: recorded };
}

const sessionsSchema = z
  .array(filedSessionSchema, { error: "needed: a list" })
  .refine((sessions) => new Set(sessions.map(({ spec }) => spec.key)).size === sessions.length, {
    error: KEY_OF_ITS_OWN,
  })
  .default([]);

const documentSchema = z
  .strictObject({
    ...documentHead(HOUSEHOLD_FORMAT),
    household: householdSchema,
    ...(Object.fromEntries(
      KIND_NAMES.map((kind) => [kind, z.array(SCHEMAS[kind], { error: "needed: a list" }).default([])]),
    ) as unknown as Record<Kind, z.ZodDefault<z.ZodArray<(typeof SCHEMAS)[Kind]>>>),
    sessions: sessionsSchema,
  })
  .superRefine((document, ctx) => {
    // What belongs to what is a question once everything is what it should be.
    if (ctx.issues.length > 0) return;
    const check = new KeyCheck();
    for (const kind of KIND_NAMES)
      (document as Record<Kind, readonly Filed[]>)[kind].forEach((thing, at) => check.add(kind, at, thing));
    for (const { field, message } of drained(check.wrong()))
      ctx.addIssue({ code: "custom", path: field, message });
  });

/** How many things there are, before each is judged. */
const countSchema = z.looseObject({}).superRefine((document, ctx) => {
  const lists: Readonly<Record<string, unknown>> = document;
  const all = KIND_NAMES.reduce((sum, kind) => {
    const list = lists[kind];
    return sum + (Array.isArray(list) ? list.length : 0);
  }, 0);
  if (all > MOST_THINGS)
    ctx.addIssue({ code: "custom", message: `accepted: up to ${MOST_THINGS} things; ${all} are in it` });
});

/** The household file: all that a household keeps and has recorded. */
export const HOUSEHOLD_DOCUMENT: DocumentKind<HouseholdFile> = documentKind({
  format: HOUSEHOLD_FORMAT,
  title: "Kettleback household",
  maxBytes: HOUSEHOLD_MAX_BYTES,
  indent: 1,
  head: countSchema,
  upgrade: (given, version) => {
    const { series, ...document } = upgradeNames(given) as Readonly<Record<string, unknown>>;
    return {
      ...document,
      ...(version < 4 ? { sessions: sessionsOfSeries(series) } : series === undefined ? {} : { series }),
      ...Object.fromEntries(
        KIND_NAMES.flatMap((kind) => {
          const list = document[kind];
          return Array.isArray(list)
            ? [[kind, list.map((row: unknown) => withSpec(row, KINDS[kind].part, version))]]
            : [];
        }),
      ),
    };
  },
  schema: documentSchema.transform(({ household, sessions, format: _, version: __, ...things }) => ({
    household,
    things,
    sessions,
  })),
  documentOf: ({ household, things, sessions }) => ({
    format: HOUSEHOLD_FORMAT,
    version: SPEC_VERSION,
    household,
    ...things,
    sessions,
  }),
});

/**
 * Judges, reads and writes household files.
 * @example parseHousehold(printHousehold(filedOf(garage, []))).ok // true
 */
export const { judge: judgeHousehold, parse: parseHousehold, print: printHousehold } = HOUSEHOLD_DOCUMENT;
