import { setMaxListeners } from "node:events";
import { renameSync } from "node:fs";
import type { MikroORM } from "@mikro-orm/libsql";
import { dropArrivals } from "./arrival";
import { clockHolds, copiesOf, copyInto, DailyCopies, nameBefore, oddClock, type Copy } from "./copies";
import { emptyBin } from "./emptying";
import { dropDatabase, dropLog, moveLogAside } from "./files";
import { closeDatabase, leaveDatabase, openDatabase } from "./open";
import { readAsItIs, readAtOneMoment, type Reading } from "./reading";
import { LostDatabaseError, readyCopy, requireWhole } from "./recover";
import { Watched, type Amiss } from "./watched";

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

/** Something to abort that any number of readers wait for. */
function heardByMany(): AbortController {
  const controller = new AbortController();
  setMaxListeners(0, controller.signal);
  return controller;
}

/** Opens a database, or says plainly that it is lost. @throws LostDatabaseError */
export async function openKept(file: string): Promise<MikroORM> {
  requireWhole(file);
  const orm = await openDatabase(file);
  await dropArrivals(orm.em.fork());
  return orm;
}

/** A database in use, with its daily copies, that can be put back to one of them while it runs. */
export class Keeper {
  private timer: NodeJS.Timeout | undefined;
  private copying: Promise<unknown> = Promise.resolve();
  private using = 0;
  private idle: (() => void) | undefined;
  /** Set while another copy is put in place: nothing more is read or written until it stands there. */
  busy = false;
  /** Set once the file was found deleted or replaced: nothing more is written. */
  lost: LostDatabaseError | undefined;
  /** Called then, once. */
  onLost: ((lost: LostDatabaseError) => void) | undefined;
  /** Called when another file lies under its name by this program's own doing. */
  onSwapped: (() => void) | undefined;
  /** Aborted when another copy is about to be put in place. */
  private swap = heardByMany();
  private rescuing: Promise<LostDatabaseError> | undefined;
  private readonly daily: DailyCopies;

  private constructor(
    private orm: MikroORM,
    private watched: Watched,
    readonly file: string,
  ) {
    this.daily = new DailyCopies(file);
  }

  static async open(file: string): Promise<Keeper> {
    const orm = await openKept(file);
    return new Keeper(orm, await Watched.begin(orm, file), file);
  }

  get em(): MikroORM["em"] {
    return this.orm.em;
  }

  /** Long work leaves off once it is aborted: a row that it has written is no longer there, or is another's. */
  get swapping(): AbortSignal {
    return this.swap.signal;
  }

  /**
   * All that is kept as it stands at this moment; of a file that has lost its name, as it is. It is let go of where another
   * copy is put in place.
   */
  reading(): Reading {
    return this.watched.isThere ? readAtOneMoment(this.file, this.swap.signal) : readAsItIs(this.em.fork());
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
   * @param say told of what could not be done: a full disk, a clock that cannot be right
   */
  startCopying(say: (trouble: string) => void): void {
    const tend = async () => {
      await this.requireOwn();
      const now = Date.now();
      const odd = oddClock(this.file, now);
      if (odd) say(odd);
      await this.daily.make(this.orm, now);
      // A clock that has just jumped would empty it at once.
      if (clockHolds(this.file, now)) await emptyBin(this.orm.em.fork(), now);
    };
    const due = () => {
      if (this.busy || this.lost) return;
      this.copying = tend().catch((error: unknown) =>
        say(`No copy could be made: ${(error as Error).message}`),
      );
    };
    due();
    this.timer = setInterval(due, EVERY);
    this.timer.unref();
  }

  /**
   * Makes sure that what was written lies in the file that is there: it is looked at before a write is begun and again
   * before it is acknowledged. Where the file or its log was deleted, replaced, cut off or overwritten meanwhile, all that can
   * still be read goes into a copy.
   * @throws LostDatabaseError then, and from then on
   */
  async requireOwn(): Promise<void> {
    if (this.lost) throw this.lost;
    if (this.busy) return;
    const amiss = this.watched.amiss();
    if (amiss) throw await this.lose(amiss);
  }

  /** Gives up a database that its own engine finds damaged. @returns what is to be said */
  lostByDamage(): Promise<LostDatabaseError> {
    return this.lose({ what: "is damaged", rescue: false });
  }

  private async lose(amiss: Amiss): Promise<LostDatabaseError> {
    this.rescuing ??= this.rescue(amiss);
    this.lost ??= await this.rescuing;
    this.onLost?.(this.lost);
    this.onLost = undefined;
    return this.lost;
  }

  private async rescue({ what, rescue }: Amiss): Promise<LostDatabaseError> {
    // A copy of what others wrote over it would only look like one of it.
    if (!rescue)
      return new LostDatabaseError(
        this.file,
        what,
        "Nothing more is written; what was kept since its last copy could not be saved.",
      );
    try {
      await copyInto(this.orm, this.file, nameBefore(this.file, new Date()));
      return new LostDatabaseError(
        this.file,
        what,
        "All that was kept until now is in a copy; nothing more is written. What lies there now is used by stopping Kettleback and starting it again.",
      );
    } catch (error) {
      return new LostDatabaseError(
        this.file,
        what,
        `What was kept since its last copy could not be saved (${(error as Error).message}).`,
      );
    }
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
    this.swap.abort(new RestoringError());
    this.swap = heardByMany();
    try {
      await Promise.all([this.copying, this.untilOnly(asking)]);
      const next = await readyCopy(this.file, name);
      await copyInto(this.orm, this.file, nameBefore(this.file, new Date()));
      await closeDatabase(this.orm);
      this.watched.end();
      try {
        // The log was emptied on closing; renaming replaces the file whole or not at all.
        dropLog(this.file);
        renameSync(next, this.file);
      } finally {
        this.orm = await openKept(this.file);
        this.watched = await Watched.begin(this.orm, this.file);
        this.onSwapped?.();
        dropDatabase(next);
      }
    } finally {
      this.busy = false;
    }
  }

  async close(): Promise<void> {
    clearInterval(this.timer);
    await this.copying;
    // What lies there now is not its own: its log is not written into it.
    if (this.lost) return this.abandon();
    await closeDatabase(this.orm);
    this.watched.end();
  }

  /** Lets go of a database whose name another file has, and takes its log out of that one's way. */
  private async abandon(): Promise<void> {
    if (this.watched.isThere) {
      return leaveDatabase(this.orm);
    }
    await this.orm.close(true);
    this.watched.end();
    if (this.watched.hasOwnLog) moveLogAside(this.file, new Date());
  }
}
