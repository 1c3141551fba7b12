import type { MikroORM } from "@mikro-orm/core";
import pino from "pino";
import request from "supertest";
import { flatTariff, KINDS, MOST_WAYS, planOf, startLineup, type Kind } from "@kettleback/core";
import { fallowQuay } from "@kettleback/core/demo";
import { BODY_LIMIT, createApp } from "../app";
import { binOf, type Binned } from "../api/bin";
import { openDatabase, seedDemo } from "../database";
import { tableOf } from "../database/entities";

// What is kept is written to a real disk, which may be slow.

let orm: MikroORM;
let call: ReturnType<typeof request.agent>;

beforeAll(async () => {
  orm = await openDatabase(":memory:");
  await seedDemo(orm.em.fork());
  // What the demo recorded would stand among what is recorded here.
  for (const table of ["sample", "session"])
    await orm.em.fork().getConnection().execute(`delete from ${table}`);
  call = request.agent(createApp({ orm, log: pino({ level: "silent" }) })).set("Host", "127.0.0.1:4180");
});
afterAll(() => orm.close());

const AT = "/api/households/fallow-quay";
const tariff = flatTariff("Harbour rate", 0.29);
const garage = async () => (await call.get("/api/households/fallow-quay/garage")).body as typeof fallowQuay;

test("the demo is there, once, however often it is put in", async () => {
  await seedDemo(orm.em.fork());
  const households = (await call.get("/api/households")).body as { id: string }[];
  expect(households.map((h) => h.id)).toEqual(["fallow-quay", "larch-hollow"]);
  const kept = await garage();
  // In the order they were made, whatever the milliseconds of seeding.
  for (const kind of ["cars", "paths", "evses", "outlets"] as const)
    expect(kept[kind].map((row) => row.id)).toEqual(fallowQuay[kind].map((row) => row.id));
  expect(kept.cars).toEqual(fallowQuay.cars);
});

test("a thing is added, changed, deleted and brought back, its version counting every write", async () => {
  const added = await call.post("/api/households/fallow-quay/tariffs").send({ spec: tariff });
  expect(added.status).toBe(201);
  const { id } = added.body as { id: string };
  const changed = await call
    .put(`${AT}/tariffs/${id}`)
    .send({ version: 1, spec: flatTariff("Harbour rate", -0.02) });
  expect(changed.body).toMatchObject({ id, version: 2, spec: flatTariff("Harbour rate", -0.02) });
  const gone = await call.delete(`${AT}/tariffs/${id}`).send({ version: 2 });
  expect(gone.body).toMatchObject({ version: 3 });
  expect((await garage()).tariffs.some((t) => t.id === id)).toBe(false);
  expect((await call.put(`${AT}/tariffs/${id}`).send({ version: 3, spec: tariff })).status).toBe(404);
  expect((await call.post(`${AT}/tariffs/${id}/restore`).send({ version: 3 })).body).toMatchObject({
    version: 4,
  });
  expect((await garage()).tariffs.find((t) => t.id === id)?.spec).toEqual(flatTariff("Harbour rate", -0.02));
});

test("a tariff with a year of quarter-hourly prices is kept and read back whole", async () => {
  const prices = Array.from({ length: 366 * 96 }, (_, i) => (Math.round(1e4 * Math.sin(i)) + 0) / 1e4);
  const hourly = { starts_at: "2026-01-01T00:00:00Z", minutes: 15, prices, markup: 0.05 };
  const spec = { ...tariff, kettleback: { hourly } };
  const added = await call.post(`${AT}/tariffs`).send({ spec, parentId: null });
  expect(added.status).toBe(201);
  const { id } = added.body as { id: string };
  expect((await garage()).tariffs.find((t) => t.id === id)?.spec).toEqual(spec);
  await call.delete(`${AT}/tariffs/${id}`).send({ version: 1 });
  const long = { ...hourly, prices: [...prices, 0] };
  const refused = await call
    .post(`${AT}/tariffs`)
    .send({ spec: { ...tariff, kettleback: { hourly: long } }, parentId: null });
  expect(refused.body).toMatchObject({ errors: [{ field: "spec.kettleback.hourly.prices" }] });
});

test("a lost update is refused with the row as it is, and two at once let one through", async () => {
  const { cars } = await garage();
  const car = cars.find((c) => c.id === "fq-dunlin")!;
  const put = (name: string) =>
    call.put(`${AT}/cars/${car.id}`).send({ version: car.version, spec: { ...car.spec, name } });
  const statuses = await Promise.all([put("Dunlin A"), put("Dunlin B")]);
  expect(statuses.map((r) => r.status).sort()).toEqual([200, 409]);
  const refusal = statuses.find((r) => r.status === 409)!;
  expect(refusal.type).toBe("application/problem+json");
  expect((refusal.body as { current: { version: number } }).current.version).toBe(car.version + 1);
});

