// npm run kill:session [-- HOW_MANY]: ends the server by kill -9 over and over while a session goes on at the simulated
// charge point, a hundred times as fast as the clock. Its own register is the judge of what was counted, its own list of
// what was acknowledged the judge of what is kept.
import { spawn } from "node:child_process";
import { copyFileSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { buildServer, ensurePackages, ROOT, say, SERVER, start as startBuilt, STANDINS } from "./lib.mjs";

const KILLS = Number(process.argv[2] ?? 1_000);
if (!Number.isInteger(KILLS) || KILLS < 1 || KILLS > 100_000) {
  console.error("HOW_MANY: accepted: 1 to 100000");
  process.exit(1);
}
const SPEED = 100;
const HOME = "/api/households/fallow-quay";
const POINT = "fq-hall-point";
/** What the register of the simulated unit shows first (Wh). */
const REGISTER_WH = 1_204_600;

ensurePackages();
buildServer();
/** Of its own, so that a build meanwhile does not take its place. */
const BUILT = join(ROOT, "server/dist/killed-session.mjs");
copyFileSync(join(ROOT, SERVER), BUILT);
const folder = mkdtempSync(join(tmpdir(), "kettleback-kill-session-"));
const later = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
const between = (least, most) => least + Math.random() * (most - least);

let port = "0";
/** Starts the server, on the same port as before; resolves with its address and how to kill it. */
function start() {
  const child = spawn(process.execPath, [BUILT], {
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
  return new Promise((resolve, reject) => {
    child.stdout.on("data", (chunk) => {
      const address = /http:\/\/[^\s/]+/.exec(String(chunk))?.[0];
      if (!address) return;
      port = new URL(address).port;
      resolve({ address, kill: () => (child.kill("SIGKILL"), ended) });
    });
    void ended.then((code) => reject(new Error(`the server ended with ${code}`)));
  });
}

const json = async (response) => (await response).json();
const send = (method, body) => ({
  method,
  headers: { "Content-Type": "application/json" },
  body: JSON.stringify(body),
});

let server = await start();
const standIns = await startBuilt(STANDINS, {
  STANDINS_PORT: "0",
  STANDINS_MQTT_PORT: "0",
  STANDINS_CENTRAL: `${server.address.replace(/^http/, "ws")}/ocpp`,
});
standIns.child.removeAllListeners("exit");
const put = (at, body) => json(fetch(new URL(at, standIns.address), send("PUT", body)));
const post = () => json(fetch(new URL("hall-post/reading", standIns.address)));
const plugIn = async () => {
  await put("hall-post/plug", { plugged: false });
  await put("hall-post/plug", { plugged: true, soc: 0.1, card: "otter-7" });
};

const began = performance.now();
await put("clock", { speed: SPEED });
await plugIn();
let sessions = 1;
for (let i = 1; i <= KILLS; i++) {
  await later(between(20, 700));
  await server.kill();
  // Now and then its car is full, and another begins while the server may be away.
  if ((await post()).watts === 0) {
    await plugIn();
    sessions += 1;
  }
  await later(Math.random() < 0.1 ? between(0, 1_500) : 0);
  server = await start();
  if (i % 100 === 0) say(`${i} of ${KILLS} kills, ${sessions} sessions`);
}
await put("clock", { speed: 1 });
await put("hall-post/plug", { plugged: false });
for (let i = 0; i < 200 && (await post()).kept > 0; i++) await later(250);

const lost = [];
const check = (holds, what) => holds || lost.push(what);
const { registerWh, kept } = await post();
check(kept === 0, `${kept} messages were never acknowledged`);
const { rows } = await json(
  fetch(`${server.address}${HOME}/sessions?from=2026-01-01T00:00:00Z&to=2099-01-01T00:00:00Z&limit=1000`),
);
const own = rows.filter(({ spec }) => spec.key.startsWith(`ocpp ${POINT} `));
check(own.length === sessions, `${sessions} sessions were begun, ${own.length} are kept`);
check(
  own.every(({ spec }) => spec.end !== null),
  "a session has no end",
);
const counted = own.reduce((sum, { spec }) => sum + (spec.wallWh ?? 0), 0);
check(
  Math.abs(counted - (registerWh - REGISTER_WH)) < 0.5,
  `the register moved by ${registerWh - REGISTER_WH} Wh, the log has ${counted} Wh`,
);
const { acknowledged } = await json(fetch(new URL("hall-post/acknowledged", standIns.address)));
const samples = new Map();
for (const { id } of own) {
  const all = [];
  for (let from = ""; from !== null;) {
    const page = await json(fetch(`${server.address}${HOME}/sessions/${id}/samples${from}`));
    all.push(...page.rows);
    from = page.next === null ? null : `?from=${page.next}`;
  }
  samples.set(Number(id), new Set(all.map(([at]) => at)));
  const counter = all.map((row) => row[10]);
  check(
    counter.every((wh, i) => i === 0 || wh >= counter[i - 1]),
    `the counter of session ${id} falls`,
  );
}
const gone = acknowledged.filter(([session, at]) => !samples.get(session)?.has(Date.parse(at)));
check(
  gone.length === 0,
  `${gone.length} acknowledged readings are gone, the first ${JSON.stringify(gone[0])}`,
);
await server.kill();
standIns.child.kill();
rmSync(folder, { recursive: true });
rmSync(BUILT);
for (const one of lost) console.error(`LOST  ${one}`);
console.log(
  `${KILLS} kill -9 over ${sessions} sessions in ${Math.round((performance.now() - began) / 60_000)} min: ${acknowledged.length} readings acknowledged, ` +
    `${counted} Wh counted where the register moved by ${registerWh - REGISTER_WH} Wh, ${lost.length} faults`,
);
process.exit(lost.length > 0 ? 1 : 0);
