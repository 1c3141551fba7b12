// npm run kill [-- HOW_MANY]: ends the server by kill -9, 60 times in two minutes where nothing is said, in the middle of
// writes, an import, a restore, a migration and a copy, and looks after each whether anything that was acknowledged is gone,
// or anything is half there.
import { spawn } from "node:child_process";
import { copyFileSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Database from "libsql";
import { buildServer, ensurePackages, ROOT, say, SERVER } from "./lib.mjs";

const KILLS = Number(process.argv[2] ?? 60);
if (!Number.isInteger(KILLS) || KILLS < 5 || KILLS > 100_000) {
  console.error("HOW_MANY: accepted: 5 to 100000");
  process.exit(1);
}
/** A hung server is a fault as well. */
const LONGEST_START_MS = 20_000;

await ensurePackages();
buildServer();
/** Of its own, so that a build meanwhile does not take its place. */
const BUILT = join(ROOT, "server/dist/killed.mjs");
copyFileSync(join(ROOT, SERVER), BUILT);
const folder = mkdtempSync(join(tmpdir(), "kettleback-kill-"));
const HOUSE = "fallow-quay";
const lost = [];
const acknowledged = { writes: 0, imports: 0, restores: 0 };
const between = (least, most) => least + Math.random() * (most - least);
const later = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
const kettleback = (file) => ({
  ...process.env,
  PORT: "0",
  KETTLEBACK_DB: file,
  KETTLEBACK_DEMO: "1",
  LOG_LEVEL: "silent",
});

/** Starts the server; resolves once it answers, or rejects with what it says where it ends before. */
function start(file) {
  const child = spawn(process.execPath, [BUILT], {
    cwd: ROOT,
    env: kettleback(file),
    stdio: ["ignore", "pipe", "pipe"],
  });
  const ended = new Promise((resolve) => child.once("exit", resolve));
  const kill = () => {
    child.kill("SIGKILL");
    return ended;
  };
  return new Promise((resolve, reject) => {
    const slow = setTimeout(
      () => void kill().then(() => reject(new Error("did not start"))),
      LONGEST_START_MS,
    );
    let [out, err] = ["", ""];
    child.stderr.on("data", (chunk) => (err += chunk));
    child.stdout.on("data", (chunk) => {
      out += chunk;
      const address = /http:\/\/[^\s/]+/.exec(out)?.[0];
      if (!address) return;
      clearTimeout(slow);
      resolve({ address, kill });
    });
    void ended.then(() => {
      clearTimeout(slow);
      reject(new Error(err || "ended without a word"));
    });
  });
}

/** A call; null where the line broke, as it does when the server is killed. */
const call = (address) => async (method, path, body) => {
  try {
    const answer = await fetch(`${address}/api${path}`, {
      method,
      ...(body === undefined
        ? {}
        : {
            headers: { "Content-Type": "application/json" },
            body: typeof body === "string" ? body : JSON.stringify(body),
          }),
    });
    return { status: answer.status, body: await answer.json() };
  } catch {
    return null;
  }
};

/** What lies in the database while nobody has it open: one row or many, by plain SQL. */
function inside(file, sql) {
  const database = new Database(file);
  try {
    return database.prepare(sql).all();
  } finally {
    database.close();
  }
}
const isWhole = (file) => inside(file, "pragma quick_check(1)")[0].quick_check === "ok";
const check = (holds, what) => {
  if (!holds) lost.push(what);
};

/** What is expected of a database that is written to for long. */
const kept = { places: new Set(), deleted: new Set(), note: { value: null, version: 0 }, written: 0 };

/** Writers at once add, change and delete until the server is gone. */
async function writes(address) {
  const ask = call(address);
  const writer = async (name) => {
    for (;;) {
      const place = `${name} ${kept.written++}`;
      const added = await ask("POST", `/households/${HOUSE}/places`, {
        spec: { name: place },
        parentId: null,
      });
      if (!added) return;
      if (added.status !== 201) return void lost.push(`a write was refused: ${JSON.stringify(added.body)}`);
      kept.places.add(added.body.id);
      acknowledged.writes += 1;
      if (Math.random() > 0.4) continue;
      const { id, version } = added.body;
      // On its way it may be done without being acknowledged: nothing is said of it then.
      kept.places.delete(id);
      const gone = await ask("DELETE", `/households/${HOUSE}/places/${id}`, { version });
      if (!gone) return;
      kept.deleted.add(id);
      acknowledged.writes += 1;
    }
  };
  await Promise.all(["slip", "quay", "mooring", "yard"].map(writer));
}

async function checkWrites(address) {
  const garage = (await call(address)("GET", `/households/${HOUSE}/garage`)).body;
  const there = new Set(garage.places.map(({ id }) => id));
  for (const id of kept.places) check(there.has(id), `place ${id} was acknowledged and is gone`);
  for (const id of kept.deleted) check(!there.has(id), `place ${id} was deleted and is back`);
}

/** A file with so many places that it takes a while to come in. */
let file;
let imported = 0;
const arrived = new Map();
async function imports(address) {
  const ask = call(address);
  for (;;) {
    file ??= (await ask("GET", `/households/larch-hollow/file`))?.body;
    if (!file) return;
    const name = `Import ${imported++}`;
    const places = Array.from({ length: 400 }, (_, i) => ({ ...file.places[0], key: `more-${i}` }));
    const sent = { ...file, household: { ...file.household, name }, places: [...file.places, ...places] };
    const taken = await ask("POST", "/take", sent);
    if (!taken) return;
    check(taken.status === 201, `an import was refused: ${JSON.stringify(taken.body).slice(0, 300)}`);
    arrived.set(taken.body.id, sent.places.length);
    acknowledged.imports += 1;
  }
}

async function checkImports(address, database) {
  const ask = call(address);
  const households = (await ask("GET", "/households")).body.filter(({ spec }) =>
    spec.name.startsWith("Import "),
  );
  const there = new Set(households.map(({ id }) => id));
  for (const id of arrived.keys()) check(there.has(id), `household ${id} was taken in and is gone`);
  const counts = inside(
    database,
    "select household_id as id, count(*) as n from place group by household_id",
  );
  for (const { id, n } of counts)
    if (there.has(id)) check(n === file.places.length + 400, `household ${id} came in by half: ${n} places`);
  check(
    inside(database, "select id from household where arriving_since is not null").length === 0,
    "a household is still on its way after a start",
  );
  // So that the file does not grow for ever.
  for (const { id, version } of households) await ask("DELETE", `/households/${id}`, { version });
  arrived.clear();
}

/** Puts copies back while it is written to. */
let marked = 0;
const expected = { mark: -1 };
async function restores(address) {
  const ask = call(address);
  for (;;) {
    const copies = (await ask("GET", "/copies"))?.body;
    if (!copies) return;
    const copy = copies[Math.floor(Math.random() * copies.length)];
    if (!copy) {
      await later(10);
      continue;
    }
    const put = await ask("POST", `/copies/${copy.name}/restore`, {});
    if (!put) return;
    check(put.status === 200, `a copy was not put back: ${JSON.stringify(put.body)}`);
    acknowledged.restores += 1;
    const mark = marked++;
    const added = await ask("POST", `/households/${HOUSE}/places`, {
      spec: { name: `mark ${mark}` },
      parentId: null,
    });
    if (!added) return;
    expected.mark = mark;
  }
}

/** What was acknowledged last is there, or in a copy of what was there before another was put back. */
async function checkRestores(address, database) {
  const places = "select 1 from place where spec ->> 'name' = 'mark";
  const copies = join(database.replace(/\.sqlite$/, "-copies"));
  const files = [
    database,
    ...readdirSync(copies)
      .filter((name) => name.endsWith(".sqlite"))
      .map((name) => join(copies, name)),
  ];
  check(
    expected.mark < 0 || files.some((one) => inside(one, `${places} ${expected.mark}'`).length > 0),
    `mark ${expected.mark} was acknowledged, and is neither there nor in a copy`,
  );
  for (const one of files) check(isWhole(one), `${one} is damaged`);
  check((await call(address)("GET", "/households")).status === 200, "it does not answer after a restore");
  // The newest few do.
  for (const one of files.slice(1, -3)) rmSync(one);
  if (files.length > 3) expected.mark = -1;
}

const OLD = readFileSync(join(ROOT, "server/src/tests/fixtures/database-v1.sql"), "utf8");

/** Of a database of an earlier release: what is in it, by table. */
function old(database) {
  for (const end of ["", "-wal", "-shm"]) rmSync(database + end, { force: true });
  rmSync(database.replace(/\.sqlite$/, "-copies"), { recursive: true, force: true });
  const made = new Database(database);
  made.exec(OLD);
  const n = made
    .prepare("select (select count(*) from car) as cars, (select count(*) from saved_path) as paths")
    .get();
  made.close();
  return n;
}

/** How each kind of work is met by the kill, and what is looked at after the next start. */
const WORK = {
  writes: { share: 0.4, do: writes, check: checkWrites, within: [5, 300] },
  imports: { share: 0.15, do: imports, check: checkImports, within: [20, 900] },
  restores: { share: 0.15, do: restores, check: checkRestores, within: [5, 400] },
};

async function killedAtWork(name, times) {
  const database = join(folder, `${name}.sqlite`);
  const { do: work, check: look, within } = WORK[name];
  for (let i = 0; i <= times; i++) {
    const server = await start(database).catch((error) => void lost.push(`${name}: ${error.message}`));
    if (!server) return;
    if (i > 0) await look(server.address, database);
    if (i === times) return void (await server.kill());
    const going = work(server.address);
    await later(between(...within));
    await server.kill();
    await going;
  }
}

/** Killed while it brings an old database up to this version: nothing of it is gone, and the next start goes on. */
async function killedWhileMigrating(times) {
  const database = join(folder, "old.sqlite");
  for (let i = 0; i < times; i++) {
    const before = old(database);
    const child = spawn(process.execPath, [BUILT], {
      cwd: ROOT,
      env: kettleback(database),
      stdio: "ignore",
    });
    const ended = new Promise((resolve) => child.once("exit", resolve));
    await later(between(250, 1_000));
    child.kill("SIGKILL");
    await ended;
    const server = await start(database).catch((error) => void lost.push(`migration: ${error.message}`));
    if (!server) continue;
    const [now] = inside(
      database,
      "select (select count(*) from car) as cars, (select count(*) from saved_path) as paths",
    );
    check(
      now.cars === before.cars && now.paths === before.paths,
      `migration: ${JSON.stringify([before, now])}`,
    );
    await server.kill();
  }
}

/** Killed while the day's copy is made: whatever has a copy's name is whole. */
async function killedWhileCopying(times) {
  const database = join(folder, "copied.sqlite");
  const copies = join(folder, "copied-copies");
  for (let i = 0; i < times; i++) {
    rmSync(copies, { recursive: true, force: true });
    const server = await start(database).catch((error) => void lost.push(`copies: ${error.message}`));
    if (!server) return;
    await later(between(0, 40));
    await server.kill();
    const named = existsSync(copies) ? readdirSync(copies).filter((name) => name.endsWith(".sqlite")) : [];
    for (const name of named) check(isWhole(join(copies, name)), `copy ${name} is half`);
    check(isWhole(database), "the database is damaged");
  }
}

const began = performance.now();
let kills = 0;
for (const [name, { share }] of Object.entries(WORK)) {
  const times = Math.max(1, Math.round(KILLS * share));
  await killedAtWork(name, times);
  kills += times;
  say(`${kills} of ${KILLS}: ${name}, ${lost.length} lost`);
}
const migrations = Math.max(1, Math.round(KILLS * 0.15));
await killedWhileMigrating(migrations);
kills += migrations;
say(`${kills} of ${KILLS}: migrations, ${lost.length} lost`);
await killedWhileCopying(KILLS - kills);
rmSync(folder, { recursive: true });
rmSync(BUILT);
for (const one of new Set(lost)) console.error(`LOST  ${one}`);
console.log(
  `${KILLS} kill -9 in ${Math.round((performance.now() - began) / 60_000)} min: ${acknowledged.writes} writes, ${acknowledged.imports} imports and ` +
    `${acknowledged.restores} restores acknowledged, ${lost.length} lost or half`,
);
process.exit(lost.length > 0 ? 1 : 0);
