import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { MikroORM } from "@mikro-orm/core";
import type { AbstractSqlConnection } from "@mikro-orm/libsql";
import Database from "libsql";
import pino from "pino";
import request from "supertest";
import { flatTariff, isRefusal, parseHousehold, planOf, solvePlan, startLineup } from "@kettleback/core";
import { fallowQuay } from "@kettleback/core/demo";
import { garageOf } from "../api/garage";
import { householdText } from "../api/household-file";
import { createApp } from "../app";
import { readConfig } from "../config";
import { NetworkEntity, NewerDatabaseError, openDatabase, readAsItIs, seedDemo } from "../database";

// What is kept is written to a real disk, which may be slow.

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "kettleback-"));
});
afterEach(async () => {
  jest.restoreAllMocks();
  for (const orm of open.splice(0)) await orm.close();
  rmSync(folder, { recursive: true });
});

const open: MikroORM[] = [];
/** Opens a database, which is closed once the test is over, however that ends. */
const opened = async (file: string): Promise<MikroORM> => {
  const orm = await openDatabase(file);
  open.push(orm);
  return orm;
};

test("a fresh database gets the schema the entities expect, in write-ahead mode, and opens again", async () => {
  const file = join(folder, "deep", "kettleback.sqlite");
  const first = await openDatabase(file);
  await seedDemo(first.em.fork());
  const mode = (await first.em.getConnection().execute("pragma journal_mode")) as { journal_mode: string }[];
  expect(mode[0]?.journal_mode).toBe("wal");
  await first.close();
  const second = await openDatabase(file);
  const count = (await second.em.getConnection().execute("select count(*) as n from car")) as { n: number }[];
  expect(count[0]?.n).toBe(5);
  await second.close();
});

test("its one connection is as it was set an hour later, and is given up where it comes back within a transaction", async () => {
  const orm = await opened(join(folder, "kettleback.sqlite"));
  const connection = orm.em.getConnection() as AbstractSqlConnection;
  const settings = async () => {
    const all: unknown[] = [];
    for (const name of ["busy_timeout", "synchronous", "foreign_keys", "journal_size_limit"]) {
      const [row] = (await connection.execute(`pragma ${name}`)) as object[];
      all.push(Object.values(row!)[0]);
    }
    return all;
  };
  const set = [5000, 2, 1, 16 * 1024 * 1024];
  expect(await settings()).toEqual(set);
  await connection.execute("create temp table here (n)");
  const clock = jest.spyOn(Date, "now").mockReturnValue(Date.now() + 3_600_000);
  expect(await connection.execute("select count(*) as n from here")).toEqual([{ n: 0 }]);
  expect(await settings()).toEqual(set);
  clock.mockRestore();

  await seedDemo(orm.em.fork());
  const { client } = connection.getKnex();
  const raw = (await client.acquireConnection()) as Database.Database;
  raw.exec("begin");
  raw.prepare("update car set version = 9").run();
  await client.releaseConnection(raw);
  // Whoever comes next gets another, without what was left half way.
  expect(await connection.execute("select max(version) as n from car")).toEqual([{ n: 1 }]);
  await expect(connection.execute("select count(*) from here")).rejects.toThrow(/no such table/);
  expect(await settings()).toEqual(set);
  await connection.execute("update car set version = 2");
});

test("a database of a newer program, or of another shape, is refused in words", async () => {
  const file = join(folder, "kettleback.sqlite");
  const orm = await openDatabase(file);
  await orm.em.getConnection().execute("insert into mikro_orm_migrations (name) values ('9999-future')");
  await orm.close();
  await expect(openDatabase(file)).rejects.toThrow(NewerDatabaseError);
  await expect(openDatabase(file)).rejects.toThrow(/newer Kettleback.*9999-future/);

  const other = join(folder, "other.sqlite");
  const odd = await openDatabase(other);
  await odd.em.getConnection().execute("alter table car drop column deleted_at");
  await odd.close();
  await expect(openDatabase(other)).rejects.toThrow(/expected schema/);
});