describe("refusals name the field and write nothing", () => {
  const { spec: car } = fallowQuay.cars[0]!;
  const { spec: path } = fallowQuay.paths[0]!;
  test.each<[string, string, object, string]>([
    [
      "zero battery",
      "cars",
      { spec: { ...car, battery: { ...car.battery, usableWh: 0 } } },
      "spec.battery.usableWh",
    ],
    [
      "1e308",
      "tariffs",
      { spec: flatTariff("Harbour rate", 1e308) },
      "spec.elements.0.price_components.0.price",
    ],
    ["another currency", "tariffs", { spec: { ...tariff, currency: "CAD" } }, "spec.currency"],
    ["a name of spaces", "tariffs", { spec: { ...tariff, name: "  " } }, "spec.name"],
    ["300 %", "paths", { spec: { ...path, session: { ...path.session, toSoc: 3 } } }, "spec.session.toSoc"],
    [
      "target below start",
      "paths",
      { spec: { ...path, session: { ...path.session, toSoc: 0.1 } } },
      "spec.session.toSoc",
    ],
    ["a part of another household", "paths", { spec: { ...path, carId: "lh-siskin" } }, "spec.carId"],
    ["an unknown place", "outlets", { spec: fallowQuay.outlets[0]!.spec, parentId: "nowhere" }, "parentId"],
    ["a parent where there is none", "cars", { spec: car, parentId: "fq-slip" }, "parentId"],
    ["a field too many", "tariffs", { spec: tariff, extra: 1 }, "extra"],
    ["a field too many inside", "tariffs", { spec: { ...tariff, colour: 1 } }, "spec.colour"],
  ])("%s", async (_, kind, body, field) => {
    const before = await garage();
    const response = await call.post(`/api/households/fallow-quay/${kind}`).send(body);
    expect([response.status, response.type]).toEqual([422, "application/problem+json"]);
    expect((response.body as { errors: { field: string }[] }).errors.map((e) => e.field)).toContain(field);
    expect(await garage()).toEqual(before);
  });

  test("broken JSON, a body too large, unknown addresses and kinds", async () => {
    const broken = await call.post("/api/households/fallow-quay/tariffs").type("json").send("{");
    expect([broken.status, broken.type]).toEqual([400, "application/problem+json"]);
    const large = await call.post("/api/households/fallow-quay/cars").send({ spec: "x".repeat(BODY_LIMIT) });
    expect(large.status).toBe(413);
    for (const address of ["/api/nothing", "/api/households/none/garage"])
      expect((await call.get(address)).status).toBe(404);
    expect((await call.post("/api/households/fallow-quay/secrets").send({})).status).toBe(404);
  });
});

describe("a plan comes in whole or not at all", () => {
  const plan = () => {
    const made = planOf(fallowQuay, { ...fallowQuay.paths[1]!.spec, name: "From a friend" });
    if (!made.ok) throw new Error("demo");
    return made.value;
  };
  const count = (g: typeof fallowQuay) => g.cars.length + g.outlets.length + g.evses.length + g.paths.length;

  test("parts the household keeps are used, others added, and the path charges as before", async () => {
    const before = await garage();
    const known = await call.post("/api/households/fallow-quay/import").send(plan());
    expect(known.status).toBe(201);
    expect((known.body as { spec: object }).spec).toMatchObject({
      carId: "fq-curlew",
      cableId: "fq-thin-three",
    });
    const odd = plan();
    odd.car = { ...odd.car, name: "Turnstone" };
    const added = (await call.post("/api/households/fallow-quay/import").send(odd)).body as {
      spec: { carId: string };
    };
    const after = await garage();
    expect(after.cars.find((c) => c.id === added.spec.carId)?.spec.name).toBe("Turnstone");
    expect(count(after)).toBe(count(before) + 3);
  });

  test("the place comes along with its limit and its note, its outlet stands there, and it is not doubled", async () => {
    const away = plan();
    away.place = { name: "Lock cottage", limitMinutes: 90, note: "Key at the mill" };
    away.outlet = { ...away.outlet, name: "lock bay" };
    const first = (await call.post("/api/households/fallow-quay/import").send(away)).body as {
      spec: { outletId: string; tariffId: string };
    };
    const again = await call.post("/api/households/fallow-quay/import").send({ ...away, name: "Once more" });
    expect(again.status).toBe(201);
    const kept = await garage();
    const places = kept.places.filter(({ spec }) => spec.name === "Lock cottage");
    expect(places.map(({ spec, parentId }) => [spec, parentId])).toEqual([[away.place, first.spec.tariffId]]);
    const outlet = kept.outlets.find(({ id }) => id === first.spec.outletId)!;
    expect(outlet.parentId).toBe(places[0]!.id);
    const back = planOf(kept, kept.paths.at(-1)!.spec);
    expect(back.ok && back.value.place).toEqual(away.place);
  });

  test.each<[string, (p: ReturnType<typeof plan>) => object, string]>([
    ["a place's note too long", (p) => ({ ...p, place: { name: "x", note: "y".repeat(201) } }), "place.note"],
    [
      "another currency",
      (p) => ({ ...p, household: { ...p.household, currency: "CAD" } }),
      "household.currency",
    ],
    ["another version", (p) => ({ ...p, version: 99 }), "version"],
    ["a part out of range", (p) => ({ ...p, evse: { ...p.evse, maxAmps: 9000 } }), "evse.maxAmps"],
  ])("%s is refused and nothing is added", async (_, broken, field) => {
    const before = await garage();
    const response = await call.post("/api/households/fallow-quay/import").send(broken(plan()));
    expect(response.status).toBe(422);
    expect((response.body as { errors: { field: string }[] }).errors.map((e) => e.field)).toContain(field);
    expect(await garage()).toEqual(before);
  });
});

