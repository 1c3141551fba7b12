import { z } from "zod";
import {
  fieldAsGiven,
  problemsOf,
  SPEC_VERSION,
  upgradeNames,
  upgradePart,
  type FieldProblem,
} from "../../things/documents";
import { householdSchema, WAY_PARTS, type Household, type WayPart } from "../../things/parts";
import type { Parsed } from "../../engine/plan";
import { idSchema } from "./id";
import { KIND_NAMES, KINDS, PARENTS_FIRST, type Garage, type Kind } from "./kinds";
import { PART_KINDS } from "./part-ids";
import { SERIES, SERIES_NAMES, type Entry, type SeriesName } from "./series";

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
  readonly series: Readonly<Record<SeriesName, readonly Entry[]>>;
}

type Json = Record<string, unknown>;

/**
 * A description with every reference it makes sent through a function: a saved path's parts, a line-up's cars and the
 * parts of its ways that are named rather than described.
 */
export function withReferences(kind: Kind, spec: object, map: (kind: Kind, id: string) => string): object {
  const of = (target: Kind, value: unknown): unknown =>
    typeof value === "string" ? map(target, value) : value;
  if (kind === "lineups") {
    const { cars, ways } = spec as { cars: unknown[]; ways: Json[] } & Json;
    return {
      ...spec,
      cars: cars.map((car) => of("cars", car)),
      ways: ways.map((way) => ({
        ...way,
        ...Object.fromEntries(
          (Object.keys(WAY_PARTS) as WayPart[]).map((part) => [part, of(PART_KINDS[part], way[part])]),
        ),
      })),
    };
  }
  const { names } = KINDS[kind] as { names: Readonly<Record<string, Kind>> };
  return {
    ...spec,
    ...Object.fromEntries(
      Object.entries(names).map(([field, target]) => [field, of(target, (spec as Json)[field])]),
    ),
  };
}

const singular = (kind: Kind): string => KINDS[kind].table.replaceAll("_", "-");

/** A household as it is filed: ids become keys by kind and place, so that the same household gives the same bytes. */
export function filedOf(garage: Garage, series: HouseholdFile["series"]): HouseholdFile {
  const keys = new Map<string, string>();
  for (const kind of KIND_NAMES)
    garage[kind].forEach((row, i) => keys.set(`${kind} ${row.id}`, `${singular(kind)}-${i + 1}`));
  // What is gone stays gone: its old name is kept, and nothing answers to it.
  const key = (kind: Kind, id: string): string => keys.get(`${kind} ${id}`) ?? id;
  const things = Object.fromEntries(
    KIND_NAMES.map((kind) => [
      kind,
      garage[kind].map(({ id, parentId, spec }): Filed => ({
        key: key(kind, id),
        // What it belonged to is gone: it belongs to nothing.
        parent: parentId === null ? null : (keys.get(`${KINDS[kind].parent!} ${parentId}`) ?? null),
        // Fields in the order of their schema, whatever wrote them.
        spec: withReferences(kind, KINDS[kind].schema.parse(spec), key),
      })),
    ]),
  ) as unknown as HouseholdFile["things"];
  return { household: garage.household.spec, things, series };
}

/** Writes a household as one open file. */
export const printHousehold = ({ household, things, series }: HouseholdFile): string =>
  `${JSON.stringify({ format: HOUSEHOLD_FORMAT, version: SPEC_VERSION, household, ...things, series }, null, 1)}\n`;

const rows = z.array(
  z.strictObject({ key: idSchema, parent: idSchema.nullable().default(null), spec: z.unknown() }),
  { error: "needed: a list" },
);
const version = { error: `accepted: 1 to ${SPEC_VERSION}` };
const headSchema = z.strictObject({
  format: z.literal(HOUSEHOLD_FORMAT, { error: `accepted: "${HOUSEHOLD_FORMAT}"` }),
  version: z.int(version).min(1, version).max(SPEC_VERSION, version),
  household: z.unknown(),
  ...(Object.fromEntries(KIND_NAMES.map((kind) => [kind, rows.default([])])) as unknown as Record<
    Kind,
    z.ZodDefault<typeof rows>
  >),
  series: z
    .strictObject(
      Object.fromEntries(
        SERIES_NAMES.map((name) => [
          name,
          z.array(z.strictObject({ at: z.string(), spec: SERIES[name].schema })).default([]),
        ]),
      ),
    )
    .prefault({}),
});

