import { copyFileSync, existsSync, renameSync, rmSync } from "node:fs";
import { join } from "node:path";
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

const UNREADABLE = /not a database|malformed|disk image|SQLITE_(NOTADB|CORRUPT)/i;

/** Opens a database, or says plainly that it is lost. @throws LostDatabaseError */
export async function openKept(file: string): Promise<MikroORM> {
  if (!existsSync(file) && copiesOf(file).length > 0)
    throw new LostDatabaseError(file, "is not where it was, though its copies are");
  const damaged = new LostDatabaseError(file, "cannot be read: it is damaged, or no database at all");
  let orm: MikroORM;
  try {
    orm = await openDatabase(file);
  } catch (error) {
    throw error instanceof Error && UNREADABLE.test(error.message) ? damaged : error;
  }
  // A file that is cut off may open all the same, and fail only where something is missing.
  const [check] = await orm.em.getConnection().execute<{ quick_check: string }[]>("pragma quick_check(1)");
  if (check?.quick_check === "ok") return orm;
  await orm.close(true);
  throw damaged;
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