describe("safety", () => {
  test.each([
    ["a foreign host", { Host: "kettle.example:4180" }],
    ["a foreign host that begins as its own", { Host: "localhost.evil.example" }],
    ["a foreign host that begins as its address", { Host: "127.0.0.1.evil.example:4180" }],
    ["a foreign host that ends as its own", { Host: "evil-localhost:4180" }],
    ["a foreign host behind a name to sign in with", { Host: "localhost:4180@evil.example" }],
    ["a foreign origin that begins as its own", { Origin: "http://127.0.0.1:4180.evil.example" }],
    ["its own host under another scheme", { Origin: "https://127.0.0.1:4180" }],
    ["its own host at another port", { Origin: "http://127.0.0.1:4181" }],
    ["a foreign origin", { Origin: "http://kettle.example" }],
    ["an opaque origin", { Origin: "null" }],
  ])("%s is refused", async (_, headers) => {
    expect((await call.get("/api/households").set(headers)).status).toBe(403);
  });

  test("its own origin is served, under a policy that lets nothing foreign run", async () => {
    const response = await call.get("/api/households").set("Origin", "http://127.0.0.1:4180");
    expect(response.status).toBe(200);
    const policy = response.headers["content-security-policy"];
    expect(policy).toContain("default-src 'none'");
    expect(policy).not.toContain("unsafe");
  });
});

test("household settings are saved under the same rules", async () => {
  const { household } = await garage();
  const put = (version: number, unit: string) =>
    call
      .put("/api/households/fallow-quay")
      .send({ version, spec: { ...household.spec, distanceUnit: unit } });
  expect((await put(household.version, "leagues")).status).toBe(422);
  expect((await put(household.version, "mi")).body).toMatchObject({ version: household.version + 1 });
  expect((await put(household.version, "km")).status).toBe(409);
});

test("a thing is found only under its own household", async () => {
  const { cars } = await garage();
  const [car] = cars;
  const elsewhere = await call
    .put(`/api/households/larch-hollow/cars/${car!.id}`)
    .send({ version: car!.version, spec: car!.spec });
  expect(elsewhere.status).toBe(404);
  expect((await call.put(`${AT}/cars/nothing`).send({ version: 1, spec: car!.spec })).status).toBe(404);
});

