import type { EntityManager } from "@mikro-orm/core";
import type { EntityManager as SqlManager } from "@mikro-orm/libsql";
import { KIND_NAMES, KINDS, type Garage, type Kind, type Unread } from "@kettleback/core";
import { specOf, tableOf } from "../database";
import { householdOf, type HouseholdLying } from "./keep";
import { notFound } from "./problem";
import { isUnread, readRow, type Described } from "./read-row";

/** A row as it lies in its table, its description still text; a household's own among them. */
interface Lying extends Described {
  readonly kind: Kind | "household";
  readonly spec: string;
}

const columns = (kind: Lying["kind"], parent: string): string =>
  `select '${kind}' as kind, id, version, ${parent} as parentId, spec, spec_version as specVersion, created_at as createdAt`;

/** One statement over the tables of all kinds: one for each would take ten times as long to read a garage. */
const ALL_KINDS = [
  `${columns("household", "null")} from household where id = ? and deleted_at is null`,
  ...KIND_NAMES.map(
    (kind) =>
      `${columns(kind, KINDS[kind].parent ? "parent_id" : "null")} from \`${tableOf(kind)}\` where household_id = ? and deleted_at is null`,
  ),
].join(" union all ");
const IN_ORDER = `select * from (${ALL_KINDS}) order by createdAt, id`;

/** Everything a household keeps, deleted things left out; what cannot be read is named beside it. */
export async function garageOf(em: EntityManager, householdId: string): Promise<Garage> {
  const lying = await (em as SqlManager).execute<Lying[]>(
    IN_ORDER,
    ["household", ...KIND_NAMES].map(() => householdId),
  );
  const kept: Record<string, object[]> = Object.fromEntries(KIND_NAMES.map((kind) => [kind, []]));
  let household: Garage["household"] | undefined;
  const unread: Unread[] = [];
  for (const { kind, ...row } of lying) {
    const described = { ...row, spec: specOf(row.spec) };
    if (kind === "household") {
      household = householdOf(described as HouseholdLying);
      continue;
    }
    const read = readRow(kind, described);
    if (isUnread(read)) unread.push(read);
    else kept[kind]!.push(read);
  }
  if (!household) throw notFound(`household ${householdId}`);
  return { household, ...kept, ...(unread.length > 0 ? { unread } : {}) } as unknown as Garage;
}
