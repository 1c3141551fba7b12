import { settableSteps } from "../steps";
import { pathOf, type Plan } from "../../engine/plan";
import { usualDraw, type Assumed, type Car } from "../../things/parts";
import { MIN_AMPS } from "../../trade/signals";
import type { Observation } from "./observation";

/** A figure of a car that a display may tell. */
export type FigureId = "ownDraw" | "economy" | "capacity" | "efficiency";

/** One figure of a car that may be another than it is taken for. */
export interface Figure {
  readonly id: FigureId;
  readonly name: string;
  readonly unit: string;
  /** What it is changed within to see what would make the display true, in `unit`. */
  readonly within: readonly [number, number];
  /** What is usual: beyond it the display is rather true for another reason (common practice). */
  usual(car: Car): readonly [number, number];
  of(car: Car): number;
  put(car: Car, value: number): Car;
  /** What observations hang on it. */
  readonly moves: readonly Observation["kind"][];
  /** The mark it bears while it is assumed. */
  readonly mark: Assumed;
}

/** Figures of a car, each alone able to explain a display. */
export const FIGURES: readonly Figure[] = [
  {
    id: "ownDraw",
    name: "the car's own draw",
    unit: "W",
    within: [0, 1_500],
    usual: (car) => {
      const { low, high } = usualDraw(car);
      return [low, high];
    },
    of: (car) => car.ownDrawW,
    put: (car, ownDrawW) => ({ ...car, ownDrawW }),
    moves: ["speed", "power", "left", "gained", "metered"],
    mark: "ownDraw",
  },
  {
    id: "economy",
    name: "what the car counts for a distance",
    unit: "Wh/km",
    within: [40, 700],
    // Slow and warm a third less, cold or fast half as much again.
    usual: ({ whPerKm }) => [whPerKm * 0.67, whPerKm * 1.5],
    of: (car) => car.whPerKm,
    put: (car, whPerKm) => ({ ...car, whPerKm }),
    moves: ["speed"],
    mark: "economy",
  },
  {
    id: "capacity",
    name: "the battery",
    unit: "kWh",
    within: [1, 400],
    // Packs age; papers state gross for usable.
    usual: ({ battery: { usableWh } }) => [(usableWh * 0.75) / 1000, (usableWh * 1.08) / 1000],
    of: (car) => car.battery.usableWh / 1000,
    put: (car, kWh) => ({ ...car, battery: withCapacity(car.battery, kWh * 1000) }),
    moves: ["left", "gained", "metered"],
    mark: "capacity",
  },
  {
    id: "efficiency",
    name: "the onboard charger's efficiency",
    unit: "%",
    within: [70, 99],
    usual: () => [86, 96],
    of: (car) => car.charger.efficiency * 100,
    put: (car, percent) => ({ ...car, charger: { ...car.charger, efficiency: percent / 100 } }),
    moves: ["speed", "power", "left", "gained", "metered"],
    mark: "efficiency",
  },
];

/** A battery of another capacity; cells it cannot have are no longer stated. */
function withCapacity({ grossWh, ...battery }: Car["battery"], usableWh: number): Car["battery"] {
  return { ...battery, usableWh, ...(grossWh !== undefined && grossWh >= usableWh ? { grossWh } : {}) };
}

/**
 * Lower currents than the one in view, which the unit or the car may be set to; the highest first.
 * @example lowerSteps(overnight, 10) // [8, 6]
 */
export function lowerSteps(plan: Plan, flowing: number): readonly number[] {
  const steps = settableSteps(pathOf(plan)).filter((amps) => amps < flowing - 0.5);
  return [...steps].reverse().filter((amps) => amps >= MIN_AMPS);
}

/**
 * The plan with its unit set to a current.
 * @example setTo(plan, 8).settings.evseAmps // 8
 */
export const setTo = (plan: Plan, amps: number): Plan => ({
  ...plan,
  settings: { ...plan.settings, evseAmps: amps },
});

/**
 * The plan with only one phase live, as behind a post's dead line; undefined where it has no more.
 * @example onOnePhase(overnight) === undefined // true
 */
export const onOnePhase = (plan: Plan): Plan | undefined =>
  plan.evse.kind !== "rapid" && plan.evse.phases > 1
    ? { ...plan, evse: { ...plan.evse, phases: 1 } }
    : undefined;
