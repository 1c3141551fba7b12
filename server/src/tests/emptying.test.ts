import { PARENTS_FIRST } from "@kettleback/core";
import type { MikroORM } from "@mikro-orm/libsql";
import { BIN_DAYS, emptyBin, openDatabase, seedDemo, tableOf } from "../database";

const DAY = 86_400_000;
const TABLES = [...PARENTS_FIRST.map(tableOf), "session", "sample", "household"];
let orm: MikroORM;
beforeEach(async () => {
  orm = await openDatabase(":memory:");
  await seedDemo(orm.em.fork());
});
afterEach(() => orm.close());

const sql = <T>(text: string, values: unknown[] = []) =>
  orm.em.getConnection().execute(text, values as never[]) as Promise<T[]>;
/** How many rows of a household each table holds; readings go by their session. */
const counts = async (household: string) => {
  const of = (table: string) =>
    table === "household"
      ? "id = ?"
      : table === "sample"
        ? "session_id in (select id from session where household_id = ?)"
        : "household_id = ?";
  const all: Record<string, number> = {};
  for (const table of TABLES) {
    const [row] = await sql<{ n: number }>(`select count(*) as n from \`${table}\` where ${of(table)}`, [
      household,
    ]);
    all[table] = row!.n;
  }
  return all;
};
const deleted = (table: string, id: string, daysAgo: number) =>
  sql(`update \`${table}\` set deleted_at = ? where id = ?`, [Date.now() - daysAgo * DAY, id]);
const record = async (household: string) => {
  await sql(
    "insert into session (version, spec, spec_version, created_at, updated_at, household_id, began_at, key) values (1, '{}', 4, 0, 0, ?, 0, ?)",
    [household, household],
  );
  await sql(
    "insert into sample (session_id, at, watts) select id, 7, 1000 from session where household_id = ?",
    [household],
  );
};

test("a household deleted longer ago than the bin keeps goes with all it kept, its recorded sessions too; no other loses anything", async () => {
  await record("fallow-quay");
  await record("larch-hollow");
  await deleted("household", "larch-hollow", BIN_DAYS + 1);
  const [here, there] = [await counts("fallow-quay"), await counts("larch-hollow")];
  expect([there.car, there.sample]).toEqual([expect.any(Number), 1]);
  // The demo’s own readings are there beside it.
  expect(here.sample).toBeGreaterThan(1);
  const rows = await emptyBin(orm.em.fork(), Date.now());
  expect(await counts("larch-hollow")).toEqual(Object.fromEntries(TABLES.map((table) => [table, 0])));
  expect(await counts("fallow-quay")).toEqual(here);
  expect(rows).toBe(Object.values(there).reduce((sum, n) => sum + n, 0) - there.sample!);
});

test("a thing goes after its days and not before; what belonged to it stays, belonging to none", async () => {
  const places = await sql<{ id: string }>("select id from place where household_id = 'fallow-quay'");
  const [first, second] = places.map(({ id }) => id);
  await deleted("place", first!, BIN_DAYS - 0.1);
  await deleted("place", second!, BIN_DAYS + 0.1);
  const before = await counts("fallow-quay");
  expect(await emptyBin(orm.em.fork(), Date.now())).toBe(1);
  expect(await counts("fallow-quay")).toEqual({ ...before, place: before.place! - 1 });
  const left = await sql<{ id: string }>("select id from place where id in (?, ?)", [first, second]);
  expect(left.map(({ id }) => id)).toEqual([first]);
  const outlets = await sql<{ parent: string | null }>(
    "select parent_id as parent from outlet where household_id = 'fallow-quay'",
  );
  expect(outlets.some(({ parent }) => parent === second)).toBe(false);
  expect(await emptyBin(orm.em.fork(), Date.now())).toBe(0);
});
