import { randomUUID } from "node:crypto";
import { createWriteStream, existsSync, readdirSync, rmSync } from "node:fs";
import type { IncomingMessage } from "node:http";
import { basename, dirname, join } from "node:path";
import { Transform } from "node:stream";
import { pipeline } from "node:stream/promises";
import { Problem } from "../api/problem";
import { tooSlow } from "../safety/bodies";

/** Largest file that is taken in, in bytes: a hundred million readings. */
const MOST_BYTES = 4 * 1024 ** 3;
/** Longest that whoever sends it may be silent (ms). */
const SILENT_MS = 15_000;

const PART = ".taken-";

/**
 * Puts what is sent into a file beside the database, as it comes: nothing of its size is in memory, and a slow line holds
 * up nobody.
 * @param beside the database's file
 * @param silentMs longest that whoever sends it may be silent
 * @returns the file, which is the caller's to remove
 * @throws Problem 413 where it is too large, 408 where it stops coming
 */
export async function spool(req: IncomingMessage, beside: string, silentMs = SILENT_MS): Promise<string> {
  const file = `${beside}${PART}${randomUUID()}`;
  const silent = new AbortController();
  let timer = setTimeout(() => silent.abort(), silentMs);
  let bytes = 0;
  const counted = new Transform({
    transform(chunk: Buffer, _, done) {
      clearTimeout(timer);
      timer = setTimeout(() => silent.abort(), silentMs);
      bytes += chunk.length;
      if (bytes > MOST_BYTES) done(new Problem(413, "Too large", `accepted: up to ${MOST_BYTES} bytes`));
      else done(null, chunk);
    },
  });
  try {
    await pipeline(req, counted, createWriteStream(file, { flags: "wx", mode: 0o600 }), {
      signal: silent.signal,
    });
    return file;
  } catch (error) {
    rmSync(file, { force: true });
    throw silent.signal.aborted ? tooSlow(silentMs) : error;
  } finally {
    clearTimeout(timer);
  }
}

/** Removes what was being sent when the program ended. */
export function dropSpooled(beside: string): void {
  const folder = dirname(beside);
  if (!existsSync(folder)) return;
  for (const name of readdirSync(folder))
    if (name.startsWith(`${basename(beside)}${PART}`)) rmSync(join(folder, name), { force: true });
}
