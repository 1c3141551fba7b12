import { existsSync, mkdirSync, realpathSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { basename, dirname, join } from "node:path";
import Database from "libsql";
import { fileAt } from "./files";

/** Another program keeps this database already. */
export class InUseError extends Error {
  constructor(file: string) {
    super(
      `The database ${file} is in use by another Kettleback. Stop that one, or give another file with KETTLEBACK_DB.`,
    );
  }
}

/** A file by the one path it has, whatever symbolic links lead to it. */
const ownName = (file: string): string => {
  if (existsSync(file)) return realpathSync(file);
  const folder = dirname(file);
  mkdirSync(folder, { recursive: true });
  return join(realpathSync(folder), basename(file));
};

/** A lock on the very file, by device and inode: hard links have no name in common. */
const lockOfFile = (id: string): string => join(tmpdir(), `kettleback-${process.getuid?.() ?? 0}-${id}.lock`);

/** A lock of the operating system: however the program ends, it ends with it. @returns how to give it up */
function locked(lockFile: string, file: string): () => void {
  const lock = new Database(lockFile, { timeout: 0 });
  try {
    lock.exec("begin exclusive");
  } catch (error) {
    lock.close();
    if (/locked|busy/i.test((error as Error).message)) throw new InUseError(file);
    throw error;
  }
  return () => lock.close();
}

/** A database kept for this program alone. */
export interface Own {
  /** Takes the file that lies under its name by now for its own. */
  follow(): void;
  release(): void;
}

/**
 * Keeps a database for this program alone, by its path and, where it is there already, by the very file.
 * @throws InUseError where another has it; Error in words where its folder cannot be written
 */
export function keepForOneself(file: string): Own {
  const byPath: (() => void)[] = [];
  const byFile = new Map<string, () => void>();
  const release = () => {
    for (const [lockFile, giveUp] of byFile) {
      rmSync(lockFile, { force: true });
      giveUp();
    }
    byFile.clear();
    byPath.splice(0).forEach((giveUp) => giveUp());
  };
  const follow = () => {
    const id = fileAt(file);
    if (id === undefined || byFile.has(lockOfFile(id))) return;
    try {
      byFile.set(lockOfFile(id), locked(lockOfFile(id), file));
    } catch (error) {
      // Where nothing can be written for a while, the lock by path is what there is.
      if (error instanceof InUseError) throw error;
    }
  };
  try {
    byPath.push(locked(`${ownName(file)}.lock`, file));
    follow();
  } catch (error) {
    release();
    if (error instanceof InUseError) throw error;
    const { code = (error as Error).message } = error as NodeJS.ErrnoException;
    throw new Error(
      `KETTLEBACK_DB: accepted: a file in a folder that can be written; ${dirname(file)} cannot (${code}).`,
    );
  }
  return { follow, release };
}
