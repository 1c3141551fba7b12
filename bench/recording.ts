import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Database from "libsql";
import { MEASURED, sampleOf, type Sample } from "@kettleback/core";
import { newSamples } from "../server/src/api/requests";
import { append, begin } from "../server/src/api/sessions";
import { closeDatabase, openDatabase, seedDemo } from "../server/src/database";
import { Limits } from "./limits";
import { round } from "./rate";

/** Measures how many readings a second are judged and kept, beside the same inserts by plain SQL, both to disk. */
const BATCH = 5_000;
const BATCHES = 40;
/** Times both are measured, in turn; the best of each counts. */
const TIMES = 3;

const T0 = Date.UTC(2026, 10, 23, 18);
/** A batch as it comes in: numbers nobody has judged yet. */
const batchAt = (n: number): Sample[] =>
  Array.from({ length: BATCH }, (_, i) => {
    const at = n * BATCH + i;
    return sampleOf(T0 + at * 100, {
      watts: 2300 + (at % 50),
      amps: 10 + (at % 7) / 10,
      volts: 229 + (at % 5) / 10,
      soc: (at % 10_000) / 10_000,
    });
  });
const batches = Array.from({ length: BATCHES }, (_, n) => batchAt(n));

const folder = mkdtempSync(join(tmpdir(), "kettleback-recording-"));
const orm = await openDatabase(join(folder, "own.sqlite"));
await seedDemo(orm.em.fork());

async function own(key: string): Promise<number> {
  const { row } = await begin(orm.em.fork(), "fallow-quay", {
    name: key,
    carId: null,
    placeId: null,
    begin: new Date(T0).toISOString(),
    end: null,
    source: "meter",
    key,
    plan: null,
    wallWh: null,
    fromSoc: null,
    toSoc: null,
  });
  const start = performance.now();
  for (const samples of batches)
    await append(orm.em.fork(), "fallow-quay", row.id, newSamples.parse({ samples }).samples);
  return performance.now() - start;
}

/** The columns of a reading, behind its moment. */
const COLUMNS: readonly string[] = MEASURED;

/** The rival: the same table by one prepared statement, a transaction a batch, nothing judged. */
function plain(file: string): number {
  const database = new Database(join(folder, file));
  database.exec(
    "pragma journal_mode = wal; pragma synchronous = full; create table sample (session_id integer not null, at integer not null, " +
      `${COLUMNS.map((column) => `${column} double`).join(", ")}, primary key (session_id, at)) without rowid;`,
  );
  const insert = database.prepare(
    `insert into sample values (?, ?, ${COLUMNS.map(() => "?").join(", ")}) on conflict do update set ` +
      COLUMNS.map((column) => `${column} = coalesce(${column}, excluded.${column})`).join(", "),
  );
  const all = database.transaction((samples: Sample[]) => {
    for (const [at, ...told] of samples) insert.run(1, at, ...COLUMNS.map((_, i) => told[i] ?? null));
  });
  const start = performance.now();
  for (const samples of batches) all(samples);
  const took = performance.now() - start;
  database.close();
  return took;
}

const times: { own: number; plain: number }[] = [];
for (let i = 0; i < TIMES; i++)
  times.push({ own: await own(`bench-${i}`), plain: plain(`plain-${i}.sqlite`) });
const ours = Math.min(...times.map((t) => t.own));
const theirs = Math.min(...times.map((t) => t.plain));
const rate = (1000 * BATCH * BATCHES) / ours;
console.log(
  `Readings kept in batches of ${round(BATCH)}: ${round(rate)} a second, judged and flushed; ${(ours / theirs).toFixed(2)} × the time of plain SQL`,
);
await closeDatabase(orm);
rmSync(folder, { recursive: true });
const limits = new Limits();
limits.atLeast("readings a second", rate, 20_000);
limits.atMost("times plain SQL", ours / theirs, 2);
limits.report();
