// npm run mutants [-- FILES] [-- --sample N --seed S]: puts faults into the code, one at a time, and counts the ones no
// test notices. Without a sample, every fault of the rooms of the core or of the files named; with one, N faults drawn
// over what is named, or over the rooms of the core, the web's stores, formats and bindings, and the server. Each area
// is held to its own tests or to the sharpest of them: a fault that only another area's tests would see wants a test of
// its own. A score is at least what it says.
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { parseArgs } from "node:util";
import { ensurePackages, readJson, ROOT, run, say, tool } from "./lib.mjs";

/** What is mutated, whose tests judge it, and the share of faults they must find, in per cent. */
const AREAS = {
  "core/src/engine/path": {
    judges: ["core/src/engine/path/**/*.test.ts", "core/src/engine/plan/working.test.ts"],
  },
  "core/src/engine/session": {
    judges: [
      "core/src/engine/session/cases.test.ts",
      "core/src/engine/session/moment.test.ts",
      "core/src/engine/plan/working.test.ts",
    ],
  },
  "core/src/answers/cautions": {},
  "core/src/answers/upgrades": { judges: ["core/src/answers/upgrades/upgrades.test.ts"] },
  "core/src/engine/tariff": {},
  "core/src/answers/schedule": { sampled: true },
  "core/src/things/marking": {},
  "core/src/household/plate": { sampled: true },
  "core/src/answers/payback": { sampled: true },
  "web/src/stores": { sampled: true, least: 70 },
  "web/src/jobs": { sampled: true, least: 70, judges: ["web/src/{jobs,stores}/**/*.test.ts?(x)"] },
  "web/src/format": { sampled: true, least: 70 },
  "web/src/plan": {
    sampled: true,
    least: 70,
    judges: ["web/src/{plan,rooms/path,rooms/money}/**/*.test.ts?(x)"],
  },
  "web/src/rooms/path": { sampled: true, least: 70 },
  "web/src/rooms/lineup": { sampled: true, least: 70 },
  "web/src/rooms/money": { sampled: true, least: 70 },
  "server/src": {
    sampled: true,
    least: 70,
    judges: ["server/src/tests/{api,door,copies,database}.test.ts"],
  },
};
const LEAST = 80;

await ensurePackages();
const { values, positionals } = parseArgs({
  options: { sample: { type: "string" }, seed: { type: "string", default: "1" } },
  allowPositionals: true,
});
const [size, seed] = [Number(values.sample ?? 0), Number(values.seed)];
if (!Number.isInteger(size) || size < 0 || !Number.isInteger(seed)) {
  console.error("--sample and --seed: accepted: a whole number");
  process.exit(2);
}

