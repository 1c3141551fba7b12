import { connectionOf, type Plan, type Solution } from "../../engine/plan";
import { cutRun, socAt } from "../../engine/session";
import { bill, pricesOf, stretchesOf } from "../../engine/tariff";
import { amountOf, type Seconds, type WattHours } from "../../trade/units";

/** What a session has come to by one time of leaving. */
export interface Leaving {
  readonly at: Seconds;
  readonly storedWh: WattHours;
  /** Currency units. */
  readonly cost: number;
  readonly perKWhStored: number;
}

/** Times of leaving looked at evenly; edges of prices and of the target come on top. */
const EVENLY = 120;
/** Least energy (Wh) a price a kWh is told of: below it a fee alone decides. */
const LEAST_WH = 100;

/**
 * What a session costs for every kWh in the battery, by when one leaves.
 * @example leavingTimes(plan, solution, null).length > 100 // true
 */
export function leavingTimes(plan: Plan, solution: Solution, limit: Seconds | null): Leaving[] {
  const { whole, start, clock, circuit, secondsToTarget } = solution;
  const until = Math.min(limit ?? Infinity, Math.max(secondsToTarget, clock.departure ?? 0));
  const connection = connectionOf(plan, circuit, clock);
  const prices = pricesOf(plan.tariff);
  const edges = prices.plain
    ? []
    : stretchesOf(prices, whole, clock, 0, Math.max(until, whole.end.elapsed), connection.volts ?? 230).map(
        ({ to }) => to,
      );
  const even = Array.from({ length: EVENLY }, (_, i) => ((i + 1) * until) / EVENLY);
  const times = [...new Set([...even, ...edges, secondsToTarget])]
    .filter((at) => at > 0 && at <= until)
    .sort((a, b) => a - b);
  return times.flatMap((at): Leaving[] => {
    const storedWh = (socAt(whole, start, at) - start.soc) * circuit.pack.usableWh;
    if (storedWh < LEAST_WH) return [];
    const [done] = cutRun(whole, start, at);
    const cost = amountOf(bill(plan.tariff, done, clock, { ...connection, to: at }).total);
    return [{ at, storedWh: storedWh as WattHours, cost, perKWhStored: cost / (storedWh / 1000) }];
  });
}

/**
 * The time of leaving at which a kWh in the battery costs least; of equal ones the latest, which takes most.
 * @example bestLeaving(leavingTimes(overnight, overnightSolved, null))?.perKWhStored // 0.3025
 */
export const bestLeaving = (leavings: readonly Leaving[]): Leaving | undefined =>
  leavings.reduce<Leaving | undefined>(
    (best, next) => (!best || next.perKWhStored <= best.perKWhStored * (1 + 1e-9) ? next : best),
    undefined,
  );
