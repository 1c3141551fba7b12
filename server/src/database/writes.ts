import type { EntityManager } from "@mikro-orm/core";
import type { EntityManager as SqlManager } from "@mikro-orm/libsql";

/** How many statements were begun on an opened database that may have written something. */
export interface Writes {
  readonly begun: number;
}

const counted = new WeakMap<object, { begun: number }>();

/**
 * The count of an opened database, from the first time it is asked for: while it is the same, so is all that is read. It
 * costs no statement. A statement is counted once it has the one connection there is, so that what is read after it was
 * counted has it.
 */
export function writesOf(em: EntityManager): Writes {
  const knex = (em as SqlManager).getConnection().getKnex();
  const known = counted.get(knex);
  if (known) return known;
  const writes = { begun: 0 };
  counted.set(knex, writes);
  knex.on("query", ({ sql }: { readonly sql: string }) => {
    if (!/^\s*select\b/i.test(sql)) writes.begun += 1;
  });
  return writes;
}
