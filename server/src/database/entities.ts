import { defineEntity, p, type EntitySchema } from "@mikro-orm/core";
import { KINDS, PARENTS_FIRST, type Kind } from "@kettleback/core";

/** Columns every kept thing has. The description is one JSON document, judged by the core's schema both ways. */
const columns = () => ({
  id: p.string().primary(),
  /** Raised on every write; a writer who saw an older one is refused. */
  version: p.integer().version(),
  spec: p.json<object>(),
  /** The version of the description, raised to this program's when it is written again. */
  specVersion: p.integer().default(1),
  createdAt: p.datetime().onCreate(() => new Date()),
  updatedAt: p
    .datetime()
    .onCreate(() => new Date())
    .onUpdate(() => new Date()),
});

export const HouseholdRow = defineEntity({
  name: "Household",
  tableName: "household",
  properties: { ...columns(), /** Set while deleted; cleared by undo. */ deletedAt: p.datetime().nullable() },
});

/** A row of any kind of thing a household keeps. */
export interface KeptRow {
  id: string;
  version: number;
  spec: object;
  specVersion: number;
  createdAt: Date;
  updatedAt: Date;
  /** Set while deleted; cleared by undo. */
  deletedAt?: Date | null;
  household: { id: string };
  parent?: { id: string } | null;
}

/** The table of a kind. */
export const tableOf = (kind: Kind): string => KINDS[kind].table;

const keptEntity = (kind: Kind, parent?: EntitySchema): EntitySchema<KeptRow> =>
  defineEntity({
    name: tableOf(kind).replace(/(^|_)\w/g, (c) => c.at(-1)!.toUpperCase()),
    tableName: tableOf(kind),
    properties: {
      ...columns(),
      deletedAt: p.datetime().nullable(),
      household: () => p.manyToOne(HouseholdRow).index(),
      ...(parent ? { parent: () => p.manyToOne(parent).nullable().index() } : {}),
    },
  }) as unknown as EntitySchema<KeptRow>;

/** The entity behind each kind of the core's table of kinds. */
export const ENTITY_OF = PARENTS_FIRST.reduce(
  (made, kind) => {
    const { parent } = KINDS[kind];
    return { ...made, [kind]: keptEntity(kind, parent ? made[parent] : undefined) };
  },
  {} as Record<Kind, EntitySchema<KeptRow>>,
);

/** An entry of a series: only ever added, never changed. */
export interface EntryRow {
  id: number;
  household: { id: string };
  series: string;
  at: Date;
  spec: object;
  specVersion: number;
}

export const EntryEntity = defineEntity({
  name: "Entry",
  tableName: "entry",
  indexes: [{ name: "entry_range_index", properties: ["household", "series", "at"] }],
  properties: {
    id: p.integer().primary().autoincrement(),
    household: () => p.manyToOne(HouseholdRow),
    series: p.string(),
    at: p.datetime(),
    spec: p.json<object>(),
    // The column's own default of migration 2; every entry states its version.
    specVersion: p.integer().default(2),
  },
}) as unknown as EntitySchema<EntryRow>;
