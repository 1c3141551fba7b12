import {
  copyFileSync,
  existsSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  statSync,
  truncateSync,
  utimesSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import pino from "pino";
import request from "supertest";
import { createApp } from "../app";
import { BIN_DAYS, copiesFolder, copyDaily, copyInto, Keeper, openDatabase, seedDemo } from "../database";

// What is kept is written to a real disk, which may be slow.
jest.setTimeout(30_000);

const DAY = 86_400_000;
let folder: string;
let file: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "kettleback-copies-"));
  file = join(folder, "own.sqlite");
});
afterEach(() => rmSync(folder, { recursive: true }));

const listed = () => readdirSync(copiesFolder(file)).sort();
const cars = async (keeper: Keeper): Promise<number> => {
  const [row] = (await keeper.em.fork().getConnection().execute("select count(*) as n from car")) as [
    { n: number },
  ];
  return row.n;
};

test("a copy a day it changes, seven kept, each a whole database", async () => {
  const orm = await openDatabase(file);
  await seedDemo(orm.em.fork());
  const start = Date.now();
  for (let day = 0; day < 9; day++) {
    await orm.em.getConnection().execute("update car set version = version + 1");
    const name = await copyDaily(orm, file, start + day * DAY);
    expect(name).toMatch(/^kettleback-\d{4}-\d\d-\d\d\.sqlite$/);
    expect(await copyDaily(orm, file, start + day * DAY)).toBeUndefined();
    // As if made on its own day.
    const at = new Date(start - (9 - day) * DAY);
    utimesSync(join(copiesFolder(file), name!), at, at);
  }
  expect(listed()).toHaveLength(7);
  const copy = await openDatabase(join(copiesFolder(file), listed().at(-1)!));
  expect(await copy.em.getConnection().execute("select count(*) as n from car")).toEqual([{ n: 5 }]);
  await copy.close();
  await orm.close();
});

test("what lies in the bin too long goes once the day's copy is made, which has it still", async () => {
  const keeper = await Keeper.open(file);
  await seedDemo(keeper.em.fork());
  const long = Date.now() - (BIN_DAYS + 1) * DAY;
  await keeper.em.getConnection().execute("update lead set deleted_at = ? where rowid = 1", [long]);
  const leads = (orm: Pick<Keeper, "em">) =>
    orm.em.getConnection().execute("select count(*) as n from lead where deleted_at is not null");
  const failures: unknown[] = [];
  keeper.startCopying((error) => failures.push(error));
  await keeper.close();
  expect(failures).toEqual([]);
  const left = await openDatabase(file);
  expect(await leads(left)).toEqual([{ n: 0 }]);
  await left.close();
  const copy = await openDatabase(join(copiesFolder(file), listed()[0]!));
  expect(await leads(copy)).toEqual([{ n: 1 }]);
  await copy.close();
});

test("a day on which nothing changes makes no copy", async () => {
  const orm = await openDatabase(file);
  expect(await copyDaily(orm, file, Date.now())).toBeDefined();
  const later = new Date(Date.now() + 1_000);
  for (const name of listed()) utimesSync(join(copiesFolder(file), name), later, later);
  expect(await copyDaily(orm, file, Date.now() + DAY)).toBeUndefined();
  await orm.close();
});

test("a copy is put back from the screen while the server runs, and that can be undone", async () => {
  const keeper = await Keeper.open(file);
  await seedDemo(keeper.em.fork());
  const call = request
    .agent(createApp({ orm: keeper, keeper, log: pino({ level: "silent" }) }))
    .set("Host", "127.0.0.1:4180");
  await copyDaily((keeper as unknown as { orm: Parameters<typeof copyDaily>[0] }).orm, file, Date.now());
  await keeper.em.fork().getConnection().execute("delete from saved_path");
  await keeper.em
    .fork()
    .getConnection()
    .execute("update household set deleted_at = 1 where id = 'larch-hollow'");
  const [copy] = (await call.get("/api/copies")).body as { name: string }[];
  const restored = await call.post(`/api/copies/${copy!.name}/restore`).send({});
  expect(restored.status).toBe(200);
  expect(((await call.get("/api/households")).body as object[]).length).toBe(2);

  const before = (restored.body as { name: string }[]).find(({ name }) => name.startsWith("before-"))!;
  await call.post(`/api/copies/${before.name}/restore`).send({});
  expect(((await call.get("/api/households")).body as object[]).length).toBe(1);
  expect(await cars(keeper)).toBe(5);
  await keeper.close();
});

