import { randomUUID } from "node:crypto";
import { setImmediate as breath } from "node:timers/promises";
import type { EntityManager } from "@mikro-orm/core";
import type { EntityManager as SqlManager } from "@mikro-orm/libsql";
import { PARENTS_FIRST, SPEC_VERSION, type Household, type Kind, type Sample } from "@kettleback/core";
import { tableOf } from "./entities";
import { insertSamples } from "./recorded";

/** A thing on its way in: its id, what it belongs to, and its description as text of JSON. */
export interface Arriving {
  readonly id: string;
  readonly parentId: string | null;
  readonly spec: string;
}

/** A session on its way in, in the columns it goes into; what it names is there already. */
export interface ArrivingSession {
  readonly carId: string | null;
  readonly placeId: string | null;
  readonly beganAt: number;
  readonly endedAt: number | null;
  readonly key: string;
  readonly spec: string;
}

/** Readings written at once: some ten milliseconds, so that others get their turn. */
const SAMPLES_AT_ONCE = 1_000;

/** Things that move, or are taken out, at once. */
const MOST_AT_ONCE = 1_000;

/** Changes rows some at a time, so that others are answered meanwhile. @param change says how many rows it changed */
async function inPieces(change: (most: number) => Promise<unknown>): Promise<void> {
  while (((await change(MOST_AT_ONCE)) as { affectedRows: number }).affectedRows === MOST_AT_ONCE)
    await breath();
}

const INSERT_INTO = (kind: Kind, parent: boolean): string =>
  `insert into \`${tableOf(kind)}\` (id, version, spec, spec_version, created_at, updated_at, household_id${parent ? ", parent_id" : ""}) ` +
  `select json_extract(value, '$[0]'), 1, json_extract(value, '$[1]'), ${SPEC_VERSION}, json_extract(value, '$[2]'), ?, ?` +
  `${parent ? ", json_extract(value, '$[3]')" : ""} from json_each(?)`;

/**
 * A household that arrives a piece at a time, each in a short transaction of its own, and is seen by nobody before all of
 * it is there. What breaks off on the way is dropped, by the next start at the latest.
 */
export class Arrival {
  /** The household as it arrives; where it goes into one there is, its things move there at the end. */
  readonly id = randomUUID();
  private moment = Date.now();

  constructor(private readonly em: () => EntityManager) {}

  private execute(sql: string, values: unknown[], em: EntityManager = this.em()): Promise<unknown> {
    return (em as SqlManager).execute(sql, values, "run");
  }

  async begin(household: Household): Promise<void> {
    await this.execute(
      "insert into household (id, version, spec, spec_version, created_at, updated_at, deleted_at, arriving_since) values (?, 1, ?, ?, ?, ?, ?, ?)",
      [this.id, JSON.stringify(household), SPEC_VERSION, this.moment, this.moment, this.moment, this.moment],
    );
  }

  /** Takes in some things of a kind, in their order; what they belong to came before. */
  async things(kind: Kind, belongs: boolean, things: readonly Arriving[]): Promise<void> {
    const rows = things.map(({ id, parentId, spec }) => [
      id,
      spec,
      this.moment++,
      ...(belongs ? [parentId] : []),
    ]);
    await this.execute(INSERT_INTO(kind, belongs), [Date.now(), this.id, JSON.stringify(rows)]);
    await breath();
  }

  /** Takes in some sessions with readings, in one transaction. @returns the last one's row, by which more of its readings follow */
  async sessions(
    some: readonly (ArrivingSession & { readonly samples: readonly Sample[] })[],
  ): Promise<number> {
    const last = await this.em().transactional(async (tx) => {
      let row = 0;
      for (const { carId, placeId, beganAt, endedAt, key, spec, samples } of some) {
        const { insertId } = (await this.execute(
          "insert into session (version, spec, spec_version, created_at, updated_at, household_id, car_id, place_id, began_at, ended_at, key) values (1, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
          [spec, SPEC_VERSION, this.moment, this.moment, this.id, carId, placeId, beganAt, endedAt, key],
          tx,
        )) as { insertId: number };
        if (samples.length > 0) await insertSamples(tx as SqlManager, insertId, samples);
        row = insertId;
      }
      return row;
    });
    await breath();
    return last;
  }

  /** Takes in more readings of a session. */
  async samples(session: number, samples: readonly Sample[]): Promise<void> {
    for (let i = 0; i < samples.length; i += SAMPLES_AT_ONCE) {
      await insertSamples(this.em() as SqlManager, session, samples.slice(i, i + SAMPLES_AT_ONCE));
      await breath();
    }
  }

  /** All of it is there: from now on it is seen, as a household of its own. */
  async finish(): Promise<void> {
    await this.execute("update household set deleted_at = null, arriving_since = null where id = ?", [
      this.id,
    ]);
  }

  /**
   * All of it is there: its things move into a household, in one go.
   * @param still whether that household is as it was when it was told what of all this it lacks
   * @returns whether they have moved; where it is another by now, none have
   */
  join(into: string, still: (tx: EntityManager) => Promise<boolean>): Promise<boolean> {
    return this.em().transactional(async (tx) => {
      if (!(await still(tx))) return false;
      for (const kind of PARENTS_FIRST) await this.move(kind, into, tx);
      await this.execute("delete from household where id = ?", [this.id], tx);
      return true;
    });
  }

  /** Moves the things of a kind; whoever asks for nothing in the database is answered meanwhile. */
  private move(kind: Kind, into: string, tx: EntityManager): Promise<void> {
    const table = `\`${tableOf(kind)}\``;
    const sql = `update ${table} set household_id = ? where id in (select id from ${table} where household_id = ? limit ?)`;
    return inPieces((most) => this.execute(sql, [into, this.id, most], tx));
  }

  /** Leaves nothing of what has arrived so far. */
  drop(): Promise<void> {
    return dropArrival(this.em(), this.id);
  }
}

const run = (em: EntityManager, sql: string, values: unknown[]): Promise<unknown> =>
  (em as SqlManager).execute(sql, values, "run");

/** Takes out a household that has not arrived, a piece at a time. */
async function dropArrival(em: EntityManager, id: string): Promise<void> {
  const sessions = await (em as SqlManager).execute<{ id: number }[]>(
    "select id from session where household_id = ?",
    [id],
  );
  for (const { id: session } of sessions) {
    await run(em, "delete from session where id = ?", [session]);
    await breath();
  }
  for (const kind of PARENTS_FIRST.toReversed()) {
    const table = `\`${tableOf(kind)}\``;
    const sql = `delete from ${table} where id in (select id from ${table} where household_id = ? limit ?)`;
    await inPieces((most) => run(em, sql, [id, most]));
  }
  await run(em, "delete from household where id = ?", [id]);
}

/** Takes out what was on its way in when the program ended. */
export async function dropArrivals(em: EntityManager): Promise<void> {
  const begun = await (em as SqlManager).execute<{ id: string }[]>(
    "select id from household where arriving_since is not null",
  );
  for (const { id } of begun) await dropArrival(em, id);
}
