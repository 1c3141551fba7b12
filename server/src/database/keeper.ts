import { existsSync, renameSync } from "node:fs";
import { join } from "node:path";
import type { MikroORM } from "@mikro-orm/libsql";
import { copiesFolder, copiesOf, copyDaily, copyInto, type Copy } from "./copies";
import { emptyBin } from "./emptying";
import { dropDatabase, dropLog, stampOf } from "./files";
import { closeDatabase, openDatabase } from "./open";
import { readyCopy, requireWhole } from "./recover";

/** How often a copy may be due (ms). */
const EVERY = 3_600_000;
/** Longest that a copy to be put back waits for what is being read and written (ms). */
const LONGEST_WAIT = 5_000;

/** Another copy is being put in place already. */
export class RestoringError extends Error {
  constructor() {
    super("A copy is being put in place; try again in a moment.");
  }
}

/** Opens a database, or says plainly that it is lost. @throws LostDatabaseError */
export async function openKept(file: string): Promise<MikroORM> {
  requireWhole(file);
  return openDatabase(file);
}

/** A database in use, with its daily copies, that can be put back to one of them while it runs. */
export class Keeper {
  private timer: NodeJS.Timeout | undefined;
  private copying: Promise<unknown> = Promise.resolve();
  private using = 0;
  private idle: (() => void) | undefined;
  /** Set while another copy is put in place: nothing more is read or written until it stands there. */
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

  /** Counts somebody who reads or writes, until what is returned is called. */
  use(): () => void {
    this.using += 1;
    return () => {
      this.using -= 1;
      this.idle?.();
    };
  }

  /** Waits until nobody but so many read or write; not for ever. */
  private untilOnly(most: number): Promise<void> {
    return new Promise((resolve) => {
      const timer = setTimeout(() => resolve(), LONGEST_WAIT);
      this.idle = () => {
        if (this.using > most) return;
        clearTimeout(timer);
        this.idle = undefined;
        resolve();
      };
      this.idle();
    });
  }

  /**
   * Makes copies as they fall due, then takes out for good what lies in the bin too long: the newest copy has it still.
   * @param failed told of what could not be done: a full disk, say
   */
  startCopying(failed: (error: unknown) => void): void {
    const tend = async () => {
      await copyDaily(this.orm, this.file, Date.now());
      await emptyBin(this.orm.em.fork(), Date.now());
    };
    const due = () => {
      if (!this.busy) this.copying = tend().catch(failed);
    };
    due();
    this.timer = setInterval(due, EVERY);
    this.timer.unref();
  }

  copies(): Copy[] {
    return copiesOf(this.file);
  }

  /**
   * Puts a copy in the place of the database, one at a time. What was there is copied first, so that this can be undone;
   * a copy that cannot be opened is refused before anything is changed.
   * @param asking of those counted by {@link use}, how many wait for this very call
   * @throws RestoringError while another one is being put in place
   */
  async restore(name: string, asking = 0): Promise<void> {
    if (this.busy) throw new RestoringError();
    this.busy = true;
    try {
      await Promise.all([this.copying, this.untilOnly(asking)]);
      const next = await readyCopy(this.file, name);
      await copyInto(this.orm, this.file, this.nameBefore());
      await closeDatabase(this.orm);
      try {
        // The log was emptied on closing; renaming replaces the file whole or not at all.
        dropLog(this.file);
        renameSync(next, this.file);
      } finally {
        this.orm = await openDatabase(this.file);
        dropDatabase(next);
      }
    } finally {
      this.busy = false;
    }
  }

  /** A name for the copy of what was there until now that no copy has yet. */
  private nameBefore(): string {
    const stamp = stampOf(new Date());
    const name = (n: number) => `before-${stamp}${n === 0 ? "" : `-${n}`}.sqlite`;
    let n = 0;
    while (existsSync(join(copiesFolder(this.file), name(n)))) n += 1;
    return name(n);
  }

  async close(): Promise<void> {
    clearInterval(this.timer);
    await this.copying;
    await closeDatabase(this.orm);
  }
}
