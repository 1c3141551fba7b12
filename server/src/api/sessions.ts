import type { EntityManager } from "@mikro-orm/core";
import type { EntityManager as SqlManager } from "@mikro-orm/libsql";
import type { z } from "zod";
import {
  HOUSE_METER_KEY,
  MEASURED,
  problemsOf,
  recordSchema,
  upgradePart,
  type Kept,
  type Measured,
  type Sample,
  type SessionRecord,
} from "@kettleback/core";
import {
  columnsOf,
  EARLIEST,
  ENTITY_OF,
  insertSamples,
  isNoJson,
  paged,
  readSamples,
  SAMPLE_COLUMNS,
  samplesIn,
  SessionEntity,
  specOf,
  type Paged,
  type Reading,
  type SessionRow,
} from "../database";
import { requireHousehold, requireVersion } from "./keep";
import { notFound, Problem, refused } from "./problem";
import type { sessionsAsked } from "./requests";

/** What a house's meter told lies among sessions, and is none. */
const OF_HOUSE = { $like: `${HOUSE_METER_KEY}%` };

/** Most sessions one request reads. */
export const MOST_SESSIONS = 1_000;
/** Most buckets a picture asks for. */
export const MOST_BUCKETS = 2_000;

/** A row that is read, or why this program cannot read it. */
export type ReadSession = Kept<SessionRecord> | { readonly id: string; readonly problems: readonly object[] };

const moment = (date: Date): string => new Date(date).toISOString();

const NO_JSON = { field: "spec", message: "what lies there is no JSON" } as const;

/** The description of a session, with what stands in columns put in its place. */
function described(
  row: Omit<SessionRow, "spec" | "household" | "createdAt" | "updatedAt"> & { spec: unknown },
): ReadSession {
  if (isNoJson(row.spec)) return { id: String(row.id), problems: [NO_JSON] };
  const upgraded = upgradePart("record", row.spec, row.specVersion) as object;
  const parsed = recordSchema.safeParse({
    ...upgraded,
    carId: row.car?.id ?? null,
    placeId: row.place?.id ?? null,
    begin: moment(row.beganAt),
    end: row.endedAt ? moment(row.endedAt) : null,
    key: row.key,
  });
  const id = String(row.id);
  return parsed.success
    ? { id, version: row.version, parentId: null, spec: parsed.data }
    : { id, problems: problemsOf(parsed.error, recordSchema) };
}

/** A session's row as it is read; null where this program cannot. */
export function readSession(row: SessionRow): Kept<SessionRecord> | null {
  const read = described(row);
  return isRead(read) ? read : null;
}

const isRead = (read: ReadSession): read is Kept<SessionRecord> => "spec" in read;

function mustRead(row: SessionRow): Kept<SessionRecord> {
  const read = described(row);
  if (!isRead(read))
    throw new Problem(500, "Unreadable", `Session ${read.id} cannot be read by this version of Kettleback.`);
  return read;
}

/** What a session names has to be of its household. */
async function checkNamed(
  tx: EntityManager,
  household: string,
  { carId, placeId }: SessionRecord,
): Promise<void> {
  for (const [field, kind, one, id] of [
    ["carId", "cars", "car", carId],
    ["placeId", "places", "place", placeId],
  ] as const)
    if (id !== null && !(await tx.count(ENTITY_OF[kind], { id, household, deletedAt: null })))
      throw refused([{ field: `spec.${field}`, message: `accepted: the id of a ${one} of this household` }]);
}

async function sessionRow(
  em: EntityManager,
  household: string,
  id: string,
  deleted = false,
): Promise<SessionRow> {
  const row = /^\d{1,15}$/.test(id)
    ? await em.findOne(SessionEntity, {
        id: Number(id),
        household: { id: household, deletedAt: null },
        deletedAt: deleted ? { $ne: null } : null,
      } as never)
    : null;
  if (!row) throw notFound(`session ${id.slice(0, 40)} in household ${household}`);
  return row;
}

/** A session that was begun: the row, and whether it had been told before. */
export interface Begun {
  readonly row: Kept<SessionRecord>;
  readonly known: boolean;
}

/** Records a session. Told again under the same key it is the one there is, as it is kept. */
export const begin = (em: EntityManager, household: string, spec: SessionRecord): Promise<Begun> =>
  em.transactional(async (tx) => {
    await requireHousehold(tx, household);
    const there = await tx.findOne(SessionEntity, { household, key: spec.key });
    if (there?.deletedAt)
      throw new Problem(
        409,
        "Deleted",
        `Session ${there.id} has this key and is deleted. Restore it, or tell this one under another key.`,
        { current: described(there) },
      );
    if (there) return { row: mustRead(there), known: true };
    await checkNamed(tx, household, spec);
    const row = tx.create(SessionEntity, { household, ...columnsOf(spec) } as never);
    await tx.persist(row).flush();
    return { row: mustRead(row), known: false };
  });

