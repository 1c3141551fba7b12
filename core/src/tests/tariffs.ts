import { clockOf, type Clock } from "../engine/clock";
import { fallowQuay } from "../household/demo";
import { planOf } from "../household/garage";
import type { PriceComponent, Restrictions, Tariff, TariffElement } from "../things/parts";
import { isRefusal } from "../engine/path";
import { solvePlan, type Plan, type Solution } from "../engine/plan";
import type { Run, Slice } from "../engine/session";
import { wattHours } from "../trade/units";

/** An element of prices, in steps of one unless said. */
export const element = (
  prices: Partial<
    Record<PriceComponent["type"], number | { price: number; vat?: number; step_size?: number }>
  >,
  restrictions?: Restrictions,
): TariffElement => ({
  price_components: Object.entries(prices).map(([type, of]) => ({
    type: type as PriceComponent["type"],
    step_size: 1,
    ...(typeof of === "number" ? { price: of } : of),
  })),
  ...(restrictions ? { restrictions } : {}),
});

export const tariffOf = (...elements: TariffElement[]): Tariff => ({ name: "test", elements });

/** A path of the Fallow Quay demo, solved. */
export function solvedDemo(
  index = 0,
  change: (plan: Plan) => Plan = (plan) => plan,
): { plan: Plan; solution: Solution } {
  const made = planOf(fallowQuay, fallowQuay.paths[index]!.spec);
  if (!made.ok) throw new Error(JSON.stringify(made.problems));
  const plan = change(made.value);
  const solution = solvePlan(plan);
  if (isRefusal(solution)) throw new Error(solution.message);
  return { plan, solution };
}

const template = solvedDemo().solution.run.slices[0]!;

/** A level stretch at the meter (kW) between two hours, a tenth of it lost. */
const slice = (kW: number, from: number, to: number): Slice => ({
  ...template,
  from: from * 3600,
  to: to * 3600,
  startW: kW * 900,
  endW: kW * 900,
  startWallW: kW * 1000,
  endWallW: kW * 1000,
  wall: wattHours(kW * 1000 * (to - from)),
  stored: wattHours(kW * 900 * (to - from)),
});

/** A run of level stretches: kW at the meter, from and to in hours. */
export const levelRun = (
  ...stretches: readonly (readonly [kW: number, from: number, to: number])[]
): Run => ({
  slices: stretches.map(([kW, from, to]) => slice(kW, from, to)),
  end: { soc: 1, packC: null, elapsed: stretches.at(-1)![2] * 3600 },
});

/** A clock that starts at a local time in a zone. */
export const clockAt = (pluggedInAt: string, zone = "Europe/Dublin"): Clock =>
  clockOf({ pluggedInAt, neededBy: null }, zone);
