import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { printLog, type LogDocument } from "@kettleback/core";
import { demoSessions, fallowQuay } from "@kettleback/core/demo";
import { kettleback } from "./tests/kettleback";

const EXAMPLE = join(__dirname, "../../docs/examples/three-nights.log.json");
const folder = mkdtempSync(join(tmpdir(), "kettleback-log-"));
afterAll(() => rmSync(folder, { recursive: true }));
const file = (name: string, text: string): string => {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
};
const json = (...args: string[]) => {
  const { status, stdout } = kettleback(...args, "--json");
  return { status, value: JSON.parse(stdout) as Record<string, never> & Record<string, unknown> };
};

test("log prints sessions and sums; as JSON and CSV the same figures", () => {
  const example = JSON.parse(readFileSync(EXAMPLE, "utf8")) as LogDocument;
  const counted = example.sessions.reduce((sum, { spec }) => sum + spec.wallWh!, 0);
  const { status, value } = json("log", EXAMPLE);
  expect(status).toBe(0);
  expect(value).toMatchObject({
    ok: true,
    currency: "EUR",
    sum: { sessions: 3, wallWh: counted },
    rapid: { of: 3, rapid: 0 },
  });
  const { stdout } = kettleback("log", EXAMPLE);
  expect(stdout).toContain("by month");
  expect(stdout).toMatch(/2026-11\s+1\s+17\.28 kWh/);
  expect(stdout).toContain("0 of 3 sessions were rapid ones (0 %).");
  expect(kettleback("log", EXAMPLE, "--csv").stdout.trim().split("\r\n")).toHaveLength(4);
});

test("explain tells the cause of each session, with its likelihood, change and residual", () => {
  const { value } = json("explain", EXAMPLE);
  const sessions = value.sessions as unknown as {
    causes: { code: string; likelihood: number; change: object; residual: number }[];
    cannotTell: boolean;
  }[];
  expect(sessions.map(({ causes }) => causes[0]!.code.split("+")[0])).toEqual([
    "throttled",
    expect.any(String),
    "set-low",
  ]);
  expect(sessions[2]).toMatchObject({
    cannotTell: false,
    causes: [{ code: "set-low", change: { amps: 6 } }],
  });
  expect(sessions[2]!.causes[0]!.likelihood).toBeGreaterThan(0.9);
  expect(kettleback("explain", EXAMPLE).stdout).toContain(
    "Plover overnight in the boathouse: Unit or car was left on 6 A.",
  );
});

test("calibrate tells a car from several logs, and refuses two cars, or too few sessions", () => {
  const { "fallow-quay": recorded } = demoSessions();
  const logOf = (carId: string, keys: (key: string) => boolean): string =>
    printLog({
      format: "kettleback-log",
      version: 4,
      name: "some",
      household: fallowQuay.household.spec,
      sessions: recorded!
        .filter(({ spec }) => spec.carId === carId && keys(spec.key))
        .map(({ spec, samples }) => ({
          car: null,
          place: null,
          spec: { ...spec, carId: null, placeId: null },
          samples: [...samples],
        })),
    });
  const late = (key: string) => Number(key.split(" ")[1]) > 22;
  const [a, b] = [
    file("a.json", logOf("fq-plover", late)),
    file(
      "b.json",
      logOf("fq-plover", (key) => !late(key)),
    ),
  ];
  const { status, value } = json("calibrate", a, b);
  expect(status).toBe(0);
  const estimates = value.estimates as unknown as { id: string; value: number; told: boolean }[];
  expect(value).toMatchObject({
    ok: true,
    car: "Plover",
    better: true,
    leftOut: [{ missing: "Unit or car was left on 6 A." }],
  });
  expect(estimates.find(({ id }) => id === "capacity")!.value).toBeGreaterThan(34);
  expect(estimates.find(({ id }) => id === "capacity")!.value).toBeLessThan(37);
  expect(kettleback("calibrate", a, b).stdout).toContain("On sessions left out: off by");
  const curlew = file("c.json", logOf("fq-curlew", late));
  expect(json("calibrate", a, curlew)).toMatchObject({
    status: 2,
    value: {
      problems: [{ field: "sessions", message: expect.stringContaining("accepted: sessions of one car") }],
    },
  });
  const few = file(
    "few.json",
    logOf("fq-plover", (key) => key === "demo 23"),
  );
  expect(json("calibrate", few).value).toMatchObject({
    ok: false,
    problems: [{ message: expect.stringMatching(/3 at least/) }],
  });
});

test("claim judges a sentence; one of 100 kB is refused", () => {
  const { status, value } = json("claim", "30 kWh at 7.5 kW in 5 hours");
  expect([status, value.holds, value.stated, value.computed, value.ratio]).toEqual([0, false, 5, 4, 1.25]);
  expect((value.understood as unknown as { kind: string }[]).map(({ kind }) => kind)).toEqual([
    "energy",
    "power",
    "hours",
  ]);
  expect(kettleback("claim", "30 kWh at 7.5 kW in 5 hours").stdout).toContain(
    "It does not hold: 30 kWh at 7.5 kW take 4 h.",
  );
  expect(json("claim", "x".repeat(100_000))).toMatchObject({
    status: 2,
    value: { problems: [{ field: "claim" }] },
  });
});

test("a log of another format is refused by line and field", () => {
  const { status, value } = json("log", file("x.json", '{ "format": "kettleback-week", "version": 4 }'));
  expect([status, value.ok]).toEqual([2, false]);
});
