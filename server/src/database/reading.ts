import type { EntityManager } from "@mikro-orm/core";
import type { EntityManager as SqlManager } from "@mikro-orm/libsql";
import Database from "libsql";

/** A database that is read a row at a time, however long that takes. */
export interface Reading {
  rows<T>(sql: string, values: readonly unknown[]): Promise<Iterable<T>>;
  close(): void;
}

/** A database as it stands at this moment, whatever is written meanwhile: on a connection of its own. */
export function readAtOneMoment(file: string): Reading {
  const own = new Database(file);
  own.exec("pragma query_only = on; begin");
  // A transaction begins where it first reads.
  own.prepare("select 1 from household").get();
  return {
    rows: <T>(sql: string, values: readonly unknown[]) =>
      Promise.resolve(own.prepare(sql).iterate(...values) as Iterable<T>),
    close: () => {
      // A statement that was left half way would hold on to that moment.
      own.exec("rollback");
      own.close();
    },
  };
}

/** A database as it is when each of its rows is asked for, on the connection there is: the one of a database in memory. */
export const readAsItIs = (em: EntityManager): Reading => ({
  rows: <T>(sql: string, values: readonly unknown[]) => (em as SqlManager).execute<T[]>(sql, [...values]),
  close: () => undefined,
});