describe("recorded sessions", () => {
  const SESSIONS = `${AT}/sessions`;
  const spec = {
    name: "Plover overnight",
    carId: "fq-plover",
    placeId: "fq-boathouse",
    begin: "2026-11-23T18:10:00.000Z",
    end: null,
    source: "meter",
    key: "meter-1",
  };
  const tell = (change: object = {}) => call.post(SESSIONS).send({ spec: { ...spec, ...change } });
  const page = (query: object = {}) =>
    call.get(SESSIONS).query({ from: "2026-11-01T00:00:00Z", to: "2026-12-01T00:00:00Z", ...query });
  const T0 = Date.UTC(2026, 10, 23, 18, 10);
  const reading = (i: number, watts: number | null = 2300 + i) => [T0 + i * 1000, watts, 10, 230, i / 10_000];
  const readings = (from: number, count: number) =>
    Array.from({ length: count }, (_, i) => reading(from + i));
  type Row = { id: string; version: number; spec: typeof spec };
  type Page = { rows: Row[]; next: string | null };

  test("told twice under one key it is kept once, as it was first told", async () => {
    const first = await tell();
    const again = await tell({ name: "Another name" });
    expect([first.status, again.status]).toEqual([201, 200]);
    expect(again.body).toEqual(first.body);
    expect((first.body as Row).spec).toMatchObject({ ...spec, plan: null, wallWh: null });
    expect(((await page()).body as Page).rows).toHaveLength(1);
  });

  test("many that are over are told at once, all or none; those known stay as they are, and all are taken back at once", async () => {
    const over = (key: string, change: object = {}) => ({
      ...spec,
      key,
      end: "2026-11-23T20:10:00.000Z",
      ...change,
    });
    const many = (sessions: readonly object[]) => call.post(`${SESSIONS}/many`).send({ sessions });
    const bad = await many([over("many-1"), over("many-2", { carId: "nobodys" })]);
    expect([bad.status, (bad.body as { errors: { field: string }[] }).errors[0]!.field]).toEqual([
      422,
      "spec.carId",
    ]);
    const open = await many([over("many-1", { end: null })]);
    expect([open.status, (open.body as { errors: { field: string }[] }).errors[0]!.field]).toEqual([
      422,
      "sessions.0.end",
    ]);
    expect((await many([])).status).toBe(422);
    const told = await many([over("many-1"), over("many-2"), over("many-1", { name: "told twice" })]);
    expect(told.status).toBe(201);
    const { added, known } = told.body as { added: Row[]; known: number };
    expect([added.map((row) => row.spec.key), known]).toEqual([["many-1", "many-2"], 1]);
    expect((await many([over("many-2", { name: "other" }), over("many-3")])).body).toMatchObject({
      added: [{ spec: { key: "many-3" } }],
      known: 1,
    });
    const late = await call.delete(`${SESSIONS}/many`).send({
      rows: [
        { ...added[0]!, spec: undefined, parentId: undefined },
        { id: added[1]!.id, version: 9 },
      ],
    });
    expect(late.status).toBe(409);
    const seen = async () => ((await page()).body as Page).rows.map((row) => row.spec.key);
    expect(await seen()).toEqual(expect.arrayContaining(["many-1", "many-2", "many-3"]));
    const rows = added.map(({ id, version }) => ({ id, version }));
    expect((await call.delete(`${SESSIONS}/many`).send({ rows })).body).toEqual({ gone: 2 });
    expect((await seen()).filter((key) => key.startsWith("many"))).toEqual(["many-3"]);
    expect((await many([over("many-1")])).body).toMatchObject({ added: [], known: 1 });
    const left = ((await page()).body as Page).rows.find((row) => row.spec.key === "many-3")!;
    await call.delete(`${SESSIONS}/many`).send({ rows: [{ id: left.id, version: left.version }] });
  });

  test("readings of lanes, temperatures and a counter are kept, and read back without what is not there", async () => {
    const { id } = (await tell({ key: "lanes" })).body as Row;
    const samples = [
      [T0, 6900, 10, 230, 0.3, 10.1, 9.9, 21.5, 33, 5, 120_400],
      [T0 + 1000, 6900, 10, 230, 0.3, null, null, 21.6],
      [T0 + 2000, 6900, null, null, null],
    ];
    expect((await call.post(`${SESSIONS}/${id}/samples`).send({ samples })).body).toEqual({ added: 3 });
    expect((await call.get(`${SESSIONS}/${id}/samples`)).body).toMatchObject({ rows: samples });
    const [bucket] = (
      await call.get(`${SESSIONS}/${id}/buckets`).query({ from: T0, to: T0 + 3000, buckets: 1 })
    ).body as { of: object }[];
    expect(bucket!.of).toMatchObject({
      packC: { min: 21.5, max: 21.6 },
      counterWh: { min: 120_400 },
      plugC: { max: 33 },
    });
    const hot = await call
      .post(`${SESSIONS}/${id}/samples`)
      .send({ samples: [[T0 + 5000, 1, 1, 1, 1, 1, 1, 900]] });
    expect([hot.status, (hot.body as { errors: { field: string }[] }).errors[0]!.field]).toEqual([
      422,
      "samples.0.7",
    ]);
    const { version } = ((await page()).body as Page).rows.find((row) => row.id === id)!;
    await call.delete(`${SESSIONS}/${id}`).send({ version });
  });

  test("its end is told later, by whoever has seen it last; its key stays", async () => {
    const { id, version, spec: own } = (await tell()).body as Row;
    const over = { ...own, end: "2026-11-24T05:10:00.000Z", wallWh: 24_100 };
    const changed = await call.put(`${SESSIONS}/${id}`).send({ version, spec: over });
    expect(changed.body).toMatchObject({ version: version + 1, spec: over });
    expect((await call.put(`${SESSIONS}/${id}`).send({ version, spec: over })).status).toBe(409);
    const other = await call
      .put(`${SESSIONS}/${id}`)
      .send({ version: version + 1, spec: { ...over, key: "x" } });
    expect((other.body as { errors: object[] }).errors).toMatchObject([{ field: "spec.key" }]);
  });

  test("a plan goes with it, brought up to this version", async () => {
    const made = planOf(fallowQuay, fallowQuay.paths[0]!.spec);
    if (!made.ok) throw new Error("demo");
    const { place: _, ...old } = JSON.parse(
      JSON.stringify(made.value).replaceAll('"phases"', '"lanes"'),
    ) as Record<string, unknown>;
    const told = await tell({ key: "planned", plan: { ...old, version: 3 } });
    expect(told.status).toBe(201);
    expect((told.body as { spec: { plan: object } }).spec.plan).toEqual({ ...made.value, place: null });
    const broken = await tell({ key: "broken", plan: { ...old, version: 99 } });
    expect(broken.status).toBe(422);
  });

  test.each<[string, object, string]>([
    ["an end before the beginning", { end: "2026-11-23T18:00:00Z" }, "spec.end"],
    ["no moment", { begin: "tonight" }, "spec.begin"],
    ["no key", { key: "" }, "spec.key"],
    ["another household's car", { carId: "lh-grosbeak" }, "spec.carId"],
    ["a place that is not there", { placeId: "nowhere" }, "spec.placeId"],
    ["another field", { colour: 1 }, "spec.colour"],
  ])("%s is refused, and nothing is kept", async (_, change, field) => {
    const response = await tell({ key: `refused ${field}`, ...change });
    expect(response.status).toBe(422);
    expect((response.body as { errors: { field: string }[] }).errors.map((e) => e.field)).toContain(field);
    expect(((await page()).body as Page).rows.filter((row) => row.spec.key.startsWith("refused"))).toEqual(
      [],
    );
  });

  test("read by pages, in their order, each once, within the range; the deleted left out and brought back", async () => {
    for (const i of [3, 1, 0, 2, 4])
      await tell({ key: `k${i}`, begin: `2026-11-1${Math.min(i, 3)}T10:00:00.000Z` });
    const seen: string[] = [];
    let after: string | null = null;
    do {
      const { body } = (await page({
        to: "2026-11-15T00:00:00Z",
        limit: 2,
        ...(after ? { after } : {}),
      })) as {
        body: Page;
      };
      expect(body.rows.length).toBeLessThanOrEqual(2);
      seen.push(...body.rows.map((row) => row.spec.key));
      after = body.next;
    } while (after !== null);
    // The two that began at once come in the order they were told.
    expect(seen).toEqual(["k0", "k1", "k2", "k3", "k4"]);
    const { id, version } = ((await page({ limit: 1 })).body as Page).rows[0]!;
    expect((await call.delete(`${SESSIONS}/${id}`).send({ version })).status).toBe(200);
    expect(((await page()).body as Page).rows.map((row) => row.id)).not.toContain(id);
    expect((await call.delete(`${SESSIONS}/${id}`).send({ version: version + 1 })).status).toBe(404);
    // Told again it is neither a second one nor brought back behind anybody's back.
    const again = await tell({ key: "k0", begin: "2026-11-10T10:00:00.000Z" });
    expect([again.status, (again.body as { current: Row }).current.id]).toEqual([409, id]);
    const back = await call.post(`${SESSIONS}/${id}/restore`).send({ version: version + 1 });
    expect(back.status).toBe(200);
    expect(((await page()).body as Page).rows[0]!.id).toBe(id);
  });

  test.each<[object, string]>([
    [{ limit: 0 }, "limit"],
    [{ limit: 1001 }, "limit"],
    [{ after: "x" }, "after"],
    [{ to: "2026-10-01T00:00:00Z" }, "to"],
    [{ from: "yesterday" }, "from"],
  ])("a page of %j is refused by field", async (query, field) => {
    const response = await page(query);
    expect([response.status, (response.body as { errors: { field: string }[] }).errors[0]!.field]).toEqual([
      422,
      field,
    ]);
  });

  test("readings are added once each, read by pages, and a batch may be sent again", async () => {
    const { id } = (await tell()).body as Row;
    const SAMPLES = `${SESSIONS}/${id}/samples`;
    const add = async (samples: unknown[]) => (await call.post(SAMPLES).send({ samples })).body as object;
    expect(await add(readings(0, 1500))).toEqual({ added: 1500 });
    // Sent again with more behind it: what is there stays as it is.
    expect(
      await add([...readings(1000, 500).map(([at]) => [at, 1, 1, 1, 1]), ...readings(1500, 10)]),
    ).toEqual({
      added: 10,
    });
    const all: unknown[] = [];
    let from: string | null = "0";
    while (from !== null) {
      const { body } = (await call.get(SAMPLES).query({ from, limit: 400 })) as {
        body: { rows: unknown[]; next: string | null };
      };
      all.push(...body.rows);
      from = body.next;
    }
    expect(all).toEqual(readings(0, 1510));
    const some = (await call.get(SAMPLES).query({ from: T0 + 5000, to: T0 + 7000 })).body as {
      rows: unknown[];
    };
    expect(some.rows).toEqual(readings(5, 2));
  });

  test("buckets tell least, most and mean of each quantity, and leave out what is not there", async () => {
    const { id } = (await tell({ key: "buckets" })).body as Row;
    const samples = [
      [T0, 1000, 5, null, null],
      [T0 + 1000, 2000, 6, null, null],
      [T0 + 1999, 6000, 7, 230, null],
      [T0 + 4000, 100, null, 231, 0.5],
    ];
    await call.post(`${SESSIONS}/${id}/samples`).send({ samples });
    const buckets = await call
      .get(`${SESSIONS}/${id}/buckets`)
      .query({ from: T0, to: T0 + 6000, buckets: 3 });
    expect(buckets.body).toMatchObject([
      {
        from: T0,
        count: 3,
        of: {
          watts: { min: 1000, max: 6000, mean: 3000 },
          amps: { min: 5, max: 7, mean: 6 },
          volts: { min: 230, max: 230, mean: 230 },
          soc: null,
        },
      },
      {
        from: T0 + 4000,
        count: 1,
        of: {
          watts: { min: 100, max: 100, mean: 100 },
          amps: null,
          volts: { min: 231, max: 231, mean: 231 },
          soc: { min: 0.5, max: 0.5, mean: 0.5 },
        },
      },
    ]);
  });

  test.each<[string, unknown, string]>([
    ["a moment in seconds", [[1_795_000_000, 1, 1, 1, 1]], "samples.0.0"],
    ["watts out of range", [reading(0, 2e6)], "samples.0.1"],
    ["a share in per cent", [[T0, 1, 1, 1, 50]], "samples.0.4"],
    ["too few figures", [[T0, 1]], "samples.0"],
    ["nothing", [], "samples"],
    ["too many", Array.from({ length: 10_001 }, (_, i) => [T0 + i, 1, 1, 1, null]), "samples"],
  ])("readings with %s are refused, and none is kept", async (_, samples, field) => {
    const { id } = (await tell({ key: "refusing" })).body as Row;
    const response = await call.post(`${SESSIONS}/${id}/samples`).send({ samples });
    expect(response.status).toBe(422);
    expect((response.body as { errors: { field: string }[] }).errors[0]!.field).toContain(field);
    expect((await call.get(`${SESSIONS}/${id}/samples`)).body).toEqual({ rows: [], next: null });
  });

  test("of another household, of none, and by a name that is none, there is nothing", async () => {
    const { id } = (await tell()).body as Row;
    for (const address of [
      `/api/households/larch-hollow/sessions/${id}/samples`,
      `/api/households/none/sessions/${id}/samples`,
      `${SESSIONS}/x/samples`,
      `${SESSIONS}/99999/samples`,
    ])
      expect((await call.get(address)).status).toBe(404);
    expect(
      (
        await call
          .post("/api/households/none/sessions")
          .send({ spec: { ...spec, carId: null, placeId: null } })
      ).status,
    ).toBe(404);
    expect(
      (
        await call
          .get("/api/households/none/sessions")
          .query({ from: spec.begin, to: "2027-01-01T00:00:00Z" })
      ).status,
    ).toBe(404);
  });
});

