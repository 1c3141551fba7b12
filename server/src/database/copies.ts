import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from "node:fs";
import { basename, dirname, extname, join } from "node:path";
import type { MikroORM } from "@mikro-orm/libsql";

/** How many daily copies are kept. */
const KEPT = 7;
const DAILY = /^kettleback-\d{4}-\d{2}-\d{2}\.sqlite$/;
const ANY = /^(kettleback|before)-[\d-]+\.sqlite$/;

/** A copy of the database: its file's name, when it was made, its size in bytes. */
export interface Copy {
  readonly name: string;
  readonly madeAt: string;
  readonly bytes: number;
}

/** Where the copies of a database lie: beside it, under its own name. */
export const copiesFolder = (file: string): string =>
  join(dirname(file), `${basename(file, extname(file))}-copies`);

/** The copies there are, newest first. */
export function copiesOf(file: string): Copy[] {
  const folder = copiesFolder(file);
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .filter((name) => ANY.test(name))
    .map((name) => {
      const { mtime, size } = statSync(join(folder, name));
      return { name, madeAt: mtime.toISOString(), bytes: size };
    })
    .sort((a, b) => b.madeAt.localeCompare(a.madeAt));
}

/** When a database was last written, its write-ahead log among it (ms since 1970). */
const writtenAt = (file: string): number =>
  Math.max(...[file, `${file}-wal`].filter(existsSync).map((path) => statSync(path).mtimeMs));

/** Copies the database as it stands while it is in use. A copy that fails half way leaves the one before as it was. */
export async function copyInto(orm: MikroORM, file: string, name: string): Promise<void> {
  mkdirSync(copiesFolder(file), { recursive: true });
  const path = join(copiesFolder(file), name);
  const part = `${path}.part`;
  rmSync(part, { force: true });
  try {
    await orm.em.getConnection().execute("vacuum into ?", [part]);
    renameSync(part, path);
  } finally {
    rmSync(part, { force: true });
  }
}

/**
 * Makes the day's copy of a database that has changed since its last one, and lets the oldest beyond seven go.
 * @param now ms since 1970
 * @returns the copy's name, or undefined where none was due
 */
export async function copyDaily(orm: MikroORM, file: string, now: number): Promise<string | undefined> {
  const daily = copiesOf(file).filter(({ name }) => DAILY.test(name));
  const name = `kettleback-${new Date(now).toISOString().slice(0, 10)}.sqlite`;
  const [last] = daily;
  if (daily.some((copy) => copy.name === name) || (last && writtenAt(file) <= Date.parse(last.madeAt)))
    return undefined;
  await copyInto(orm, file, name);
  for (const { name: old } of daily.slice(KEPT - 1)) rmSync(join(copiesFolder(file), old), { force: true });
  return name;
}
