import type { EntityManager } from "@mikro-orm/core";
import { SPEC_VERSION, type Entry, type SeriesName } from "@kettleback/core";
import { EntryEntity, HouseholdRow } from "../database";
import { notFound } from "./problem";

/** Most entries one request adds or reads. */
export const MOST_ENTRIES = 1_000;

/** Adds entries to a series of a household, all or none, in one transaction. */
export const append = (em: EntityManager, household: string, series: SeriesName, entries: readonly Entry[]) =>
  em.transactional(async (tx) => {
    if (!(await tx.count(HouseholdRow, { id: household }))) throw notFound(`household ${household}`);
    for (const { at, spec } of entries)
      tx.persist(
        tx.create(EntryEntity, {
          household,
          series,
          at: new Date(at),
          spec,
          specVersion: SPEC_VERSION,
        } as never),
      );
    await tx.flush();
    return { added: entries.length };
  });

/** The entries of a series from one moment up to, and without, another; oldest first. */
export async function entriesBetween(
  em: EntityManager,
  household: string,
  series: SeriesName,
  from: string,
  to: string,
): Promise<Entry[]> {
  if (!(await em.count(HouseholdRow, { id: household }))) throw notFound(`household ${household}`);
  const rows = await em.find(
    EntryEntity,
    { household, series, at: { $gte: new Date(from), $lt: new Date(to) } },
    { orderBy: { at: "asc", id: "asc" }, limit: MOST_ENTRIES },
  );
  return rows.map(({ at, spec }) => ({ at: new Date(at).toISOString(), spec: spec as Entry["spec"] }));
}
