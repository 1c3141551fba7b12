import { readdirSync, readlinkSync, renameSync, statSync, writeFileSync } from "node:fs";
import { request as httpRequest } from "node:http";
import type { AddressInfo } from "node:net";
import { join } from "node:path";
import fc from "fast-check";
import { parseHousehold, type Filed, type Garage } from "@kettleback/core";
import { householdText } from "../api/household-file";
import { Keeper, readAsItIs, RestoringError, type Reading } from "../database";
import { Aside } from "../take/aside";
import { KeptServer } from "./kept-server";

// What is kept is written to a real disk, which may be slow.

const HOME = "fallow-quay";

const kept = KeptServer.forEachTest();
const app = () => kept.app();
const call = () => kept.call();
const filed = (id: string) => kept.file(id);
const sql = (text: string, values?: unknown[]) => kept.sql(text, values);

/** Puts more cars into the demo's household, so that its file does not go out in one piece. */
async function manyCars(): Promise<void> {
  const [car] = (await sql("select * from car where household_id = ? limit 1", [HOME])) as [{ spec: string }];
  await sql(
    "insert into car (id, version, spec, spec_version, created_at, updated_at, household_id) " +
      "select 'many-' || value, 1, ?, 4, 9e12, 0, ? from json_each(?)",
    [car.spec, HOME, JSON.stringify(Array.from({ length: 400 }, (_, i) => i))],
  );
}

/** Whether a log can be emptied: nobody holds on to an earlier moment. */
async function canEmptyLog(): Promise<boolean> {
  await sql("pragma busy_timeout = 0");
  const [found] = (await sql("pragma wal_checkpoint(truncate)")) as [{ busy: number }];
  return found.busy === 0;
}

async function allOf(text: AsyncIterable<string>): Promise<string> {
  let all = "";
  for await (const piece of text) all += piece;
  return all;
}

