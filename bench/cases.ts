import {
  compile,
  isRefusal,
  pathOf,
  planOf,
  type Circuit,
  type SweepSpec,
  type Plan,
  type QuantityId,
} from "@kettleback/core";
import { DEMO_GARAGES } from "@kettleback/core/demo";

/** Every path of the demo as a plan. */
export const demoPlans: readonly Plan[] = DEMO_GARAGES.flatMap((garage) =>
  garage.paths.map(({ spec }) => {
    const plan = planOf(garage, spec);
    if (!plan.ok) throw new Error(spec.name);
    return plan.value;
  }),
);

export const planNamed = (name: string): Plan => demoPlans.find((p) => p.name.startsWith(name))!;

export function circuitOf(plan: Plan): Circuit {
  const circuit = compile(pathOf(plan));
  if (isRefusal(circuit)) throw new Error(circuit.message);
  return circuit;
}

/** A night whose battery tapers from 60 % on, far below what the path brings near the top. */
export const taperingNight = (): Plan => {
  const plan = planNamed("Grosbeak at the sugar shack");
  const acceptance = [
    { soc: 0, watts: 30_000 },
    { soc: 0.6, watts: 12_000 },
    { soc: 0.85, watts: 5_000 },
    { soc: 0.95, watts: 2_500 },
    { soc: 1, watts: 900 },
  ];
  return { ...plan, car: { ...plan.car, battery: { ...plan.car.battery, acceptance } } };
};

const PERCENT = [0, 8, 15, 25, 35, 45, 55, 65, 75, 85, 95, 100];
const KW = [70, 120, 150, 146, 130, 112, 95, 78, 60, 38, 14, 4];

/** A 150 kW station, a pack at −8 °C heated with 4 kW, a curve of twelve points. */
export const coldRapid = (): Plan => {
  const plan = planNamed("Curlew on the ferry rapid");
  const acceptance = PERCENT.map((percent, i) => ({ soc: percent / 100, watts: KW[i]! * 1000 }));
  if (plan.evse.kind !== "rapid") throw new Error("the ferry's station");
  return {
    ...plan,
    car: { ...plan.car, battery: { ...plan.car.battery, acceptance } },
    evse: { ...plan.evse, maxW: 150_000, maxAmps: 375, shared: false },
    session: { ...plan.session, fromSoc: 0.1, toSoc: 0.9, batteryC: -8, heatingW: 4_000, neededBy: null },
  };
};

/** Sweeps people look at, with the ratio to a loop over whole plans they are held to. */
export function sweeps(): { what: string; plan: Plan; spec: SweepSpec; least: number }[] {
  const plan = planNamed("Curlew at the harbour with the wrong cable");
  const axis = (quantity: QuantityId, from: number, to: number) => ({ quantity, from, to, count: 40 });
  return [
    {
      what: "current × run, power into the battery",
      plan,
      spec: { x: axis("step", 6, 32), y: axis("run", 5, 80), of: "batteryW" },
      least: 3,
    },
    {
      what: "current × start, time to the target",
      plan,
      spec: { x: axis("step", 6, 32), y: axis("start", 0, 60), of: "secondsToTarget" },
      least: 3,
    },
    {
      what: "current × run, cost",
      plan,
      spec: { x: axis("step", 6, 32), y: axis("run", 5, 80), of: "cost" },
      least: 3,
    },
  ];
}