const report = join(ROOT, ".cache/mutants.json");
const places = Object.keys(AREAS).sort((a, b) => b.length - a.length);
const filesOf = (place) =>
  readdirSync(join(ROOT, place), { recursive: true })
    .map((file) => `${place}/${file}`)
    .filter((file) => /(?<!\.d)\.tsx?$/.test(file) && !/\.test\.tsx?$|\/tests\/|\/migrations\//.test(file));
const named = positionals.length > 0 ? positionals.filter((file) => !/\.test\.tsx?$/.test(file)) : null;
const unknown = named?.find(
  (file) => !existsSync(join(ROOT, file)) || !places.some((p) => file.startsWith(`${p}/`)),
);
if (unknown !== undefined) {
  console.error(`${unknown}: accepted: a file of ${Object.keys(AREAS).join(", ")}`);
  process.exit(2);
}
const chosen = Object.fromEntries(
  Object.keys(AREAS).map((place) => [
    place,
    named
      ? named.filter((file) => places.find((p) => file.startsWith(`${p}/`)) === place)
      : AREAS[place].sampled && size === 0
        ? []
        : filesOf(place),
  ]),
);

/** A stream of numbers from 0 to 1 that a seed repeats (Marsaglia's xorshift of 32 bits). */
function stream(from) {
  let state = from * 2654435761 || 1;
  return () => {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    return (state >>> 0) / 2 ** 32;
  };
}

const keyOf = (file, { location: { start, end }, mutatorName, replacement }) =>
  [file, start.line, start.column, end.line, end.column, mutatorName, replacement].join(":");

/** The stretches of a page's code that name classes of style, as [from, to): pictures judge the look, not these tests. */
function styledIn(code) {
  const found = [];
  for (const { index } of code.matchAll(/className=[{"]/g)) {
    let at = index + "className=".length;
    let depth = 0;
    if (code[at] === '"') at = code.indexOf('"', at + 1) + 1;
    else
      do depth += { "{": 1, "}": -1 }[code[at]] ?? 0;
      while (++at < code.length && depth > 0);
    found.push([index, at]);
  }
  return found;
}

/** Whether a fault changes only the name of a class of style. */
function stylesOnly(code, { mutatorName, location: { start } }) {
  const lines = code.split("\n").slice(0, start.line);
  const at = lines.reduce((sum, line) => sum + line.length + 1, 0) + start.column;
  return mutatorName === "StringLiteral" && styledIn(code).some(([from, to]) => at >= from && at < to);
}

/** Every fault there could be in the files, as {key, range}; lines and columns from 0. */
async function faultsOf(files) {
  const { createInjector } = await import("typed-inject");
  const { createInstrumenter } = await import("@stryker-mutator/instrumenter");
  const quiet = new Proxy({}, { get: () => () => false });
  const instrumenter = createInjector().provideValue("logger", quiet).injectFunction(createInstrumenter);
  const code = Object.fromEntries(files.map((name) => [name, readFileSync(join(ROOT, name), "utf8")]));
  const { mutants } = await instrumenter.instrument(
    files.map((name) => ({ name, mutate: true, content: code[name] })),
    { plugins: null, excludedMutations: [], ignorers: [], noHeader: true },
  );
  return (
    mutants
      // Asked for by its place, a fault brings along all that lie within it: one over many lines is left out of the draw.
      .filter(({ statusReason, location: { start, end } }) => !statusReason && end.line - start.line < 3)
      .filter((mutant) => !stylesOnly(code[mutant.fileName], mutant))
      .map((mutant) => {
        const { start, end } = mutant.location;
        return {
          key: keyOf(mutant.fileName, mutant),
          range: `${mutant.fileName}:${start.line + 1}:${start.column}-${end.line + 1}:${end.column}`,
        };
      })
  );
}

/** N of the faults of all areas, drawn without putting back. */
async function drawn() {
  const next = stream(seed);
  const all = await faultsOf(Object.values(chosen).flat());
  const picked = all.map((fault) => [next(), fault]).sort(([a], [b]) => a - b);
  return picked.slice(0, size).map(([, fault]) => fault);
}

/** The tool's settings: tests in a simulated page cannot say which line each of them reaches, so that all of them run. */
function settingsOf(place) {
  const settings = readJson(join(ROOT, "stryker.config.json"));
  const page = place.startsWith("web/");
  const file = join(ROOT, ".cache/stryker.config.json");
  mkdirSync(join(ROOT, ".cache"), { recursive: true });
  writeFileSync(
    file,
    JSON.stringify(page ? { ...settings, coverageAnalysis: "off", ignoreStatic: false } : settings),
  );
  return file;
}

/** Faults found and faults put in, of an area. A fault that hangs a test is found; one that no test reaches lives. */
function score(place, faults) {
  const mine = faults?.filter(({ key }) => chosen[place].some((file) => key.startsWith(`${file}:`)));
  const mutate = mine ? mine.map(({ range }) => range) : chosen[place];
  if (mutate.length === 0) return null;
  rmSync(report, { force: true });
  const code = run(tool("stryker"), ["run", settingsOf(place), "--mutate", [...new Set(mutate)].join(",")], {
    env: {
      KETTLEBACK_MUTATED: (AREAS[place].judges ?? [`${place}/**/*.test.ts?(x)`]).join(";"),
      // Properties run a fraction of their cases: a fault that needs thousands to be seen wants a test of its own.
      KETTLEBACK_RUNS: process.env.KETTLEBACK_RUNS ?? "0.02",
    },
  });
  if (code !== 0 || !existsSync(report)) return { place, found: 0, all: 0 };
  const keys = mine && new Set(mine.map(({ key }) => key));
  const mutants = Object.entries(readJson(report).files).flatMap(([file, { mutants }]) =>
    // The report counts lines and columns from 1.
    mutants.filter((mutant) => {
      const { start, end } = mutant.location;
      const from0 = ({ line, column }) => ({ line: line - 1, column: column - 1 });
      return (
        !keys || keys.has(keyOf(file, { ...mutant, location: { start: from0(start), end: from0(end) } }))
      );
    }),
  );
  const count = (...states) => mutants.filter(({ status }) => states.includes(status)).length;
  const found = count("Killed", "Timeout");
  return { place, found, all: found + count("Survived", "NoCoverage") };
}

/** The 95 % interval of a share, in per cent (Wilson's score interval). */
function interval(found, all) {
  const [z, p] = [1.96, found / all];
  const half = z * Math.sqrt((p * (1 - p)) / all + (z / (2 * all)) ** 2);
  const [middle, by] = [p + z ** 2 / (2 * all), 1 + z ** 2 / all];
  return [middle - half, middle + half].map((share) => ((100 * share) / by).toFixed(0));
}

rmSync(join(ROOT, ".cache/mutants"), { recursive: true, force: true });
const faults = size > 0 ? await drawn() : null;
if (faults) say(`${faults.length} faults drawn; --sample ${size} --seed ${seed} draws them again`);
const scores = Object.keys(AREAS)
  .map((place) => score(place, faults))
  .filter(Boolean);
const share = ({ found, all }) => (100 * found) / all;
const told = (name, { found, all }) =>
  say(
    all > 0
      ? `${name}: ${found} of ${all} faults found, ${share({ found, all }).toFixed(1)} % (${interval(found, all).join(" to ")} %)`
      : `${name}: none could be judged`,
  );
for (const one of scores) told(one.place, one);
// A sample says little of an area by itself: core and the rest are held to their marks as a whole.
const groups = faults
  ? [true, false].map((core) => {
      const of = scores.filter(({ place }) => place.startsWith("core/") === core);
      const sum = (key) => of.reduce((total, one) => total + one[key], 0);
      return { place: core ? "core" : "web and server", found: sum("found"), all: sum("all"), core };
    })
  : scores;
if (faults) for (const group of groups) told(group.place, group);
const least = ({ place, core }) => (core ? LEAST : (AREAS[place]?.least ?? (core === false ? 70 : LEAST)));
const judged = groups.filter(({ all }) => all > 0);
process.exit(judged.length > 0 && judged.every((one) => share(one) >= least(one)) ? 0 : 1);
