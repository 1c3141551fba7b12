import { spawn } from "node:child_process";
import { readFileSync, readdirSync } from "node:fs";
import { join } from "node:path";
import { build } from "esbuild";
import { startedServers } from "./started-server";

const ROOT = join(__dirname, "../../..");
const { folder, built } = startedServers("ends");
const STANDINS = join(ROOT, "standins/dist/ends-test.mjs");
beforeAll(() =>
  build({
    entryPoints: [join(ROOT, "standins/src/main.ts")],
    bundle: true,
    platform: "node",
    format: "esm",
    packages: "external",
    alias: {
      "@kettleback/core": join(ROOT, "core/src/index.ts"),
      "@kettleback/core/demo": join(ROOT, "core/src/household/demo/index.ts"),
    },
    logLevel: "error",
    outfile: STANDINS,
  }),
);

/** Processes whose environment has a mark. */
const marked = (mark: string): number[] =>
  readdirSync("/proc")
    .filter((name) => /^\d+$/.test(name))
    .filter((pid) => {
      try {
        return readFileSync(`/proc/${pid}/environ`, "latin1").includes(mark) && !/^Z/.test(stateOf(pid));
      } catch {
        return false;
      }
    })
    .map(Number);
const stateOf = (pid: string): string =>
  /\) (\S)/.exec(readFileSync(`/proc/${pid}/stat`, "latin1"))?.[1] ?? "";
async function until(so: () => boolean, what: string): Promise<void> {
  for (let i = 0; i < 400; i++) {
    if (so()) return;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  throw new Error(`${what} never came`);
}

/** What `npm run demo` does once it has built. */
const DEMO = (server: string) => `
  const lib = await import(${JSON.stringify(join(ROOT, "scripts/lib.mjs"))});
  await lib.serveBuilt(
    { KETTLEBACK_DEMO: "1", PORT: "0", KETTLEBACK_DB: process.env.DB, LOG_LEVEL: "silent" },
    "", true, ${JSON.stringify({ server, standIns: STANDINS })},
  );`;

describe.each(["SIGTERM", "SIGINT", "SIGHUP", "SIGKILL"] as const)("by %s", (signal) => {
  test("the demo ends with its server and its simulated devices, and nobody is left", async () => {
    const mark = `MARK=ends-${signal}-${process.pid}`;
    const child = spawn(process.execPath, ["--input-type=module", "-e", DEMO(built)], {
      env: {
        ...process.env,
        MARK: mark.slice(5),
        DB: join(folder, `${signal}.sqlite`),
        STANDINS_PORT: "0",
        STANDINS_MQTT_PORT: "0",
      },
      stdio: ["ignore", "pipe", "inherit"],
    });
    let out = "";
    child.stdout.on("data", (text: Buffer) => (out += text.toString()));
    await until(() => out.includes("simulated devices answer"), "the demo");
    expect(marked(mark)).toHaveLength(3);
    const exit = new Promise<number | null>((resolve) => child.once("exit", resolve));
    child.kill(signal);
    expect(await exit).toBe(signal === "SIGKILL" ? null : 0);
    await until(() => marked(mark).length === 0, "the end of all");
  });

  test("while packages are installed the installation ends with it, and all that has begun", async () => {
    const mark = `MARK=installs-${signal}-${process.pid}`;
    // What npm is to it: a command that starts others and takes long.
    const slow = `
      const lib = await import(${JSON.stringify(join(ROOT, "scripts/lib.mjs"))});
      await lib.mustGuarded("installing", "bash", ["-c", "sleep 300 & sleep 300 & wait"]);`;
    const child = spawn(process.execPath, ["--input-type=module", "-e", slow], {
      env: { ...process.env, MARK: mark.slice(5) },
      stdio: "ignore",
    });
    // It, the guard, bash and two that sleep.
    await until(() => marked(mark).length === 5, "the installation");
    child.kill(signal);
    await until(() => marked(mark).length === 0, "the end of all");
  });
});

test("a server that asks for it is started again at the same address, with the simulated devices left alone", async () => {
  const mark = `MARK=again-${process.pid}`;
  const child = spawn(process.execPath, ["--input-type=module", "-e", DEMO(built)], {
    env: {
      ...process.env,
      MARK: mark.slice(5),
      DB: join(folder, "again.sqlite"),
      STANDINS_PORT: "0",
      STANDINS_MQTT_PORT: "0",
      // A fault of ours that nothing catches, once.
      NODE_OPTIONS: `--import=data:text/javascript,${encodeURIComponent(
        'if (process.argv[1]?.endsWith("ends-test.mjs") && process.env.KETTLEBACK_DEMO && !process.env.AGAIN) process.once("SIGUSR2", () => setImmediate(() => { throw new TypeError("a fault") }));',
      )}`,
    },
    stdio: ["ignore", "pipe", "inherit"],
  });
  let out = "";
  child.stdout.on("data", (text: Buffer) => (out += text.toString()));
  await until(() => out.includes("simulated devices answer"), "the demo");
  const address = /open (\S+) in/.exec(out)![1]!;
  const before = marked(mark);
  const server = before.find((pid) =>
    /server\/dist\/ends-test\.mjs\0?$/.test(readFileSync(`/proc/${pid}/cmdline`, "latin1")),
  )!;
  process.kill(server, "SIGUSR2");
  await until(() => out.includes("is started again"), "the new start");
  await until(() => marked(mark).length === 3 && !marked(mark).includes(server), "another server");
  let well = false;
  for (let i = 0; i < 100 && !well; i++) {
    well = await fetch(`${address}api/health`).then(
      ({ ok }) => ok,
      () => false,
    );
    if (!well) await new Promise((resolve) => setTimeout(resolve, 100));
  }
  expect(well).toBe(true);
  child.kill("SIGTERM");
  await until(() => marked(mark).length === 0, "the end of all");
});
