import Ajv from "ajv/dist/2020";
import fc from "fast-check";
import { DEMO_GARAGES, fallowQuay } from "../demo";
import { startLineup } from "../start";
import { law } from "../../tests/law";
import {
  filedOf,
  HOUSEHOLD_MAX_BYTES,
  HOUSEHOLD_DOCUMENT,
  judgeHousehold,
  KIND_NAMES,
  KINDS,
  parseHousehold,
  printHousehold,
  type Garage,
  type HouseholdFile,
} from ".";
import { jsonSchemaOf } from "../../things/documents";

const none: HouseholdFile["sessions"] = [];
const garage: Garage = {
  ...fallowQuay,
  lineups: [
    {
      id: "own",
      version: 1,
      parentId: null,
      spec: startLineup(fallowQuay, fallowQuay.paths[0]!.spec.session),
    },
  ],
};

test("every demo household prints, parses and prints to the same bytes, and fits the published schema", () => {
  const validate = new Ajv({ strict: false, logger: false }).compile(jsonSchemaOf(HOUSEHOLD_DOCUMENT));
  for (const one of [...DEMO_GARAGES, garage]) {
    const text = printHousehold(filedOf(one, none));
    const parsed = parseHousehold(text);
    if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems.slice(0, 3)));
    expect(printHousehold(parsed.value)).toBe(text);
    expect([validate(JSON.parse(text)), validate.errors]).toEqual([true, null]);
  }
});

test("keys stand for ids everywhere: parents, the parts of paths, the cars and ways of line-ups", () => {
  const text = printHousehold(filedOf(garage, none));
  for (const kind of KIND_NAMES) for (const { id } of garage[kind]) expect(text).not.toContain(`"${id}"`);
  expect(text).toContain('"carId": "car-1"');
});

test("whatever of a household was deleted, its file reads back, and prints to the same bytes", () => {
  const all = KIND_NAMES.flatMap((kind) => garage[kind].map(({ id }) => `${kind} ${id}`));
  let orphans = 0;
  law(fc.subarray(all), { runs: 300, mostSkipped: 0 }, (deleted) => {
    const gone = new Set(deleted);
    const left = {
      ...garage,
      ...Object.fromEntries(
        KIND_NAMES.map((kind) => [kind, garage[kind].filter(({ id }) => !gone.has(`${kind} ${id}`))]),
      ),
    } as Garage;
    const text = printHousehold(filedOf(left, none));
    const parsed = parseHousehold(text);
    if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems.slice(0, 3)));
    expect(printHousehold(parsed.value)).toBe(text);
    for (const kind of KIND_NAMES)
      parsed.value.things[kind].forEach(({ parent }, i) => {
        const was = left[kind][i]!.parentId;
        const there = was !== null && !gone.has(`${KINDS[kind].parent} ${was}`);
        expect(parent !== null).toBe(there);
        if (was !== null && !there) orphans += 1;
      });
  });
  expect(orphans).toBeGreaterThan(0);
});

test("whatever the ids of its things are, a household gives the same file", () => {
  law(
    fc.array(fc.integer({ min: 1, max: 1e9 }), { minLength: 400, maxLength: 400 }),
    { runs: 20, mostSkipped: 0 },
    (numbers) => {
      let n = 0;
      const names = new Map<string, string>();
      const renamed = (id: string) => {
        const made = names.get(id) ?? `x-${numbers[n++ % numbers.length]!}-${n}`;
        names.set(id, made);
        return made;
      };
      const text = JSON.stringify(garage);
      const ids = KIND_NAMES.flatMap((kind) => garage[kind].map(({ id }) => id));
      const other = JSON.parse(
        ids.reduce((t, id) => t.replaceAll(`"${id}"`, `"${renamed(id)}"`), text),
      ) as Garage;
      expect(printHousehold(filedOf(other, none))).toBe(printHousehold(filedOf(garage, none)));
    },
  );
});

test("what is no household file is refused without a long list, and nothing throws", () => {
  for (const text of [
    "",
    "{",
    "[]",
    "null",
    "7",
    '{"format":"kettleback-plan"}',
    "x".repeat(HOUSEHOLD_MAX_BYTES + 1),
  ]) {
    const parsed = parseHousehold(text);
    expect(!parsed.ok && parsed.problems.length).toBeGreaterThan(0);
    expect(!parsed.ok && parsed.problems.length).toBeLessThanOrEqual(4);
  }
});

test("more things than there may be are counted before they are judged", () => {
  const file = JSON.parse(printHousehold(filedOf(fallowQuay, none))) as { cars: object[] };
  const many = judgeHousehold({
    ...file,
    cars: Array.from({ length: 20_001 }, (_, i) => ({ ...file.cars[0], key: `c-${i}` })),
  });
  expect(!many.ok && many.problems).toEqual([
    { field: "(document)", message: expect.stringContaining("up to 20000 things") },
  ]);
});