describe("line-ups", () => {
  const spec = startLineup(fallowQuay, fallowQuay.paths[0]!.spec.session);

  test("are kept like any other thing, and a large one too", async () => {
    const ways = Array.from({ length: 1000 }, (_, i) => ({ ...spec.ways[i % 17]!, id: `w-${i}` }));
    expect(JSON.stringify({ ...spec, ways }).length).toBeGreaterThan(BODY_LIMIT);
    const added = await call.post(`${AT}/lineups`).send({ spec: { ...spec, ways } });
    expect(added.status).toBe(201);
    const kept = (await garage()).lineups.find(({ id }) => id === (added.body as { id: string }).id)!;
    expect(kept.spec.ways).toHaveLength(1000);
    expect(kept.spec.ways[16]).toEqual({ ...spec.ways[16], id: "w-16" });
  });

  test("that hold too much, or a part nobody knows, are refused by their field, and nothing is kept", async () => {
    const before = (await garage()).lineups.length;
    const many = Array.from({ length: MOST_WAYS + 1 }, (_, i) => ({ ...spec.ways[0]!, id: `w-${i}` }));
    const tooMany = await call.post(`${AT}/lineups`).send({ spec: { ...spec, ways: many } });
    expect(tooMany.status).toBe(422);
    expect(tooMany.body).toMatchObject({
      errors: [{ field: "spec.ways", message: expect.stringContaining("10000") }],
    });
    const strange = await call.post(`${AT}/lineups`).send({ spec: { ...spec, colour: 1 } });
    expect(strange.body).toMatchObject({ errors: [{ field: "spec.colour" }] });
    expect((await garage()).lineups).toHaveLength(before);
  });

  test("let the things they name be deleted", async () => {
    await call.post(`${AT}/lineups`).send({ spec });
    const { outlets } = await garage();
    const slip = outlets.find(({ id }) => id === "fq-slip-blue")!;
    expect((await call.delete(`${AT}/outlets/${slip.id}`).send({ version: slip.version })).status).toBe(200);
  });
});

