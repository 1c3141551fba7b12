import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { readConfig } from "../config";
import { NewerDatabaseError, openDatabase, seedDemo } from "../database";

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
