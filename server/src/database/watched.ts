import { randomInt } from "node:crypto";
import { closeSync, fstatSync, openSync, readSync, statSync, writeSync } from "node:fs";
import type { MikroORM } from "@mikro-orm/libsql";
import { fileAt } from "./files";
import { LOG_KEEPS } from "./open";

/** Where the header of an SQLite file says what is asked here (SQLite file format, 1.3), in bytes. */
const HEADER = { bytes: 100, magic: "SQLite format 3\0", userVersionAt: 60 } as const;

/** What was done to a database behind this program's back, in words, and whether what is kept can still be read whole. */
export interface Amiss {
  readonly what: string;
  readonly rescue: boolean;
}

const GONE: Amiss = { what: "was deleted or replaced while it was in use", rescue: true };
const LOG_GONE: Amiss = { what: "lost the log beside it (-wal) while it was in use", rescue: true };
const CUT: Amiss = { what: "was cut off while it was in use", rescue: true };
const OVERWRITTEN: Amiss = { what: "was overwritten while it was in use", rescue: false };

/**
 * Looks whether a database's file and its log are as this program left them. Each opening marks the file by a number of its
 * own: what another program writes over it has another one. The file is held open as long as it is looked at, as closing it
 * would give up the locks SQLite has on it (POSIX).
 */
export class Watched {
  private readonly id: string | undefined;
  private readonly log: string | undefined;
  private readonly handle: number;
  private logBytes = 0;
  /** Size and time at which the file was last found well. */
  private seen: { readonly size: bigint; readonly mtimeNs: bigint } = { size: 0n, mtimeNs: -1n };

  private constructor(
    readonly file: string,
    private readonly mark: number,
  ) {
    this.id = fileAt(file);
    this.log = fileAt(`${file}-wal`);
    this.handle = openSync(file, "r");
  }

  /** Marks a database that was just opened, and begins to look at it. */
  static async begin(orm: MikroORM, file: string): Promise<Watched> {
    const mark = randomInt(1, 2 ** 31 - 1);
    const connection = orm.em.getConnection();
    await connection.execute(`pragma user_version = ${mark}`);
    await connection.execute("pragma wal_checkpoint(truncate)");
    return new Watched(file, mark);
  }

  /** What was done to it; null where it is well. */
  amiss(): Amiss | null {
    if (fileAt(this.file) !== this.id) return GONE;
    return this.amissInside() ?? this.amissInLog();
  }

  /** Whether the very file is still there, whatever is in it. */
  get isThere(): boolean {
    return fileAt(this.file) === this.id;
  }

  /** Whether the log that lies beside it is the one this program writes. */
  get hasOwnLog(): boolean {
    return this.log !== undefined && fileAt(`${this.file}-wal`) === this.log;
  }

  private amissInside(): Amiss | null {
    const { size, mtimeNs } = fstatSync(this.handle, { bigint: true });
    if (size === this.seen.size && mtimeNs === this.seen.mtimeNs) return null;
    const header = Buffer.alloc(HEADER.bytes);
    if (readSync(this.handle, header, 0, HEADER.bytes, 0) < HEADER.bytes) return CUT;
    if (
      header.subarray(0, HEADER.magic.length).toString("latin1") !== HEADER.magic ||
      header.readInt32BE(HEADER.userVersionAt) !== this.mark
    )
      return OVERWRITTEN;
    // It only grows, as nothing here vacuums it. Its header may count pages that are still in the log.
    if (size < this.seen.size) return CUT;
    this.seen = { size, mtimeNs };
    return null;
  }

  private amissInLog(): Amiss | null {
    if (this.log === undefined) return null;
    const found = statSync(`${this.file}-wal`, { throwIfNoEntry: false });
    if (!found || !this.hasOwnLog) return LOG_GONE;
    // SQLite itself never shrinks it below LOG_KEEPS. If it is smaller, something else cut it, and what it held may be lost.
    if (found.size < Math.min(this.logBytes, LOG_KEEPS)) return { ...LOG_GONE, rescue: false };
    this.logBytes = found.size;
    return null;
  }

  /** Looks no more; once the database itself is closed. */
  end(): void {
    closeSync(this.handle);
  }
}

/** Takes the mark out of a copy, so that copies of the same are the same. */
export function unmark(copy: string): void {
  const handle = openSync(copy, "r+");
  try {
    writeSync(handle, Buffer.alloc(4), 0, 4, HEADER.userVersionAt);
  } finally {
    closeSync(handle);
  }
}
