import type { EntityManager } from "@mikro-orm/core";
import { adopt, pathFromPlan, type Kept, type PathPart, type Plan } from "@kettleback/core";
import { garageOf } from "./garage";
import { addTo } from "./keep";
import { refused } from "./problem";

/**
 * Takes a plan into a household: parts it already keeps are used, the others added, and the path saved, all in one
 * transaction, so that nothing is half imported.
 */
export const importPlan = (em: EntityManager, householdId: string, plan: Plan): Promise<Kept<unknown>> =>
  em.transactional(async (tx) => {
    const garage = await garageOf(tx, householdId);
    const { currency } = garage.household.spec;
    if (plan.household.currency !== currency)
      throw refused([
        {
          field: "household.currency",
          message: `this household counts in ${currency}, the plan in ${plan.household.currency}: import it into one that counts in ${plan.household.currency}`,
        },
      ]);
    const ids: Partial<Record<PathPart, string>> = {};
    // A portable unit belongs to no outlet; everything else to what it came with.
    const parentOf: Partial<Record<PathPart, PathPart>> = {
      place: "tariff",
      outlet: "place",
      ...(plan.evse.kind === "portable" ? {} : { evse: "outlet" }),
    };
    for (const { part, kind, spec, id } of adopt(garage, plan)) {
      const parentId = ids[parentOf[part]!] ?? null;
      ids[part] = id ?? (await addTo(tx, kind, householdId, { spec, parentId })).id;
    }
    return addTo(tx, "paths", householdId, { spec: pathFromPlan(plan, ids), parentId: null });
  });
