import { planOf as planFrom, type Plan } from "@kettleback/core";
import { fallowQuay } from "@kettleback/core/demo";

/** The plan of a path of the demo, changed as a test wants it. */
export function planOf(id: string, change: (plan: Plan) => Plan = (plan) => plan): Plan {
  const made = planFrom(fallowQuay, fallowQuay.paths.find((path) => path.id === id)!.spec);
  if (!made.ok) throw new Error(made.problems[0]!.message);
  return change(made.value);
}

/** What a charge point is asked to start. */
export const wantedPart = (plan: Plan) => ({ plan, carId: "fq-curlew", placeId: "fq-hall" });
