import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";

const EXAMPLE = join(__dirname, "../../docs/examples/plover-overnight.plan.json");
const folder = mkdtempSync(join(tmpdir(), "kettleback-cli-"));
afterAll(() => rmSync(folder, { recursive: true }));

const kettleback = (...args: string[]) => {
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    ["--import", "tsx", join(__dirname, "main.ts"), ...args],
    {
      encoding: "utf8",
    },
  );
  return { status, stdout, stderr };
};
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
    file("new.json", JSON.stringify({ ...example(), version: 2 })),
    "--json",
  );
  expect(version.status).toBe(2);
  expect(JSON.parse(version.stdout)).toMatchObject({ ok: false, problems: [{ field: "version" }] });

  const huge = kettleback("solve", file("huge.json", " ".repeat(50_000_000)));
  expect([huge.status, huge.stderr]).toEqual([2, expect.stringContaining("too large")]);
  expect(kettleback("solve", join(folder, "none.json")).status).toBe(2);
  expect(kettleback("dissolve").status).toBe(2);
});

test("a sound plan that cannot charge: exit code 3, with what to change", () => {
  const stuck = { ...example(), settings: { unitAmps: 5, carAmps: null } };
  const result = kettleback("solve", file("stuck.json", JSON.stringify(stuck)));
  expect([result.status, result.stderr]).toEqual([3, expect.stringContaining("at least 6 A")]);
});

test("help", () => {
  const help = kettleback("--help");
  expect([help.status, help.stdout]).toEqual([0, expect.stringContaining("solve FILE")]);
});
