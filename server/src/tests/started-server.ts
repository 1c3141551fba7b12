import { spawn } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { build } from "esbuild";

/** How a server that was started ended, and what it wrote. */
export interface Run {
  readonly code: number | null;
  readonly out: string;
  readonly err: string;
}

/**
 * Servers as processes of their own, started as a person would, with a folder for their databases. The server is built
 * once for a test file.
 * @param name of the test file: each builds its own
 */
export function startedServers(name: string) {
  const folder = mkdtempSync(join(tmpdir(), `kettleback-${name}-`));
  /** The server as one file, within the tree so that it finds its packages. */
  const built = join(__dirname, `../../dist/${name}-test.mjs`);
  beforeAll(() =>
    build({
      entryPoints: [join(__dirname, "../main.ts")],
      bundle: true,
      platform: "node",
      format: "esm",
      packages: "external",
      alias: {
        "@kettleback/core": join(__dirname, "../../../core/src/index.ts"),
        "@kettleback/core/demo": join(__dirname, "../../../core/src/household/demo/index.ts"),
      },
      logLevel: "error",
      outfile: built,
    }),
  );
  afterAll(() => rmSync(folder, { recursive: true }));

  /** Runs the server; `onReady` gets its address and a way to signal it. */
  const start = (
    env: Record<string, string>,
    onReady?: (address: string, signal: (s: NodeJS.Signals) => void) => void | Promise<void>,
    args: readonly string[] = [],
    limit = "true",
  ) =>
    new Promise<Run>((resolve, reject) => {
      const child = spawn("bash", ["-c", `${limit}; exec "$0" "$@"`, process.execPath, built, ...args], {
        env: {
          ...process.env,
          KETTLEBACK_DB: join(folder, "own.sqlite"),
          PORT: "0",
          LOG_LEVEL: "silent",
          ...env,
        },
      });
      let [out, err] = ["", ""];
      let told = false;
      child.stderr.on("data", (chunk: Buffer) => (err += chunk.toString()));
      child.stdout.on("data", (chunk: Buffer) => {
        out += chunk.toString();
        const address = /https?:\/\/[^\s/]+/.exec(out)?.[0];
        if (!address || told) return;
        told = true;
        Promise.resolve(onReady?.(address, (s) => child.kill(s))).catch((error: unknown) => {
          child.kill("SIGKILL");
          reject(error as Error);
        });
      });
      child.once("exit", (code) => resolve({ code, out, err }));
    });
  return { folder, built, start };
}
