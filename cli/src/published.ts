import { planJsonSchema, planOf, printPlan } from "@kettleback/core";
import { fallowQuay } from "@kettleback/core/demo";

/** The published schemas and an example of each format, by their place under docs/, from the core's own definitions. */
export function published(): Record<string, string> {
  const example = planOf(fallowQuay, fallowQuay.paths[0]!.spec);
  if (!example.ok) throw new Error(JSON.stringify(example.problems));
  return {
    "schemas/plan.schema.json": `${JSON.stringify(planJsonSchema(), null, 2)}\n`,
    "examples/plover-overnight.plan.json": printPlan(example.value),
  };
}