/** What many sessions told at once came to: the new ones as they are kept, and how many there were already. */
export interface Told {
  readonly added: readonly Kept<SessionRecord>[];
  readonly known: number;
}

/** Records sessions that are over, all of them or none. One told before under its key stays as it is, deleted or not. */
export const tellAll = (
  em: EntityManager,
  household: string,
  specs: readonly SessionRecord[],
): Promise<Told> =>
  em.transactional(async (tx) => {
    await requireHousehold(tx, household);
    for (const spec of firstOfEach(specs)) await checkNamed(tx, household, spec);
    const there = await tx.find(
      SessionEntity,
      { household, key: { $in: specs.map(({ key }) => key) } },
      { fields: ["key"] },
    );
    const known = new Set(there.map(({ key }) => key));
    const rows = specs.flatMap((spec) => {
      if (known.has(spec.key)) return [];
      known.add(spec.key);
      const row = tx.create(SessionEntity, { household, ...columnsOf(spec) } as never);
      tx.persist(row);
      return [row];
    });
    await tx.flush();
    return { added: rows.map(mustRead), known: specs.length - rows.length };
  });

/** One session of each car and place that are named. */
const firstOfEach = (specs: readonly SessionRecord[]): readonly SessionRecord[] => [
  ...new Map(specs.map((spec) => [`${spec.carId} ${spec.placeId}`, spec])).values(),
];

/** Marks many sessions deleted, all of them or none: what was told at once is taken back at once. */
export const takeBack = (
  em: EntityManager,
  household: string,
  rows: readonly { readonly id: string; readonly version: number }[],
): Promise<number> =>
  em.transactional(async (tx) => {
    for (const { id, version } of rows) {
      const row = await sessionRow(tx, household, id);
      requireVersion(row.version, version, "session", described(row));
      row.deletedAt = new Date();
    }
    await tx.flush();
    return rows.length;
  });

/** Replaces what is said of a session. */
export const amend = (
  em: EntityManager,
  household: string,
  id: string,
  version: number,
  spec: SessionRecord,
): Promise<Kept<SessionRecord>> =>
  em.transactional(async (tx) => {
    const row = await sessionRow(tx, household, id);
    requireVersion(row.version, version, "session", described(row));
    if (spec.key !== row.key)
      throw refused([{ field: "spec.key", message: `accepted: ${row.key}; a session keeps its key` }]);
    await checkNamed(tx, household, spec);
    tx.assign(row, columnsOf(spec) as never, { mergeObjectProperties: false });
    await tx.flush();
    return mustRead(row);
  });

/** Marks a session deleted, or brings it back; its readings stay where they are. */
export const setSessionDeleted = (
  em: EntityManager,
  household: string,
  id: string,
  version: number,
  deleted: boolean,
): Promise<ReadSession> =>
  em.transactional(async (tx) => {
    const row = await sessionRow(tx, household, id, !deleted);
    requireVersion(row.version, version, "session", described(row));
    row.deletedAt = deleted ? new Date() : null;
    await tx.flush();
    return described(row);
  });

/** Rows of a list, and from where the next ones are read; null at its end. */
export interface Page<T> {
  readonly rows: readonly T[];
  readonly next: string | null;
}

/** The sessions, or what a house's meter told, that began from one moment up to, and without, another; oldest first. */
export async function sessionsBetween(
  em: EntityManager,
  household: string,
  { from, to, after, of, limit }: z.infer<typeof sessionsAsked>,
): Promise<Page<ReadSession>> {
  await requireHousehold(em, household);
  const [ms, id] = (after ?? "").split("-").map(Number);
  const rows = await em.find(
    SessionEntity,
    {
      household,
      deletedAt: null,
      ...(of === "house" ? { key: OF_HOUSE } : { $not: { key: OF_HOUSE } }),
      beganAt: { $gte: new Date(from), $lt: new Date(to) },
      ...(after === undefined
        ? {}
        : { $or: [{ beganAt: { $gt: new Date(ms!) } }, { beganAt: new Date(ms!), id: { $gt: id! } }] }),
    },
    { orderBy: { beganAt: "asc", id: "asc" }, limit: limit + 1 },
  );
  const last = rows.length > limit ? rows[limit - 1] : undefined;
  return {
    rows: rows.slice(0, limit).map(described),
    next: last ? `${new Date(last.beganAt).getTime()}-${last.id}` : null,
  };
}

