import { defineEntity, p, type EntitySchema } from "@mikro-orm/core";
import type { Household, Kind } from "@kettleback/core";

/** Columns every kept thing has. The description is one JSON document, checked by the core's schema on the way in. */
const columns = <Spec>() => ({
  id: p.string().primary(),
  /** Raised on every write; a writer who saw an older one is refused. */
  version: p.integer().version(),
  spec: p.json<Spec>(),
  createdAt: p.datetime().onCreate(() => new Date()),
  updatedAt: p
    .datetime()
    .onCreate(() => new Date())
    .onUpdate(() => new Date()),
});

export const HouseholdRow = defineEntity({
  name: "Household",
  tableName: "household",
  properties: { ...columns<Household>() },
});

/** A row of any kind of thing a household keeps. */
export interface KeptRow {
  id: string;
  version: number;
  spec: object;
  createdAt: Date;
  updatedAt: Date;
  /** Set while deleted; cleared by undo. */
  deletedAt?: Date | null;
  household: { id: string };
  parent?: { id: string } | null;
}

const keptEntity = (name: string, tableName: string, parent?: EntitySchema): EntitySchema<KeptRow> =>
  defineEntity({
    name,
    tableName,
    properties: {
      ...columns<object>(),
      deletedAt: p.datetime().nullable(),
      household: () => p.manyToOne(HouseholdRow).index(),
      ...(parent ? { parent: () => p.manyToOne(parent).nullable().index() } : {}),
    },
  }) as unknown as EntitySchema<KeptRow>;

const cars = keptEntity("Car", "car");
const tariffs = keptEntity("Tariff", "tariff");
const places = keptEntity("Place", "place", tariffs);
const outlets = keptEntity("Outlet", "outlet", places);
const units = keptEntity("Unit", "unit", outlets);
const cables = keptEntity("Cable", "cable");
const leads = keptEntity("Lead", "lead");
const adapters = keptEntity("Adapter", "adapter");
const paths = keptEntity("SavedPath", "saved_path");

/** The entity behind each kind of the core's table of kinds. */
export const ENTITY_OF: Record<Kind, EntitySchema<KeptRow>> = {
  cars,
  places,
  outlets,
  units,
  cables,
  leads,
  adapters,
  tariffs,
  paths,
};
