import fc from "fast-check";
import { demoSessions, fallowQuay } from "../demo";
import { startLineup } from "../start";
import { law } from "../../tests/law";
import {
  filedOf,
  householdHead,
  judgeHousehold,
  judgeInPieces,
  listEnd,
  listHead,
  KIND_NAMES,
  printHousehold,
  thingText,
  type Garage,
  type HouseholdJudge,
} from ".";

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
const sessions = demoSessions()[fallowQuay.household.id]!.slice(0, 4);
const TEXT = printHousehold(filedOf(garage, sessions));
type Json = Record<string, unknown>;
const fresh = (): Json => JSON.parse(TEXT) as Json;

/** Feeds a document to a judge as a reader that comes upon its pieces in their order would. */
function fed(document: Json): HouseholdJudge {
  const judge = judgeInPieces();
  for (const [name, value] of Object.entries(document)) {
    const list = Array.isArray(value) ? (value as unknown[]) : null;
    if (name === "sessions" || (KIND_NAMES as readonly string[]).includes(name))
      judge.field(name, list === null ? value : []);
    else judge.field(name, value);
    if (list === null) continue;
    const kind = KIND_NAMES.find((one) => one === name);
    if (kind) list.forEach((row, i) => void judge.thing(kind, i, row));
    else if (name === "sessions")
      list.forEach((row, i) => {
        const { samples } = (row ?? {}) as { samples?: unknown };
        const read = Array.isArray(samples) ? (samples as unknown[]) : null;
        judge.session(i, read === null ? row : { ...(row as Json), samples: [] });
        read?.forEach((sample, j) => void judge.sample(i, j, sample));
      });
  }
  return judge;
}

const told = (problems: readonly { field: string; message: string }[]): string[] =>
  problems.map(({ field, message }) => `${field}: ${message}`).sort();

/** Every place of a value, as the keys that lead there. */
const places = (value: unknown, at: readonly string[] = []): string[][] =>
  typeof value === "object" && value !== null
    ? Object.entries(value).flatMap(([key, inner]) => [[...at, key], ...places(inner, [...at, key])])
    : [];

/** A document with something else in one place; taken out where it is undefined. */
function changed(document: Json, [key, ...rest]: readonly string[], to: unknown): unknown {
  const copy = (Array.isArray(document) ? [...(document as unknown[])] : { ...document }) as Json;
  if (rest.length > 0) copy[key!] = changed(copy[key!] as Json, rest, to);
  else if (to === undefined) delete copy[key!];
  else copy[key!] = to;
  return copy;
}

test("a sound document has no problems, and every piece is given as it is kept", () => {
  const whole = judgeHousehold(fresh());
  if (!whole.ok) throw new Error("demo");
  expect(fed(fresh()).problems()).toEqual([]);
  const judge = judgeInPieces();
  const document = fresh();
  for (const kind of KIND_NAMES)
    expect((document[kind] as unknown[]).map((row, i) => judge.thing(kind, i, row))).toEqual(
      whole.value.things[kind],
    );
  const first = (document.sessions as { spec: unknown; samples: unknown[] }[])[0]!;
  expect(judge.session(0, { ...first, samples: [] })).toEqual(whole.value.sessions[0]!.spec);
  expect(first.samples.map((sample, i) => judge.sample(0, i, sample))).toEqual(
    whole.value.sessions[0]!.samples,
  );
});

test("with anything in the place of anything, the pieces are told what the whole is", () => {
  const anywhere = places(fresh());
  let refused = 0;
  law(
    fc.tuple(
      fc.array(
        fc.tuple(
          fc.nat({ max: anywhere.length - 1 }),
          fc.constantFrom(undefined, null, 5, -1, "x", "", [], {}, true, [[]], { key: "a" }),
        ),
        { minLength: 1, maxLength: 3 },
      ),
    ),
    { runs: 400, mostSkipped: 0 },
    ([faults]) => {
      let document = fresh();
      for (const [i, to] of faults) {
        const place = anywhere[i]!;
        const parent = place
          .slice(0, -1)
          .reduce<unknown>((at, key) => (at as Json | undefined)?.[key], document);
        if (typeof parent === "object" && parent !== null) document = changed(document, place, to) as Json;
      }
      // As it would be read from text.
      document = JSON.parse(JSON.stringify(document)) as Json;
      const whole = judgeHousehold(document);
      if (!whole.ok) refused += 1;
      expect(told(fed(document).problems())).toEqual(told(whole.ok ? [] : whole.problems));
    },
  );
  expect(refused).toBeGreaterThan(5);
});

