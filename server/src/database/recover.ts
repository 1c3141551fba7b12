import { copyFileSync, existsSync, renameSync } from "node:fs";
import { join } from "node:path";
import { copiesFolder, copiesOf, type Copy } from "./copies";
import { dropDatabase, isWhole, moveAside, setForeignLogAside } from "./files";
import { closeDatabase, openDatabase } from "./open";

/** A database file that is gone while its copies are still there, or that cannot be read: said, never overwritten. */
export class LostDatabaseError extends Error {
  /** Its copies, newest first; none where nothing can be put in its place. */
  readonly copies: readonly Copy[];

  constructor(file: string, what: string, said = "Nothing has been written.") {
    const copies = copiesOf(file);
    const [newest] = copies;
    super(
      `The database ${file} ${what}. ${said} ` +
        (newest
          ? `Its newest copy is ${join(copiesFolder(file), newest.name)}: "npm run recover" goes on from it, and keeps what is there now beside it.`
          : "Put the right file there, or name another with KETTLEBACK_DB."),
    );
    this.copies = copies;
  }
}

/** A copy that cannot be put back because it is damaged itself. */
export class UnreadableCopyError extends Error {
  constructor(name: string) {
    super(`the copy ${name} cannot be read; nothing has been changed: take another`);
  }
}

/** Says plainly where a database is lost; a log that is not its own is moved aside. @throws LostDatabaseError */
export function requireWhole(file: string): void {
  if (!existsSync(file) && copiesOf(file).length > 0)
    throw new LostDatabaseError(file, "is not where it was, though its copies are");
  setForeignLogAside(file);
  if (existsSync(file) && !isWhole(file))
    throw new LostDatabaseError(file, "cannot be read: it is damaged, or no database at all");
}

/**
 * Makes a copy ready to be put in a database's place: brought to this program's schema beside it, its log written into
 * it, so that one file is all there is to move.
 * @throws UnreadableCopyError where the copy is damaged; nothing has been changed then
 */
export async function readyCopy(file: string, name: string): Promise<string> {
  const next = `${file}.restoring`;
  dropDatabase(next);
  copyFileSync(join(copiesFolder(file), name), next);
  if (!isWhole(next)) {
    dropDatabase(next);
    throw new UnreadableCopyError(name);
  }
  await closeDatabase(await openDatabase(next));
  return next;
}

/**
 * Goes on from the newest copy that can be read, where the database is lost; one that can be read is left alone.
 * @returns the name of the copy that stands there now
 * @throws Error where there is nothing to recover, or nothing to recover from
 */
export async function recoverLost(file: string): Promise<string> {
  try {
    requireWhole(file);
  } catch (error) {
    if (error instanceof LostDatabaseError) return recover(file);
    throw error;
  }
  throw new Error(
    existsSync(file)
      ? `The database ${file} can be read: nothing was changed. A copy of an earlier day is put back from the screen, under Households.`
      : `There is no database at ${file}, and no copy of one.`,
  );
}

/**
 * Goes on from a copy where the database itself is lost. What lies in its place, log and all, is moved aside first.
 * @returns the name of the copy that stands there now
 * @throws LostDatabaseError where no copy is whole
 */
export async function recover(file: string): Promise<string> {
  for (const { name } of copiesOf(file)) {
    const next = await readyCopy(file, name).catch((error: unknown) => {
      if (error instanceof UnreadableCopyError) return undefined;
      throw error;
    });
    if (next === undefined) continue;
    moveAside(file, "lost", new Date());
    renameSync(next, file);
    dropDatabase(next);
    return name;
  }
  throw new LostDatabaseError(file, "has no copy that can be read");
}
