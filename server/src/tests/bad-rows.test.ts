import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { MikroORM } from "@mikro-orm/core";
import pino from "pino";
import request from "supertest";
import type { Garage } from "@kettleback/core";
import { createApp } from "../app";
import { loggable } from "../api/problem";
import { openDatabase, seedDemo } from "../database";

// What is kept is written to a real disk, which may be slow.

const folder = mkdtempSync(join(tmpdir(), "kettleback-rows-"));
let orm: MikroORM;
let logged = "";
const log = pino({ level: "trace" }, { write: (line: string) => void (logged += line) });
const call = () => request.agent(createApp({ orm, log, pages: folder })).set("Host", "127.0.0.1:4180");
const run = (sql: string) => orm.em.fork().getConnection().execute(sql);

beforeAll(() => writeFileSync(join(folder, "index.html"), "<title>inside</title>"));
beforeEach(async () => {
  logged = "";
  orm = await openDatabase(":memory:");
  await seedDemo(orm.em.fork());
});
afterEach(() => orm.close());
afterAll(() => rmSync(folder, { recursive: true }));

/** A description as it lies there; SQLite keeps a number as one. */
const specAt = async (where: string): Promise<string> =>
  String(((await run(`select spec from ${where}`)) as [{ spec: unknown }])[0].spec);

/** Descriptions that no schema takes, as they may lie in a column. */
const BAD: readonly [string, string][] = [
  ["no JSON", "{ half a"],
  ["nothing", ""],
  ["null", "null"],
  ["a number", "5"],
  ["a list", "[]"],
  ["an empty one", "{}"],
  ["one of another shape", '{"name": 7}'],
];

test.each(BAD)("a household described by %s is named, and the others are there", async (_, spec) => {
  await run(`update household set spec = '${spec}' where id = 'larch-hollow'`);
  const listed = await call().get("/api/households");
  expect(listed.status).toBe(200);
  const rows = listed.body as {
    id: string;
    name?: string;
    problems?: { field: string; message: string }[];
  }[];
  expect(rows.map(({ id, problems }) => [id, problems !== undefined])).toEqual([
    ["fallow-quay", false],
    ["larch-hollow", true],
  ]);
  expect(rows[1]!.name).toMatch(/^(larch-hollow|7)$/);
  expect(rows[1]!.problems!.length).toBeGreaterThan(0);
  // Its own garage says which field it is; nothing of it was changed.
  const own = await call().get("/api/households/larch-hollow/garage");
  expect([own.status, (own.body as { title: string }).title]).toEqual([500, "Unreadable"]);
  expect((await call().get("/api/households/fallow-quay/garage")).status).toBe(200);
  expect(await specAt("household where id = 'larch-hollow'")).toBe(spec);
  expect((await call().post("/api/demo").send({})).status).toBe(201);
});

test.each(BAD)(
  "a car described by %s is named in its garage, can be deleted, and lies in the bin",
  async (_, spec) => {
    await run(`update car set spec = '${spec}' where id = 'fq-plover'`);
    const garage = (await call().get("/api/households/fallow-quay/garage")).body as Garage;
    expect(garage.cars.map(({ id }) => id)).not.toContain("fq-plover");
    expect(garage.unread!.map(({ id, kind }) => [id, kind])).toEqual([["fq-plover", "cars"]]);
    const [{ version }] = (await run("select version from car where id = 'fq-plover'")) as [
      { version: number },
    ];
    const gone = await call().delete("/api/households/fallow-quay/cars/fq-plover").send({ version });
    expect(gone.status).toBe(200);
    const bin = (await call().get("/api/bin")).body as { id: string }[];
    expect(bin.map(({ id }) => id)).toEqual(["fq-plover"]);
    expect(await specAt("car where id = 'fq-plover'")).toBe(spec);
  },
);

test.each(BAD)(
  "a session described by %s is named among the others, and an export goes out without it",
  async (_, spec) => {
    const [{ id, n }] = (await run("select min(id) as id, count(*) as n from session")) as [
      { id: number; n: number },
    ];
    await run(`update session set spec = '${spec}' where id = ${id}`);
    const { rows } = (
      await call().get(
        "/api/households/fallow-quay/sessions?from=2020-01-01T00:00:00Z&to=2030-01-01T00:00:00Z",
      )
    ).body as { rows: { id: string; problems?: object[] }[] };
    expect(rows).toHaveLength(n);
    expect(rows.filter(({ problems }) => problems).map((row) => row.id)).toEqual([String(id)]);
    const file = await call().get("/api/households/fallow-quay/file");
    expect(file.status).toBe(200);
    expect((JSON.parse(file.text) as { sessions: object[] }).sessions).toHaveLength(n - 1);
  },
);

