import type { EntityManager } from "@mikro-orm/core";
import type { EntityManager as SqlManager } from "@mikro-orm/libsql";
import {
  MEASURED,
  SPEC_VERSION,
  trimmed,
  type FiledSession,
  type Sample,
  type SessionRecord,
} from "@kettleback/core";
import { SessionEntity } from "./entities";
import { EARLIEST, paged, type Paged, type Reading } from "./reading";

/** Most samples that are written or read at once. */
export const MOST_SAMPLES = 10_000;

/** The columns of a session, from its description. */
export const columnsOf = ({ carId, placeId, begin, end, key, ...spec }: SessionRecord) => ({
  spec,
  specVersion: SPEC_VERSION,
  car: carId,
  place: placeId,
  beganAt: new Date(begin),
  endedAt: end === null ? null : new Date(end),
  key,
});

/** The column of each quantity, in their order. */
export const SAMPLE_COLUMNS = MEASURED.map((measured) =>
  measured.replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`),
);

/**
 * Fills the table from one parameter: a statement of ten thousand values takes three times as long to prepare. What was
 * told first of a moment counts, and what it lacked is filled in.
 */
const insertWith = (session: string, first: number): string =>
  `insert into sample (session_id, at, ${SAMPLE_COLUMNS.join(", ")}) ` +
  `select ${session}, ${["at", ...SAMPLE_COLUMNS].map((_, i) => `json_extract(value, '$[${i + first}]')`).join(", ")} from json_each(?) where true ` +
  `on conflict do update set ${SAMPLE_COLUMNS.map((column) => `${column} = coalesce(${column}, excluded.${column})`).join(", ")}`;
const INSERT = insertWith("?", 0);
const INSERT_OF_MANY = insertWith("json_extract(value, '$[0]')", 1);

/** Adds readings to a session by its row, within the caller's transaction. */
export const insertSamples = (
  tx: SqlManager,
  session: number,
  samples: readonly Sample[],
): Promise<unknown> => tx.execute(INSERT, [session, JSON.stringify(samples)], "run");

/** Adds readings of many sessions at once, each behind its session's row. A statement by itself is a transaction. */
export const insertSamplesOfMany = (
  em: SqlManager,
  rows: readonly (readonly [session: number, ...Sample])[],
): Promise<unknown> => em.execute(INSERT_OF_MANY, [JSON.stringify(rows)], "run");

type SampleRow = Readonly<Record<string, number>>;

const sampleOf = (row: SampleRow): Sample =>
  trimmed([row.at, ...SAMPLE_COLUMNS.map((column) => row[column])]);

/** A session's readings, moment by moment, so many at a time. */
export async function* samplesIn(reading: Reading, session: number, most: number): AsyncGenerator<Sample[]> {
  const of: Paged<SampleRow> = {
    sql: `select at, ${SAMPLE_COLUMNS.join(", ")} from sample where session_id = ? and at > ? order by at limit ?`,
    values: [session],
    start: [EARLIEST],
    placeOf: ({ at }) => [at],
    most,
  };
  for await (const rows of paged(reading, of)) yield rows.map(sampleOf);
}

/** A session's readings, moment by moment, from one up to, and without, another. */
export const readSamples = async (
  em: SqlManager,
  session: number,
  from: number,
  to: number,
  limit: number,
): Promise<Sample[]> => {
  const rows = await em.execute<SampleRow[]>(
    `select at, ${SAMPLE_COLUMNS.join(", ")} from sample where session_id = ? and at >= ? and at < ? order by at limit ?`,
    [session, from, to, limit],
  );
  return rows.map(sampleOf);
};

/** All of a session's readings: of one of a day at a reading a second some ninety thousand. */
export const readAllSamples = (em: SqlManager, session: number): Promise<Sample[]> =>
  readSamples(em, session, 0, Number.MAX_SAFE_INTEGER, MOST_IN_ONE);

/** Most readings of one session that are looked at together: two days at one a second. */
const MOST_IN_ONE = 200_000;

/** Takes recorded sessions in, within the caller's transaction. */
export async function takeSessions(
  tx: EntityManager,
  household: string,
  sessions: readonly FiledSession[],
): Promise<void> {
  for (const { spec, samples } of sessions) {
    const row = tx.create(SessionEntity, { household, ...columnsOf(spec) } as never);
    await tx.persist(row).flush();
    for (let i = 0; i < samples.length; i += MOST_SAMPLES)
      await insertSamples(tx as SqlManager, row.id, samples.slice(i, i + MOST_SAMPLES));
  }
}
