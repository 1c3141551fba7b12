import { isRefusal, type LinkKind } from "../../engine/path";
import { solvePlan } from "../../engine/plan";
import { QUANTITY_IDS, quantityOf, type QuantityId } from "./quantities";
import type { Row } from "./row";

/** By which quantity each link is widened, the likeliest first. */
const WIDENED_BY: Readonly<Record<LinkKind, readonly QuantityId[]>> = {
  circuit: ["breaker", "step"],
  outlet: ["step"],
  lead: ["lead"],
  evse: ["step", "evse", "station-amps", "station"],
  cable: ["cable", "evse", "station-amps"],
  adapter: ["evse", "station-amps"],
  inlet: ["charger", "station-amps"],
  charger: ["charger"],
  battery: ["station-amps", "station", "temperature"],
};

/** Share of the power by which a quantity must move it. */
const MOVES = 0.02;

/** Whether any size of a quantity gives another power than there is now. */
function moves({ plan, batteryW, solution }: Row, id: QuantityId): boolean {
  const quantity = quantityOf(id);
  return quantity.sizes(plan).some((size) => {
    const then = solvePlan(quantity.with(plan, size), solution.clock);
    const power = isRefusal(then) ? 0 : then.moment.balance.stored;
    return Math.abs(power - batteryW) > MOVES * batteryW;
  });
}

/**
 * The quantity of a way that is worth varying first: that of its narrowest link, where it moves anything.
 * @example quantityThatMatters(lineupRow) // "cable"
 */
export function quantityThatMatters(row: Row): QuantityId {
  const can = [...WIDENED_BY[row.narrowest], ...QUANTITY_IDS].filter(
    (id) => !quantityOf(id).never?.(row.plan),
  );
  return can.find((id) => moves(row, id)) ?? can[0]!;
}
