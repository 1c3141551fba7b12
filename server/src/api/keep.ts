import { randomUUID } from "node:crypto";
import type { EntityManager } from "@mikro-orm/core";
import {
  householdSchema,
  kindRow,
  KINDS,
  referencesOf,
  problemsOf,
  SPEC_VERSION,
  upgradePart,
  type FieldProblem,
  type Household,
  type Kept,
  type Kind,
  type Tariff,
} from "@kettleback/core";
import { ENTITY_OF, HouseholdRow, isNoJson, type KeptRow } from "../database";
import { notFound, Problem, refused } from "./problem";
import { isUnread, readRow } from "./read-row";

/** What a writer sends: the description, the thing it belongs to, and on a change the version last seen. */
export interface Writing {
  readonly spec: object;
  readonly parentId: string | null;
}

/** A row as the interface sees it, its description as it lies there. */
const rawOf = (row: KeptRow): Kept<object> => ({
  id: row.id,
  version: row.version,
  parentId: row.parent?.id ?? null,
  spec: row.spec,
});

/** A household's row as it lies there. */
export interface HouseholdLying {
  readonly id: string;
  readonly version: number;
  readonly spec: unknown;
  readonly specVersion: number;
}

/** A household that this program cannot accept: kept as it is, and said. */
export interface UnreadHousehold {
  readonly id: string;
  readonly name: string;
  readonly problems: readonly FieldProblem[];
}

/** A household's row, judged like every other, or what is wrong with it. */
export function readHousehold({
  id,
  version,
  spec,
  specVersion,
}: HouseholdLying): Kept<Household> | UnreadHousehold {
  if (isNoJson(spec))
    return { id, name: id, problems: [{ field: "spec", message: "what lies there is no JSON" }] };
  const parsed = householdSchema.safeParse(upgradePart("household", spec, specVersion));
  if (parsed.success) return { id, version, parentId: null, spec: parsed.data };
  const { name } = (spec ?? {}) as { name?: unknown };
  return { id, name: String(name ?? id), problems: problemsOf(parsed.error, householdSchema) };
}

/** A household's row. @throws Problem 500 naming the field, as nothing works without it */
export function householdOf(row: HouseholdLying): Kept<Household> {
  const read = readHousehold(row);
  if ("spec" in read) return read;
  const [first] = read.problems;
  throw new Problem(
    500,
    "Unreadable",
    `Household ${row.id} cannot be read: ${first!.field}: ${first!.message}`,
  );
}

/** Money of one currency is never added to another's: a tariff counts in its household's. */
async function checkCurrency(
  em: EntityManager,
  household: string,
  { currency }: Tariff,
  problems: FieldProblem[],
): Promise<void> {
  if (currency === undefined) return;
  const row = await em.findOne(HouseholdRow, { id: household });
  const own = row && householdOf(row).spec.currency;
  if (own && own !== currency)
    problems.push({
      field: "spec.currency",
      message: `this household counts in ${own}, the tariff in ${currency}: currencies are never mixed`,
    });
}

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
  if (kind === "tariffs") await checkCurrency(em, household, writing.spec as Tariff, missing);
  const { parent, one, needsReferences } = kindRow(kind);
  if (parent) await look("parentId", parent, writing.parentId);
  else if (writing.parentId !== null)
    missing.push({ field: "parentId", message: `a ${one} belongs to nothing: leave it null` });
  if (needsReferences)
    for (const { field, kind: target, id } of referencesOf(kind, writing.spec))
      await look(`spec.${field}`, target, id);
  if (missing.length) throw refused(missing);
}

/** @throws Problem 404 where there is no such household */
export async function requireHousehold(em: EntityManager, id: string): Promise<void> {
  if (!(await em.count(HouseholdRow, { id, deletedAt: null }))) throw notFound(`household ${id}`);
}

/** Adds a thing to a household, within the caller's transaction. */
export async function addTo(
  tx: EntityManager,
  kind: Kind,
  householdId: string,
  writing: Writing,
): Promise<Kept<object>> {
  await requireHousehold(tx, householdId);
  await checkReferences(tx, kind, householdId, writing);
  const row = tx.create(ENTITY_OF[kind], {
    id: randomUUID(),
    spec: writing.spec,
    specVersion: SPEC_VERSION,
    household: householdId,
    ...(writing.parentId ? { parent: writing.parentId } : {}),
  } as never);
  await tx.persist(row).flush();
  return rawOf(row);
}

/** Adds a thing to a household, in one transaction. */
export const add = (
  em: EntityManager,
  kind: Kind,
  householdId: string,
  writing: Writing,
): Promise<Kept<object>> => em.transactional((tx) => addTo(tx, kind, householdId, writing));

/** Which thing is meant: its kind, its household, its id. */
export interface Address {
  readonly kind: Kind;
  readonly household: string;
  readonly id: string;
}

async function current(
  tx: EntityManager,
  { kind, household, id }: Address,
  version: number,
  deleted: boolean,
): Promise<KeptRow> {
  const row = await tx.findOne(ENTITY_OF[kind], {
    id,
    household: { id: household, deletedAt: null },
    deletedAt: deleted ? { $ne: null } : null,
  } as never);
  if (!row) throw notFound(`${KINDS[kind].one} ${id} in household ${household}`);
  requireVersion(row.version, version, KINDS[kind].one, rawOf(row));
  return row;
}

/** Refuses a writer who has not seen the newest version, and shows it. */
export function requireVersion(is: number, seen: number, what: string, row: unknown): void {
  if (is !== seen)
    throw new Problem(
      409,
      "Changed meanwhile",
      `This ${what} was changed elsewhere since you opened it (version ${is}, yours is ${seen}). Nothing was written.`,
      { current: row },
    );
}

/** Replaces a thing's description, in one transaction. */
export const change = (em: EntityManager, address: Address, version: number, writing: Writing) =>
  em.transactional(async (tx) => {
    const row = await current(tx, address, version, false);
    await checkReferences(tx, address.kind, address.household, writing);
    tx.assign(
      row,
      {
        spec: writing.spec,
        specVersion: SPEC_VERSION,
        ...(KINDS[address.kind].parent ? { parent: writing.parentId } : {}),
      } as never,
      { mergeObjectProperties: false },
    );
    await tx.flush();
    return rawOf(row);
  });

/** Marks a thing deleted, or brings it back; undo is the other call. */
export const setDeleted = (em: EntityManager, address: Address, version: number, deleted: boolean) =>
  em.transactional(async (tx) => {
    const row = await current(tx, address, version, !deleted);
    row.deletedAt = deleted ? new Date() : null;
    await tx.flush();
    const read = readRow(address.kind, { ...rawOf(row), specVersion: row.specVersion });
    return isUnread(read) ? rawOf(row) : read;
  });
