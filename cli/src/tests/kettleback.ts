import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { buildSync } from "esbuild";

const folder = mkdtempSync(join(tmpdir(), "kettleback-command-"));
const BUILT = join(folder, "kettleback.mjs");
const CORE = join(__dirname, "../../../core/src");

// The command as one file, as it starts in a fraction of the time; its packages are those of the tree.
beforeAll(
  () =>
    void buildSync({
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
      outfile: BUILT,
    }),
);
afterAll(() => rmSync(folder, { recursive: true }));

/** Runs the command as a person would, with something on its standard input. */
export const kettlebackWith = (input: string | undefined, ...args: readonly string[]) => {
  const { status, stdout, stderr } = spawnSync(process.execPath, [BUILT, ...args], {
    encoding: "utf8",
    input,
    maxBuffer: 1 << 26,
  });
  return { status, stdout, stderr };
};

/** Runs the command as a person would. */
export const kettleback = (...args: readonly string[]) => kettlebackWith(undefined, ...args);
