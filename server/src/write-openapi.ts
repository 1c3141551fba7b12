import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { openApiText } from "./api/openapi";

/** Writes the description of the interface under docs/. */
writeFileSync(join(import.meta.dirname, "../../docs/openapi.json"), openApiText());
