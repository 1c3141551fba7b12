import {
  acceptanceOf,
  leadOhms,
  usualDraw,
  type AcceptancePoint,
  type Assumed,
  type Car,
} from "../../things/parts";
import { compile, isRefusal } from "../../engine/path";
import { pathOf, type Plan } from "../../engine/plan";
import { phasesAt } from "../../things/parts";

/** What sessions may tell of one's own car and wiring. */
export const CALIBRATED = [
  "ownDraw",
  "efficiency",
  "capacity",
  "acceptance",
  "resistance",
  "economy",
] as const;
/** A figure sessions may tell. */
export type Calibrated = (typeof CALIBRATED)[number];

/** A figure that is fitted: where it is looked for, and what is usual before anything was measured. */
export interface Parameter {
  readonly id: Exclude<Calibrated, "economy">;
  readonly name: string;
  readonly unit: string;
  readonly digits: number;
  /** What it is now. */
  of(plan: Plan): number;
  /** Where it may lie at all. */
  within(plan: Plan): readonly [number, number];
  /** How far from what it is taken for it usually lies (one standard deviation, common practice). */
  usual(plan: Plan): number;
  /** @param reference the way it is told for: wiring and leads elsewhere are others */
  put(plan: Plan, value: number, reference: Plan): Plan;
}

const withCar = (plan: Plan, car: Partial<Car>): Plan => ({ ...plan, car: { ...plan.car, ...car } });

/** Of a battery, its acceptance so many times as much; cells and span as they are. */
const scaledCurve = (points: readonly AcceptancePoint[], factor: number): AcceptancePoint[] =>
  points.map(({ soc, watts }) => ({ soc, watts: Math.min(1_000_000, Math.max(100, watts * factor)) }));

/** Resistance (Ω) of one conductor between the board and the unit, by lead or by wiring. */
const wayOhms = (plan: Plan): number => {
  if (plan.lead) return leadOhms(plan.lead, phasesAt(plan.outlet).phases);
  const circuit = compile(pathOf(plan));
  return isRefusal(circuit) ? 0 : circuit.ohmsBy.circuit;
};

/** Whether two plans charge over the same wiring and the same lead, as far as their names say. */
export const sameWiring = (a: Plan, b: Plan): boolean =>
  a.outlet.name === b.outlet.name && a.lead?.name === b.lead?.name;

/** The figures that are fitted together. */
export const PARAMETERS: readonly Parameter[] = [
  {
    id: "ownDraw",
    name: "what the car draws for itself",
    unit: "W",
    digits: 0,
    of: ({ car }) => car.ownDrawW,
    within: () => [0, 1_500],
    usual: ({ car }) => {
      const { low, high } = usualDraw(car);
      return Math.max(60, (high - low) / 2);
    },
    put: (plan, ownDrawW) => withCar(plan, { ownDrawW }),
  },
  {
    id: "efficiency",
    name: "the onboard charger’s efficiency",
    unit: "%",
    digits: 1,
    of: ({ car }) => car.charger.efficiency * 100,
    within: () => [75, 98.5],
    usual: () => 2.5,
    put: (plan, percent) => withCar(plan, { charger: { ...plan.car.charger, efficiency: percent / 100 } }),
  },
  {
    id: "capacity",
    name: "what the battery holds",
    unit: "kWh",
    digits: 1,
    of: ({ car }) => car.battery.usableWh / 1000,
    within: ({ car }) => [(car.battery.usableWh * 0.55) / 1000, (car.battery.usableWh * 1.2) / 1000],
    usual: ({ car }) => (car.battery.usableWh * 0.08) / 1000,
    put: (plan, kWh) => {
      const { grossWh, ...battery } = plan.car.battery;
      const usableWh = kWh * 1000;
      return withCar(plan, {
        battery: {
          ...battery,
          usableWh,
          ...(grossWh !== undefined && grossWh >= usableWh ? { grossWh } : {}),
        },
      });
    },
  },
  {
    id: "acceptance",
    name: "what the battery takes, of its curve",
    unit: "%",
    digits: 0,
    of: () => 100,
    within: () => [40, 180],
    usual: () => 20,
    put: (plan, percent) => {
      const points = acceptanceOf(plan.car.battery, plan.evse.kind === "rapid");
      return points && percent !== 100
        ? withCar(plan, { battery: { ...plan.car.battery, acceptance: scaledCurve(points, percent / 100) } })
        : plan;
    },
  },
  {
    id: "resistance",
    name: "the lead or the wiring, one conductor",
    unit: "Ω",
    digits: 3,
    of: wayOhms,
    within: () => [0, 2],
    usual: () => 0.15,
    put: (plan, ohms, reference) =>
      plan.evse.kind === "rapid" || !sameWiring(plan, reference)
        ? plan
        : plan.lead
          ? {
              ...plan,
              lead: { ...plan.lead, resistance: { by: "loop", loopOhms: 2 * ohms } },
            }
          : {
              ...plan,
              outlet: {
                ...plan.outlet,
                circuit: { ...plan.outlet.circuit, measuredOhms: ohms },
              },
            },
  },
];

/** Which of a car's figures a parameter is, where it is one. */
export const FIGURE_OF: Readonly<Partial<Record<Calibrated, Assumed>>> = {
  ownDraw: "ownDraw",
  efficiency: "efficiency",
  capacity: "capacity",
  acceptance: "acceptance",
  economy: "economy",
};
