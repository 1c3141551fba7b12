import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { buildSync } from "esbuild";
import { command } from "../command";

interface Told {
  readonly status: number | null;
  readonly stdout: string;
  readonly stderr: string;
}

/**
 * Runs the command within the test, which takes a tenth of starting it: what it says, and the code it would exit with.
 * @throws Error where it answers line by line, which only a process of its own does
 */
export function kettleback(...args: readonly string[]): Told {
  let [stdout, stderr] = ["", ""];
  const spies = [
    jest.spyOn(console, "log").mockImplementation((line: string) => void (stdout += `${line}\n`)),
    jest.spyOn(console, "error").mockImplementation((line: string) => void (stderr += `${line}\n`)),
    jest.spyOn(process.stdout, "write").mockImplementation((text) => {
      stdout += text.toString();
      return true;
    }),
  ];
  try {
    const status = command(args);
    if (typeof status !== "number") throw new Error("answers line by line: start it as a process");
    return { status, stdout, stderr };
  } finally {
    for (const spy of spies) spy.mockRestore();
  }
}

const CORE = join(__dirname, "../../../core/src");

/** The command as one file, as people start it; its packages are those of the tree. */
export class Built {
  private readonly folder = mkdtempSync(join(tmpdir(), "kettleback-command-"));
  private readonly file = join(this.folder, "kettleback.mjs");

  constructor() {
    buildSync({
      entryPoints: [join(__dirname, "../main.ts")],
      bundle: true,
      platform: "node",
      // Packages that have both forms are taken in the newer one: the older asks for its own files as it runs.
      mainFields: ["module", "main"],
      format: "esm",
      alias: {
        "@kettleback/core": join(CORE, "index.ts"),
        "@kettleback/core/demo": join(CORE, "household/demo/index.ts"),
      },
      // Packages that ask for others in the older manner find them.
      banner: {
        js: 'import { createRequire } from "node:module"; const require = createRequire(import.meta.url);',
      },
      logLevel: "error",
      outfile: this.file,
    });
  }

  /** Runs it as a person would, with something on its standard input. */
  run(input: string | undefined, ...args: readonly string[]): Told {
    const { status, stdout, stderr } = spawnSync(process.execPath, [this.file, ...args], {
      encoding: "utf8",
      input,
      maxBuffer: 1 << 26,
    });
    return { status, stdout, stderr };
  }

  dispose(): void {
    rmSync(this.folder, { recursive: true });
  }
}
