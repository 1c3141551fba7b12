import { mkdirSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { planJsonSchema, printPlan, planOf } from "@kettleback/core";
import { fallowQuay } from "@kettleback/core/demo";

/** Writes the published schemas and an example of each format from the core's own definitions. */
const docs = join(import.meta.dirname, "../../docs");
mkdirSync(join(docs, "schemas"), { recursive: true });
mkdirSync(join(docs, "examples"), { recursive: true });
writeFileSync(join(docs, "schemas/plan.schema.json"), `${JSON.stringify(planJsonSchema(), null, 2)}\n`);

const example = planOf(fallowQuay, fallowQuay.paths[0]!.spec);
if (!example.ok) throw new Error(JSON.stringify(example.problems));
writeFileSync(join(docs, "examples/plover-overnight.plan.json"), printPlan(example.value));
