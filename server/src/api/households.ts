import { randomUUID } from "node:crypto";
import type { EntityManager } from "@mikro-orm/core";
import { SPEC_VERSION, type Household, type Kept, type Plan } from "@kettleback/core";
import { DEMO_GARAGES } from "@kettleback/core/demo";
import { HouseholdRow, persistDemo } from "../database";
import type { StandInsAt } from "../outside/stand-ins-at";
import { importPlan } from "./import-plan";
import { addTo, householdOf, readHousehold, requireVersion, type UnreadHousehold } from "./keep";
import { notFound } from "./problem";

/** The households there are, oldest first; what is deleted is left out, and what cannot be read is named. */
export async function householdsOf(em: EntityManager): Promise<(Kept<Household> | UnreadHousehold)[]> {
  const rows = await em.find(HouseholdRow, { deletedAt: null }, { orderBy: { createdAt: "asc", id: "asc" } });
  return rows.map(readHousehold);
}

/**
 * Adds a household, with what its first plan brings: the tariff, a place for the outlet, the parts and the path, all in
 * one transaction.
 */
export const addHousehold = (
  em: EntityManager,
  spec: Household,
  plan: Plan | null,
): Promise<Kept<Household>> =>
  em.transactional(async (tx) => {
    const id = randomUUID();
    const row = tx.create(HouseholdRow, { id, spec, specVersion: SPEC_VERSION } as never);
    await tx.persist(row).flush();
    if (plan) {
      const tariff = await addTo(tx, "tariffs", id, { spec: plan.tariff, parentId: null });
      const place = await addTo(tx, "places", id, {
        spec: plan.place ?? { name: "Home" },
        parentId: tariff.id,
      });
      await addTo(tx, "outlets", id, { spec: plan.outlet, parentId: place.id });
      await importPlan(tx, id, plan);
    }
    return householdOf(row);
  });

/** Takes a household away with all it keeps, or brings it back; undo is the other call. */
export const setHouseholdDeleted = (
  em: EntityManager,
  id: string,
  version: number,
  deleted: boolean,
): Promise<Kept<Household>> =>
  em.transactional(async (tx) => {
    const row = await tx.findOne(HouseholdRow, {
      id,
      arrivingSince: null,
      deletedAt: deleted ? null : { $ne: null },
    });
    if (!row) throw notFound(`household ${id}`);
    requireVersion(row.version, version, "household", householdOf(row));
    row.deletedAt = deleted ? new Date() : null;
    await tx.flush();
    return householdOf(row);
  });

/** Puts the demo's households in beside one's own, as they were made or, taken out before, as they were left. */
export const putDemo = (em: EntityManager, at?: StandInsAt): ReturnType<typeof householdsOf> =>
  em.transactional(async (tx) => {
    let moment = Date.now();
    for (const garage of DEMO_GARAGES) {
      const row = await tx.findOne(HouseholdRow, { id: garage.household.id });
      if (row) row.deletedAt = null;
      else await persistDemo(tx, garage, () => new Date(moment++), at);
    }
    await tx.flush();
    return householdsOf(tx);
  });