describe("a household file going out", () => {
  test("has all as it stood when it was asked for, whatever is written while it goes", async () => {
    await manyCars();
    const before = await filed(HOME);
    const garage = (await call().get(`/api/households/${HOME}/garage`)).body as Garage;
    const reading = kept.keeper.reading();
    await sql("update car set deleted_at = 1 where id = 'many-7'");
    let text = "";
    let pieces = 0;
    for await (const piece of householdText(reading, HOME)) {
      text += piece;
      if (pieces++ > 0) continue;
      const [place] = garage.places;
      const at = `/api/households/${HOME}`;
      const { id } = (await call().post(`${at}/cars`).send({ spec: garage.cars[0]!.spec, parentId: null }))
        .body as { id: string };
      const [path] = garage.paths;
      const writes = [
        await call().delete(`${at}/places/${place!.id}`).send({ version: place!.version }),
        await call()
          .put(`${at}/paths/${path!.id}`)
          .send({ version: path!.version, parentId: null, spec: { ...path!.spec, carId: id } }),
        await call()
          .put(at)
          .send({
            version: garage.household.version,
            spec: { ...garage.household.spec, name: "Another" },
          }),
      ];
      expect(writes.map(({ status }) => status)).toEqual([200, 200, 200]);
      await sql("delete from sample");
      await sql("update session set deleted_at = 1");
    }
    expect(pieces).toBeGreaterThan(2);
    expect(text).toBe(before);
    expect(await canEmptyLog()).toBe(false);
    reading.close();
    expect(await canEmptyLog()).toBe(true);
    const file = parseHousehold(await filed(HOME));
    expect(file.ok && [file.value.household.name, file.value.sessions]).toEqual(["Another", []]);
  });

  test("left half way by who asked for it lets go of what it read", async () => {
    await manyCars();
    const server = app().listen(0, "127.0.0.1");
    await new Promise((done) => server.once("listening", done));
    const closed = jest.spyOn(Keeper.prototype, "reading");
    await new Promise((done) => {
      const asked = httpRequest({
        port: (server.address() as AddressInfo).port,
        host: "127.0.0.1",
        path: `/api/households/${HOME}/file`,
        headers: { Host: "127.0.0.1:4180" },
      });
      asked.once("response", (answer) => {
        answer.destroy();
        done(undefined);
      });
      asked.end();
    });
    const [first] = closed.mock.results as { value: Reading }[];
    closed.mockRestore();
    for (let i = 0; i < 100; i++) {
      if (await canEmptyLog()) break;
      await new Promise((again) => setTimeout(again, 20));
    }
    expect(await canEmptyLog()).toBe(true);
    await expect(async () => first!.value.rows("select 1", [])).rejects.toThrow();
    server.close();
  });

  test("breaks off when another copy is put in the database's place, and holds that up no longer", async () => {
    await manyCars();
    kept.keeper.startCopying(() => undefined);
    for (let i = 0; i < 200 && kept.keeper.copies().length === 0; i++)
      await new Promise((again) => setTimeout(again, 20));
    const reading = kept.keeper.reading();
    const text = householdText(reading, HOME);
    expect((await text.next()).done).toBe(false);
    const restoring = kept.keeper.restore(kept.keeper.copies()[0]!.name);
    // It waits for whoever asked to take more, and lets go all the same.
    expect(await canEmptyLog()).toBe(true);
    await restoring;
    await expect(allOf(text)).rejects.toThrow(RestoringError);
    reading.close();
    expect(parseHousehold(await filed(HOME)).ok).toBe(true);
  });

  test("is still to be had of a file that lost its name, and nothing is put in that one's place", async () => {
    const before = await filed(HOME);
    renameSync(kept.keeper.file, join(kept.folder, "elsewhere.sqlite"));
    const reading = kept.keeper.reading();
    expect(await allOf(householdText(reading, HOME))).toBe(before);
    reading.close();
    expect(readdirSync(kept.folder)).not.toContain("own.sqlite");
    renameSync(join(kept.folder, "elsewhere.sqlite"), kept.keeper.file);
  });

  test("is the same on the one connection of a database in memory", async () => {
    expect(await allOf(householdText(readAsItIs(kept.keeper.em.fork()), HOME))).toBe(await filed(HOME));
  });

  test("leaves out what cannot be read: keys go on without a gap, what belonged to it belongs to nothing", async () => {
    const garage = (await call().get(`/api/households/${HOME}/garage`)).body as Garage;
    const [place] = garage.places;
    const hung = garage.outlets.filter(({ parentId }) => parentId === place!.id);
    expect(hung.length).toBeGreaterThan(0);
    await sql("update place set spec = '{' where id = ?", [place!.id]);
    const text = await filed(HOME);
    const file = parseHousehold(text);
    if (!file.ok) throw new Error(JSON.stringify(file.problems));
    const { places, outlets } = file.value.things;
    expect(places.map(({ key }) => key)).toEqual(garage.places.slice(1).map((_, i) => `place-${i + 1}`));
    expect(outlets.filter(({ parent }) => parent === null)).toHaveLength(hung.length);
    const taken = await call().post("/api/take").type("json").send(text);
    expect(taken.status).toBe(201);
    expect(await filed((taken.body as { id: string }).id)).toBe(text);
  });

  test("of a household that is not there is 404, of one whose own row cannot be read 500, and nothing is held", async () => {
    expect((await call().get("/api/households/nobody/file")).status).toBe(404);
    await sql("update household set spec = '{' where id = ?", [HOME]);
    expect((await call().get(`/api/households/${HOME}/file`)).status).toBe(500);
    expect(await canEmptyLog()).toBe(true);
  });

  test("has every thing, session and reading, however many were made at one moment, and whenever that was", async () => {
    await manyCars();
    const from = Date.UTC(2026, 0, 1);
    const [session] = (await sql("select * from session where household_id = ? limit 1", [HOME])) as [
      { id: number; spec: string; key: string },
    ];
    // Three pages of sessions that began at one moment, one before the first moment there is; two pages of readings and one.
    await sql(
      "insert into session (version, spec, spec_version, created_at, updated_at, household_id, began_at, key) " +
        "select 1, ?, 4, 0, 0, ?, iif(value = 0, -1000, 1000), 'many-' || value from json_each(?)",
      [session.spec, HOME, JSON.stringify(Array.from({ length: 250 }, (_, i) => i))],
    );
    await sql("update car set created_at = -1 where id = 'many-3'");
    await sql("delete from sample where session_id = ?", [session.id]);
    await sql("insert into sample (session_id, at, watts) select ?, value, 7 from json_each(?)", [
      session.id,
      JSON.stringify(Array.from({ length: 1_001 }, (_, i) => from + i)),
    ]);
    const text = await filed(HOME);
    const file = parseHousehold(text);
    if (!file.ok) throw new Error(file.problems[0]!.message);
    const { things, sessions } = file.value;
    const cars = (await call().get(`/api/households/${HOME}/garage`)).body as Garage;
    expect(things.cars.map(({ spec }) => spec)).toEqual(cars.cars.map(({ spec }) => spec));
    expect(things.cars.length).toBeGreaterThan(400);
    const keys = sessions.map(({ spec }) => spec.key).filter((key) => key.startsWith("many-"));
    expect(keys).toEqual(Array.from({ length: 250 }, (_, i) => `many-${i}`));
    const { samples } = sessions.find(({ spec }) => spec.key === session.key)!;
    expect(samples.map(([at, watts]) => [at, watts])).toEqual(
      Array.from({ length: 1_001 }, (_, i) => [from + i, 7]),
    );
  });

  test("is read in the order things were made without sorting them", async () => {
    await sql("update session set began_at = 0 where id = (select max(id) from session)");
    const asked = new Set<string>();
    const em = kept.keeper.em.fork();
    const spied: Reading = {
      ...readAsItIs(em),
      rows: (text, values) => {
        asked.add(text);
        return readAsItIs(em).rows(text, values);
      },
    };
    const file = parseHousehold(await allOf(householdText(spied, HOME)));
    const begun = file.ok ? file.value.sessions.map(({ spec }) => Date.parse(spec.begin)) : [];
    expect(begun).toEqual(begun.toSorted((a, b) => a - b));
    expect(begun[0]).toBe(0);
    // The household, fifteen kinds, its sessions, their readings.
    expect(asked.size).toBe(18);
    for (const text of asked) {
      const plan = JSON.stringify(await sql(`explain query plan ${text}`));
      expect(plan).not.toMatch(/TEMP B-TREE|SCAN/);
    }
  });
});

