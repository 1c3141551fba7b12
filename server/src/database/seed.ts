import type { EntityManager } from "@mikro-orm/core";
import { PARENTS_FIRST, SPEC_VERSION, type Garage } from "@kettleback/core";
import { DEMO_GARAGES } from "@kettleback/core/demo";
import { ENTITY_OF, HouseholdRow } from "./entities";

/** Puts the demo households into an empty database, in one transaction; does nothing to one that has households. */
export async function seedDemo(em: EntityManager): Promise<void> {
  await em.transactional(async (tx) => {
    if ((await tx.count(HouseholdRow)) > 0) return;
    let moment = Date.now();
    // Things are shown in the order they were made: each gets a moment of its own.
    for (const garage of DEMO_GARAGES) persistGarage(tx, garage, () => new Date(moment++));
  });
}

/** Makes the rows of a garage. @param next the moment each is made at, so that they are shown in their order */
export function persistGarage(tx: EntityManager, garage: Garage, next: () => Date): void {
  const { id, spec } = garage.household;
  tx.persist(tx.create(HouseholdRow, { id, spec, specVersion: SPEC_VERSION, createdAt: next() } as never));
  for (const kind of PARENTS_FIRST)
    for (const row of garage[kind])
      tx.persist(
        tx.create(ENTITY_OF[kind], {
          id: row.id,
          spec: row.spec,
          specVersion: SPEC_VERSION,
          household: id,
          createdAt: next(),
          ...(row.parentId ? { parent: row.parentId } : {}),
        } as never),
      );
}