describe("households", () => {
  const spec = { ...fallowQuay.household.spec, name: "Home" };
  const plan = () => {
    const made = planOf(fallowQuay, fallowQuay.paths[0]!.spec);
    if (!made.ok) throw new Error("demo");
    return { ...made.value, household: spec };
  };
  const listed = async () =>
    ((await call.get("/api/households")).body as { id: string }[]).map(({ id }) => id);

  test("one is added with what its first plan brings: a place, its outlet, the parts and the path", async () => {
    const added = await call.post("/api/households").send({ plan: plan() });
    expect([added.status, added.body]).toEqual([201, expect.objectContaining({ version: 1, spec })]);
    const { id } = added.body as { id: string };
    const kept = (await call.get(`/api/households/${id}/garage`)).body as typeof fallowQuay;
    expect([kept.cars.length, kept.paths.length, kept.tariffs.length, kept.outlets.length]).toEqual([
      1, 1, 1, 1,
    ]);
    expect(kept.places[0]).toMatchObject({ spec: { name: "Boathouse" }, parentId: kept.tariffs[0]!.id });
    expect(kept.outlets[0]!.parentId).toBe(kept.places[0]!.id);
    expect(kept.paths[0]!.spec.outletId).toBe(kept.outlets[0]!.id);
  });

  test("deleted it is gone with all it keeps, brought back it is whole; a lost update is refused", async () => {
    const { id } = (await call.post("/api/households").send({ plan: plan() })).body as { id: string };
    const whole = (await call.get(`/api/households/${id}/garage`)).body as typeof fallowQuay;
    expect(whole.paths).toHaveLength(1);
    expect((await call.delete(`/api/households/${id}`).send({ version: 7 })).status).toBe(409);
    expect(await listed()).toContain(id);
    const gone = await call.delete(`/api/households/${id}`).send({ version: 1 });
    expect(gone.body).toMatchObject({ version: 2 });
    expect(await listed()).not.toContain(id);
    expect((await call.get(`/api/households/${id}/garage`)).status).toBe(404);
    expect((await call.put(`/api/households/${id}`).send({ version: 2, spec })).status).toBe(404);
    expect((await call.post(`/api/households/${id}/restore`).send({ version: 1 })).status).toBe(409);
    expect((await call.post(`/api/households/${id}/restore`).send({ version: 2 })).status).toBe(200);
    expect(await listed()).toContain(id);
    expect((await call.get(`/api/households/${id}/garage`)).body).toEqual({
      ...whole,
      household: { ...whole.household, version: 3 },
    });
  });

  test("a broken household or plan is refused by field, and nothing is added", async () => {
    const before = await listed();
    const currency = await call.post("/api/households").send({ spec: { ...spec, currency: "euro" } });
    expect(currency.body).toMatchObject({ errors: [{ field: "spec.currency" }] });
    const broken = await call
      .post("/api/households")
      .send({ plan: { ...plan(), tariff: { name: "x", perKWh: 1e308 } } });
    expect(broken.body).toMatchObject({ errors: [{ field: "plan.tariff.perKWh" }] });
    expect((await call.post("/api/households").send({})).status).toBe(422);
    expect(await listed()).toEqual(before);
  });

  test("the demo is put in beside one's own, taken out, and put in again as it was left", async () => {
    const { household, cars } = await garage();
    const [car] = cars;
    const left = { ...car!.spec, name: "Renamed before it went" };
    const changed = await call.put(`${AT}/cars/${car!.id}`).send({ version: car!.version, spec: left });
    expect(changed.status).toBe(200);
    await call.delete("/api/households/fallow-quay").send({ version: household.version });
    expect(await listed()).not.toContain("fallow-quay");
    const back = await call.post("/api/demo").send({});
    expect((back.body as { id: string }[]).map(({ id }) => id)).toEqual(
      expect.arrayContaining(["fallow-quay", "larch-hollow"]),
    );
    const again = await garage();
    expect(again.cars.find(({ id }) => id === car!.id)!.spec).toEqual(left);
    expect(again.cars).toHaveLength(cars.length);
    await call.put(`${AT}/cars/${car!.id}`).send({ version: car!.version + 1, spec: car!.spec });
  });

  test("a part that was deleted is not named anew, by a path or by an imported plan", async () => {
    const own = (await call.post("/api/households").send({ plan: plan() })).body as { id: string };
    const at = `/api/households/${own.id}`;
    const kept = async () => (await call.get(`${at}/garage`)).body as typeof fallowQuay;
    const before = await kept();
    const [car, path] = [before.cars[0]!, before.paths[0]!];
    expect((await call.delete(`${at}/cars/${car.id}`).send({ version: 1 })).status).toBe(200);
    const refused = await call.post(`${at}/paths`).send({ spec: path.spec });
    expect(refused.body).toMatchObject({ errors: [{ field: "spec.carId" }] });
    const put = await call.put(`${at}/paths/${path.id}`).send({ version: 1, spec: path.spec });
    expect(put.body).toMatchObject({ errors: [{ field: "spec.carId" }] });
    expect((await kept()).paths).toEqual(before.paths);
    expect((await call.post(`${at}/import`).send(plan())).status).toBe(201);
    const after = await kept();
    const added = after.paths.find(({ id }) => id !== path.id)!;
    expect(after.cars.map(({ id }) => id)).toEqual([added.spec.carId]);
    expect(added.spec.carId).not.toBe(car.id);
  });

  test("where the last part cannot be written, nothing of the household and its plan is kept", async () => {
    const before = await listed();
    const count = async (table: string) =>
      (await orm.em.fork().getConnection().execute<{ n: number }[]>(`select count(*) n from ${table}`))[0]!.n;
    const tables = ["household", ...Object.keys(KINDS).map((kind) => tableOf(kind as Kind))];
    const counts = await Promise.all(tables.map(count));
    await orm.em
      .getConnection()
      .execute(
        `create trigger refused before insert on ${tableOf("paths")} begin select raise(abort, 'no room'); end`,
      );
    try {
      const failed = await call.post("/api/households").send({ plan: plan() });
      expect(failed.status).toBe(500);
      expect(JSON.stringify(failed.body)).not.toContain("no room");
    } finally {
      await orm.em.getConnection().execute("drop trigger refused");
    }
    expect(await listed()).toEqual(before);
    expect(await Promise.all(tables.map(count))).toEqual(counts);
  });
});