test("things laid aside come back in their order, whatever they are called and however long they are", async () => {
  const name = fc.oneof(
    fc.string({ unit: "binary", maxLength: 20 }),
    fc.constantFrom("\n", "\r\n", "\u2028", "\u2029", "é".repeat(70_000), "\ud800"),
  );
  let runs = 0;
  /** Files laid aside that this process holds open. */
  const heldOpen = () =>
    readdirSync("/proc/self/fd").flatMap((fd) => {
      try {
        const file = readlinkSync(`/proc/self/fd/${fd}`);
        return file.startsWith(join(kept.folder, "file-")) ? [file] : [];
      } catch {
        // Closed since.
        return [];
      }
    });
  await fc.assert(
    fc.asyncProperty(fc.array(fc.tuple(fc.constantFrom("cars", "places"), name)), async (things) => {
      const aside = new Aside(join(kept.folder, `file-${runs++}`));
      const of = (text: string): Filed => ({ key: "k", parent: null, spec: { text } });
      for (const [kind, text] of things) aside.put(kind as "cars", of(text));
      for (const kind of ["places", "cars"] as const) {
        const back: Filed[] = [];
        for await (const thing of aside.of(kind)) back.push(thing);
        expect(back).toEqual(things.filter(([one]) => one === kind).map(([, text]) => of(text)));
      }
      aside.drop();
      expect(heldOpen()).toEqual([]);
      expect(readdirSync(kept.folder).filter((one) => one.startsWith("file-"))).toEqual([]);
    }),
    { numRuns: 60 },
  );
  const aside = new Aside(join(kept.folder, "file-y"));
  aside.put("cars", { key: "k", parent: null, spec: { text: "x".repeat(100_000) } });
  // Not held until it is asked for.
  expect(statSync(join(kept.folder, "file-y.cars")).size).toBeGreaterThan(100_000);
  aside.drop();
  writeFileSync(join(kept.folder, "file-x.cars"), "another's");
  expect(() =>
    new Aside(join(kept.folder, "file-x")).put("cars", { key: "k", parent: null, spec: {} }),
  ).toThrow(/EEXIST/);
});
