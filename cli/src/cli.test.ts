import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { begin, planSchema, REGIONS } from "@kettleback/core";
import { published } from "./published";
import { Built, kettleback } from "./tests/kettleback";

const EXAMPLE = join(__dirname, "../../docs/examples/plover-overnight.plan.json");
const folder = mkdtempSync(join(tmpdir(), "kettleback-cli-"));
const built = new Built();
afterAll(() => {
  rmSync(folder, { recursive: true });
  built.dispose();
});

const file = (name: string, text: string) => {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
};
const example = () => JSON.parse(readFileSync(EXAMPLE, "utf8")) as Record<string, object>;

test("the example is solved as a table and as JSON", () => {
  const table = kettleback("solve", EXAMPLE, "--working");
  expect(table.status).toBe(0);
  expect(table.stdout).toContain("The outlet is the narrowest link");
  expect(table.stdout).toMatch(/power from the wall\s+2\.31 kW/);
  const json = JSON.parse(kettleback("solve", EXAMPLE, "--json").stdout) as {
    energyWh: Record<string, number>;
    flow: { binding: string };
  };
  expect(json.flow.binding).toBe("outlet");
  expect(json.energyWh.stored! + json.energyWh.lost!).toBeCloseTo(json.energyWh.wall!, 6);
});

test("bad input: exit code 2 and the offending field", () => {
  const high = { ...example(), session: { ...example().session, toSoc: 3 } };
  const refused = kettleback("solve", file("high.json", JSON.stringify(high)));
  expect(refused.status).toBe(2);
  expect(refused.stderr).toContain("session.toSoc: accepted: 0 to 1");

  const version = kettleback(
    "solve",
    file("new.json", JSON.stringify({ ...example(), version: 99 })),
    "--json",
  );
  expect(version.status).toBe(2);
  expect(JSON.parse(version.stdout)).toMatchObject({ ok: false, problems: [{ field: "version" }] });

  const huge = kettleback("solve", file("huge.json", " ".repeat(50_000_000)));
  expect([huge.status, huge.stderr]).toEqual([2, expect.stringContaining("too large")]);
  expect(kettleback("solve", join(folder, "none.json")).status).toBe(2);
  expect(kettleback("dissolve").status).toBe(2);
});

test("started as a process it says the same, ends with the same code, and reads standard input", () => {
  const example = readFileSync(EXAMPLE, "utf8");
  const stuck = JSON.stringify({
    ...JSON.parse(example),
    settings: { evseAmps: 5, carAmps: null, otherBusy: false },
  });
  for (const [text, code] of [
    [example, 0],
    ["{", 2],
    [stuck, 3],
  ] as const) {
    const told = built.run(text, "solve", "-", "--json");
    expect(told.status).toBe(code);
    const within = kettleback("solve", file(`code-${code}.json`, text), "--json");
    expect({ ...told, stderr: "" }).toEqual({ ...within, stderr: "" });
    expect(told.stderr.replace("-", "FILE")).toBe(
      within.stderr.replace(join(folder, `code-${code}.json`), "FILE"),
    );
  }
});

test("a sound plan that cannot charge: exit code 3, with what to change", () => {
  const stuck = { ...example(), settings: { evseAmps: 5, carAmps: null, otherBusy: false } };
  const result = kettleback("solve", file("stuck.json", JSON.stringify(stuck)));
  expect([result.status, result.stderr]).toEqual([3, expect.stringContaining("at least 6 A")]);
});

test("a stop that has ways out brings what they usually cost, in the plan's money", () => {
  const region = REGIONS.find(({ id }) => id === "us")!;
  const plan = begin({
    region,
    timeZone: "America/New_York",
    carName: null,
    carClass: null,
    batteryKWh: null,
    charger: null,
    inlet: null,
    rapid: null,
    point: region.points.find(({ outlet }) => outlet === "nema-10-30")!,
    evseAmps: null,
    perKWh: null,
    session: planSchema.parse(example()).session,
  });
  const old = file("old-dryer.json", JSON.stringify(plan));
  // 150 to 350 euros, a euro taken as 1.1 dollars, to two figures.
  expect(kettleback("solve", old).stdout).toMatch(/14-30 with four openings.*usually 170 to 390 USD\./);
  const { cautions } = JSON.parse(kettleback("solve", old, "--json").stdout) as {
    cautions: { code: string; waysOut?: { costs: number[] }[] }[];
  };
  expect(cautions.filter((c) => c.waysOut).map((c) => [c.code, c.waysOut!.map((way) => way.costs)])).toEqual([
    [
      "no-earth",
      [
        [170, 390],
        [550, 1_700],
      ],
    ],
  ]);
});

test("help", () => {
  const help = kettleback("--help");
  expect([help.status, help.stdout]).toEqual([0, expect.stringContaining("solve FILE")]);
});

test("as JSON it brings the cautions, and what would lift it with the whole plan of each", () => {
  const solved = JSON.parse(kettleback("solve", EXAMPLE, "--json").stdout) as {
    cautions: { code: string; severity: string; what: string; why: string; todo: string }[];
    upgrades: { what: string; plan: object; gainW: number; secondsSaved: number; costMore: number }[];
    cost: { total: number; lines: { component: string; amount: number }[] };
  };
  expect(solved.cautions.map((c) => c.code)).toEqual(["socket-as-arrangement", "residual-current"]);
  expect(solved.upgrades.length).toBeGreaterThan(1);
  const [rung] = solved.upgrades;
  expect(Object.keys(solved.cautions[0]!)).toEqual(["code", "severity", "what", "why", "todo"]);
  expect(Object.keys(rung!)).toEqual([
    "what",
    "plan",
    "gainW",
    "secondsSaved",
    "costMore",
    "needs",
    "against",
  ]);
  // A rung's plan is a plan: it solves to just what was promised.
  const next = JSON.parse(
    kettleback("solve", file("rung.json", JSON.stringify(rung!.plan)), "--json").stdout,
  ) as {
    powerW: { stored: number };
  };
  const now = JSON.parse(kettleback("solve", EXAMPLE, "--json").stdout) as { powerW: { stored: number } };
  expect(next.powerW.stored - now.powerW.stored).toBeCloseTo(rung!.gainW, 6);
  expect(solved.cost.lines.reduce((sum, l) => sum + l.amount, 0)).toBeCloseTo(solved.cost.total, 6);
});

test("one plan a line in, one answer a line out; a refusal answers on its line", () => {
  const lines = [
    JSON.stringify(example()),
    "{",
    "",
    JSON.stringify({ ...example(), settings: { evseAmps: 5, carAmps: null, otherBusy: false } }),
    JSON.stringify({ ...example(), session: { ...example().session, pluggedInAt: "2026-02-30T18:10" } }),
  ];
  const { status, stdout } = built.run(lines.join("\n"), "solve", "--jsonl", "-");
  expect(status).toBe(0);
  const answers = stdout
    .trim()
    .split("\n")
    .map((line) => JSON.parse(line) as Record<string, unknown>);
  expect(answers.map((a) => a.ok)).toEqual([true, false, false, false]);
  expect(answers[2]).toMatchObject({ refusal: { code: "below-six-amps" }, cautions: expect.any(Array) });
  expect(answers[3]).toMatchObject({ problems: [{ field: "session.pluggedInAt" }] });
});

test("the published schema and example are what the reader itself makes, byte for byte", () => {
  const docs = join(__dirname, "../../docs");
  for (const [name, text] of Object.entries(published()))
    expect(readFileSync(join(docs, name), "utf8")).toBe(text);
});