describe("a household as one file", () => {
  const taken = (file: object, into?: string) =>
    call.post(`/api/take${into ? `?into=${into}` : ""}`).send(file);
  const filed = async (id: string) => (await call.get(`/api/households/${id}/file`)).text;

  test("goes out and in again to the same bytes, what is recorded with it", async () => {
    const at = Date.UTC(2026, 10, 23, 18, 10);
    const samples = Array.from({ length: 10_050 }, (_, i) => [at + i * 1000, 2300 + i, 10, null, null]);
    for (const key of ["one", "two"]) {
      const { body } = await call.post("/api/households/fallow-quay/sessions").send({
        spec: {
          name: `Recorded ${key}`,
          carId: "fq-plover",
          placeId: "fq-boathouse",
          begin: "2026-11-23T18:10:00Z",
          source: "meter",
          key: `filed ${key}`,
        },
      });
      const { id } = body as { id: string };
      if (key === "one")
        for (const piece of [samples.slice(0, 10_000), samples.slice(10_000)])
          await call.post(`/api/households/fallow-quay/sessions/${id}/samples`).send({ samples: piece });
    }
    const text = await filed("fallow-quay");
    const added = await taken(JSON.parse(text) as object);
    expect(added.status).toBe(201);
    expect(await filed((added.body as { id: string }).id)).toBe(text);
    // Readings go out in pieces: the last of the one and the first of the next are both there.
    for (const i of [0, 9_999, 10_000, 10_049]) expect(text).toContain(JSON.stringify(samples[i]));
    const { sessions } = JSON.parse(text) as {
      sessions: { spec: { key: string; carId: string }; samples: [] }[];
    };
    const own = sessions.filter(({ spec }) => spec.key.startsWith("filed"));
    expect(own.map(({ spec, samples: read }) => [spec.key, spec.carId, read.length])).toEqual([
      ["filed one", "car-1", 10_050],
      ["filed two", "car-1", 0],
    ]);
  });

  test("what was deleted, parents first, last or between, keeps no file from going in again", async () => {
    type Rows = readonly { id: string; version: number }[];
    const orders = [
      ["tariffs", "places", "outlets"],
      ["outlets", "places", "tariffs"],
      ["places", "tariffs"],
    ];
    for (const order of orders) {
      const own = (await taken(JSON.parse(await filed("fallow-quay")) as object)).body as { id: string };
      for (const kind of order) {
        const kept = (await call.get(`/api/households/${own.id}/garage`)).body as Record<string, Rows>;
        for (const { id, version } of kept[kind]!)
          expect(
            (await call.delete(`/api/households/${own.id}/${kind}/${id}`).send({ version })).status,
          ).toBe(200);
      }
      const text = await filed(own.id);
      const again = await taken(JSON.parse(text) as object);
      expect([again.status, again.body]).toEqual([201, expect.anything()]);
      expect(await filed((again.body as { id: string }).id)).toBe(text);
    }
  });

  test("into a household that keeps the same already nothing is doubled; another currency is refused", async () => {
    const text = await filed("larch-hollow");
    const before = ((await call.get("/api/households/larch-hollow/garage")).body as typeof fallowQuay).cars
      .length;
    expect((await taken(JSON.parse(text) as object, "larch-hollow")).status).toBe(201);
    expect(await filed("larch-hollow")).toBe(text);
    expect(
      ((await call.get("/api/households/larch-hollow/garage")).body as typeof fallowQuay).cars,
    ).toHaveLength(before);
    const other = await taken(JSON.parse(text) as object, "fallow-quay");
    expect(other.body).toMatchObject({ errors: [{ field: "household.currency" }] });
  });

  test("a file of another kind or version, or with something wrong in it, is refused by name and changes nothing", async () => {
    const file = JSON.parse(await filed("fallow-quay")) as {
      cars: { spec: { whPerKm: number } }[];
      outlets: { parent: string }[];
    };
    const listed = async () => ((await call.get("/api/households")).body as object[]).length;
    const before = await listed();
    const fields = async (broken: object) =>
      ((await taken(broken)).body as { errors: { field: string }[] }).errors.map(({ field }) => field);
    expect(await fields({ ...file, version: 99 })).toEqual(["version"]);
    expect(await fields({ ...file, format: "else" })).toEqual(["format"]);
    expect(await fields({ ...file, household: { ...fallowQuay.household.spec, currency: "euro" } })).toEqual([
      "household.currency",
    ]);
    const [car] = file.cars;
    expect(await fields({ ...file, cars: [{ ...car!, spec: { ...car!.spec, whPerKm: 5 } }] })).toEqual([
      "cars.0.spec.whPerKm",
    ]);
    expect(await fields({ ...file, outlets: [{ ...file.outlets[0]!, parent: "nowhere" }] })).toContain(
      "outlets.0.parent",
    );
    expect(await fields({ ...file, cars: [car!, car!] })).toEqual(["cars.1.key"]);
    expect(await listed()).toBe(before);
  });
});

