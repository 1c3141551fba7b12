import type { EntityManager } from "@mikro-orm/core";
import type { EntityManager as SqlManager } from "@mikro-orm/libsql";
import { MEASURED, SPEC_VERSION, type FiledSession, type Sample, type SessionRecord } from "@kettleback/core";
import { SessionEntity } from "./entities";

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

/** Fills the table from one parameter: a statement of ten thousand values takes three times as long to prepare. */
const INSERT =
  `insert or ignore into sample (session_id, at, ${SAMPLE_COLUMNS.join(", ")}) ` +
  `select ?, ${["at", ...SAMPLE_COLUMNS].map((_, i) => `json_extract(value, '$[${i}]')`).join(", ")} from json_each(?)`;

/** Adds readings to a session by its row, within the caller's transaction. */
export const insertSamples = (
  tx: SqlManager,
  session: number,
  samples: readonly Sample[],
): Promise<unknown> => tx.execute(INSERT, [session, JSON.stringify(samples)], "run");

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
