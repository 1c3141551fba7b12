import { createRequire } from "node:module";
import { join } from "node:path";
import {
  bill,
  clockOf,
  clockOfPlan,
  connectionOf,
  isRefusal,
  optimum,
  placingOf,
  schedulesOf,
  solvePlan,
  type Plan,
  type Slot,
  type Tariff,
  type TariffElement,
} from "@kettleback/core";
import { planNamed } from "./cases";
import { Limits } from "./limits";
import { perSecond, round } from "./rate";

/** Measures money: pricing a session, and the cheapest schedule against a linear programme. */
const limits = new Limits();

/** Forty elements: every hour of working days its own price, sixteen more by weekend, power and amount. */
function fortyElements(): Tariff {
  const hour = (h: number) => `${String(h % 24).padStart(2, "0")}:00`;
  const of = (price: number, restrictions: TariffElement["restrictions"]): TariffElement => ({
    price_components: [{ type: "ENERGY", price, vat: 20, step_size: 1 }],
    ...(restrictions ? { restrictions } : {}),
  });
  const working = ["MONDAY", "TUESDAY", "WEDNESDAY", "THURSDAY", "FRIDAY"] as const;
  return {
    name: "forty",
    elements: [
      ...Array.from({ length: 24 }, (_, h) =>
        of(0.2 + h / 100, { start_time: hour(h), end_time: hour(h + 1), day_of_week: [...working] }),
      ),
      ...Array.from({ length: 12 }, (_, h) =>
        of(0.3 + h / 100, { start_time: hour(2 * h), end_time: hour(2 * h + 2), day_of_week: ["SATURDAY"] }),
      ),
      of(0.5, { min_kwh: 60 }),
      of(0.45, { min_power: 50 }),
      { price_components: [{ type: "FLAT", price: 0.5, step_size: 1 }] },
      of(0.4, undefined),
    ],
  };
}

/** A week at the plug with a price every quarter of an hour. */
function weekOfQuarters(): Plan {
  const plan = planNamed("Curlew overnight on the slip");
  const prices = Array.from(
    { length: 7 * 96 },
    (_, i) => Math.round(1e4 * (0.2 + 0.1 * Math.sin(i / 11) + 0.07 * Math.sin(i * 2.3))) / 1e4,
  );
  return {
    ...plan,
    tariff: {
      name: "by the quarter",
      elements: [{ price_components: [{ type: "ENERGY", price: 0.5, step_size: 1 }] }],
      kettleback: { hourly: { starts_at: "2026-11-23T18:00:00Z", minutes: 15, prices, markup: 0 } },
    },
    session: { ...plan.session, pluggedInAt: "2026-11-23T18:00", neededBy: null },
  };
}

{
  const plan = planNamed("Curlew overnight on the slip");
  const clock = clockOfPlan(plan);
  const solved = solvePlan(plan, clock);
  if (isRefusal(solved)) throw new Error(solved.message);
  const tariff = fortyElements();
  const connection = connectionOf(plan, solved.circuit, clock);
  const rate = perSecond(() => bill(tariff, solved.run, clock, connection));
  console.log(`Pricing a session against 40 elements: ${round(rate)} a second`);
  limits.atLeast("pricings a second against 40 elements", rate, 20_000);
}

/** The linear programme of a schedule, as text a solver reads. */
function programme(slots: readonly Slot[], energyWh: number): string {
  const each = slots.flatMap(({ rates }, i) => rates.map((rate, j) => ({ rate, name: `x${i}_${j}` })));
  const signed = (n: number) => `${n < 0 ? "-" : "+"} ${Math.abs(n)}`;
  return [
    "Minimize",
    ` cost: ${each.map(({ rate, name }) => `${signed(rate.cost)} ${name}`).join(" ")}`,
    "Subject To",
    ` stored: ${each.map(({ rate, name }) => `${signed(rate.storedW)} ${name}`).join(" ")} = ${energyWh}`,
    ...slots.map(
      ({ hours, rates }, i) => ` s${i}: ${rates.map((_, j) => `+ 1 x${i}_${j}`).join(" ")} <= ${hours}`,
    ),
    "End",
  ].join("\n");
}

interface Highs {
  solve(text: string, options?: object): { ObjectiveValue: number };
}

{
  const plan = weekOfQuarters();
  const clock = { ...clockOf(plan.session, plan.household.timeZone), departure: 7 * 86_400 };
  const solved = solvePlan(plan, clock);
  if (isRefusal(solved)) throw new Error(solved.message);
  const whole = perSecond(() => schedulesOf(plan, solved));
  console.log(`All schedules over 7 days in quarter hours: ${(1000 / whole).toFixed(1)} ms`);
  limits.atMost("schedules over 7 days in quarter hours, in ms", 1000 / whole, 16.7);

  const { slots } = placingOf(plan, solved);
  const energy = (plan.session.toSoc - plan.session.fromSoc) * solved.circuit.pack.usableWh;
  const own = perSecond(() => optimum(slots, energy));
  const load = createRequire(join(process.cwd(), "package.json"))("highs") as () => Promise<Highs>;
  const highs = await load();
  const text = programme(slots, energy);
  const tight = { primal_feasibility_tolerance: 1e-10, dual_feasibility_tolerance: 1e-10 };
  const start = performance.now();
  const reference = highs.solve(text, tight).ObjectiveValue;
  const other = Math.min(
    performance.now() - start,
    ...[1, 2, 3].map(() => timed(() => highs.solve(text, tight))),
  );
  const error = Math.abs(optimum(slots, energy)!.cost / reference - 1);
  console.log(
    `The cheapest schedule: ${(1000 / own).toFixed(2)} ms, ${(other * (own / 1000)).toFixed(0)} × a linear programme (${other.toFixed(0)} ms), within ${error.toExponential(1)} of its cost`,
  );
  limits.atMost("cheapest schedule against the linear optimum", error, 1e-9);
  limits.atLeast("cheapest schedule against a linear programme's time", other * (own / 1000), 100);
}

function timed(job: () => void): number {
  const start = performance.now();
  job();
  return performance.now() - start;
}

limits.report();