describe("the bin", () => {
  const bin = async () => (await call.get("/api/bin")).body as Binned[];
  test("lists what was deleted, latest first, with all that puts it back; put back, it is there and not in the bin", async () => {
    const added = await call
      .post(`${AT}/tariffs`)
      .send({ spec: flatTariff("Bin rate", 0.2), parentId: null });
    const { id } = added.body as { id: string };
    expect((await bin()).some((thing) => thing.id === id)).toBe(false);
    await call.delete(`${AT}/tariffs/${id}`).send({ version: 1 });
    const [latest] = await bin();
    expect(latest).toMatchObject({
      household: "fallow-quay",
      kind: "tariffs",
      id,
      version: 2,
      name: "Bin rate",
    });
    expect(Math.abs(Date.parse(latest!.deletedAt) - Date.now())).toBeLessThan(60_000);
    expect((await call.post(`${AT}/tariffs/${id}/restore`).send({ version: latest!.version })).status).toBe(
      200,
    );
    expect((await bin()).some((thing) => thing.id === id)).toBe(false);
    expect((await garage()).tariffs.some((tariff) => tariff.id === id)).toBe(true);
  });

  test("a household stands for all it keeps; its own things come up again with it", async () => {
    const made = await call
      .post("/api/households")
      .send({ spec: { ...fallowQuay.household.spec, name: "Binned" } });
    const { id } = made.body as { id: string };
    const car = await call.post(`/api/households/${id}/tariffs`).send({ spec: tariff, parentId: null });
    const inside = (car.body as { id: string }).id;
    await call.delete(`/api/households/${id}/tariffs/${inside}`).send({ version: 1 });
    await call.delete(`/api/households/${id}`).send({ version: 1 });
    const mine = (await bin()).filter(({ household }) => household === id);
    expect(mine.map(({ kind, name }) => [kind, name])).toEqual([[null, "Binned"]]);
    await call.post(`/api/households/${id}/restore`).send({ version: mine[0]!.version });
    expect((await bin()).filter(({ household }) => household === id).map((thing) => thing.id)).toEqual([
      inside,
    ]);
  });

  test("after thirty days it is no longer offered", async () => {
    const added = await call
      .post(`${AT}/tariffs`)
      .send({ spec: flatTariff("Old rate", 0.2), parentId: null });
    const { id } = added.body as { id: string };
    await call.delete(`${AT}/tariffs/${id}`).send({ version: 1 });
    const seenIn = async (days: number) =>
      (await binOf(orm.em.fork(), Date.now() + days * 86_400_000)).some((thing) => thing.id === id);
    expect([await seenIn(29.9), await seenIn(30.1)]).toEqual([true, false]);
  });
});
