import type { EntityManager } from "@mikro-orm/core";
import type { EntityManager as SqlManager } from "@mikro-orm/libsql";
import {
  recordSchema,
  sampleOf,
  seriesOf,
  startedNow,
  type Kept,
  type Sample,
  type SessionAct,
  type SessionRecord,
} from "@kettleback/core";
import { begin, readSession } from "../api/sessions";
import { insertSamples, SessionEntity, type SessionRow, columnsOf, readAllSamples } from "../database";
import type { KeptWanted } from "./wanted";

/** The card by which a session is started from here. */
export const OWN_TAG = "kettleback";
/** How long after it was asked for (ms) a session begun by our card is the one that was asked for. */
const ASKED_FOR = 10 * 60_000;

/** What a charge point says of a transaction that begins, its moment by our clock. */
export interface Beginning {
  readonly pointId: string;
  readonly household: string;
  readonly name: string;
  readonly connectorId: number;
  readonly idTag: string;
  readonly meterStart: number;
  /** As it was stamped: told again it is the same. */
  readonly timestamp: string;
  readonly atMs: number;
}

const keyOf = ({ pointId, connectorId, timestamp, meterStart }: Beginning): string =>
  `ocpp ${pointId} ${connectorId} ${timestamp} ${meterStart}`.slice(0, 120);

/** The connector in the key of a session; 1 where there is none. */
const connectorIn = (key: string): number => Number(key.split(" ")[2]) || 1;

/** Whether a session is of a charge point. */
export const isOf = (key: string, pointId: string): boolean => key.startsWith(`ocpp ${pointId} `);

/** What a session that begins is recorded as: as it was asked for, or as the last one was. */
function recordOf(of: Beginning, wanted: KeptWanted | null): SessionRecord {
  const { name, idTag, atMs } = of;
  const asked = wanted !== null && idTag === OWN_TAG && Math.abs(Date.now() - wanted.askedAt) < ASKED_FOR;
  const start: SessionAct = { at: new Date(atMs).toISOString(), act: "start", taken: true };
  return recordSchema.parse({
    name: wanted?.plan.name ?? name,
    carId: wanted?.carId ?? null,
    placeId: wanted?.placeId ?? null,
    begin: new Date(atMs).toISOString(),
    source: "charge point",
    key: keyOf(of),
    plan: wanted && startedNow(wanted.plan, atMs),
    // Begun at the unit nobody has said what the car held.
    fromSoc: asked ? wanted.plan.session.fromSoc : null,
    ...(asked && wanted.schedule ? { schedule: wanted.schedule } : {}),
    ...(asked ? { acts: [start] } : {}),
  });
}

/**
 * Records a transaction as a session, with what its register showed. Told again it is the one there is.
 * @returns the session: its number is the transaction's
 */
export async function beginTransaction(
  em: EntityManager,
  of: Beginning,
  wanted: KeptWanted | null,
): Promise<{ readonly row: Kept<SessionRecord>; readonly over: boolean }> {
  return em.transactional(async (tx) => {
    const there = await tx.findOne(SessionEntity, { household: of.household, key: keyOf(of) } as never);
    // Told again after somebody has deleted it, or once it is over, it begins nothing.
    const known = there?.deletedAt ? readSession(there) : null;
    if (known) return { row: known, over: true };
    const { row } = await begin(tx, of.household, recordOf(of, wanted));
    await insertSamples(tx as SqlManager, Number(row.id), [sampleOf(of.atMs, { counterWh: of.meterStart })]);
    return { row, over: row.spec.end !== null };
  });
}

/** The row of a transaction at a charge point; null where it is of none, or gone. */
async function rowOf(em: EntityManager, pointId: string, transaction: number): Promise<SessionRow | null> {
  const row = await em.findOne(SessionEntity, { id: transaction } as never);
  return row && isOf(row.key, pointId) ? row : null;
}

/** Whether a transaction is a session of this charge point. */
export const isTransaction = async (
  em: EntityManager,
  pointId: string,
  transaction: number,
): Promise<boolean> => (await rowOf(em, pointId, transaction)) !== null;

