// npm run laws: every law over all of its random cases, on a seed that is told so that a red run can be repeated.
import { randomInt } from "node:crypto";
import { ensurePackages, LAWS, run, say, tool } from "./lib.mjs";

await ensurePackages();
const seed = process.env.KETTLEBACK_SEED ?? String(randomInt(2 ** 31));
say(`laws, whole (repeat with KETTLEBACK_SEED=${seed} npm run laws)`);
process.exit(run(tool("jest"), [LAWS], { env: { KETTLEBACK_RUNS: "1", KETTLEBACK_SEED: seed } }));
