// npm run mutants [-- FILES]: puts faults into the core, one at a time, and counts the ones no test notices.
import { ensurePackages, run, tool } from "./lib.mjs";

const DEFAULT = ["path", "session", "cautions", "lift", "tariff", "marking"].map(
  (room) => `core/src/${room}/**/*.ts`,
);

ensurePackages();
const files = process.argv.slice(2);
const mutate = [...(files.length > 0 ? files : DEFAULT), "!core/src/**/*.test.ts"];
// Properties run a fraction of their cases: a fault that needs thousands to be seen wants a test of its own.
const code = run(tool("stryker"), ["run", "--mutate", mutate.join(",")], {
  env: { KETTLEBACK_RUNS: process.env.KETTLEBACK_RUNS ?? "0.02" },
});
process.exit(code);