test("a secret kept before secrets belonged to an address belongs to the one its device has", async () => {
  const file = join(folder, "secrets.sqlite");
  const first = await openDatabase(file);
  await seedDemo(first.em.fork());
  const give = first.em.getConnection();
  await give.execute("insert into device_secret (id, secret, origin) select id, 'hush', 'x' from device");
  await give.execute("alter table device_secret drop column origin");
  await give.execute("delete from mikro_orm_migrations where name = '0015-secret-origins'");
  await first.close();
  const again = await opened(file);
  const rows: { id: string; secret: string; origin: string }[] = await again.em
    .getConnection()
    .execute("select * from device_secret order by id");
  const expected = [...fallowQuay.devices].map(({ id, spec }) => ({
    id,
    secret: "hush",
    origin: spec.reach.kind === "mqtt" ? "mqtt://127.0.0.1:4183" : "http://127.0.0.1:4182",
  }));
  expect(rows.filter(({ id }) => id.startsWith("fq-"))).toEqual(
    expected.sort((a, b) => (a.id < b.id ? -1 : 1)),
  );
});

test("settings out of range are named", () => {
  expect(() => readConfig({ PORT: "99999" })).toThrow("PORT: accepted: 0 to 65535");
  expect(() => readConfig({ PORT: "x" })).toThrow("PORT");
  expect(readConfig({}).port).toBe(4180);
  expect(() => readConfig({ KETTLEBACK_STANDINS_MQTT: "mqtt://10.0.0.7:4183" })).toThrow(
    "KETTLEBACK_STANDINS_MQTT: accepted: a broker of this machine such as mqtt://127.0.0.1:4183",
  );
});

test("simulated devices at ports of their own: the demo's devices and networks are asked there", async () => {
  const addressesIn = async (orm: MikroORM) => {
    const em = orm.em.fork();
    const { devices } = await garageOf(em, "fallow-quay");
    const networks = await em.find(NetworkEntity, {}, { orderBy: { id: "asc" } });
    return [...devices.map(({ spec }) => spec.reach.address), ...networks.map(({ address }) => address)];
  };
  const seeded = async (settings: NodeJS.ProcessEnv, viaPage: boolean) => {
    const orm = await opened(":memory:");
    const { standIns } = readConfig(settings);
    if (viaPage) {
      const app = createApp({ orm, log: pino({ level: "silent" }), standInsAt: standIns });
      const put = await request(app).post("/api/demo").set("Host", "127.0.0.1:4180").send({});
      expect(put.status).toBe(201);
    } else await seedDemo(orm.em.fork(), true, standIns);
    return addressesIn(orm);
  };
  const at = (http: string, mqtt: string) => [
    mqtt,
    `${http}/curlew/reading`,
    `${http}/island-network/versions`,
    `${http}/island-network/versions`,
    `${http}/hill-network/versions`,
  ];
  const own = {
    KETTLEBACK_STANDINS: "http://127.0.0.1:50998",
    KETTLEBACK_STANDINS_MQTT: "mqtt://127.0.0.1:50999",
  };
  for (const viaPage of [false, true]) {
    expect(await seeded({}, viaPage)).toEqual(at("http://127.0.0.1:4182", "mqtt://127.0.0.1:4183"));
    expect(await seeded(own, viaPage)).toEqual(at("http://127.0.0.1:50998", "mqtt://127.0.0.1:50999"));
  }
});

/** A release's own dump, put into a file as it was. */
function restored(release: "v1" | "v3", change = ""): string {
  const file = join(folder, `${release}.sqlite`);
  const database = new Database(file);
  database.exec(readFileSync(join(__dirname, `fixtures/database-${release}.sql`), "utf8") + change);
  database.close();
  return file;
}