test("nothing is written into a household that is deleted, and all can be again once it is back", async () => {
  const at = "/api/households/fallow-quay";
  const garage = (await call().get(`${at}/garage`)).body as Garage;
  const [car] = garage.cars;
  const { version } = garage.household;
  expect((await call().delete(at).send({ version })).status).toBe(200);
  const spec = { name: "late", begin: "2026-11-23T18:00:00Z", source: "meter", key: "late" };
  const writes = [
    call()
      .post(`${at}/places`)
      .send({ spec: { name: "a late mooring" }, parentId: null }),
    call().put(`${at}/cars/${car!.id}`).send({ version: car!.version, spec: car!.spec, parentId: null }),
    call().delete(`${at}/cars/${car!.id}`).send({ version: car!.version }),
    call().post(`${at}/sessions`).send({ spec }),
    call()
      .post(`${at}/sessions/1/samples`)
      .send({ samples: [[Date.UTC(2026, 0), 1, null, null, null]] }),
    call().delete(`${at}/sessions/1`).send({ version: 1 }),
    call()
      .put(at)
      .send({ version: version + 1, spec: garage.household.spec }),
    call().post(`${at}/networks/file`).send({ name: "late", locations: [] }),
  ];
  for (const write of writes) expect((await write).status).toBe(404);
  expect(await run("select 1 from place where spec ->> 'name' = 'a late mooring'")).toEqual([]);
  expect(
    (
      await call()
        .post(`${at}/restore`)
        .send({ version: version + 1 })
    ).status,
  ).toBe(200);
  expect((await call().post(`${at}/sessions`).send({ spec })).status).toBe(201);
});

test("a page that is missing says so without saying where it would lie", async () => {
  for (const address of ["/assets/nothing.js", "/assets/..%2f..%2fetc/passwd", "/assets/%00"]) {
    const missing = await call().get(address);
    expect([400, 403, 404]).toContain(missing.status);
    expect(missing.text).not.toContain(folder);
    expect(missing.text).not.toMatch(/ENOENT|stat /);
  }
  const own = createApp({ orm, log, pages: folder });
  rmSync(join(folder, "index.html"));
  const gone = await request(own).get("/path").set("Host", "127.0.0.1:4180");
  writeFileSync(join(folder, "index.html"), "<title>inside</title>");
  expect([gone.status, gone.text.includes(folder)]).toEqual([404, false]);
});

test("a fault in the database is logged by where it arose, without what was to be written", async () => {
  await run("drop table place");
  const refused = await call()
    .post("/api/households/fallow-quay/places")
    .send({ spec: { name: "the secret mooring" }, parentId: null });
  expect(refused.status).toBe(500);
  expect(logged).toMatch(/keep\.ts/);
  expect(logged + refused.text).not.toMatch(/secret mooring|insert into|select /i);
});

test("what is logged of an error is its kind, its place, and words that are no statement", () => {
  const cause = new Error("insert into `car` values ('secret')");
  expect(loggable(new TypeError("x is no function", { cause }))).toEqual({
    name: "TypeError",
    message: "x is no function",
    at: expect.arrayContaining([expect.stringMatching(/^at /)]),
    cause: { name: "Error", at: expect.any(Array) },
  });
  expect(loggable("text")).toEqual({ name: "string" });
});

test.each(["[", '{"a":', '[{"a":[1,"]]",'])(
  "ten megabytes of %s are refused before they are read, wherever they are sent",
  async (piece) => {
    const body = piece.repeat(Math.floor(10_000_000 / piece.length));
    for (const [address, statuses] of [
      ["/api/take", [400, 422]],
      ["/api/households/fallow-quay/networks/file", [400]],
      ["/api/households/fallow-quay/sessions/many", [400]],
      ["/api/households/fallow-quay/cars", [413]],
    ] as const) {
      const answer = await call().post(address).type("json").send(body);
      expect(statuses).toContain(answer.status);
    }
  },
);

test("brackets within a text are no depth, and sixty-four of them are accepted", async () => {
  const spec = { name: `${"[".repeat(70)}"\\` };
  const added = await call().post("/api/households/fallow-quay/places").send({ spec, parentId: null });
  expect((added.body as { spec: object }).spec).toMatchObject(spec);
  const deep = (n: number) => `${"[".repeat(n)}${"]".repeat(n)}`;
  const post = (body: string) => call().post("/api/households/fallow-quay/places").type("json").send(body);
  expect((await post(deep(64))).status).toBe(422);
  expect((await post(deep(65))).body).toMatchObject({ title: "Too deep" });
});