/**
 * Adds readings to a session, all of them in one transaction. A moment that has its reading already keeps it, so that a
 * batch may be sent again.
 * @returns how many were new
 */
export const append = (
  em: EntityManager,
  household: string,
  id: string,
  samples: readonly Sample[],
): Promise<number> =>
  em.transactional(async (tx) => {
    const row = await sessionRow(tx, household, id);
    const sql = tx as SqlManager;
    const before = await countSamples(sql, row.id);
    await insertSamples(sql, row.id, samples);
    return (await countSamples(sql, row.id)) - before;
  });

const countSamples = async (em: SqlManager, session: number): Promise<number> => {
  const [found] = await em.execute<{ n: number }[]>("select count(*) as n from sample where session_id = ?", [
    session,
  ]);
  return found!.n;
};

/** A session's readings, moment by moment, from one up to, and without, another. */
export async function samplesBetween(
  em: EntityManager,
  household: string,
  id: string,
  { from, to, limit }: { from: number; to: number; limit: number },
): Promise<Page<Sample>> {
  const row = await sessionRow(em, household, id);
  const rows = await readSamples(em as SqlManager, row.id, from, to, limit + 1);
  return { rows: rows.slice(0, limit), next: rows.length > limit ? String(rows[limit]![0]) : null };
}

/** What lies in a bucket of time: how many readings, and of each quantity the least, the most and the mean. */
export interface Bucket {
  readonly from: number;
  readonly count: number;
  readonly of: Readonly<Record<Measured, { min: number; max: number; mean: number } | null>>;
}

/** A session's readings in so many buckets of equal length, for a picture; empty ones are left out. */
export async function bucketsBetween(
  em: EntityManager,
  household: string,
  id: string,
  { from, to, buckets }: { from: number; to: number; buckets: number },
): Promise<Bucket[]> {
  const row = await sessionRow(em, household, id);
  const width = (to - from) / buckets;
  const figures = MEASURED.map((m, i) => {
    const column = SAMPLE_COLUMNS[i]!;
    return `min(${column}) as ${m}_min, max(${column}) as ${m}_max, avg(${column}) as ${m}_mean`;
  });
  const rows = await (em as SqlManager).execute<Record<string, number | null>[]>(
    `select cast((at - ?) / ? as integer) as bucket, count(*) as n, ${figures.join(", ")} ` +
      "from sample where session_id = ? and at >= ? and at < ? group by bucket order by bucket",
    [from, width, row.id, from, to],
  );
  return rows.map((found) => ({
    from: from + found.bucket! * width,
    count: found.n!,
    of: Object.fromEntries(
      MEASURED.map((m) => {
        const [min, max, mean] = [found[`${m}_min`], found[`${m}_max`], found[`${m}_mean`]];
        return [m, min === null || min === undefined ? null : { min, max: max!, mean: mean! }];
      }),
    ) as Bucket["of"],
  }));
}

/** A session with its readings, which are read as they are asked for, so many at a time. */
export interface RecordedSession {
  readonly spec: SessionRecord;
  samples(most: number): AsyncGenerator<Sample[]>;
}

/** A session's row as it lies there. */
interface Lying extends Pick<SessionRow, "id" | "version" | "specVersion" | "beganAt" | "endedAt" | "key"> {
  readonly spec: string;
  readonly car: string | null;
  readonly place: string | null;
}

const recordedIn = (household: string): Paged<Lying> => ({
  sql:
    "select id, version, spec, spec_version as specVersion, car_id as car, place_id as place, began_at as beganAt, ended_at as endedAt, key " +
    "from session where household_id = ? and deleted_at is null and (began_at, id) > (?, ?) order by began_at, id limit ?",
  values: [household],
  start: [EARLIEST, 0],
  placeOf: ({ beganAt, id }) => [beganAt, id],
  most: 100,
});

const named = (id: string | null) => (id === null ? null : { id });

/** All that was recorded, oldest first; what cannot be read is left out. */
export async function* recorded(reading: Reading, household: string): AsyncGenerator<RecordedSession> {
  for await (const rows of paged(reading, recordedIn(household)))
    for (const { spec, car, place, ...row } of rows) {
      const read = described({ ...row, spec: specOf(spec), car: named(car), place: named(place) });
      if (isRead(read)) yield { spec: read.spec, samples: (most) => samplesIn(reading, row.id, most) };
    }
}
