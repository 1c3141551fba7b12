import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Database from "libsql";
import { flatTariff, isRefusal, planOf, solvePlan, startLineup } from "@kettleback/core";
import { fallowQuay } from "@kettleback/core/demo";
import { garageOf } from "../api/garage";
import { readConfig } from "../config";
import { NewerDatabaseError, openDatabase, seedDemo } from "../database";

// What is kept is written to a real disk, which may be slow.
jest.setTimeout(30_000);

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "kettleback-"));
});
afterEach(() => rmSync(folder, { recursive: true }));

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

test("settings out of range are named", () => {
  expect(() => readConfig({ PORT: "99999" })).toThrow("PORT: accepted: 0 to 65535");
  expect(() => readConfig({ PORT: "x" })).toThrow("PORT");
  expect(readConfig({}).port).toBe(4180);
});

describe("a database of the first release", () => {
  const dump = readFileSync(join(__dirname, "fixtures/database-v1.sql"), "utf8");

  /** That release's own dump, put into a file as it was. */
  function restored(change = ""): string {
    const file = join(folder, "first.sqlite");
    const database = new Database(file);
    database.exec(dump + change);
    database.close();
    return file;
  }

  test("opens, keeps every thing, and its paths still solve", async () => {
    const orm = await openDatabase(restored());
    for (const [household, paths] of [
      ["fallow-quay", 4],
      ["larch-hollow", 3],
    ] as const) {
      const garage = await garageOf(orm.em.fork(), household);
      expect(garage.unread).toBeUndefined();
      expect(garage.paths).toHaveLength(paths);
      expect(garage.units.every((u) => u.spec.kind !== "portable" || u.spec.knowsPlugs)).toBe(true);
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
    const file = restored("update car set spec = json_set(spec, '$.whPerKm', 5) where id = 'fq-plover';");
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