test("a database of release 0.7.0 opens: units, line-ups, acknowledged cautions and what was recorded", async () => {
  const orm = await openDatabase(restored("v3"));
  const garage = await garageOf(orm.em.fork(), "fallow-quay");
  expect(garage.unread).toBeUndefined();
  expect(garage.evses.map(({ id, parentId, spec }) => [id, parentId, spec])).toEqual(
    fallowQuay.evses.map(({ id, parentId, spec }) => [id, parentId, spec]),
  );
  expect(garage.paths.at(-1)!.spec).toMatchObject({
    name: "Seen",
    settings: { evseAmps: 8 },
    acknowledged: ["fixed-evse", "breaker-below-evse", "fast"],
  });
  const ways = garage.lineups[0]!.spec.ways;
  expect(ways[1]!.place).toEqual({ name: ways[1]!.name, limitMinutes: 120 });
  for (const { spec } of garage.paths) expect(planOf(garage, spec).ok).toBe(true);
  let text = "";
  for await (const chunk of householdText(readAsItIs(orm.em.fork()), "fallow-quay")) text += chunk;
  // A session by its meter, and two readings that belonged to none: those of a source are one session now.
  const file = parseHousehold(text);
  expect(file.ok && file.value.sessions).toEqual([
    {
      spec: expect.objectContaining({
        name: "Plover at home",
        source: "meter",
        begin: "2026-11-20T18:10:00.000Z",
        end: "2026-11-21T02:00:00.000Z",
        wallWh: 14_200,
        toSoc: 0.7,
      }) as unknown,
      samples: [],
    },
    {
      spec: expect.objectContaining({
        name: "Readings of meter",
        begin: "2026-11-20T18:11:00.000Z",
        end: "2026-11-20T18:12:00.000Z",
      }) as unknown,
      samples: [
        [Date.UTC(2026, 10, 20, 18, 11), 1800, 8, 229, null],
        [Date.UTC(2026, 10, 20, 18, 12), 1810, 8.1, 228.5, 0.36],
      ],
    },
  ]);
  await orm.close();
});

describe("a database of the first release", () => {
  test("opens, keeps every thing, and its paths still solve", async () => {
    const orm = await openDatabase(restored("v1"));
    for (const [household, paths] of [
      ["fallow-quay", 4],
      ["larch-hollow", 3],
    ] as const) {
      const garage = await garageOf(orm.em.fork(), household);
      expect(garage.unread).toBeUndefined();
      expect(garage.paths).toHaveLength(paths);
      expect(garage.evses.every((u) => u.spec.kind !== "portable" || u.spec.knowsPlugs)).toBe(true);
      for (const { spec } of garage.paths) {
        const plan = planOf(garage, spec);
        expect(plan.ok && isRefusal(solvePlan(plan.value))).toBe(false);
      }
    }
    await orm.close();
  });

  test("a flat tariff and a line-up of the last release open unchanged in meaning", async () => {
    const file = join(folder, "last.sqlite");
    const made = await openDatabase(file);
    await seedDemo(made.em.fork());
    const flat = JSON.stringify({ name: "Harbour rate", perKWh: 0.29, perSession: 0.5 });
    const lineup = startLineup(fallowQuay, fallowQuay.paths[0]!.spec.session);
    const ways = [{ ...lineup.ways[0]!, tariff: { name: "Assumed", perKWh: 0.4, perSession: 0 } }];
    const execute = (sql: string, values: unknown[]) => made.em.getConnection().execute(sql, values);
    await execute("update tariff set spec = ?, spec_version = 2 where id = 'fq-house-rate'", [flat]);
    await execute(
      "insert into line_up (id, version, spec, spec_version, created_at, updated_at, household_id) values ('old', 1, ?, 2, 0, 0, 'fallow-quay')",
      [JSON.stringify({ ...lineup, ways, baseline: null })],
    );
    await made.close();
    const orm = await openDatabase(file);
    const garage = await garageOf(orm.em.fork(), "fallow-quay");
    expect(garage.unread).toBeUndefined();
    expect(garage.tariffs.find(({ id }) => id === "fq-house-rate")?.spec).toEqual(
      flatTariff("Harbour rate", 0.29, 0.5),
    );
    expect(garage.lineups[0]?.spec.ways[0]?.tariff).toEqual(flatTariff("Assumed", 0.4));
    await orm.close();
  });

  test("a row this release can no longer accept is left as it is and named; all others are there", async () => {
    const file = restored(
      "v1",
      "update car set spec = json_set(spec, '$.whPerKm', 5) where id = 'fq-plover';",
    );
    const orm = await openDatabase(file);
    const garage = await garageOf(orm.em.fork(), "fallow-quay");
    expect(garage.cars.map((c) => c.id)).not.toContain("fq-plover");
    expect(garage.unread).toEqual([
      {
        kind: "cars",
        id: "fq-plover",
        name: "Plover",
        problems: [expect.objectContaining({ field: "whPerKm" })],
      },
    ]);
    await orm.close();
  });
});
