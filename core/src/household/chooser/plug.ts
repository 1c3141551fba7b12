import { plugsFor, type ConnectorId } from "../../trade/connectors";
import type { Car } from "../../things/parts";
import { plugOf } from "../start";
import type { SupplyId } from "../../trade/supply";

/**
 * The plug a car's own cable or portable ends in: the region's where the car takes it, else the first it takes.
 * @example plugFor(plan.car, "230/400") // "type2"
 */
export function plugFor(car: Car, system: SupplyId): ConnectorId {
  const usual = plugOf("AC", system);
  const plugs = plugsFor(car.inlets, "AC");
  return plugs.includes(usual) ? usual : (plugs[0] ?? usual);
}
