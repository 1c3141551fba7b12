import type { EntityManager } from "@mikro-orm/core";
import { KIND_NAMES, type Garage, type Kind } from "@kettleback/core";
import { DEMO_GARAGES } from "@kettleback/core/demo";
import { ENTITY_OF, HouseholdRow } from "./entities";

/** Kinds with the ones others belong to first. */
const PARENTS_FIRST: readonly Kind[] = [
  "tariffs",
  "places",
  "outlets",
  ...KIND_NAMES.filter((kind) => !["tariffs", "places", "outlets"].includes(kind)),
];

/** Puts the demo households into an empty database, in one transaction; does nothing to one that has households. */
export async function seedDemo(em: EntityManager): Promise<void> {
  await em.transactional(async (tx) => {
    if ((await tx.count(HouseholdRow)) > 0) return;
    for (const garage of DEMO_GARAGES) persistGarage(tx, garage);
  });
}

function persistGarage(tx: EntityManager, garage: Garage): void {
  const { id, spec } = garage.household;
  const household = tx.create(HouseholdRow, { id, spec } as never);
  tx.persist(household);
  for (const kind of PARENTS_FIRST)
    for (const row of garage[kind])
      tx.persist(
        tx.create(ENTITY_OF[kind], {
          id: row.id,
          spec: row.spec,
          household: id,
          ...(row.parentId ? { parent: row.parentId } : {}),
        } as never),
      );
}
