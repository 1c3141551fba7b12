// What the commands share. Plain Node: it must run before anything is installed.
import { once } from "node:events";
import { spawn, spawnSync } from "node:child_process";
import { existsSync, mkdtempSync, readFileSync, rmSync, statSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

export const ROOT = join(dirname(fileURLToPath(import.meta.url)), "..");
export const CHROMIUM = process.env.CHROMIUM_PATH ?? "/usr/bin/chromium";

/** Test files that hold laws over random cases. */
export const LAWS =
  "core/src/[a-z]+/(session|cautions|lineup|schedule|tariff|calendar|clock|plan|garage|plate|marking|signals|units|payback)/";

/** Prints one line of what is going on. */
export const say = (text) => console.log(`• ${text}`);

/** Runs a command to its end with its output shown; returns its exit code. */
export function run(command, args, { env = {}, quiet = false, cwd = ROOT } = {}) {
  const result = spawnSync(command, args, {
    cwd,
    stdio: quiet ? ["ignore", "ignore", "inherit"] : ["ignore", "inherit", "inherit"],
    env: { ...process.env, ...env },
  });
  return result.status ?? 1;
}

/** Runs a command and stops everything when it fails. */
export function must(what, command, args, options) {
  say(what);
  const code = run(command, args, options);
  if (code !== 0) {
    console.error(`\n${what} failed (exit ${code}).`);
    process.exit(code);
  }
}

/** Signals that ask a command to end, with their numbers: it exits with 128 more (POSIX shells). */
const SIGNALS = { SIGINT: 2, SIGTERM: 15, SIGHUP: 1 };

/**
 * Runs a command of others to its end, and stops everything when it fails. With all it has started it ends when this process
 * does, however that ends: a guard between them notices by its standard input.
 */
export async function mustGuarded(what, command, args) {
  say(what);
  const child = spawn(process.execPath, [join(ROOT, "scripts/guard.mjs"), command, ...args], {
    cwd: ROOT,
    stdio: ["pipe", "inherit", "inherit"],
    // Ctrl+C reaches it through this process alone.
    detached: true,
  });
  const stop = (signal) => {
    child.kill(signal);
    child.once("exit", () => process.exit(128 + SIGNALS[signal]));
  };
  for (const signal of Object.keys(SIGNALS)) process.on(signal, stop);
  const [code] = await once(child, "exit");
  for (const signal of Object.keys(SIGNALS)) process.off(signal, stop);
  if (code !== 0) {
    console.error(`\n${what} failed (exit ${code}).`);
    process.exit(code ?? 1);
  }
}

/** Runs commands side by side and stops everything when one fails. */
export async function mustAll(what, commands) {
  say(what);
  const codes = await Promise.all(
    commands.map(
      ([command, args]) =>
        new Promise((resolve) =>
          spawn(command, args, { cwd: ROOT, stdio: ["ignore", "inherit", "inherit"] }).once("exit", (code) =>
            resolve(code ?? 1),
          ),
        ),
    ),
  );
  const failed = codes.find((code) => code !== 0);
  if (failed === undefined) return;
  console.error(`\n${what} failed (exit ${failed}).`);
  process.exit(failed);
}

/** A tool that npm installed. */
export const tool = (name) => join(ROOT, "node_modules", ".bin", name);

/**
 * Installs the packages of the lock file when they are missing or older than it. `npm install`, not `npm ci`: a lock
 * file written on one platform may lack the optional binaries of the others, which `ci` takes for a fault; what the
 * lock file names is installed at its version either way, and nothing is written back.
 */
export async function ensurePackages() {
  const stamp = join(ROOT, "node_modules", ".package-lock.json");
  const lock = join(ROOT, "package-lock.json");
  if (existsSync(stamp) && statSync(stamp).mtimeMs >= statSync(lock).mtimeMs) return;
  await mustGuarded("installing packages (about two minutes the first time)", "npm", [
    "install",
    "--no-save",
    "--no-audit",
    "--no-fund",
    "--loglevel=error",
  ]);
}

/** Makes sure a Chromium is there for the browser tests: by apt as root, else says what to do. */
export function ensureChromium() {
  if (existsSync(CHROMIUM)) return;
  if (process.getuid?.() === 0 && existsSync("/usr/bin/apt-get")) {
    must("refreshing the package list for Chromium", "apt-get", ["update", "-qq"], { quiet: true });
    must("installing Chromium", "apt-get", ["install", "-y", "-qq", "--no-install-recommends", "chromium"], {
      quiet: true,
      env: { DEBIAN_FRONTEND: "noninteractive" },
    });
  }
  if (!existsSync(CHROMIUM)) {
    console.error(
      `The browser tests need Chromium at ${CHROMIUM}. Install Debian's package “chromium”, or name another with CHROMIUM_PATH.`,
    );
    process.exit(1);
  }
}

export const SERVER = "server/dist/main.mjs";
export const STANDINS = "standins/dist/main.mjs";

/** Builds the pages and the server. */
export function build() {
  must("building the pages", tool("vite"), ["build", "--config", "web/vite.config.ts", "--logLevel", "warn"]);
  buildServer();
}

/** Builds the server and the stand-ins, each as one file that starts in half the time of its sources. */
export function buildServer() {
  bundle("building the server", "server/src/main.ts", SERVER);
  bundle("building the stand-ins", "standins/src/main.ts", STANDINS);
}

/** Builds what serves the browser tests, many databases in one process. */
export function buildHost() {
  bundle("building what serves the browser tests", "e2e/host.ts", "e2e/dist/host.mjs");
}

function bundle(what, from, to) {
  must(what, tool("esbuild"), [
    from,
    "--bundle",
    "--platform=node",
    "--format=esm",
    "--packages=external",
    "--alias:@kettleback/core=./core/src/index.ts",
    "--alias:@kettleback/core/demo=./core/src/household/demo/index.ts",
    "--log-level=error",
    `--outfile=${to}`,
  ]);
}

/** Starts the server that was built; resolves with the process and its address once it says it is ready. */
export const startServer = (env) => start(SERVER, env);

/**
 * Starts what was built, to end with this process; resolves with the process and its address once it says it is ready.
 * @throws Error where it stops before that
 */
export function start(file, env) {
  const child = spawn(process.execPath, [file], {
    cwd: ROOT,
    env: { ...process.env, ...env, KETTLEBACK_ENDS_WITH_STDIN: "1" },
    // Nothing is ever written to it: where this process is gone, however it ended, it ends.
    stdio: ["pipe", "pipe", "inherit"],
  });
  return new Promise((resolve, reject) => {
    let text = "";
    child.stdout.on("data", (chunk) => {
      text += chunk;
      const address = /https?:\/\/\S+/.exec(text)?.[0];
      if (address) resolve({ child, address });
    });
    child.once("exit", (code) => reject(new Error(`${file} stopped with exit code ${code}`)));
  });
}

/** Serves the demo from a database of its own while `use` works with its address, that database and the process, then clears up. */
export async function withDemoServer(use) {
  const folder = mkdtempSync(join(tmpdir(), "kettleback-demo-"));
  const database = join(folder, "demo.sqlite");
  const { child, address } = await startServer({
    PORT: "0",
    KETTLEBACK_DEMO: "1",
    KETTLEBACK_DB: database,
    LOG_LEVEL: "error",
    // Nobody answers there: the devices of a demo that runs meanwhile are not read.
    ...standInsIn({ STANDINS_PORT: 65535, STANDINS_MQTT_PORT: 65535 }),
  });
  const stop = () => child.kill("SIGTERM");
  // A command that fails ends the process where it stands.
  process.once("exit", stop);
  try {
    await use(address, database, child.pid);
  } finally {
    stop();
    // It may be writing to the last: the folder goes once it has ended.
    if (child.exitCode === null && child.signalCode === null) await once(child, "exit");
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Where the server finds simulated devices that answer at ports of their own. */
const standInsIn = ({ STANDINS_PORT, STANDINS_MQTT_PORT }) => ({
  ...(STANDINS_PORT ? { KETTLEBACK_STANDINS: `http://127.0.0.1:${STANDINS_PORT}` } : {}),
  ...(STANDINS_MQTT_PORT ? { KETTLEBACK_STANDINS_MQTT: `mqtt://127.0.0.1:${STANDINS_MQTT_PORT}` } : {}),
});

/** The exit code by which a server asks to be started again, and how often within a minute it is. */
const START_AGAIN = 70;
const MOST_STARTS_A_MINUTE = 5;

/**
 * Builds and serves a database until it is stopped.
 * @param word what is said beside the address
 * @param beside also starts the simulated devices; without them everything else works
 */
export async function serve(env, word, beside = false) {
  await ensurePackages();
  build();
  await serveBuilt(env, word, beside);
}

/** Serves what was built until it is stopped: server and simulated devices end together, however this process ends. */
export async function serveBuilt(
  env,
  word,
  beside,
  { server, standIns } = { server: SERVER, standIns: STANDINS },
) {
  const running = new Set();
  let ending;
  const end = (code, signal = "SIGTERM") => {
    ending ??= code;
    for (const child of running) child.kill(signal);
    if (running.size === 0) process.exit(ending);
  };
  const watched = (child, whenOver) => {
    running.add(child);
    child.once("exit", (code) => {
      running.delete(child);
      if (ending !== undefined) end(ending);
      else whenOver(code);
    });
    return child;
  };
  for (const signal of Object.keys(SIGNALS)) process.on(signal, () => end(0, signal));

  const starts = [];
  const startIt = async (more) => {
    const { child, address } = await start(server, { ...standInsIn(process.env), ...env, ...more }).catch(
      () => process.exit(1),
    );
    watched(child, (code) => {
      starts.push(Date.now());
      const often = starts.filter((at) => Date.now() - at < 60_000).length > MOST_STARTS_A_MINUTE;
      if (code !== START_AGAIN || often) return end(code ?? 1);
      say("the server met an error that nothing expected, and is started again");
      void startIt({ PORT: new URL(address).port });
    });
    return address;
  };
  const address = await startIt({});
  say(`open ${address} in a browser; ${word} Ctrl+C stops.`);
  if (!beside) return;
  const central = `${address.replace(/^http/, "ws").replace(/\/$/, "")}/ocpp`;
  await start(standIns, { STANDINS_CENTRAL: central })
    .then((devices) => {
      // Without them everything else works.
      watched(devices.child, () => say("the simulated devices have stopped"));
      say(`simulated devices answer at ${devices.address}`);
    })
    .catch((error) => say(`without simulated devices: ${error.message}`));
}

export const readJson = (file) => JSON.parse(readFileSync(file, "utf8"));
