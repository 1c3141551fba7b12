// npm run mutants [-- FILES]: puts faults into the core, one at a time, and counts the ones no test notices. Each room
// is held to its own tests or to the sharpest of them, path and session also to the one that evaluates the workings they
// tell: a fault that only another room's tests would see wants a test of its own. A score is at least what it says.
import { existsSync, rmSync } from "node:fs";
import { join } from "node:path";
import { ensurePackages, readJson, ROOT, run, say, tool } from "./lib.mjs";

const ROOMS = ["path", "session", "cautions", "lift", "tariff", "marking"];
const LEAST = 80;
/** Tests that judge a room: all of its own, unless a few of them do it in a fraction of the time. */
const JUDGES = {
  path: ["path/**/*.test.ts", "plan/working.test.ts"],
  session: ["session/figures.test.ts", "session/moment.test.ts", "plan/working.test.ts"],
  lift: ["lift/signed.test.ts"],
};

ensurePackages();
const files = process.argv.slice(2);
const roomOf = (file) => /core\/src\/([^/]+)\//.exec(file)?.[1];
const rooms = files.length > 0 ? [...new Set(files.map(roomOf).filter(Boolean))] : ROOMS;
const report = join(ROOT, ".cache/mutants.json");

/** Faults found and faults put in, of a room. A fault that hangs a test is found; one that no test reaches lives. */
function score(room) {
  const mutate = files.filter((file) => roomOf(file) === room);
  const globs = mutate.length > 0 ? mutate : [`core/src/${room}/**/*.ts`];
  rmSync(report, { force: true });
  const code = run(tool("stryker"), ["run", "--mutate", [...globs, "!core/src/**/*.test.ts"].join(",")], {
    env: {
      KETTLEBACK_MUTATED: (JUDGES[room] ?? [`${room}/**/*.test.ts`]).join(","),
      // Properties run a fraction of their cases: a fault that needs thousands to be seen wants a test of its own.
      KETTLEBACK_RUNS: process.env.KETTLEBACK_RUNS ?? "0.02",
    },
  });
  if (code !== 0 || !existsSync(report)) return { room, found: 0, all: 0 };
  const mutants = Object.values(readJson(report).files).flatMap((file) => file.mutants);
  const count = (...states) => mutants.filter(({ status }) => states.includes(status)).length;
  const found = count("Killed", "Timeout");
  return { room, found, all: found + count("Survived", "NoCoverage") };
}

const scores = rooms.map(score);
for (const { room, found, all } of scores)
  say(`${room}: ${found} of ${all} faults found, ${all > 0 ? ((100 * found) / all).toFixed(1) : "–"} %`);
process.exit(scores.every(({ found, all }) => all > 0 && (100 * found) / all >= LEAST) ? 0 : 1);
