import {
  fileKeys,
  householdHead,
  KIND_NAMES,
  KINDS,
  listEnd,
  listHead,
  thingText,
  type FileKeys,
  type Garage,
  type Household,
  type Kind,
} from "@kettleback/core";
import { EARLIEST, paged, specOf, tableOf, type Paged, type Reading } from "../database";
import { turns } from "../take/turn";
import { householdOf, type HouseholdLying } from "./keep";
import { notFound } from "./problem";
import { isUnread, readRow, type Described } from "./read-row";
import { recorded, type RecordedSession } from "./sessions";

/** Characters that are handed on at once. */
const AT_ONCE = 64 * 1024;
/** Readings read and put into text at once: some milliseconds. */
const SAMPLES_AT_ONCE = 500;

const HOUSEHOLD =
  "select id, version, spec, spec_version as specVersion from household where id = ? and deleted_at is null";

interface Lying extends Described {
  readonly spec: string;
  readonly createdAt: number;
}

/** The things of a kind in the order they were made: few at a time, as a tariff of a year has more than a megabyte. */
const inOrder = (kind: Kind, household: string): Paged<Lying> => ({
  sql:
    `select id, version, ${KINDS[kind].parent ? "parent_id" : "null"} as parentId, spec, spec_version as specVersion, created_at as createdAt ` +
    `from \`${tableOf(kind)}\` where household_id = ? and deleted_at is null and (created_at, id) > (?, ?) order by created_at, id limit ?`,
  values: [household],
  start: [EARLIEST, ""],
  placeOf: ({ createdAt, id }) => [createdAt, id],
  most: 50,
});

/** A household's own row. @throws Problem 404 where there is none, 500 where it cannot be read */
export async function filedHousehold(reading: Reading, id: string): Promise<Household> {
  const [row] = await reading.rows<HouseholdLying & { readonly spec: string }>(HOUSEHOLD, [id]);
  if (!row) throw notFound(`household ${id}`);
  return householdOf({ ...row, spec: specOf(row.spec) }).spec;
}

/** The things of a kind that can be read, one after the other. */
async function* things(
  reading: Reading,
  kind: Kind,
  household: string,
): AsyncGenerator<Garage[Kind][number]> {
  for await (const rows of paged(reading, inOrder(kind, household)))
    for (const { spec, ...row } of rows) {
      const read = readRow(kind, { ...row, spec: specOf(spec) });
      if (!isUnread(read)) yield read as Garage[Kind][number];
    }
}

/** The keys of all of a household's things that can be read. */
async function keysOf(reading: Reading, id: string, turn: () => Promise<void>): Promise<FileKeys> {
  const keys = fileKeys();
  for (const kind of KIND_NAMES)
    for await (const thing of things(reading, kind, id)) {
      keys.give(kind, thing.id);
      await turn();
    }
  return keys;
}

/** A list of a file, an item after the other. */
async function* list<T>(
  name: string,
  items: AsyncIterable<T>,
  textOf: (item: T, first: boolean) => Iterable<string> | AsyncIterable<string>,
): AsyncGenerator<string> {
  yield listHead(name);
  let first = true;
  for await (const item of items) {
    yield* textOf(item, first);
    first = false;
  }
  yield listEnd(first);
}

async function* sessionText(
  { spec, samples }: RecordedSession,
  keys: FileKeys,
  first: boolean,
): AsyncGenerator<string> {
  yield `${first ? "" : ","}\n  {"spec": ${JSON.stringify(keys.session(spec))}, "samples": [`;
  let before = "";
  for await (const some of samples(SAMPLES_AT_ONCE)) {
    yield before + some.map((sample) => `\n   ${JSON.stringify(sample)}`).join();
    before = ",";
  }
  yield "]}";
}

async function* pieces(reading: Reading, id: string, turn: () => Promise<void>): AsyncGenerator<string> {
  yield householdHead(await filedHousehold(reading, id));
  const keys = await keysOf(reading, id, turn);
  for (const kind of KIND_NAMES)
    yield* list(kind, things(reading, kind, id), (thing, first) => [
      thingText(keys.thing(kind, thing), first),
    ]);
  yield* list("sessions", recorded(reading, id), (session, first) => sessionText(session, keys, first));
  yield "\n}\n";
}

/**
 * All that a household keeps and has recorded, as the text of one open file, a piece at a time: however much it is, only a
 * piece of it is in memory, and others are let in between.
 */
export async function* householdText(reading: Reading, id: string): AsyncGenerator<string> {
  const turn = turns();
  let text = "";
  for await (const piece of pieces(reading, id, turn)) {
    text += piece;
    await turn();
    if (text.length < AT_ONCE) continue;
    yield text;
    text = "";
  }
  yield text;
}
