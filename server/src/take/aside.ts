import { closeSync, createReadStream, openSync, rmSync, writeFileSync } from "node:fs";
import type { Filed, Kind } from "@kettleback/core";

/** Characters written at once. */
const AT_ONCE = 64 * 1024;

interface Part {
  readonly file: string;
  readonly handle: number;
  /** What is still to be written. */
  lines: string[];
  length: number;
}

/**
 * The things of a household file laid aside as they are come upon, a file a kind: they are wanted with those first that
 * others belong to, whatever order they came in, and no more than a few of them are in memory.
 */
export class Aside {
  private readonly parts = new Map<Kind, Part>();

  /** @param beside the file they are read from: what is laid aside goes by its name and has an end more */
  constructor(private readonly beside: string) {}

  /** Lays a thing aside, behind those of its kind. */
  put(kind: Kind, thing: Filed): void {
    const part = this.parts.get(kind) ?? this.begun(kind);
    const line = `${JSON.stringify(thing)}\n`;
    part.lines.push(line);
    part.length += line.length;
    if (part.length >= AT_ONCE) write(part);
  }

  private begun(kind: Kind): Part {
    const file = `${this.beside}.${kind}`;
    const part = { file, handle: openSync(file, "wx", 0o600), lines: [], length: 0 };
    this.parts.set(kind, part);
    return part;
  }

  /** The things of a kind in the order they came in. */
  async *of(kind: Kind): AsyncGenerator<Filed> {
    const part = this.parts.get(kind);
    if (!part) return;
    write(part);
    let rest = "";
    for await (const text of createReadStream(part.file, "utf8") as AsyncIterable<string>) {
      const lines = (rest + text).split("\n");
      rest = lines.pop()!;
      for (const line of lines) yield JSON.parse(line) as Filed;
    }
  }

  /** Takes all of it away. */
  drop(): void {
    for (const { handle, file } of this.parts.values()) {
      closeSync(handle);
      rmSync(file, { force: true });
    }
    this.parts.clear();
  }
}

function write(part: Part): void {
  writeFileSync(part.handle, part.lines.join(""));
  [part.lines, part.length] = [[], 0];
}
