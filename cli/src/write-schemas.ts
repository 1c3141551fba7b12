import { mkdirSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { published } from "./published";

/** Writes what is published under docs/. */
for (const [name, text] of Object.entries(published())) {
  const file = join(import.meta.dirname, "../../docs", name);
  mkdirSync(dirname(file), { recursive: true });
  writeFileSync(file, text);
}
