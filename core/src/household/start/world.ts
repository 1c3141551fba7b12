import type { Garage } from "../garage";
import type { SupplyId } from "../../trade/supply";

/**
 * The supply of a household: that of most of its outlets.
 * @example worldOf(garage) // "230/400"
 */
export function worldOf(garage: Pick<Garage, "outlets">): SupplyId {
  const count = new Map<SupplyId, number>();
  for (const { spec } of garage.outlets)
    count.set(spec.supply.system, (count.get(spec.supply.system) ?? 0) + 1);
  return [...count].sort((a, b) => b[1] - a[1])[0]?.[0] ?? "230/400";
}
