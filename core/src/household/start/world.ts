import type { Garage } from "../garage";
import { regionOf } from "./regions";
import type { SupplyId } from "../../trade/supply";

/**
 * The supply of a household: that of most of its outlets, and where it has none that of the houses where it lives.
 * @example worldOf(garage) // "230/400"
 */
export function worldOf({ outlets, household }: Pick<Garage, "outlets" | "household">): SupplyId {
  const count = new Map<SupplyId, number>();
  for (const { spec } of outlets) count.set(spec.supply.system, (count.get(spec.supply.system) ?? 0) + 1);
  return [...count].sort((a, b) => b[1] - a[1])[0]?.[0] ?? regionOf(household.spec).system;
}
