import { randomBytes } from "node:crypto";
import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { dirname } from "node:path";

const BYTES = 32;
const TEXT = new RegExp(`^[0-9a-f]{${BYTES * 2}}$`);

/** Where a database's server keeps what it signs its cookies with. */
export const secretFile = (database: string): string => `${database}.door`;

/**
 * What cookies are signed with, the same after every start, so that a browser is known again. Made the first time, and
 * readable by the owner of the file alone; one that is no secret is made anew, and every browser is a stranger then.
 * @param file see {@link secretFile}
 */
export function secretIn(file: string): string {
  try {
    const kept = readFileSync(file, "utf8").trim();
    if (TEXT.test(kept)) return kept;
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== "ENOENT") throw error;
  }
  const made = randomBytes(BYTES).toString("hex");
  mkdirSync(dirname(file), { recursive: true });
  writeFileSync(file, `${made}\n`, { mode: 0o600 });
  return made;
}