/** Things that belong to what is not in the file. A path or a line-up may name what is gone: it says so when it is opened. */
function lost(things: HouseholdFile["things"]): FieldProblem[] {
  const there = new Set(KIND_NAMES.flatMap((kind) => things[kind].map(({ key }) => `${kind} ${key}`)));
  return KIND_NAMES.flatMap((kind) =>
    things[kind].flatMap(({ parent }, i): FieldProblem[] => {
      const missing: FieldProblem[] = [];
      const belongs = KINDS[kind].parent;
      if (parent !== null && (belongs === null || !there.has(`${belongs} ${parent}`)))
        missing.push({
          field: `${kind}.${i}.parent`,
          message:
            belongs === null
              ? `a ${KINDS[kind].one} belongs to nothing: leave it null`
              : `accepted: the key of a ${KINDS[belongs].one} in this file`,
        });
      return missing;
    }),
  );
}

const asGiven = (problems: readonly FieldProblem[], given: unknown): Parsed<never> => ({
  ok: false,
  problems: problems.map((problem) => ({ ...problem, field: fieldAsGiven(problem.field, given) })),
});

/** Judges a household file that has been read, of this version or an older one. */
export function judgeHousehold(given: unknown): Parsed<HouseholdFile> {
  const raw = upgradeNames(given);
  const head = headSchema.safeParse(raw);
  if (!head.success) return asGiven(problemsOf(head.error, headSchema), given);
  const { version: from, household, series } = head.data;
  const problems: FieldProblem[] = [];
  const house = householdSchema.safeParse(household);
  if (!house.success)
    problems.push(
      ...problemsOf(house.error, householdSchema).map((p) => ({ ...p, field: `household.${p.field}` })),
    );
  const all = KIND_NAMES.reduce((sum, kind) => sum + head.data[kind].length, 0);
  if (all > MOST_THINGS)
    return {
      ok: false,
      problems: [{ field: "(document)", message: `accepted: up to ${MOST_THINGS} things; ${all} are in it` }],
    };
  const things = Object.fromEntries(KIND_NAMES.map((kind) => [kind, [] as Filed[]])) as Record<Kind, Filed[]>;
  for (const kind of PARENTS_FIRST) {
    const { schema, part } = KINDS[kind];
    const seen = new Set<string>();
    head.data[kind].forEach(({ key, parent, spec }, i) => {
      if (seen.has(key)) problems.push({ field: `${kind}.${i}.key`, message: `"${key}" comes twice` });
      seen.add(key);
      const parsed = schema.safeParse(upgradePart(part, spec, from));
      if (parsed.success) things[kind].push({ key, parent, spec: parsed.data });
      else
        problems.push(
          ...problemsOf(parsed.error, schema).map((p) => ({ ...p, field: `${kind}.${i}.spec.${p.field}` })),
        );
    });
  }
  if (problems.length === 0) problems.push(...lost(things));
  return problems.length > 0
    ? asGiven(problems, given)
    : {
        ok: true,
        value: { household: house.data!, things, series: series as unknown as HouseholdFile["series"] },
      };
}

/** Reads a household file from text. Never throws: says which field is wrong and what is accepted. */
export function parseHousehold(text: string): Parsed<HouseholdFile> {
  const fail = (message: string): Parsed<HouseholdFile> => ({
    ok: false,
    problems: [{ field: "(document)", message }],
  });
  if (text.length > HOUSEHOLD_MAX_BYTES)
    return fail(`too large: ${text.length} characters; accepted: up to ${HOUSEHOLD_MAX_BYTES}`);
  try {
    return judgeHousehold(JSON.parse(text));
  } catch (error) {
    return fail(`not JSON: ${(error as Error).message}`);
  }
}

/** The household file's JSON Schema: its frame, each kind's description by that kind's own schema. */
export const householdJsonSchema = (): object => ({
  $id: "kettleback-household.schema.json",
  title: "Kettleback household",
  ...z.toJSONSchema(
    z.strictObject({
      format: headSchema.shape.format,
      version: z.literal(SPEC_VERSION),
      household: householdSchema,
      ...Object.fromEntries(
        KIND_NAMES.map((kind) => [
          kind,
          z.array(
            z.strictObject({
              key: idSchema,
              parent: idSchema.nullable(),
              spec: KINDS[kind].schema as z.ZodType,
            }),
          ),
        ]),
      ),
      series: headSchema.shape.series,
    }),
    { io: "input" },
  ),
});
