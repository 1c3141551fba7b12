import { parseLineup } from "../../answers/lineup";
import { isRefusal } from "../../engine/path";
import { parsePlan, planSchema, solvePlan } from "../../engine/plan";
import { fallowQuay } from "../../household/demo";
import { documentOf, openLineup, parseHousehold, planOf, printHousehold } from "../../household/garage";
import { startLineup } from "../../household/start";
import householdOf3 from "../../tests/fixtures/household-v3.json";
import lineupOf3 from "../../tests/fixtures/lineup-v3.json";
import planOf3 from "../../tests/fixtures/plan-v3.json";
import { upgradePart } from ".";

// The three documents are what release 0.7.0 wrote of its demo.

const changed = (document: object, change: (copy: Record<string, never>) => void): string => {
  const copy = structuredClone(document) as Record<string, never>;
  change(copy);
  return JSON.stringify(copy);
};

/** The fields a document is refused by. */
const blamed = (parsed: { ok: boolean; problems?: readonly { field: string }[] }): string[] | undefined =>
  parsed.problems?.map(({ field }) => field);

test("a plan of version 3 is the same plan in version 4, only that it does not say at which place it is", () => {
  const now = planOf(fallowQuay, fallowQuay.paths[0]!.spec);
  const parsed = parsePlan(JSON.stringify(planOf3));
  if (!now.ok || !parsed.ok) throw new Error("the demo is no plan");
  expect(parsed.value).toEqual({ ...planSchema.parse(now.value), place: null });
  const [before, after] = [solvePlan(parsed.value), solvePlan(now.value)];
  if (isRefusal(before)) throw new Error(before.message);
  expect(before).toEqual(after);
});

test("a line-up of version 3 is the same line-up, a way's time limit on a place of the way's name", () => {
  const saved = startLineup(fallowQuay, planOf3.session);
  const now = documentOf(saved.name, openLineup(fallowQuay, saved));
  const parsed = parseLineup(
    changed(lineupOf3, (copy) =>
      Object.assign((copy as unknown as typeof lineupOf3).ways[2]!, { limitMinutes: 180 }),
    ),
  );
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
  const { ways, ...rest } = parsed.value;
  const { ways: waysNow, ...restNow } = now;
  expect(rest).toMatchObject(restNow);
  expect(ways.map(({ place: _, ...way }) => way)).toEqual(waysNow.map(({ place: _, ...way }) => way));
  expect(ways.map(({ place }) => place)).toEqual(
    lineupOf3.ways.map(({ name }, i) => (i === 2 ? { name, limitMinutes: 180 } : null)),
  );
});

test("a household file of version 3 comes in whole, and what is acknowledged stays so under its new code", () => {
  const parsed = parseHousehold(JSON.stringify(householdOf3));
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
  const { things } = parsed.value;
  expect(things.evses.map(({ spec }) => (spec as { name: string }).name)).toEqual(
    fallowQuay.evses.map(({ spec }) => spec.name),
  );
  const seen = things.paths.find(({ spec }) => (spec as { name: string }).name === "Seen")!.spec;
  expect(seen).toMatchObject({
    evseId: things.evses[0]!.key,
    settings: { evseAmps: 8 },
    acknowledged: ["fixed-evse", "breaker-below-evse", "fast"],
  });
  const ways = (things.lineups[0]!.spec as { ways: { name: string; place: unknown }[] }).ways;
  expect(ways[1]!.place).toEqual({ name: ways[1]!.name, limitMinutes: 120 });
  const text = printHousehold(parsed.value);
  expect(text).toContain('"version": 4');
  expect(text).not.toMatch(/"(unit|units|unitId|unitAmps|lanes)"/);
  const again = parseHousehold(text);
  expect(again.ok && printHousehold(again.value)).toBe(text);
});

test("readings of version 3 come in by their moments, each once, those of a source together", () => {
  const sample = (second: number, source: string, watts: number) => ({
    at: `2026-11-20T18:00:${String(second).padStart(2, "0")}.000Z`,
    spec: { source, watts, amps: null, volts: null, soc: null },
  });
  const parsed = parseHousehold(
    changed(householdOf3, (copy) =>
      Object.assign(copy, {
        series: {
          sessions: [],
          samples: [
            sample(9, "a", 9),
            sample(3, "b", 3),
            sample(1, "a", 1),
            sample(10, "a", 10),
            sample(9, "a", 99),
          ],
        },
      }),
    ),
  );
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
  expect(
    parsed.value.sessions.map(({ spec, samples }) => [spec.source, spec.begin, samples.map(([, w]) => w)]),
  ).toEqual([
    ["a", "2026-11-20T18:00:01.000Z", [1, 99, 10]],
    ["b", "2026-11-20T18:00:03.000Z", [3]],
  ]);
  for (const series of [{ samples: 7 }, { sessions: [null] }, { samples: [{ at: 1, spec: {} }] }])
    expect(blamed(parseHousehold(changed(householdOf3, (copy) => Object.assign(copy, { series }))))).toEqual([
      "sessions",
    ]);
});

describe("what is wrong is named as version 3 spells it", () => {
  test.each([
    ["unit.lanes", (p) => (p.unit.lanes = 2)],
    ["car.charger.limits.0.lanes", (p) => (p.car.charger.limits[0]!.lanes = 4)],
    ["car.charger.listedLanesOnly", (p) => Object.assign(p.car.charger, { listedLanesOnly: 7 })],
    ["settings.unitAmps", (p) => Object.assign(p.settings, { unitAmps: 900 })],
    ["unit", (p) => Object.assign(p, { unit: 7 })],
    // Both names at once: the new one counts, the old one is refused.
    ["unit", (p) => Object.assign(p, { evse: p.unit })],
  ] as [string, (plan: typeof planOf3) => void][])("a plan's %s", (field, change) => {
    expect(blamed(parsePlan(changed(planOf3, (copy) => change(copy as never))))).toContain(field);
  });

  test("a way's, and a household's", () => {
    const limit = changed(lineupOf3, (copy) =>
      Object.assign((copy as unknown as typeof lineupOf3).ways[0]!, { limitMinutes: 1 }),
    );
    expect(blamed(parseLineup(limit))).toEqual(["ways.0.limitMinutes"]);
    const lanes = changed(householdOf3, (copy) =>
      Object.assign((copy as unknown as typeof householdOf3).units[0]!.spec, { lanes: 2 }),
    );
    expect(blamed(parseHousehold(lanes))).toEqual(["units.0.spec.lanes"]);
  });
});

test("what is no object, and what has nothing to rename, is passed on for its schema to judge", () => {
  expect([upgradePart("evse", 7, 3), upgradePart("car", { charger: 3 }, 3)]).toEqual([7, { charger: 3 }]);
  expect(upgradePart("lineup", { cars: 1, ways: [2] }, 3)).toEqual({ cars: 1, ways: [2] });
  expect(upgradePart("way", { name: "a", limitMinutes: null }, 3)).toEqual({ place: null, name: "a" });
  expect(upgradePart("evse", { lanes: 3 }, 4)).toEqual({ lanes: 3 });
});