test.each<[string, (document: Json) => Json]>([
  ["an unknown field", (d) => ({ ...d, extra: 1 })],
  ["a key twice", (d) => ({ ...d, cars: [...(d.cars as []), (d.cars as object[])[0]] })],
  [
    "keys twice and parents that are not there, in a file the other way round",
    (d) => {
      const [car, place] = [(d.cars as object[])[0], (d.places as object[])[0]];
      const lost = { ...place, parent: "none" };
      const wrong = {
        ...d,
        cars: [car, car],
        places: [lost, lost],
        outlets: [{ ...(d.outlets as [object])[0], parent: "none" }],
      };
      return Object.fromEntries(Object.entries(wrong).reverse());
    },
  ],
  [
    "a parent that is not there",
    (d) => ({ ...d, places: [{ ...(d.places as [object])[0], parent: "none" }] }),
  ],
  [
    "a parent of what belongs to nothing",
    (d) => ({ ...d, cars: [{ ...(d.cars as [object])[0], parent: "car-1" }] }),
  ],
  ["a session twice", (d) => ({ ...d, sessions: [...(d.sessions as []), (d.sessions as object[])[0]] })],
  [
    "readings that fall back",
    (d) => ({
      ...d,
      sessions: [
        {
          ...(d.sessions as [object])[0],
          samples: [
            [2000, 1],
            [1000, 1],
            [3000, 1],
            [3000, 1],
          ],
        },
      ],
    }),
  ],
  ["another format", (d) => ({ ...d, format: "else", cars: 5 })],
  ["another version", (d) => ({ ...d, version: 99, cars: 5 })],
  [
    "a flat tariff out of range",
    (d) => ({ ...d, tariffs: [{ key: "a", parent: null, spec: { name: "x", pricePerKWh: -9 } }] }),
  ],
])("%s is told as it is of the whole", (_, fault) => {
  const document = fault(fresh());
  const whole = judgeHousehold(document);
  expect(whole.ok).toBe(false);
  expect(told(fed(document).problems())).toEqual(told(whole.ok ? [] : whole.problems));
});

test("what is wrong between things is told kind by kind as they are filed, keys before parents, whatever order they came in", () => {
  const judge = judgeInPieces();
  const { format, version, household, cars, places } = fresh() as Json & Record<string, object[]>;
  for (const [name, value] of Object.entries({ format, version, household })) judge.field(name, value);
  const lost = { ...places![0], parent: "none" };
  for (const at of [0, 1]) judge.thing("places", at, lost);
  for (const at of [0, 1]) judge.thing("cars", at, cars![0]);
  expect(judge.problems().map(({ field }) => field)).toEqual([
    "cars.1.key",
    "places.1.key",
    "places.0.parent",
    "places.1.parent",
  ]);
});

test("a field of the document that comes twice is told once", () => {
  const judge = fed(fresh());
  judge.field("cars", []);
  judge.field("cars", []);
  expect(judge.problems()).toEqual([{ field: "cars", message: "comes twice" }]);
});

test("of each kind fifty wrong pieces are told and the others counted, not judged; other kinds are judged all the same", () => {
  const judge = fed(fresh());
  for (let i = 0; i < 1_500; i++) judge.sample(0, i, "x");
  for (let i = 0; i < 60; i++) judge.session(i + 100, 7);
  // What is sound behind fifty that are not is counted with them: the file is refused anyhow.
  for (let i = 0; i < 60; i++)
    judge.thing("cars", i, i < 50 ? {} : { key: "b", spec: fallowQuay.cars[0]!.spec });
  expect(judge.thing("cars", 60, { key: "c", spec: fallowQuay.cars[0]!.spec })).toBeNull();
  expect(judge.thing("places", 9, { key: "c", spec: { name: "Slip" } })).not.toBeNull();
  const problems = judge.problems();
  const of = (start: string) => problems.filter(({ field }) => field.startsWith(start)).length;
  expect([of("sessions.0.samples."), of("sessions.1"), of("cars.49."), of("cars.50.")]).toEqual([
    50, 50, 2, 0,
  ]);
  expect(
    problems
      .filter(({ field }) => field === "(document)")
      .map(({ message }) => message)
      .toSorted((a, b) => a.length - b.length),
  ).toEqual([
    "and 11 more cars, not checked",
    "and 10 more sessions, not checked",
    "and 1450 more readings, not checked",
  ]);
});

test("of one thing twenty problems are told and the others counted", () => {
  const judge = fed(fresh());
  const spec = Object.fromEntries(Array.from({ length: 500 }, (_, i) => [`k${i}`, 1]));
  judge.thing("places", 9, { key: "k", spec: { name: "Slip", ...spec } });
  const problems = judge.problems();
  expect([problems.length, problems[0], problems.at(-1)]).toEqual([
    21,
    { field: "places.9.spec.k0", message: "not known here: leave it out" },
    { field: "places.9", message: "and 480 more problems here" },
  ]);
});

test("of keys that come twice and parents that are missing fifty of a kind are told", () => {
  const judge = fed(fresh());
  for (let i = 0; i < 200; i++) {
    judge.thing("places", 100 + i, { key: "same", spec: { name: "Slip" } });
    judge.thing("outlets", 100 + i, { key: `o-${i}`, parent: "none", spec: fallowQuay.outlets[0]!.spec });
  }
  const problems = judge.problems();
  expect(problems).toHaveLength(100);
  expect([problems[0], problems[50]]).toEqual([
    { field: "places.101.key", message: '"same" comes twice' },
    { field: "outlets.100.parent", message: "accepted: the key of a place in this file" },
  ]);
});

test("the pieces of its text put together are what is printed of the whole", () => {
  for (const one of [garage, { ...fallowQuay, cars: [], paths: [] } as Garage]) {
    const { household, things } = filedOf(one, []);
    const lists = KIND_NAMES.map((kind) => {
      const texts = things[kind].map((thing, i) => thingText(thing, i === 0));
      return listHead(kind) + texts.join("") + listEnd(texts.length === 0);
    });
    expect(`${householdHead(household)}${lists.join("")},\n "sessions": []\n}\n`).toBe(
      printHousehold(filedOf(one, [])),
    );
  }
});
