import { KIND_NAMES, type Garage, type Kept, type Place } from "@kettleback/core";
import { KeptServer } from "./kept-server";

// Two who keep one household do things to it at the same moment. What is kept is written to a real disk, which may be slow.

const kept = KeptServer.forEachTest();
/** One server for all of them, with what it remembers of garages. */
let call: ReturnType<KeptServer["call"]>;
beforeEach(() => {
  call = kept.call();
});

/** Waits until something is so. */
const until = async (is: () => boolean) => {
  while (!is()) await new Promise((again) => setTimeout(again, 10));
};

const HOME = "/api/households/fallow-quay";
const garage = async () => (await call.get(`${HOME}/garage`)).body as Garage;
const counts = (of: Garage) => Object.fromEntries(KIND_NAMES.map((kind) => [kind, of[kind].length]));
const take = (text: string) => call.post("/api/take?into=fallow-quay").type("json").send(text);

type Thing = { key: string; parent: string | null; spec: { name: string } };
type HouseholdFile = Record<"places" | "outlets" | "cars", Thing[]>;

/** The household's file with a car more, and an outlet more at its first place. */
async function fileWithMore(): Promise<string> {
  const file = JSON.parse(await kept.file("fallow-quay")) as HouseholdFile;
  const [place, outlet, car] = [file.places[0]!, file.outlets[0]!, file.cars[0]!];
  file.outlets.push({
    ...outlet,
    key: "more",
    parent: place.key,
    spec: { ...outlet.spec, name: "At the gate" },
  });
  file.cars.push({ ...car, key: "another", spec: { ...car.spec, name: "Whimbrel" } });
  return JSON.stringify(file);
}

test("one file taken in by eight at once is there once", async () => {
  const text = await fileWithMore();
  const before = counts(await garage());
  const answers = await Promise.all(Array.from({ length: 8 }, () => take(text)));
  expect(answers.map(({ status }) => status)).toEqual(answers.map(() => 201));
  expect(counts(await garage())).toEqual({ ...before, outlets: before.outlets! + 1, cars: before.cars! + 1 });
});

test("of thousands of things a household lacks all move in, and those it has by then stay as they are", async () => {
  const file = JSON.parse(await fileWithMore()) as HouseholdFile;
  const more = Array.from({ length: 2_500 }, (_, i) => ({
    ...file.cars[0]!,
    key: `more-${i}`,
    spec: { ...file.cars[0]!.spec, name: `Car ${i}` },
  }));
  const text = JSON.stringify({ ...file, cars: [...file.cars, ...more] });
  const before = await garage();
  // Of two the second finds them there: what it had laid in by then goes, however much that is.
  expect((await Promise.all([take(text), take(text)])).map(({ status }) => status)).toEqual([201, 201]);
  const after = await garage();
  expect(after.cars.slice(before.cars.length).map(({ spec }) => spec.name)).toEqual([
    "Whimbrel",
    ...more.map(({ spec }) => spec.name),
  ]);
  expect((await take(text)).status).toBe(201);
  expect(await garage()).toEqual(after);
  const lying = await kept.sql("select count(*) as n from car");
  expect(lying).toEqual([{ n: 5 + 2_501 }]);
});

test("what a file hangs its things on, deleted by another while it comes in, comes with it", async () => {
  const text = await fileWithMore();
  const [place] = (await garage()).places as [Kept<Place>];
  const { Arrival } = await import("../database");
  const own = Arrival.prototype.things;
  let deleted: number | undefined;
  const things = jest.spyOn(Arrival.prototype, "things").mockImplementation(async function (
    this: never,
    ...given
  ) {
    if (deleted === undefined) {
      deleted = 0;
      const gone = await call.delete(`${HOME}/places/${place.id}`).send({ version: place.version });
      deleted = gone.status;
    }
    return own.apply(this, given);
  });
  const taken = await take(text);
  things.mockRestore();
  expect([deleted, taken.status]).toEqual([200, 201]);
  const after = await garage();
  const gate = after.outlets.find(({ spec }) => spec.name === "At the gate")!;
  const under = after.places.find(({ id }) => id === gate.parentId);
  expect(under?.spec).toEqual(place.spec);
});

test("deleted by two at once it is deleted by one, and the other is told; so it is brought back", async () => {
  const { household } = await garage();
  const remove = () => call.delete(HOME).send({ version: household.version });
  const removed = await Promise.all([remove(), remove()]);
  expect(removed.map(({ status }) => status).sort()).toEqual([200, 404]);
  const gone = removed.find(({ status }) => status === 404)!;
  expect((gone.body as { detail: string }).detail).toBe("There is no household fallow-quay.");
  const { version } = removed.find(({ status }) => status === 200)!.body as { version: number };
  const restore = () => call.post(`${HOME}/restore`).send({ version });
  const restored = await Promise.all([restore(), restore()]);
  expect(restored.map(({ status }) => status).sort()).toEqual([200, 404]);
  expect((await garage()).household.version).toBe(version + 1);
});

test("while a copy is put back a file, a deletion and another copy are told to wait, and change nothing", async () => {
  const before = await garage();
  kept.keeper.startCopying(() => undefined);
  await until(() => kept.keeper.copies().length > 0);
  const restore = () => call.post(`/api/copies/${kept.keeper.copies()[0]!.name}/restore`).send({});
  const text = await fileWithMore();
  // Somebody reads still: the copy waits for that.
  const done = kept.keeper.use();
  const first = restore().then(({ status }) => status);
  await until(() => kept.keeper.busy);
  const others = await Promise.all([
    take(text),
    call.delete(HOME).send({ version: before.household.version }),
    restore(),
  ]);
  done();
  expect(others.map(({ status, body }) => [status, (body as { detail: string }).detail])).toEqual(
    others.map(() => [503, "A copy is being put in place; try again in a moment."]),
  );
  expect(await first).toBe(200);
  expect(await garage()).toEqual(before);
});

test("a household that is changed again and again while a file comes in takes nothing of it, and says so", async () => {
  const text = await fileWithMore();
  const { household } = await garage();
  let { version } = household;
  const { Arrival } = await import("../database");
  const own = Arrival.prototype.join;
  const join = jest.spyOn(Arrival.prototype, "join").mockImplementation(async function (
    this: never,
    ...given
  ) {
    const name = { ...household.spec, name: `Fallow Quay ${version}` };
    await call.put(HOME).send({ version: version++, spec: name });
    return own.apply(this, given);
  });
  const before = counts(await garage());
  const taken = await take(text);
  join.mockRestore();
  expect([taken.status, (taken.body as { title: string }).title]).toEqual([503, "Changed meanwhile"]);
  expect(counts(await garage())).toEqual(before);
  const lying = await kept.sql("select count(*) as n from household");
  expect(lying).toEqual([{ n: 2 }]);
  expect((await take(text)).status).toBe(201);
});
