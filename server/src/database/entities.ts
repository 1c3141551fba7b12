import { defineEntity, p, type EntitySchema } from "@mikro-orm/core";
import { KINDS, PARENTS_FIRST, type Kind } from "@kettleback/core";
import { SpecType } from "./spec-type";

/** Columns every kept thing has. The description is one JSON document, judged by the core's schema both ways. */
const columns = () => ({
  id: p.string().primary(),
  /** Raised on every write; a writer who saw an older one is refused. */
  version: p.integer().version(),
  spec: p.type(SpecType).$type<object>(),
  /** The version of the description, raised to this program's when it is written again. */
  specVersion: p.integer().default(1),
  createdAt: p.datetime().onCreate(() => new Date()),
  updatedAt: p
    .datetime()
    .onCreate(() => new Date())
    .onUpdate(() => new Date()),
});

/** A household's row. */
export const HouseholdRow = defineEntity({
  name: "Household",
  tableName: "household",
  properties: {
    ...columns(),
    /** Set while deleted; cleared by undo. */
    deletedAt: p.datetime().nullable(),
    /** Set, beside the other, while it is taken in from a file. */
    arrivingSince: p.datetime().nullable(),
  },
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
    indexes: [{ name: `${tableOf(kind)}_order_index`, properties: ["household", "createdAt", "id"] }],
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

/** A session that takes place or took place. */
export interface SessionRow {
  id: number;
  version: number;
  spec: object;
  specVersion: number;
  createdAt: Date;
  updatedAt: Date;
  deletedAt?: Date | null;
  household: { id: string };
  car?: { id: string } | null;
  place?: { id: string } | null;
  beganAt: Date;
  endedAt?: Date | null;
  /** The source's own name for it; of one household no two have the same. */
  key: string;
}

/** The table of recorded sessions. */
export const SessionEntity = defineEntity({
  name: "Session",
  tableName: "session",
  uniques: [{ name: "session_key_unique", properties: ["household", "key"] }],
  indexes: [{ name: "session_range_index", properties: ["household", "beganAt", "id"] }],
  properties: {
    ...columns(),
    id: p.integer().primary().autoincrement(),
    specVersion: p.integer().default(4),
    deletedAt: p.datetime().nullable(),
    household: () => p.manyToOne(HouseholdRow),
    car: () => p.manyToOne(ENTITY_OF.cars).nullable().index(),
    place: () => p.manyToOne(ENTITY_OF.places).nullable().index(),
    beganAt: p.datetime(),
    endedAt: p.datetime().nullable(),
    key: p.string(),
  },
}) as unknown as EntitySchema<SessionRow>;

/** What is kept of a charge point beside its description: no file and no page ever has it. */
export interface LineRow {
  /** The charge point's. */
  id: string;
  /** Of its password, with its salt; null where it has none yet, and nobody comes in. */
  hash?: string | null;
  /** Text of JSON: the session it is to be charged by, from the Path, until one begins and after. */
  wanted?: string | null;
  /** Text of JSON: what it last said of itself, maker's words and state. */
  said?: string | null;
}

/** The table of what is kept of charge points beside their descriptions. */
export const LineEntity = defineEntity({
  name: "ChargePointLine",
  tableName: "charge_point_line",
  properties: {
    id: p.string().primary(),
    hash: p.text().nullable(),
    wanted: p.text().nullable(),
    said: p.text().nullable(),
  },
}) as unknown as EntitySchema<LineRow>;

/** What a device of one's own wants to hear before it tells anything: no file and no page ever has it. */
export interface SecretRow {
  /** The device's. */
  id: string;
  secret: string;
  /** Where alone it may be told: see `originOf`. */
  origin: string;
}

/** The table of the secrets of devices. */
export const SecretEntity = defineEntity({
  name: "DeviceSecret",
  tableName: "device_secret",
  properties: { id: p.string().primary(), secret: p.text(), origin: p.text().default("") },
}) as unknown as EntitySchema<SecretRow>;

/** A public network as it was last read: its posts and prices as it gave them. */
export interface NetworkRow {
  id: string;
  household: { id: string };
  name: string;
  /** Null where it came from a file. */
  address?: string | null;
  readAt: Date;
  /** How many locations it has. */
  locations: number;
  /** Text of JSON: `{ locations, tariffs }`. */
  data: string;
}

/** The table of public networks. */
export const NetworkEntity = defineEntity({
  name: "Network",
  tableName: "network",
  properties: {
    id: p.string().primary(),
    household: () => p.manyToOne(HouseholdRow).index(),
    name: p.string(),
    address: p.string().nullable(),
    readAt: p.datetime(),
    locations: p.integer(),
    data: p.text(),
  },
}) as unknown as EntitySchema<NetworkRow>;

/** One reading during a session; written and read in batches, by statements of their own. */
export const SampleEntity = defineEntity({
  name: "Sample",
  tableName: "sample",
  properties: {
    // A column only: a relation would ask for an index beside the key that begins with it.
    session: p.integer().primary().fieldName("session_id"),
    at: p.integer().primary(),
    watts: p.double().nullable(),
    amps: p.double().nullable(),
    volts: p.double().nullable(),
    soc: p.double().nullable(),
    amps2: p.double().nullable().fieldName("amps2"),
    amps3: p.double().nullable().fieldName("amps3"),
    packC: p.double().nullable(),
    plugC: p.double().nullable(),
    outsideC: p.double().nullable(),
    counterWh: p.double().nullable(),
  },
});
