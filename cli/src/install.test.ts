import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { InstallDocument, InstallRows } from "@kettleback/core";
import { kettleback } from "./tests/kettleback";

const HOUSE = join(__dirname, "../../docs/examples/farm-house.installation.json");
const folder = mkdtempSync(join(tmpdir(), "kettleback-install-"));
afterAll(() => rmSync(folder, { recursive: true }));
const file = (name: string, content: object): string => {
  const path = join(folder, name);
  writeFileSync(path, JSON.stringify(content));
  return path;
};
const document = () => JSON.parse(readFileSync(HOUSE, "utf8")) as InstallDocument;

test("an installation as JSON: methods with their steps, ways, circuits, by the names that are promised", () => {
  const { stdout, status } = kettleback("install", HOUSE, "--json");
  expect(status).toBe(0);
  const { ok, methods, ways, circuits, best, madeUp } = JSON.parse(stdout) as InstallRows & { ok: boolean };
  expect([ok, best, madeUp]).toEqual([true, "smaller", false]);
  expect(methods.map(({ id, judged }) => [id, judged])).toEqual([
    ["nec-220.82", true],
    ["nec-220.87", false],
  ]);
  // 125 A less (18,302 VA general + 4,500 VA heat pump)/240 V, by hand from the document.
  const { areaM2 } = document().service;
  const general = (3 * areaM2) / 0.09290304 + 4_500 + 20_700;
  expect(methods[0]!.leftAmps).toBeCloseTo(125 - (10_000 + 0.4 * (general - 10_000) + 4_500) / 240, 9);
  expect(methods[0]!.steps.map(({ result }) => result.symbol)).toEqual([
    "S",
    "S_g",
    "S_c",
    "I_house",
    "I_left",
  ]);
  expect(methods[1]!.lacks).toContain("35 days do not show what heating and cooling come to");
  const follow = ways.find(({ id }) => id === "follow")!;
  for (const field of ["nightKm", "throttledShare", "pausedHours", "shortNights", "peakWithAmps"] as const)
    expect(typeof follow[field]).toBe("number");
  expect(follow.peakWithAmps).toBeLessThanOrEqual(100);
  expect(circuits.find(({ way }) => way === "smaller")).toMatchObject({
    breakerAmps: 30,
    conductor: "10 AWG",
  });
  for (const { dropPercent, lossPerYear } of circuits) {
    expect(dropPercent).toBeLessThanOrEqual(3);
    expect(lossPerYear).toBeGreaterThan(0);
  }
});

test("the same as a table, with what it must not be used for", () => {
  const { stdout, status } = kettleback("install", HOUSE);
  expect(status).toBe(0);
  expect(stdout).toMatch(/\* A smaller unit: 1 × 24 A +fits +1 × 24 A +30 A +211 km +\d+ to \d+ CAD +holds/);
  expect(stdout).toMatch(/As wished: 1 × 48 A +does not fit/);
  expect(stdout).toContain("Nothing here is to be wired by: a licensed electrician and local code decide.");
  expect(stdout).not.toContain("made up");
  const bare = kettleback("install", file("bare.json", { ...document(), series: null }));
  expect(bare.stdout).toContain("a usual house was made up from its loads");
});

test.each([
  [{ service: { ...document().service, mainAmps: 0 } }, "service.mainAmps: accepted: 10 to 400 A"],
  [
    { series: { startMs: 1, stepMinutes: 15, watts: [1] } },
    "series.startMs: accepted: moments of the years 2000 to 2099",
  ],
  [{ wanted: { phases: 3, amps: 16 } }, "wanted.phases: accepted: 1, as the house has one phase"],
])("%j is refused by its field, with code 2", (more, problem) => {
  const { stderr, status } = kettleback("install", file("bad.json", { ...document(), ...more }));
  expect(status).toBe(2);
  expect(stderr).toContain(problem);
});
