import { closeSync, existsSync, openSync, readSync, renameSync, rmSync, statSync } from "node:fs";
import Database from "libsql";

/** What SQLite keeps beside a database: its write-ahead log, and that log's index. */
const BESIDE = ["-wal", "-shm"] as const;

/** A moment as it stands in a file's name: 2026-11-23-18-10-05-042. */
export const stampOf = (now: Date): string => now.toISOString().replace(/\D+/g, "-").slice(0, 23);

/** Removes the log beside a database. */
export const dropLog = (file: string): void => BESIDE.forEach((end) => rmSync(file + end, { force: true }));

/** Removes a database with its log. */
export function dropDatabase(file: string): void {
  dropLog(file);
  rmSync(file, { force: true });
}

/**
 * Moves what lies at a database's place out of the way, log and all, under names nothing else has.
 * @returns the name the file itself would have now
 */
export function moveAside(file: string, word: string, now: Date): string {
  const aside = `${file}.${word}-${stampOf(now)}`;
  for (const end of ["", ...BESIDE]) if (existsSync(file + end)) renameSync(file + end, aside + end);
  return aside;
}

/** Moves the log that lies beside a database out of its way. @returns the name it has now */
export function moveLogAside(file: string, now: Date): string {
  const aside = `${file}.foreign-log-${stampOf(now)}-wal`;
  renameSync(`${file}-wal`, aside);
  rmSync(`${file}-shm`, { force: true });
  return aside;
}

/** Which file lies under a name; undefined where none does. It is another after the name was given to another. */
export function fileAt(file: string): string | undefined {
  const found = statSync(file, { bigint: true, throwIfNoEntry: false });
  return found && `${found.dev}-${found.ino}`;
}

/** How an SQLite file begins, where it says how it is written, and what one not in write-ahead mode says there. */
const HEADER = { magic: "SQLite format 3\0", writeVersionAt: 18, rollback: 1 } as const;

/** Whether a file is an SQLite database that is not in write-ahead mode, as `VACUUM INTO` leaves one. */
function isPlainCopy(file: string): boolean {
  const header = Buffer.alloc(HEADER.writeVersionAt + 1);
  const handle = openSync(file, "r");
  try {
    readSync(handle, header, 0, header.length, 0);
    return (
      header.subarray(0, HEADER.magic.length).toString("latin1") === HEADER.magic &&
      header[HEADER.writeVersionAt] === HEADER.rollback
    );
  } finally {
    closeSync(handle);
  }
}

/**
 * A copy made by `VACUUM INTO` is not in write-ahead mode, so a log that lies beside one belongs to the database that
 * stood there before. SQLite would play it into the copy and wreck it: it is moved aside first.
 * @returns the name the log has now; undefined where there was no foreign one
 */
export function setForeignLogAside(file: string, now = new Date()): string | undefined {
  const log = `${file}-wal`;
  if (!existsSync(file) || !existsSync(log) || statSync(log).size === 0 || !isPlainCopy(file))
    return undefined;
  return moveLogAside(file, now);
}

/** Whether a file is a whole database: one that is cut off may open all the same, and fail only where something is missing. */
export function isWhole(file: string): boolean {
  let database: Database.Database | undefined;
  try {
    database = new Database(file);
    const check = database.prepare("pragma quick_check(1)").get() as { quick_check: string };
    return check.quick_check === "ok";
  } catch {
    return false;
  } finally {
    database?.close();
  }
}
