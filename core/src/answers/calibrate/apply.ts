import { acceptanceOf, type Car, type MeasuredFigure } from "../../things/parts";
import type { Plan } from "../../engine/plan";
import type { FigureTold } from "./calibrate";
import type { EconomyTold } from "./economy";
import { FIGURE_OF, PARAMETERS } from "./parameters";

/** What is taken over from what sessions told, by figure. */
export interface TakenOver {
  readonly estimates: readonly FigureTold[];
  readonly economy: EconomyTold | null;
  readonly sessions: number;
  /** A day: 2026-11-28. */
  readonly on: string;
}

const rounded = (value: number, digits: number): number => Math.round(value * 10 ** digits) / 10 ** digits;

/**
 * A car with what sessions told of it, marked as measured and no longer as assumed. A curve is scaled whole.
 * @param rapid whether its sessions were rapid ones: of a car without a curve the usual one is scaled
 * @example measuredCar(plan.car, { estimates: [], economy: null, sessions: 3, on: "2026-11-28" }, false).name === plan.car.name // true
 */
export function measuredCar(car: Car, { estimates, economy, sessions, on }: TakenOver, rapid: boolean): Car {
  const told = estimates.filter(({ id }) => id !== "resistance");
  const measured = new Map<MeasuredFigure["of"], MeasuredFigure>(car.measured?.map((one) => [one.of, one]));
  let made = car;
  for (const { id, value, low, high, digits } of told) {
    const parameter = PARAMETERS.find((one) => one.id === id)!;
    const of = FIGURE_OF[id]!;
    const plan = { car: made, evse: { kind: rapid ? "rapid" : "wallbox" } } as Plan;
    if (id === "acceptance" && !acceptanceOf(made.battery, rapid)) continue;
    made = parameter.put(plan, rounded(value, digits), plan).car;
    measured.set(of, { of, on, sessions, low: rounded(low, digits), high: rounded(high, digits) });
  }
  if (economy) {
    made = { ...made, whPerKm: rounded(economy.value, 0) };
    measured.set("economy", {
      of: "economy",
      on,
      sessions: economy.drives,
      low: rounded(economy.low, 0),
      high: rounded(economy.high, 0),
    });
  }
  const { assumed, ...rest } = made;
  const still = assumed?.filter((figure) => !measured.has(figure)) ?? [];
  return {
    ...rest,
    ...(still.length > 0 ? { assumed: still } : {}),
    ...(measured.size > 0 ? { measured: [...measured.values()] } : {}),
  };
}

/** The figure of a car that a mark is about, to see whether somebody typed another. */
const FIGURES_OF: Readonly<Record<MeasuredFigure["of"], (car: Car) => unknown>> = {
  ownDraw: ({ ownDrawW }) => ownDrawW,
  efficiency: ({ charger }) => charger.efficiency,
  economy: ({ whPerKm }) => whPerKm,
  capacity: ({ battery }) => battery.usableWh,
  charger: ({ charger }) => JSON.stringify(charger.limits),
  acceptance: ({ battery }) => JSON.stringify(battery.acceptance ?? null),
};

/**
 * A car as it was changed by hand: what somebody typed anew is no longer measured.
 * @example stillMeasured(plan.car, plan.car) === plan.car // true
 */
export function stillMeasured(before: Car, after: Car): Car {
  if (!after.measured) return after;
  const measured = after.measured.filter(({ of }) => FIGURES_OF[of](before) === FIGURES_OF[of](after));
  const { measured: _, ...rest } = after;
  return measured.length > 0 ? { ...rest, measured } : rest;
}
