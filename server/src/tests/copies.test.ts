import {
  closeSync,
  copyFileSync,
  existsSync,
  mkdtempSync,
  openSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
  truncateSync,
  utimesSync,
  writeFileSync,
  writeSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import pino from "pino";
import request from "supertest";
import { createApp } from "../app";
import {
  BIN_DAYS,
  clockHolds,
  copiesFolder,
  copiesOf,
  copyInto,
  DailyCopies,
  Keeper,
  LostDatabaseError,
  oddClock,
  openDatabase,
  seedDemo,
} from "../database";

// What is kept is written to a real disk, which may be slow.

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

type Orm = Awaited<ReturnType<typeof openDatabase>>;
const ormOf = (keeper: Keeper): Orm => (keeper as unknown as { orm: Orm }).orm;
/** Makes the day's copy where it is due, as a server that was just started does. */
const copyToday = (orm: Orm, now = Date.now()) => new DailyCopies(file).make(orm, now);

test("a copy a day it changes, seven kept, each a whole database", async () => {
  const orm = await openDatabase(file);
  await seedDemo(orm.em.fork());
  const start = Date.now();
  for (let day = 0; day < 9; day++) {
    await orm.em.getConnection().execute("update car set version = version + 1");
    const name = await copyToday(orm, start + day * DAY);
    const date = new Date(start + day * DAY).toISOString().slice(0, 10);
    expect(name).toBe(`kettleback-00000${day + 1}-${date}.sqlite`);
    expect(await copyToday(orm, start + day * DAY)).toBeUndefined();
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
  // A clock that two copies agree with.
  for (const [i, days] of [2, 1].entries())
    await copyInto(
      ormOf(keeper),
      file,
      `kettleback-00000${i + 1}-${new Date(Date.now() - days * DAY).toISOString().slice(0, 10)}.sqlite`,
    );
  await keeper.em.getConnection().execute("update car set version = version + 1");
  keeper.startCopying((trouble) => failures.push(trouble));
  await keeper.close();
  expect(failures).toEqual([]);
  const left = await openDatabase(file);
  expect(await leads(left)).toEqual([{ n: 0 }]);
  await left.close();
  const copy = await openDatabase(join(copiesFolder(file), listed().at(-1)!));
  expect(await leads(copy)).toEqual([{ n: 1 }]);
  await copy.close();
});

test("a day on which nothing changes makes no copy", async () => {
  const orm = await openDatabase(file);
  await seedDemo(orm.em.fork());
  expect(await copyToday(orm)).toBeDefined();
  expect(await copyToday(orm, Date.now() + DAY)).toBeUndefined();
  expect(listed()).toHaveLength(1);
  await orm.em.getConnection().execute("update car set version = version + 1");
  expect(await copyToday(orm, Date.now() + DAY)).toBeDefined();
  await orm.close();
});

test("a copy dated 2031 by a clock that was wrong stops none; order goes by number, and the oldest by number goes", async () => {
  const orm = await openDatabase(file);
  await seedDemo(orm.em.fork());
  const now = Date.parse("2026-11-28T12:00:00Z");
  const change = () => orm.em.getConnection().execute("update car set version = version + 1");
  const wrong = Date.parse("2031-03-04T12:00:00Z");
  const names: (string | undefined)[] = [];
  for (const at of [now - DAY, wrong, now, now + DAY]) {
    await change();
    names.push(await copyToday(orm, at));
  }
  expect(names).toEqual([
    "kettleback-000001-2026-11-27.sqlite",
    "kettleback-000002-2031-03-04.sqlite",
    "kettleback-000003-2026-11-28.sqlite",
    "kettleback-000004-2026-11-29.sqlite",
  ]);
  // Whatever the files themselves say of when they were written.
  utimesSync(join(copiesFolder(file), names[1]!), new Date(wrong), new Date(wrong));
  expect(copiesOf(file).map(({ name }) => name)).toEqual(names.toReversed());
  expect(oddClock(file, now)).toMatch(
    /kettleback-000002-2031-03-04\.sqlite bears a date after today's, 2026-11-28/,
  );
  expect(oddClock(file, wrong + DAY)).toBeUndefined();
  for (let day = 2; day < 7; day++) {
    await change();
    await copyToday(orm, now + day * DAY);
  }
  expect(listed().map((name) => Number(name.slice(11, 17)))).toEqual([3, 4, 5, 6, 7, 8, 9]);
  await orm.close();
});

test("copies of an older Kettleback, without a number, come after those that have one", async () => {
  const orm = await openDatabase(file);
  await seedDemo(orm.em.fork());
  await copyInto(orm, file, "kettleback-2031-03-04.sqlite");
  await copyInto(orm, file, "before-2026-11-20-10-00-00-000.sqlite");
  await copyInto(orm, file, "a-file-of-mine.sqlite");
  const early = new Date("2020-01-01");
  utimesSync(join(copiesFolder(file), "kettleback-2031-03-04.sqlite"), early, early);
  expect(await copyToday(orm)).toBeUndefined();
  await orm.em.getConnection().execute("update car set version = version + 1");
  const name = await copyToday(orm);
  expect(copiesOf(file).map((copy) => copy.name)).toEqual([
    name,
    "before-2026-11-20-10-00-00-000.sqlite",
    "kettleback-2031-03-04.sqlite",
  ]);
  await orm.close();
});

test("a clock is trusted to empty the bin once two daily copies agree with it, and not when it has just jumped", async () => {
  const orm = await openDatabase(file);
  const now = Date.parse("2026-11-28T12:00:00Z");
  const named = async (...dates: string[]) => {
    rmSync(copiesFolder(file), { recursive: true, force: true });
    for (const [i, date] of dates.entries())
      await copyInto(orm, file, `kettleback-00000${i + 1}-${date}.sqlite`);
  };
  expect(clockHolds(file, now)).toBe(false);
  await named("2026-11-28");
  expect(clockHolds(file, now)).toBe(false);
  await named("2026-11-20", "2026-11-28");
  expect(clockHolds(file, now)).toBe(true);
  await named("2026-11-20", "2031-03-04");
  expect(clockHolds(file, Date.parse("2031-03-04T12:00:00Z"))).toBe(false);
  expect(clockHolds(file, now)).toBe(false);
  await named("2031-03-04", "2026-11-28");
  expect(clockHolds(file, now)).toBe(false);
  await orm.close();
});

test("where a file lies in the copies' place, what is kept is served all the same and the trouble is said", async () => {
  writeFileSync(copiesFolder(file), "mine");
  const keeper = await Keeper.open(file);
  await seedDemo(keeper.em.fork());
  expect(keeper.copies()).toEqual([]);
  const said: string[] = [];
  keeper.startCopying((trouble) => said.push(trouble));
  await keeper.close();
  expect(said).toEqual([expect.stringMatching(/^No copy could be made: .*own-copies is no folder/)]);
  expect(readFileSync(copiesFolder(file), "utf8")).toBe("mine");
});

describe("a database whose file", () => {
  const called = (keeper: Keeper) =>
    request
      .agent(createApp({ orm: keeper, keeper, log: pino({ level: "silent" }) }))
      .set("Host", "127.0.0.1:4180");
  const add = (call: ReturnType<typeof called>, name: string) =>
    call.post("/api/households/fallow-quay/places").send({ spec: { name }, parentId: null });
  const wrecks: [string, () => void][] = [
    ["is deleted", () => rmSync(file)],
    [
      "is replaced by another",
      () => {
        copyFileSync(join(folder, "other.sqlite"), `${file}.new`);
        renameSync(`${file}.new`, file);
      },
    ],
  ];
  test.each(
    wrecks.flatMap(([what, wreck]) => [
      [what, "at once", 0, wreck] as const,
      [what, "an hour after it was opened", 3_600_000, wreck] as const,
    ]),
  )(
    "%s while it is in use, %s, acknowledges no write, and all it kept is in a copy",
    async (_what, _when, later, wreck) => {
      const other = await openDatabase(join(folder, "other.sqlite"));
      await other.close();
      const keeper = await Keeper.open(file);
      await seedDemo(keeper.em.fork());
      const lost: LostDatabaseError[] = [];
      keeper.onLost = (error) => lost.push(error);
      const call = called(keeper);
      expect((await add(call, "before")).status).toBe(201);
      const clock = jest.spyOn(Date, "now").mockReturnValue(Date.now() + later);
      wreck();
      const refused = await Promise.all([add(call, "after"), add(call, "after too")]);
      for (const { status, body } of refused)
        expect([status, body]).toEqual([
          503,
          expect.objectContaining({
            title: "Database gone",
            detail: expect.stringMatching(
              /was deleted or replaced while it was in use\. All that was kept until now is in a copy/,
            ),
          }),
        ]);
      clock.mockRestore();
      expect(lost).toHaveLength(1);
      await keeper.close();
      expect(listed()).toHaveLength(1);
      const copy = await Keeper.open(join(copiesFolder(file), listed()[0]!));
      const names = (await copy.em
        .fork()
        .getConnection()
        .execute("select spec ->> 'name' as name from place")) as {
        name: string;
      }[];
      expect(names.map(({ name }) => name)).toContain("before");
      expect(await cars(copy)).toBe(5);
      await copy.close();
      // What lies there now is opened as it is: no log of the other is played into it.
      if (existsSync(file)) {
        const now = await Keeper.open(file);
        expect(await cars(now)).toBe(0);
        await now.close();
      }
    },
  );

  test("is replaced between a write and its acknowledgement is noticed before that", async () => {
    const other = await openDatabase(join(folder, "other.sqlite"));
    await other.close();
    const keeper = await Keeper.open(file);
    await seedDemo(keeper.em.fork());
    const own = keeper.requireOwn.bind(keeper);
    let looked = 0;
    jest.spyOn(keeper, "requireOwn").mockImplementation(() => {
      looked += 1;
      // The first look was before the write; it is written when the second is taken.
      if (looked === 2) wrecks[1]![1]();
      return own();
    });
    expect((await add(called(keeper), "between")).status).toBe(503);
    expect(looked).toBe(2);
    await keeper.close();
    const copy = await Keeper.open(join(copiesFolder(file), listed()[0]!));
    const found = await copy.em
      .fork()
      .getConnection()
      .execute("select 1 from place where spec ->> 'name' = 'between'");
    expect(found).toHaveLength(1);
    await copy.close();
  });
});

describe("a database in use", () => {
  let keeper: Keeper;
  let lost: LostDatabaseError[];
  let call: ReturnType<typeof request.agent>;
  beforeEach(async () => {
    keeper = await Keeper.open(file);
    await seedDemo(keeper.em.fork());
    lost = [];
    keeper.onLost = (error) => lost.push(error);
    call = request
      .agent(createApp({ orm: keeper, keeper, log: pino({ level: "silent" }) }))
      .set("Host", "127.0.0.1:4180");
  });
  const copiesNow = (): number => (existsSync(copiesFolder(file)) ? listed().length : 0);
  /** Has all of it in the file itself. */
  const playedIn = () => keeper.em.getConnection().execute("pragma wal_checkpoint(passive)");
  const other = async (): Promise<Buffer> => {
    await (await openDatabase(join(folder, "other.sqlite"))).close();
    return readFileSync(join(folder, "other.sqlite"));
  };

  test.each<[string, RegExp, number, () => Promise<void> | void]>([
    ["cut off", /was cut off while it was in use/, 1, () => truncateSync(file, 8_192)],
    ["emptied", /was cut off while it was in use/, 1, () => truncateSync(file, 0)],
    [
      "overwritten by another database",
      /was overwritten while it was in use/,
      0,
      async () => writeFileSync(file, await other()),
    ],
    [
      "overwritten by its own copy of before",
      /was overwritten while it was in use/,
      0,
      () => copyFileSync(join(folder, "before.sqlite"), file),
    ],
    [
      "overwritten by what is no database",
      /was overwritten while it was in use/,
      0,
      () => writeFileSync(file, "junk ".repeat(40_000)),
    ],
    ["without its log", /lost the log beside it/, 1, () => rmSync(`${file}-wal`)],
    ["with its log cut off", /lost the log beside it/, 0, () => truncateSync(`${file}-wal`, 0)],
  ])(
    "that is found %s acknowledges no write, says so where its health is asked, and is left as it is",
    async (_, what, copies, wreck) => {
      await copyInto(ormOf(keeper), file, "kettleback-0-before.sqlite");
      renameSync(join(copiesFolder(file), "kettleback-0-before.sqlite"), join(folder, "before.sqlite"));
      if (!/log/.test(String(what))) await playedIn();
      expect((await call.get("/api/health")).body).toEqual({ ok: true });
      await wreck();
      const left = readFileSync(file);
      const health = await call.get("/api/health");
      expect([health.status, (health.body as { detail: string }).detail]).toEqual([
        503,
        expect.stringMatching(what),
      ]);
      const written = await call
        .post("/api/households/fallow-quay/places")
        .send({ spec: { name: "after" }, parentId: null });
      expect([written.status, lost.length, copiesNow()]).toEqual([503, 1, copies]);
      await keeper.close();
      expect(readFileSync(file).equals(left)).toBe(true);
      if (copies === 0) return;
      const copy = await Keeper.open(join(copiesFolder(file), listed()[0]!));
      expect(await cars(copy)).toBe(5);
      await copy.close();
    },
  );

  test("whose middle was overwritten is given up once that is read, and no copy of it is made", async () => {
    await playedIn();
    const { size } = statSync(file);
    const handle = openSync(file, "r+");
    const junk = Buffer.alloc(size - 4_096, 7);
    writeSync(handle, junk, 0, junk.length, 4_096);
    // What it has in memory it would not read again.
    await keeper.em.getConnection().execute("pragma shrink_memory");
    const read = await call.get("/api/households/fallow-quay/garage");
    expect([read.status, lost.length, copiesNow()]).toEqual([503, 1, 0]);
    expect((read.body as { detail: string }).detail).toContain("is damaged");
    expect((await call.get("/api/health")).status).toBe(503);
    closeSync(handle);
    await keeper.close();
  });

  test("is well after sixty writes and a log that was played in", async () => {
    for (let i = 0; i < 60; i++)
      expect(
        (
          await call
            .post("/api/households/fallow-quay/places")
            .send({ spec: { name: `p${i}` }, parentId: null })
        ).status,
      ).toBe(201);
    await keeper.em.getConnection().execute("pragma wal_checkpoint(restart)");
    expect((await call.get("/api/health")).status).toBe(200);
    await keeper.close();
    expect(lost).toEqual([]);
  });
});

test("a copy is put back from the screen while the server runs, and that can be undone", async () => {
  const keeper = await Keeper.open(file);
  await seedDemo(keeper.em.fork());
  const call = request
    .agent(createApp({ orm: keeper, keeper, log: pino({ level: "silent" }) }))
    .set("Host", "127.0.0.1:4180");
  await copyToday(ormOf(keeper));
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
  await copyToday(ormOf(keeper));
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
  await copyToday(ormOf(keeper));
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
  await copyToday(ormOf(keeper));
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
  await copyToday(ormOf(keeper));
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
  await copyToday(ormOf(keeper));
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
