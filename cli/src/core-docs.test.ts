import { readdirSync, readFileSync } from "node:fs";
import { join, relative } from "node:path";
import ts from "typescript";
import * as core from "@kettleback/core";
import { fallowQuay, larchHollow } from "@kettleback/core/demo";

const ROOT = join(__dirname, "../../core/src");
const FILES = readdirSync(ROOT, { recursive: true, encoding: "utf8" })
  .filter((file) => file.endsWith(".ts") && !file.endsWith(".test.ts") && !file.startsWith("tests"))
  .map((file) => join(ROOT, file));

const sourceOf = (file: string) =>
  ts.createSourceFile(file, readFileSync(file, "utf8"), ts.ScriptTarget.ES2023, true);

test("every exported name says what it means", () => {
  let seen = 0;
  const silent = FILES.flatMap((file) =>
    sourceOf(file).statements.flatMap((statement) => {
      const exported = ts.canHaveModifiers(statement)
        ? ts.getModifiers(statement)?.some(({ kind }) => kind === ts.SyntaxKind.ExportKeyword)
        : false;
      if (!exported) return [];
      seen += 1;
      return ts.getJSDocCommentsAndTags(statement).length > 0
        ? []
        : [`${relative(ROOT, file)}: ${statement.getText().slice(0, 60)}`];
    }),
  );
  expect(silent).toEqual([]);
  expect(seen).toBeGreaterThan(700);
});

const plansOf = (garage: core.Garage): core.Plan[] =>
  garage.paths.map(({ spec }) => {
    const made = core.planOf(garage, spec);
    if (!made.ok) throw new Error("demo");
    return made.value;
  });
const plan = plansOf(fallowQuay)[1]!;
const solution = core.solvePlan(plan);
if (core.isRefusal(solution)) throw new Error(solution.message);
const path = core.pathOf(plan);

/** What the examples speak of, from the demo. */
const SPOKEN_OF: Readonly<Record<string, unknown>> = {
  ...core,
  plan,
  solution,
  path,
  clock: solution.clock,
  circuit: solution.circuit,
  tariff: plan.tariff,
  whole: solution.whole,
  schedule: core.atOnce(0.8),
  state: { soc: 0.35, packC: null, elapsed: 0 },
  garage: fallowQuay,
  curlew: fallowQuay.cars.find(({ spec }) => spec.name === "Curlew"),
  boathouseSocket: fallowQuay.outlets[0],
  wallSocket: fallowQuay.outlets[0]!.spec,
  lead: fallowQuay.leads[0]!.spec,
  dryerOutlet: core
    .openLineup(larchHollow, core.startLineup(larchHollow, plan.session))
    .ways.find(({ saved }) => /dryer/i.test(saved.name))?.way,
  spec: {
    x: { quantity: "start", from: 0, to: 50, count: 2 },
    y: { quantity: "target", from: 60, to: 80, count: 2 },
    of: "batteryW",
  },
};

interface Spoken {
  readonly file: string;
  readonly code: string;
  readonly gives: string | undefined;
}

const EXAMPLES: readonly Spoken[] = FILES.flatMap((file) =>
  [...readFileSync(file, "utf8").matchAll(/@example (.*?)(?: \/\/ (.*?))?(?: \*\/)?$/gm)].map(
    ([, code, gives]) => ({ file: relative(ROOT, file), code: code!, gives }),
  ),
);

/** Examples that leave something out, for a reader to fill in. */
const SKETCHES = ["begin({ region, carClass, … })", "documentKind({ format"];

const evaluate = (code: string): unknown => {
  const names = Object.keys(SPOKEN_OF).filter((name) => /^[A-Za-z_]\w*$/.test(name));
  const steps = code.split("; ");
  const body = [...steps.slice(0, -1), `return (${steps.at(-1)!.replace(/^if \(.*?\)\) /, "")})`].join("; ");
  return (new Function(...names, body) as (...values: unknown[]) => unknown)(
    ...names.map((name) => SPOKEN_OF[name]),
  );
};

/** What an example says it gives, where that is a value and no remark. */
function said(gives: string | undefined): { readonly value: unknown } | undefined {
  if (gives === undefined) return undefined;
  try {
    return { value: evaluate(gives.replace(/^(true|false|-?[\d.]+)[,:].*$/, "$1")) };
  } catch {
    return undefined;
  }
}

/** Numbers as far as an example writes them out. */
const rounded = (value: unknown, like: unknown): unknown => {
  if (typeof value === "number" && typeof like === "number") {
    const digits = /\.(\d+)/.exec(String(like))?.[1]?.length ?? 0;
    return Number(value.toFixed(digits));
  }
  if (Array.isArray(like) && Array.isArray(value))
    return value.map((item, i): unknown => rounded(item, like[i] as unknown));
  if (typeof like === "object" && like !== null && typeof value === "object" && value !== null)
    return Object.fromEntries(
      Object.entries(like).map(([field, of]) => [
        field,
        rounded((value as Record<string, unknown>)[field], of),
      ]),
    );
  return value;
};

describe("every example runs, and gives what it says", () => {
  const run = EXAMPLES.filter(({ code }) => !SKETCHES.some((start) => code.startsWith(start)));
  let compared = 0;
  test.each(run.map((example) => [`${example.file}: ${example.code}`, example] as const))(
    "%s",
    (_, { code, gives }) => {
      const value = evaluate(code);
      expect(value).toBeDefined();
      const expected = said(gives);
      if (!expected) return;
      compared += 1;
      expect(rounded(value, expected.value)).toEqual(expected.value);
    },
  );
  test("most say what they give", () => {
    expect(run.length).toBe(EXAMPLES.length - SKETCHES.length);
    expect(compared).toBeGreaterThan(20);
  });
});
