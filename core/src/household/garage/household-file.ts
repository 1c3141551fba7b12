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
  filedSchema,
  filedSessionSchema,
  KEY_OF_ITS_OWN,
  withSpec,
  wrongKeys,
  type Filed,
  type FiledKeys,
} from "./filed";
import { kindRow, KIND_NAMES, KINDS, withReferences, type Garage, type Kind } from "./kinds";
import type { FiledSession, SessionRecord } from "../../answers/record";

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

const singular = (kind: Kind): string => KINDS[kind].table.replaceAll("_", "-");

/** The keys by which a household's things go into a file: by kind and place there. */
function keyOf(garage: Garage) {
  const keys = new Map<string, string>();
  for (const kind of KIND_NAMES)
    garage[kind].forEach((row, i) => keys.set(`${kind} ${row.id}`, `${singular(kind)}-${i + 1}`));
  const known = (kind: Kind, id: string): string | null => keys.get(`${kind} ${id}`) ?? null;
  // What is gone stays gone: its old name is kept, and nothing answers to it.
  return { known, of: (kind: Kind, id: string): string => known(kind, id) ?? id };
}

/**
 * What a recorded session names, by the keys of its household's file; what is gone is left out.
 * @example sessionFiler(garage)(recorded).key // "reading-7"
 */
export function sessionFiler(garage: Garage): (spec: SessionRecord) => SessionRecord {
  const { known } = keyOf(garage);
  return (spec) => ({
    ...spec,
    carId: spec.carId && known("cars", spec.carId),
    placeId: spec.placeId && known("places", spec.placeId),
  });
}

/** A kept thing as it is filed. */
const filedThing = (
  kind: Kind,
  { id, parentId, spec }: Garage[Kind][number],
  key: ReturnType<typeof keyOf>,
): Filed => ({
  key: key.of(kind, id),
  // What it belonged to is gone: it belongs to nothing.
  parent: parentId === null ? null : key.known(kindRow(kind).parent!, parentId),
  // Fields in the order of their schema, whatever wrote them.
  spec: withReferences(kind, KINDS[kind].schema.parse(spec), key.of),
});

/**
 * A household as it is filed: ids become keys by kind and place, so that the same household gives the same bytes.
 * @example filedOf(garage, []).things.cars.length // 3
 */
export function filedOf(garage: Garage, sessions: readonly FiledSession[]): HouseholdFile {
  const key = keyOf(garage);
  const things = Object.fromEntries(
    KIND_NAMES.map((kind) => [kind, garage[kind].map((row) => filedThing(kind, row, key))]),
  ) as unknown as HouseholdFile["things"];
  const filed = sessionFiler(garage);
  const recorded = sessions.map(({ spec, samples }) => ({ spec: filed(spec), samples }));
  return { household: garage.household.spec, things, sessions: recorded };
}

const indented = (value: unknown, by: string): string =>
  JSON.stringify(value, null, 1).replaceAll("\n", `\n${by}`);

/**
 * The text of a household's file up to its sessions, a thing at a time: what {@link filedOf} would print, for a household
 * of any size. The list of sessions and the closing brace are left to whoever reads them.
 * @example [...thingsText(garage)].at(-1) // ',\n "sessions": '
 */
export function* thingsText(garage: Garage): Generator<string> {
  const key = keyOf(garage);
  yield `{\n "format": ${JSON.stringify(HOUSEHOLD_FORMAT)},\n "version": ${SPEC_VERSION},\n "household": ${indented(garage.household.spec, " ")}`;
  for (const kind of KIND_NAMES) {
    yield `,\n ${JSON.stringify(kind)}: [`;
    let first = true;
    for (const row of garage[kind]) {
      yield `${first ? "" : ","}\n  ${indented(filedThing(kind, row, key), "  ")}`;
      first = false;
    }
    yield first ? "]" : "\n ]";
  }
  yield ',\n "sessions": ';
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
      KIND_NAMES.map((kind) => [kind, z.array(filedSchema(kind), { error: "needed: a list" }).default([])]),
    ) as unknown as Record<Kind, z.ZodDefault<z.ZodArray<ReturnType<typeof filedSchema>>>>),
    sessions: sessionsSchema,
  })
  .superRefine((document, ctx) => {
    // What belongs to what is a question once everything is what it should be.
    if (ctx.issues.length > 0) return;
    for (const { field, message } of wrongKeys(document as FiledKeys))
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
