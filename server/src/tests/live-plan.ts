import { planOf as planFrom, type Plan } from "@kettleback/core";
import { fallowQuay } from "@kettleback/core/demo";

/** The plan of a path of the demo, changed as a test wants it. */
export function planOf(id: string, change: (plan: Plan) => Plan = (plan) => plan): Plan {
  const made = planFrom(fallowQuay, fallowQuay.paths.find((path) => path.id === id)!.spec);
  if (!made.ok) throw new Error(made.problems[0]!.message);
  return change(made.value);
}

/** The way of the hall, its unit on a circuit that leaves 12 A for it where the car would pull 16 A. */
export const sharedHall = (): Plan =>
  planOf("fq-path-curlew-hall", (plan) => ({
    ...plan,
    car: { ...plan.car, charger: { ...plan.car.charger, settable: true } },
    evse: { ...plan.evse, maxAmps: 16, steps: [] },
    outlet: { ...plan.outlet, circuit: { ...plan.outlet.circuit, breakerAmps: 20, otherLoadAmps: 8 } },
  }));

/** What a charge point is asked to start. */
export const wantedPart = (plan: Plan) => ({ plan, carId: "fq-curlew", placeId: "fq-hall" });
