import { z } from "zod";
import {
  documentHead,
  documentKind,
  SPEC_VERSION,
  upgradeNames,
  upgradePart,
  type DocumentKind,
} from "../../things/documents";
import { householdSchema, type Household } from "../../things/parts";
import { sessionsOfSeries } from "./before-4";
import { idSchema } from "../../things/documents";
import { kindRow, KIND_NAMES, KINDS, withReferences, type Garage, type Kind } from "./kinds";
import { recordSchema, sampleSchema, type FiledSession, type SessionRecord } from "../../answers/record";

/** The `format` of a household file. */
export const HOUSEHOLD_FORMAT = "kettleback-household";
/** Largest household file read, in bytes. */
export const HOUSEHOLD_MAX_BYTES = 32 * 1024 * 1024;
const MOST_THINGS = 20_000;

/** A kept thing in a file: a key of its own there, what it belongs to, and its description. */
export interface Filed {
  readonly key: string;
  readonly parent: string | null;
  readonly spec: object;
}

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

/**
 * A household as it is filed: ids become keys by kind and place, so that the same household gives the same bytes.
 * @example filedOf(garage, []).things.cars.length // 3
 */
export function filedOf(garage: Garage, sessions: readonly FiledSession[]): HouseholdFile {
  const key = keyOf(garage);
  const things = Object.fromEntries(
    KIND_NAMES.map((kind) => [
      kind,
      garage[kind].map(({ id, parentId, spec }): Filed => ({
        key: key.of(kind, id),
        // What it belonged to is gone: it belongs to nothing.
        parent: parentId === null ? null : key.known(kindRow(kind).parent!, parentId),
        // Fields in the order of their schema, whatever wrote them.
        spec: withReferences(kind, KINDS[kind].schema.parse(spec), key.of),
      })),
    ]),
  ) as unknown as HouseholdFile["things"];
  const filed = sessionFiler(garage);
  const recorded = sessions.map(({ spec, samples }) => ({ spec: filed(spec), samples }));
  return { household: garage.household.spec, things, sessions: recorded };
}

const rowOf = (kind: Kind) =>
  z.strictObject({
    key: idSchema,
    parent: idSchema.nullable().default(null),
    spec: KINDS[kind].schema as z.ZodType<object>,
  });

const sessionsSchema = z
  .array(
    z.strictObject({
      spec: recordSchema,
      samples: z
        .array(sampleSchema)
        .refine((samples) => samples.every(([at], i) => i === 0 || at > samples[i - 1]![0]), {
          error: "the moments of readings must rise",
        })
        .default([]),
    }),
    { error: "needed: a list" },
  )
  .refine((sessions) => new Set(sessions.map(({ spec }) => spec.key)).size === sessions.length, {
    error: "each session needs a key of its own",
  })
  .default([]);

type Things = Readonly<Record<Kind, readonly Filed[]>>;

const documentSchema = z
  .strictObject({
    ...documentHead(HOUSEHOLD_FORMAT),
    household: householdSchema,
    ...(Object.fromEntries(
      KIND_NAMES.map((kind) => [kind, z.array(rowOf(kind), { error: "needed: a list" }).default([])]),
    ) as unknown as Record<Kind, z.ZodDefault<z.ZodArray<ReturnType<typeof rowOf>>>>),
    sessions: sessionsSchema,
  })
  .superRefine((document, ctx) => {
    const things: Things = document;
    for (const { field, message } of [...doubled(things), ...lost(things)])
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

interface Found {
  readonly field: (string | number)[];
  readonly message: string;
}

/** Keys that come twice. */
const doubled = (things: Things): Found[] =>
  KIND_NAMES.flatMap((kind) => {
    const seen = new Set<string>();
    return things[kind].flatMap(({ key }, i): Found[] => {
      const twice = seen.has(key);
      seen.add(key);
      return twice ? [{ field: [kind, i, "key"], message: `"${key}" comes twice` }] : [];
    });
  });

/** Things that belong to what is not in the file. A path or a line-up may name what is gone: it says so when it is opened. */
function lost(things: Things): Found[] {
  const there = new Set(KIND_NAMES.flatMap((kind) => things[kind].map(({ key }) => `${kind} ${key}`)));
  return KIND_NAMES.flatMap((kind) => {
    const { parent: belongs, one } = kindRow(kind);
    return things[kind].flatMap(({ parent }, i): Found[] =>
      parent === null || (belongs !== null && there.has(`${belongs} ${parent}`))
        ? []
        : [
            {
              field: [kind, i, "parent"],
              message:
                belongs === null
                  ? `a ${one} belongs to nothing: leave it null`
                  : `accepted: the key of a ${kindRow(belongs).one} in this file`,
            },
          ],
    );
  });
}

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

/** A filed thing with its description brought up to this version; what is no thing is left for the schema to refuse. */
const withSpec = (row: unknown, part: string, version: number): unknown =>
  typeof row === "object" && row !== null && "spec" in row
    ? { ...row, spec: upgradePart(part, row.spec, version) }
    : row;

/**
 * Judges, reads and writes household files.
 * @example parseHousehold(printHousehold(filedOf(garage, []))).ok // true
 */
export const {
  judge: judgeHousehold,
  parse: parseHousehold,
  print: printHousehold,
  jsonSchema: householdJsonSchema,
} = HOUSEHOLD_DOCUMENT;
