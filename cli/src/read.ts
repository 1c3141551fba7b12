import { closeSync, fstatSync, openSync, readSync } from "node:fs";
import type { FieldProblem, Parsed } from "@kettleback/core";

/** Reads a file, or standard input for "-", up to a limit in bytes: a huge one is refused rather than loaded. */
export function readLimited(file: string, most: number): string {
  const fd = file === "-" ? 0 : openSync(file, "r");
  try {
    const { size } = fstatSync(fd);
    if (size > most) throw new Error(`${size} bytes is too large; accepted: up to ${most} bytes`);
    const parts: Buffer[] = [];
    let length = 0;
    for (;;) {
      const chunk = Buffer.alloc(Math.min(1 << 20, most + 1));
      const read = readSync(fd, chunk, 0, chunk.length, null);
      if (read === 0) break;
      parts.push(chunk.subarray(0, read));
      length += read;
      if (length > most) throw new Error(`too large; accepted: up to ${most} bytes`);
    }
    return Buffer.concat(parts).toString("utf8");
  } finally {
    if (fd !== 0) closeSync(fd);
  }
}

/** A document that was read, or what is wrong with it. */
export type Read<T> = { readonly value: T } | { readonly problems: readonly FieldProblem[] };

/** A document from a file, or what is wrong with it. */
export function readAs<T>(file: string, maxBytes: number, parse: (text: string) => Parsed<T>): Read<T> {
  try {
    const parsed = parse(readLimited(file, maxBytes));
    return parsed.ok ? { value: parsed.value } : { problems: parsed.problems };
  } catch (error) {
    return { problems: [{ field: "(file)", message: (error as Error).message }] };
  }
}
