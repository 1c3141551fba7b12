import type { EntityManager } from "@mikro-orm/core";
import type { EntityManager as SqlManager } from "@mikro-orm/libsql";
import Database from "libsql";

/** A database that is read, however long that takes. */
export interface Reading {
  /** Whether all of it is as it stood at one moment, whatever is written meanwhile. */
  readonly ofOneMoment: boolean;
  rows<T>(sql: string, values: readonly unknown[]): Promise<T[]>;
  close(): void;
}

/**
 * A database as it stands at this moment, whatever is written meanwhile: on a connection of its own.
 * @param until aborted when it is to be let go of, whoever reads: nothing more is read then
 */
export function readAtOneMoment(file: string, until: AbortSignal): Reading {
  const own = new Database(file);
  let open = true;
  const close = () => {
    if (!open) return;
    open = false;
    // Statements keep their connection for a while after it was closed, and with it that moment.
    if (own.inTransaction) own.exec("rollback");
    own.close();
  };
  try {
    // Pages are read once, one after the other: they need no room to be remembered in.
    own.exec("pragma busy_timeout = 5000; pragma query_only = on; pragma cache_size = -256; begin");
    // A transaction begins where it first reads.
    own.prepare("select 1 from household limit 1").all();
  } catch (error) {
    close();
    throw error;
  }
  until.addEventListener("abort", close, { once: true });
  const prepared = new Map<string, Database.Statement>();
  const statement = (sql: string): Database.Statement => {
    const known = prepared.get(sql) ?? own.prepare(sql);
    prepared.set(sql, known);
    return known;
  };
  return {
    ofOneMoment: true,
    // All rows of a statement: one that is left half way would hold on to that moment for good.
    rows: async <T>(sql: string, values: readonly unknown[]) => {
      until.throwIfAborted();
      return Promise.resolve(statement(sql).all(...values) as T[]);
    },
    close: () => {
      until.removeEventListener("abort", close);
      close();
    },
  };
}

/** A database as it is when each of its rows is asked for, on the connection there is: the one of a database in memory. */
export const readAsItIs = (em: EntityManager): Reading => ({
  ofOneMoment: false,
  rows: <T>(sql: string, values: readonly unknown[]) => (em as SqlManager).execute<T[]>(sql, [...values]),
  close: () => undefined,
});

/** Before any moment. */
export const EARLIEST = -Number.MAX_SAFE_INTEGER;

/** Rows in an order that no two share a place in, some at a time. */
export interface Paged<T> {
  /** A statement whose last values are the place its rows come after, and how many there are at the most. */
  readonly sql: string;
  readonly values: readonly unknown[];
  /** Before the first place. */
  readonly start: readonly unknown[];
  placeOf(row: T): readonly unknown[];
  readonly most: number;
}

/** All rows of a statement, so many at a time. */
export async function* paged<T>(
  reading: Pick<Reading, "rows">,
  { sql, values, start, placeOf, most }: Paged<T>,
): AsyncGenerator<T[]> {
  for (let after = start; ;) {
    const rows = await reading.rows<T>(sql, [...values, ...after, most]);
    if (rows.length > 0) yield rows;
    if (rows.length < most) return;
    after = placeOf(rows.at(-1)!);
  }
}
