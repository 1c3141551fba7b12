import type { EntityManager } from "@mikro-orm/core";
import { KIND_NAMES, type Kind } from "@kettleback/core";
import { binSince, ENTITY_OF, HouseholdRow } from "../database";

/** Most things listed of a kind: the latest deleted come first. */
const MOST_OF_A_KIND = 200;

/** Something that was deleted: what it was called, and all that is needed to put it back. */
export interface Binned {
  readonly household: string;
  /** The kind of thing it was; a household itself has none. */
  readonly kind: Kind | null;
  readonly id: string;
  readonly version: number;
  readonly name: string;
  readonly deletedAt: string;
}

interface Row {
  readonly id: string;
  readonly version: number;
  readonly spec: object;
  readonly deletedAt?: Date | null;
}

const binned = (household: string, kind: Kind | null, row: Row): Binned => ({
  household,
  kind,
  id: row.id,
  version: row.version,
  name: String((row.spec as { name?: unknown } | null)?.name ?? row.id),
  deletedAt: row.deletedAt!.toISOString(),
});

/** What was deleted so lately that it can be put back, latest first: households, and things of households there are. */
export async function binOf(em: EntityManager, now = Date.now()): Promise<Binned[]> {
  const deletedAt = { $gte: binSince(now) };
  const latest = { orderBy: { deletedAt: "desc" as const }, limit: MOST_OF_A_KIND };
  const houses = await em.find(HouseholdRow, { deletedAt, arrivingSince: null }, latest);
  const all = houses.map((row) => binned(row.id, null, row));
  for (const kind of KIND_NAMES) {
    const rows = await em.find(
      ENTITY_OF[kind],
      { deletedAt, household: { deletedAt: null } } as never,
      latest,
    );
    all.push(...rows.map((row) => binned(row.household.id, kind, row)));
  }
  return all.sort((a, b) => b.deletedAt.localeCompare(a.deletedAt));
}
