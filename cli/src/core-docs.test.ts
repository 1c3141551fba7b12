import { readdirSync, readFileSync } from "node:fs";
import { join, relative } from "node:path";
import ts from "typescript";
import * as core from "@kettleback/core";
import { fallowQuay, larchHollow } from "@kettleback/core/demo";
import { SPOKEN_AWAY } from "./tests/spoken-away";
import { SPOKEN_LOG } from "./tests/spoken-log";
import { spokenInstall } from "./tests/spoken-install";
import { spokenLive } from "./tests/spoken-live";

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

test("every function of a door has an example", () => {
  const shown = new Set(
    FILES.flatMap((file) =>
      sourceOf(file).statements.flatMap((statement) => {
        if (!statement.getFullText().includes("@example")) return [];
        if (ts.isFunctionDeclaration(statement)) return [statement.name?.text];
        if (!ts.isVariableStatement(statement)) return [];
        return statement.declarationList.declarations.flatMap(({ name }) =>
          ts.isObjectBindingPattern(name)
            ? name.elements.map((element) => element.name.getText())
            : [name.getText()],
        );
      }),
    ),
  );
  const functions = Object.entries(core).filter(([, value]) => typeof value === "function");
  expect(functions.map(([name]) => name).filter((name) => !shown.has(name))).toEqual([]);
  expect(functions.length).toBeGreaterThan(300);
});

const plansOf = (garage: core.Garage): core.Plan[] =>
  garage.paths.map(({ spec }) => {
    const made = core.planOf(garage, spec);
    if (!made.ok) throw new Error("demo");
    return made.value;
  });
const demoPlans = plansOf(fallowQuay);
const solvedPlan = (of: core.Plan): core.Solution => {
  const found = core.solvePlan(of);
  if (core.isRefusal(found)) throw new Error(found.message);
  return found;
};
/** Over the wall socket by night; over the garden reel; and at a rapid station. */
const [overnight, , atStation, overReel] = demoPlans as [core.Plan, core.Plan, core.Plan, core.Plan];
const plan = demoPlans[1]!;
const solution = solvedPlan(plan);
const overnightSolved = solvedPlan(overnight);
const path = core.pathOf(plan);
const openedLineup = core.openLineup(fallowQuay, core.startLineup(fallowQuay, plan.session));

const read = core.parseWeek(
  readFileSync(join(__dirname, "../../docs/examples/far-commuter.week.json"), "utf8"),
);
if (!read.ok) throw new Error("the example of a week");
const commuting = read.value;
const asked: core.WeekAsked = {
  ...commuting,
  pattern: { ...commuting.pattern, days: [...core.PRESETS.commuter.days] },
};
const setting = core.weekSetting(asked, 0);
const weekCell = core.weekAt(setting, asked.ways[0]!);
const weekAnswer = weekCell.answer as core.WeekAnswer;
/** A commuter's week over the wall socket. */
const week = {
  asked,
  setting,
  cell: weekCell,
  answer: weekAnswer,
  timeline: weekAnswer.timeline,
  reach: core.reachOf(setting, weekCell.rider!),
};

const oneWay = { ...asked, cars: asked.cars.slice(0, 1), ways: asked.ways.slice(0, 1) };
const ofYears = core.yearBlocks(oneWay, 0, {
  seed: 1,
  years: 20,
  first: 0,
  stride: 1,
});
/** Twenty years of it. */
const year = { asked: oneWay, blocks: [...ofYears].at(-1)! };

/** What the examples speak of, from the demo. */
const SPOKEN_OF: Readonly<Record<string, unknown>> = {
  ...core,
  ...SPOKEN_AWAY,
  ...SPOKEN_LOG,
  ...spokenLive(plan),
  ...spokenInstall(),
  plan,
  solution,
  path,
  clock: solution.clock,
  circuit: solution.circuit,
  tariff: plan.tariff,
  whole: solution.whole,
  week,
  year,
  tripTable: { head: [], rows: [{ line: 2, cells: ["2026-11-02", "44", "07:40", "17:50"] }] },
  tripColumns: { date: 0, km: 1, out: 2, back: 3, dates: "year first", unit: "km" },
  schedule: core.atOnce(0.8),
  state: { soc: 0.35, packC: null, elapsed: 0 },
  start: solution.start,
  moment: solution.moment,
  overnight,
  overnightSolved,
  overReel,
  atStation,
  receipt: overnightSolved.bill,
  dayNight: overnight.tariff,
  placing: core.placingOf(overnight, overnightSolved),
  lineup: {
    format: core.LINEUP_FORMAT,
    version: core.SPEC_VERSION,
    ...core.documentOf("Tonight", openedLineup),
  },
  lineupRow: core.cellOf(
    { household: plan.household, session: plan.session, stayHours: 3, dayKm: 40 },
    plan.car,
    core.wayOf(plan),
    solution.clock,
  ),
  recorded: {
    carId: null,
    placeId: null,
    begin: "2026-11-23T18:10:00Z",
    end: null,
    source: "meter",
    key: "reading-7",
    plan: null,
    wallWh: null,
    fromSoc: null,
    toSoc: null,
  },
  calendarEntry: { window: { from: 0, to: 3600 }, summary: "Charge", description: "" },
  leadUse: { hoursASession: 12, sessionsAYear: 100, perKWh: 0.34 },
  wallbox: { what: "wallbox", sign: 1, cost: { low: 400, high: 700 } },
  grant: { what: "grant", sign: -1, cost: { low: 200, high: 200 } },
  overSocket: { name: "Socket", items: [], per100Km: 6, aYear: 0, share: 1 },
  overWallbox: { name: "Wallbox", items: [], per100Km: 5, aYear: 0, share: 1 },
  driving: { kmAYear: 12_000, elsewherePer100Km: 11 },
  dearHours: { hours: 2, rates: [{ cost: 0.6, storedW: 2_000 }] },
  cheapHours: { hours: 2, rates: [{ cost: 0.2, storedW: 2_000 }] },
  priceMoment: {
    minute: 0,
    weekday: 0,
    day: 0,
    ms: 0,
    wh: 0,
    seconds: 0,
    watts: 2_000,
    amps: 9,
    chosenAmps: 10,
  },
  atSocket: { type: "cee-7", fits: true, amps: 10, phases: 1, narrowest: "evse", over: false },
  cableQuestion: {
    car: plan.car,
    household: plan.household,
    session: plan.session,
    posts: [{ phases: 1, amps: 32, perMonth: 4 }],
    lengthM: 5,
    system: "230/400",
  },
  portableQuestion: {
    car: plan.car,
    household: plan.household,
    session: plan.session,
    system: "230/400",
    sockets: ["cee-7"],
  },
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
const SKETCHES = [
  "begin({ region, carClass, … })",
  "carOfAnswers({ region",
  "rapidOfAnswers({ region",
  "documentKind({ format",
];

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
    expect(compared).toBeGreaterThan(250);
  });
});