/** The sessions of a charge point that go on, each with its connector, the newest first. */
export async function openSessions(
  em: EntityManager,
  household: string,
  pointId: string,
): Promise<{ readonly id: number; readonly connectorId: number }[]> {
  const rows = await em.find(
    SessionEntity,
    { household, endedAt: null, deletedAt: null, key: { $like: `ocpp ${pointId} %` } } as never,
    { orderBy: { id: "desc" }, fields: ["id", "key"] as never },
  );
  return rows.map(({ id, key }) => ({ id, connectorId: connectorIn(key) }));
}

/** Most a session can have taken (Wh): a register that moved by more was broken, and tells nothing. */
const MOST_WH = 1_000_000;
const energyOf = (counted: number | null): SessionRecord["wallWh"] =>
  (counted !== null && counted <= MOST_WH ? counted : null) as SessionRecord["wallWh"];

/** What a charge point says of a transaction that ends. */
export interface Ending {
  readonly pointId: string;
  readonly transaction: number;
  readonly meterStop: number;
  readonly atMs: number;
  readonly samples: readonly Sample[];
}

/** A session that is over: what its register moved by, and what the car showed. @param atMs when; with its last reading where nobody said */
async function overAt(
  tx: EntityManager,
  { id, spec }: Kept<SessionRecord>,
  atMs: number | null,
): Promise<SessionRecord> {
  const samples = await readAllSamples(tx as SqlManager, Number(id));
  const { totals } = seriesOf(samples);
  const beginMs = Date.parse(spec.begin);
  const endMs = Math.max(beginMs, atMs ?? samples.at(-1)?.[0] ?? beginMs);
  return {
    ...spec,
    end: new Date(endMs).toISOString(),
    wallWh: energyOf(totals.counterWh),
    fromSoc: spec.fromSoc ?? totals.fromSoc,
    toSoc: totals.toSoc ?? spec.toSoc,
  };
}

/**
 * Ends a session: what its register moved by is what it took, and what the car last showed where it ended. Told again it
 * changes nothing.
 * @returns the session, or null where there is none
 */
export const endTransaction = (em: EntityManager, ending: Ending): Promise<Kept<SessionRecord> | null> =>
  em.transactional(async (tx) => {
    const { pointId, transaction, meterStop, atMs, samples } = ending;
    const row = await rowOf(tx, pointId, transaction);
    if (!row) return null;
    await insertSamples(tx as SqlManager, transaction, [
      ...samples,
      sampleOf(atMs, { counterWh: meterStop }),
    ]);
    if (row.endedAt) return readSession(row);
    const read = readSession(row);
    if (!read) return null;
    const ended = await overAt(tx, read, atMs);
    tx.assign(row, columnsOf(ended) as never, { mergeObjectProperties: false });
    await tx.flush();
    return readSession(row);
  });

/** Whose forgotten sessions are ended, and which one is none of them. */
export interface Forgotten {
  readonly household: string;
  readonly pointId: string;
  readonly connectorId: number;
  readonly but: number;
}

/** Ends the sessions of a connector that nobody told the end of, each with its last reading. @returns them */
export const endForgotten = (
  em: EntityManager,
  { household, pointId, connectorId, but }: Forgotten,
): Promise<Kept<SessionRecord>[]> =>
  em.transactional(async (tx) => {
    const rows = await tx.find(SessionEntity, {
      household,
      endedAt: null,
      id: { $ne: but },
      key: { $like: `ocpp ${pointId} ${connectorId} %` },
    } as never);
    const ended: Kept<SessionRecord>[] = [];
    for (const row of rows) {
      const read = readSession(row);
      if (!read) continue;
      tx.assign(row, columnsOf(await overAt(tx, read, null)) as never, { mergeObjectProperties: false });
      await tx.flush();
      ended.push(readSession(row)!);
    }
    return ended;
  });

/** Changes what is said of a session that goes on, whatever version it has: nobody else's words are touched. */
export const amendRunning = (
  em: EntityManager,
  transaction: number,
  change: (spec: SessionRecord) => SessionRecord,
): Promise<Kept<SessionRecord> | null> =>
  em.transactional(async (tx) => {
    const row = await tx.findOne(SessionEntity, { id: transaction, deletedAt: null } as never);
    const read = row && readSession(row);
    if (!row || !read) return null;
    tx.assign(row, columnsOf(change(read.spec)) as never, { mergeObjectProperties: false });
    await tx.flush();
    return readSession(row);
  });