test("a copy that is damaged, or none, is refused and nothing is changed", async () => {
  const keeper = await Keeper.open(file);
  await seedDemo(keeper.em.fork());
  const call = request
    .agent(createApp({ orm: keeper, keeper, log: pino({ level: "silent" }) }))
    .set("Host", "127.0.0.1:4180");
  await copyDaily((keeper as unknown as { orm: Parameters<typeof copyDaily>[0] }).orm, file, Date.now());
  const [name] = listed();
  truncateSync(join(copiesFolder(file), name!), 5_000);
  const refused = await call.post(`/api/copies/${name}/restore`).send({});
  expect([refused.status, refused.body]).toEqual([
    422,
    expect.objectContaining({
      errors: [{ field: "name", message: expect.stringContaining("cannot be read") }],
    }),
  ]);
  expect((await call.post("/api/copies/kettleback-1999-01-01.sqlite/restore").send({})).status).toBe(404);
  expect((await call.post("/api/copies/..%2Fown.sqlite/restore").send({})).status).toBe(404);
  expect(await cars(keeper)).toBe(5);
  await keeper.close();
});

test("what is kept lies in the one file once the keeper is closed: copied alone, it has everything", async () => {
  const keeper = await Keeper.open(file);
  await seedDemo(keeper.em.fork());
  await keeper.close();
  expect(existsSync(`${file}-wal`) ? statSync(`${file}-wal`).size : 0).toBe(0);
  const alone = join(folder, "elsewhere.sqlite");
  copyFileSync(file, alone);
  const again = await Keeper.open(alone);
  expect(await cars(again)).toBe(5);
  await again.close();
});

test("a log that is not the database's own is moved aside, never played into a copy put in its place", async () => {
  const keeper = await Keeper.open(file);
  await seedDemo(keeper.em.fork());
  await copyDaily((keeper as unknown as { orm: Parameters<typeof copyDaily>[0] }).orm, file, Date.now());
  await keeper.em.fork().getConnection().execute("delete from car");
  // As kill -9 leaves it: the log not played into the file.
  const log = readFileSync(`${file}-wal`);
  expect(log.length).toBeGreaterThan(0);
  await keeper.close();
  // A file of its own, as another process would put it there: not the one this process may still hold.
  rmSync(file);
  copyFileSync(join(copiesFolder(file), listed()[0]!), file);
  writeFileSync(`${file}-wal`, log);
  const again = await Keeper.open(file);
  expect(await cars(again)).toBe(5);
  await again.close();
  const aside = readdirSync(folder).filter((name) => name.includes("foreign-log"));
  expect(aside.map((name) => readFileSync(join(folder, name)).equals(log))).toEqual([true]);
});

test("its own log, left by kill -9, is played into the database and nothing is moved aside", async () => {
  const keeper = await Keeper.open(file);
  await seedDemo(keeper.em.fork());
  await keeper.em.fork().getConnection().execute("delete from car where id like 'lh-%'");
  const [main, log] = [readFileSync(file), readFileSync(`${file}-wal`)];
  await keeper.close();
  const left = join(folder, "left.sqlite");
  writeFileSync(left, main);
  writeFileSync(`${left}-wal`, log);
  const again = await Keeper.open(left);
  expect(await cars(again)).toBe(3);
  await again.close();
  expect(readdirSync(folder).filter((name) => name.includes("foreign"))).toEqual([]);
});

test("of copies put back at once, one is and the others are told to wait; every one leaves a copy of its own before it", async () => {
  const keeper = await Keeper.open(file);
  await seedDemo(keeper.em.fork());
  const call = request
    .agent(createApp({ orm: keeper, keeper, log: pino({ level: "silent" }) }))
    .set("Host", "127.0.0.1:4180");
  await copyDaily((keeper as unknown as { orm: Parameters<typeof copyDaily>[0] }).orm, file, Date.now());
  const [name] = listed();
  const answers = await Promise.all([1, 2, 3].map(() => call.post(`/api/copies/${name}/restore`).send({})));
  expect(answers.map(({ status }) => status).sort()).toEqual([200, 503, 503]);
  for (const { body } of answers.filter(({ status }) => status === 503))
    expect((body as { title: string }).title).toBe("Busy");
  expect((await call.get("/api/households")).status).toBe(200);
  // Within a second, too, none overwrites another's copy of what was there.
  for (let i = 0; i < 3; i++)
    expect((await call.post(`/api/copies/${name}/restore`).send({})).status).toBe(200);
  expect(listed().filter((copy) => copy.startsWith("before-"))).toHaveLength(4);
  expect(await cars(keeper)).toBe(5);
  await keeper.close();
});

