import { copyFileSync, existsSync, renameSync, rmSync } from "node:fs";
import { join } from "node:path";
import Database from "libsql";
import type { MikroORM } from "@mikro-orm/libsql";
import { copiesFolder, copiesOf, copyDaily, copyInto, type Copy } from "./copies";
import { openDatabase } from "./open";

/** How often a copy may be due (ms). */
const EVERY = 3_600_000;

/** A database file that is gone while its copies are still there, or that cannot be read: said, never overwritten. */
export class LostDatabaseError extends Error {
  constructor(file: string, what: string) {
    const [copy] = copiesOf(file);
    super(
      `The database ${file} ${what}. Nothing has been written. ` +
        (copy
          ? `Its newest copy is ${join(copiesFolder(file), copy.name)}: to go on from it, move the old file away and put the copy in its place.`
          : "Put the right file there, or name another with KETTLEBACK_DB."),
    );
  }
}

/** A copy that cannot be put back because it is damaged itself. */
export class UnreadableCopyError extends Error {
  constructor(name: string) {
    super(`the copy ${name} cannot be read; nothing has been changed: take another`);
  }
}

/** Whether a file is a whole database: one that is cut off may open all the same, and fail only where something is missing. */
function isWhole(file: string): boolean {
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

/** Opens a database, or says plainly that it is lost. @throws LostDatabaseError */
export async function openKept(file: string): Promise<MikroORM> {
  if (!existsSync(file) && copiesOf(file).length > 0)
    throw new LostDatabaseError(file, "is not where it was, though its copies are");
  if (existsSync(file) && !isWhole(file))
    throw new LostDatabaseError(file, "cannot be read: it is damaged, or no database at all");
  return openDatabase(file);
}

/** A database in use, with its daily copies, that can be put back to one of them while it runs. */
export class Keeper {
  private timer: NodeJS.Timeout | undefined;
  /** Set while another copy is put in place: nothing is read or written then. */
  busy = false;

  private constructor(
    private orm: MikroORM,
    readonly file: string,
  ) {}

  static async open(file: string): Promise<Keeper> {
    return new Keeper(await openKept(file), file);
  }

  get em(): MikroORM["em"] {
    return this.orm.em;
  }

  /** Makes copies as they fall due. @param failed told of a copy that could not be made: a full disk, say */
  startCopying(failed: (error: unknown) => void): void {
    const copy = () => void copyDaily(this.orm, this.file, Date.now()).catch(failed);
    copy();
    this.timer = setInterval(copy, EVERY);
    this.timer.unref();
  }

  copies(): Copy[] {
    return copiesOf(this.file);
  }

  /**
   * Puts a copy in the place of the database. What was there is copied first, so that this can be undone; a copy that
   * cannot be opened is refused before anything is changed.
   */
  async restore(name: string): Promise<void> {
    const next = `${this.file}.restoring`;
    const drop = (path: string) => ["", "-wal", "-shm"].forEach((end) => rmSync(path + end, { force: true }));
    drop(next);
    try {
      copyFileSync(join(copiesFolder(this.file), name), next);
      if (!isWhole(next)) throw new UnreadableCopyError(name);
      // Brought to this program's schema, or refused, before anything is put in its place.
      await (await openDatabase(next)).close(true);
      await copyInto(
        this.orm,
        this.file,
        `before-${new Date().toISOString().replace(/\D+/g, "-").slice(0, 19)}.sqlite`,
      );
      this.busy = true;
      await this.orm.close(true);
      drop(this.file);
      renameSync(next, this.file);
      this.orm = await openDatabase(this.file);
    } finally {
      this.busy = false;
      drop(next);
    }
  }

  async close(): Promise<void> {
    clearInterval(this.timer);
    await this.orm.close();
  }
}
