import { existsSync, mkdirSync, realpathSync } from "node:fs";
import { basename, dirname, join } from "node:path";
import Database from "libsql";

/** Another program keeps this database already. */
export class InUseError extends Error {
  constructor(file: string) {
    super(
      `The database ${file} is in use by another Kettleback. Stop that one, or give another file with KETTLEBACK_DB.`,
    );
  }
}

/** A file by the one name it has, whatever links lead to it. */
const ownName = (file: string): string => {
  if (existsSync(file)) return realpathSync(file);
  const folder = dirname(file);
  mkdirSync(folder, { recursive: true });
  return join(realpathSync(folder), basename(file));
};

/**
 * Keeps a database for this program alone, by a lock of the operating system on a file beside it: however the program
 * ends, the lock ends with it.
 * @returns how to give it up
 * @throws InUseError where another has it
 */
export function keepForOneself(file: string): () => void {
  const lock = new Database(`${ownName(file)}.lock`, { timeout: 0 });
  try {
    lock.exec("begin exclusive");
  } catch (error) {
    lock.close();
    if (/locked|busy/i.test((error as Error).message)) throw new InUseError(file);
    throw error;
  }
  return () => {
    lock.close();
  };
}
