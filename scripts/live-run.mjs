// What the runs over live sessions share: a server of their own that can be killed and started again, simulated charge
// points, and the judge. The register of each unit judges what was counted, its own list of what was acknowledged what is
// kept.
import { spawn } from "node:child_process";
import { copyFileSync, mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { buildServer, ensurePackages, ROOT, SERVER, start as startBuilt, STANDINS } from "./lib.mjs";

const HOME = "/api/households/fallow-quay";
/** The charge point of the demo: others are made like it, with its password. */
const FIRST = { id: "fq-hall-point", name: "hall-post" };
const PASSWORD = "turnstones-turn-stones";
/** What the register of a simulated unit shows first (Wh). */
const REGISTER_WH = 1_204_600;

export const later = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
export const between = (least, most) => least + Math.random() * (most - least);
const json = async (response) => (await response).json();
const send = (method, body) => ({
  method,
  headers: { "Content-Type": "application/json" },
  body: JSON.stringify(body),
});

/** A whole number from the command line. */
export function wholeNumber(name, given, usual, most) {
  const number = Number(given ?? usual);
  if (Number.isInteger(number) && number >= 1 && number <= most) return number;
  console.error(`${name}: accepted: 1 to ${most}`);
  process.exit(1);
}

/** A server with so many simulated charge points at it, their time running so many times as fast as the clock. */
export async function liveRun(count, speed) {
  await ensurePackages();
  buildServer();
  // Of its own, so that a build meanwhile does not take its place.
  const built = join(ROOT, `server/dist/live-run-${process.pid}.mjs`);
  copyFileSync(join(ROOT, SERVER), built);
  const folder = mkdtempSync(join(tmpdir(), "kettleback-live-run-"));
  let port = "0";
  let server;

  /** Starts the server, on the same port as before. */
  const start = async () => {
    const child = spawn(process.execPath, [built], {
      cwd: ROOT,
      env: {
        ...process.env,
        PORT: port,
        KETTLEBACK_DB: join(folder, "own.sqlite"),
        KETTLEBACK_DEMO: "1",
        LOG_LEVEL: "silent",
      },
      stdio: ["ignore", "pipe", "inherit"],
    });
    const ended = new Promise((resolve) => child.once("exit", resolve));
    server = await new Promise((resolve, reject) => {
      child.stdout.on("data", (chunk) => {
        const address = /http:\/\/[^\s/]+/.exec(String(chunk))?.[0];
        if (!address) return;
        port = new URL(address).port;
        resolve({ address, pid: child.pid, kill: () => (child.kill("SIGKILL"), ended) });
      });
      void ended.then((code) => reject(new Error(`the server ended with ${code}`)));
    });
  };
  await start();
  const api = (path, ...rest) => json(fetch(`${server.address}${HOME}${path}`, ...rest));
  const points = [FIRST];
  for (let n = 2; n <= count; n++) {
    const name = `${FIRST.name}-${n}`;
    const spec = { name: `Post ${n}`, identity: name, cards: [], anyCard: true };
    const { id } = await api("/chargePoints", send("POST", { spec, parentId: null }));
    await api(`/charge-points/${id}/password`, send("POST", { password: PASSWORD }));
    points.push({ id, name });
  }
  const standIns = await startBuilt(STANDINS, {
    STANDINS_PORT: "0",
    STANDINS_MQTT_PORT: "0",
    STANDINS_POSTS: String(count),
    STANDINS_CENTRAL: `${server.address.replace(/^http/, "ws")}/ocpp`,
  });
  standIns.child.removeAllListeners("exit");
  const put = (at, body) => json(fetch(new URL(at, standIns.address), send("PUT", body)));
  await put("clock", { speed });

  return {
    points: points.map(({ name }) => name),
    start,
    kill: () => server.kill(),
    /** What the server's process holds (MB). */
    memory: () =>
      Number(/VmRSS:\s+(\d+) kB/.exec(readFileSync(`/proc/${server.pid}/status`, "utf8"))[1]) / 1024,
    reading: (name) => json(fetch(new URL(`${name}/reading`, standIns.address))),
    trouble: (name, trouble) => put(`${name}/trouble`, { trouble }),
    /** Takes the car away and plugs one in that is nearly empty: a session begins. */
    async plugIn(name) {
      await put(`${name}/plug`, { plugged: false });
      await put(`${name}/plug`, { plugged: true, soc: between(0.05, 0.4), card: "otter-7" });
    },
    /** Ends every session, waits until everything was told, and judges what is kept. @returns faults and counts */
    async judge(sessions) {
      await put("clock", { speed: 1 });
      for (const { name } of points) {
        await put(`${name}/trouble`, { trouble: "none" });
        await put(`${name}/plug`, { plugged: false });
      }
      const faults = [];
      const counts = { acknowledged: 0, counted: 0, moved: 0 };
      for (const { id, name } of points) {
        const judged = await judgePoint(api, standIns.address, id, name, sessions.get(name));
        faults.push(...judged.faults.map((fault) => `${name}: ${fault}`));
        for (const key of Object.keys(counts)) counts[key] += judged[key];
      }
      return { faults, ...counts };
    },
    async end() {
      await server.kill();
      standIns.child.kill();
      rmSync(folder, { recursive: true });
      rmSync(built);
    },
  };
}

/** All rows of an answer that comes in pages. */
async function pages(get) {
  const all = [];
  for (let from = null; ;) {
    const { rows, next } = await get(from);
    all.push(...rows);
    if ((from = next) === null) return all;
  }
}

async function judgePoint(api, standIns, id, name, begun) {
  const faults = [];
  const check = (holds, what) => holds || faults.push(what);
  const reading = () => json(fetch(new URL(`${name}/reading`, standIns)));
  for (let i = 0; i < 240 && (await reading()).kept > 0; i++) await later(250);
  const { registerWh, kept } = await reading();
  check(kept === 0, `${kept} messages were never acknowledged`);
  const all = await pages((from) =>
    api(
      `/sessions?from=2026-01-01T00:00:00Z&to=2099-01-01T00:00:00Z&limit=500${from ? `&after=${from}` : ""}`,
    ),
  );
  const own = all.filter(({ spec }) => spec.key.startsWith(`ocpp ${id} `));
  check(own.length === begun, `${begun} sessions were begun, ${own.length} are kept`);
  check(
    own.every(({ spec }) => spec.end !== null),
    "a session has no end",
  );
  const counted = own.reduce((sum, { spec }) => sum + (spec.wallWh ?? 0), 0);
  const moved = registerWh - REGISTER_WH;
  check(Math.abs(counted - moved) < 0.5, `the register moved by ${moved} Wh, the log has ${counted} Wh`);
  const { acknowledged } = await json(fetch(new URL(`${name}/acknowledged`, standIns)));
  const samples = new Map();
  for (const { id: session } of own) {
    const rows = await pages((from) => api(`/sessions/${session}/samples${from ? `?from=${from}` : ""}`));
    samples.set(Number(session), new Set(rows.map(([at]) => at)));
    const counter = rows.map((row) => row[10]);
    check(
      counter.every((wh, i) => i === 0 || wh >= counter[i - 1]),
      `the counter of session ${session} falls`,
    );
  }
  const gone = acknowledged.filter(([session, at]) => !samples.get(session)?.has(Date.parse(at)));
  check(
    gone.length === 0,
    `${gone.length} acknowledged readings are gone, the first ${JSON.stringify(gone[0])}`,
  );
  return { faults, acknowledged: acknowledged.length, counted, moved };
}