test("a copy is put back only when what is being written is written", async () => {
  const keeper = await Keeper.open(file);
  await seedDemo(keeper.em.fork());
  const call = request
    .agent(createApp({ orm: keeper, keeper, log: pino({ level: "silent" }) }))
    .set("Host", "127.0.0.1:4180");
  await copyDaily((keeper as unknown as { orm: Parameters<typeof copyDaily>[0] }).orm, file, Date.now());
  const [name] = listed();
  const answers = await Promise.all([
    ...Array.from({ length: 12 }, (_, i) =>
      call.post("/api/households/fallow-quay/places").send({ spec: { name: `slip ${i}` }, parentId: null }),
    ),
    call.post(`/api/copies/${name}/restore`).send({}),
    ...Array.from({ length: 12 }, (_, i) =>
      call.post("/api/households/fallow-quay/places").send({ spec: { name: `quay ${i}` }, parentId: null }),
    ),
  ]);
  for (const { status } of answers) expect([200, 201, 503]).toContain(status);
  const written = answers.filter(({ status }) => status === 201).length;
  // What was acknowledged stands in the copy of what was there before, or came after.
  const before = await Keeper.open(
    join(
      copiesFolder(file),
      listed().find((copy) => copy.startsWith("before-"))!,
    ),
  );
  const slips = async (of: Keeper) =>
    (
      (await of.em
        .fork()
        .getConnection()
        .execute("select count(*) as n from place where spec like '%slip %' or spec like '%quay %'")) as [
        { n: number },
      ]
    )[0].n;
  expect((await slips(before)) + (await slips(keeper))).toBe(written);
  await before.close();
  await keeper.close();
});

test("a file cut off, swapped for something else, or moved away is said with what to do, and never overwritten", async () => {
  const keeper = await Keeper.open(file);
  await seedDemo(keeper.em.fork());
  await copyDaily((keeper as unknown as { orm: Parameters<typeof copyDaily>[0] }).orm, file, Date.now());
  await keeper.close();
  const whole = join(folder, "whole.sqlite");
  copyFileSync(file, whole);

  truncateSync(file, Math.floor(statSync(file).size / 2));
  await expect(Keeper.open(file)).rejects.toThrow(
    /cannot be read.*Its newest copy is .*kettleback-.*npm run recover/s,
  );
  writeFileSync(file, "a letter to a friend, not a database at all, and long enough to be read as one");
  const letter = readFileSync(file, "utf8");
  await expect(Keeper.open(file)).rejects.toThrow(/cannot be read/);
  expect(readFileSync(file, "utf8")).toBe(letter);

  rmSync(file);
  await expect(Keeper.open(file)).rejects.toThrow(/is not where it was, though its copies are/);
  expect(existsSync(file)).toBe(false);
  copyFileSync(whole, file);
  const again = await Keeper.open(file);
  expect(await cars(again)).toBe(5);
  await again.close();
});

test("on a full disk, and where it may only be read, a write is refused in words and nothing is changed", async () => {
  const keeper = await Keeper.open(file);
  await seedDemo(keeper.em.fork());
  const call = request
    .agent(createApp({ orm: keeper, keeper, log: pino({ level: "silent" }) }))
    .set("Host", "127.0.0.1:4180");
  const connection = keeper.em.fork().getConnection();
  const [{ page_count: pages }] = (await connection.execute("pragma page_count")) as [{ page_count: number }];
  const note = "x".repeat(70);
  const fill = () =>
    call.post("/api/households/fallow-quay/places").send({ spec: { name: note }, parentId: null });
  // SQLite's own quota: what a full disk looks like to it.
  await connection.execute(`pragma max_page_count = ${pages}`);
  let refused = await fill();
  for (let i = 0; i < 400 && refused.status === 201; i++) refused = await fill();
  expect([refused.status, refused.body]).toEqual([507, expect.objectContaining({ title: "Disk full" })]);
  await connection.execute("pragma max_page_count = 1000000");
  expect((await fill()).status).toBe(201);

  await connection.execute("pragma query_only = on");
  const readOnly = await fill();
  expect([readOnly.status, readOnly.body]).toEqual([503, expect.objectContaining({ title: "Read-only" })]);
  await connection.execute("pragma query_only = off");
  expect((await fill()).status).toBe(201);
  await keeper.close();
});

test("a copy that runs out of room half way leaves the copy before as it was, and no half one", async () => {
  const orm = await openDatabase(file);
  await seedDemo(orm.em.fork());
  await copyInto(orm, file, "before-2026.sqlite");
  const whole = readFileSync(join(copiesFolder(file), "before-2026.sqlite"));
  const full = {
    em: {
      getConnection: () => ({
        execute: (_: string, [path]: [string]) => {
          writeFileSync(path, whole.subarray(0, 3_000));
          return Promise.reject(new Error("database or disk is full"));
        },
      }),
    },
  } as unknown as typeof orm;
  await expect(copyInto(full, file, "before-2026.sqlite")).rejects.toThrow("disk is full");
  expect(listed()).toEqual(["before-2026.sqlite"]);
  expect(readFileSync(join(copiesFolder(file), "before-2026.sqlite")).equals(whole)).toBe(true);
  await orm.close();
});
