import { randomUUID } from "node:crypto";
import type { EntityManager } from "@mikro-orm/core";
import {
  KIND_NAMES,
  KINDS,
  type FieldProblem,
  type Garage,
  type Kept,
  type Kind,
  type SavedPath,
} from "@kettleback/core";
import { ENTITY_OF, HouseholdRow, type KeptRow } from "../database";
import { notFound, Problem, refused } from "./problem";

/** What a writer sends: the description, the thing it belongs to, and on a change the version last seen. */
export interface Writing {
  readonly spec: object;
  readonly parentId: string | null;
}

/** A row as the interface sees it. */
export const keptOf = <T = unknown>(row: KeptRow): Kept<T> => ({
  id: row.id,
  version: row.version,
  parentId: row.parent?.id ?? null,
  spec: row.spec as T,
});

/** Everything a household keeps, deleted things left out. */
export async function garageOf(em: EntityManager, householdId: string): Promise<Garage> {
  const household = await em.findOne(HouseholdRow, { id: householdId });
  if (!household) throw notFound(`household ${householdId}`);
  const garage: Record<string, unknown> = {
    household: { id: household.id, version: household.version, parentId: null, spec: household.spec },
  };
  for (const kind of KIND_NAMES) {
    const rows = await em.find(
      ENTITY_OF[kind],
      { household: householdId, deletedAt: null },
      { orderBy: { createdAt: "asc", id: "asc" } },
    );
    garage[kind] = rows.map(keptOf);
  }
  return garage as unknown as Garage;
}

/** What else a description may point at by id, beside its parent. */
const PATH_REFERENCES: readonly (readonly [keyof SavedPath, Kind])[] = [
  ["carId", "cars"],
  ["outletId", "outlets"],
  ["leadId", "leads"],
  ["unitId", "units"],
  ["cableId", "cables"],
  ["adapterId", "adapters"],
  ["tariffId", "tariffs"],
];

async function checkReferences(
  em: EntityManager,
  kind: Kind,
  household: string,
  writing: Writing,
): Promise<void> {
  const missing: FieldProblem[] = [];
  const look = async (field: string, target: Kind, id: string | null) => {
    if (id === null) return;
    const found = await em.count(ENTITY_OF[target], { id, household, deletedAt: null });
    if (!found)
      missing.push({ field, message: `accepted: the id of a ${KINDS[target].one} of this household` });
  };
  const { parent } = KINDS[kind];
  if (parent) await look("parentId", parent, writing.parentId);
  else if (writing.parentId !== null)
    missing.push({ field: "parentId", message: `a ${KINDS[kind].one} belongs to nothing: leave it null` });
  if (kind === "paths")
    for (const [field, target] of PATH_REFERENCES)
      await look(`spec.${field}`, target, (writing.spec as SavedPath)[field] as string | null);
  if (missing.length) throw refused(missing);
}

/** Adds a thing to a household, within the caller's transaction. */
export async function addTo(
  tx: EntityManager,
  kind: Kind,
  householdId: string,
  writing: Writing,
): Promise<Kept<unknown>> {
  if (!(await tx.count(HouseholdRow, { id: householdId }))) throw notFound(`household ${householdId}`);
  await checkReferences(tx, kind, householdId, writing);
  const row = tx.create(ENTITY_OF[kind], {
    id: randomUUID(),
    spec: writing.spec,
    household: householdId,
    ...(writing.parentId ? { parent: writing.parentId } : {}),
  } as never);
  await tx.persist(row).flush();
  return keptOf(row);
}

/** Adds a thing to a household, in one transaction. */
export const add = (
  em: EntityManager,
  kind: Kind,
  householdId: string,
  writing: Writing,
): Promise<Kept<unknown>> => em.transactional((tx) => addTo(tx, kind, householdId, writing));

async function current(
  tx: EntityManager,
  kind: Kind,
  id: string,
  version: number,
  deleted: boolean,
): Promise<KeptRow> {
  const row = await tx.findOne(ENTITY_OF[kind], { id, deletedAt: deleted ? { $ne: null } : null });
  if (!row) throw notFound(`${KINDS[kind].one} ${id}`);
  requireVersion(row.version, version, KINDS[kind].one, keptOf(row));
  return row;
}

/** Refuses a writer who has not seen the newest version, and shows it. */
export function requireVersion(is: number, seen: number, what: string, row: unknown): void {
  if (is !== seen)
    throw new Problem(
      409,
      "Changed meanwhile",
      `This ${what} is at version ${is}; the change was made on version ${seen}. Nothing was written.`,
      { current: row },
    );
}

/** Replaces a thing's description, in one transaction. */
export const change = (em: EntityManager, kind: Kind, id: string, version: number, writing: Writing) =>
  em.transactional(async (tx) => {
    const row = await current(tx, kind, id, version, false);
    await checkReferences(tx, kind, row.household.id, writing);
    tx.assign(
      row,
      {
        spec: writing.spec,
        ...(KINDS[kind].parent ? { parent: writing.parentId } : {}),
      } as never,
      { mergeObjectProperties: false },
    );
    await tx.flush();
    return keptOf(row);
  });

/** Marks a thing deleted, or brings it back; undo is the other call. */
export const setDeleted = (em: EntityManager, kind: Kind, id: string, version: number, deleted: boolean) =>
  em.transactional(async (tx) => {
    const row = await current(tx, kind, id, version, !deleted);
    row.deletedAt = deleted ? new Date() : null;
    await tx.flush();
    return keptOf(row);
  });
