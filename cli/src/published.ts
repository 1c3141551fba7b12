import {
  documentOf,
  householdJsonSchema,
  LINEUP_FORMAT,
  lineupJsonSchema,
  openLineup,
  planJsonSchema,
  planOf,
  printLineup,
  printPlan,
  SPEC_VERSION,
  startLineup,
} from "@kettleback/core";
import { fallowQuay } from "@kettleback/core/demo";

/** The published schemas and an example of each format, by their place under docs/, from the core's own definitions. */
export function published(): Record<string, string> {
  const example = planOf(fallowQuay, fallowQuay.paths[0]!.spec);
  if (!example.ok) throw new Error(JSON.stringify(example.problems));
  const saved = startLineup(fallowQuay, example.value.session);
  const lineup = documentOf(saved.name, openLineup(fallowQuay, saved));
  return {
    "schemas/plan.schema.json": `${JSON.stringify(planJsonSchema(), null, 2)}\n`,
    "schemas/household.schema.json": `${JSON.stringify(householdJsonSchema(), null, 2)}\n`,
    "schemas/lineup.schema.json": `${JSON.stringify(lineupJsonSchema(), null, 2)}\n`,
    "examples/every-way.lineup.json": printLineup({
      format: LINEUP_FORMAT,
      version: SPEC_VERSION,
      ...lineup,
    }),
    "examples/plover-overnight.plan.json": printPlan(example.value),
  };
}
