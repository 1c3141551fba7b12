import { Agent, request } from "node:http";
import { Readable } from "node:stream";
import { Limits } from "./limits";
import { meanwhile, memoryOf } from "./meanwhile";
import { round } from "./rate";
import { at, rounds } from "./rounds";

/**
 * Measures the server under load: a garage read over and over and cars written by 32 at once, and a household of a hundred
 * thousand things and a million readings coming in and going out while others ask.
 */
const [address, pid] = process.argv.slice(2) as [string, string];
const AT_ONCE = 32;
const SPELL_MS = 4_000;
const THINGS = 100_000;
const READINGS = 1_000_000;
const HOME = `${address}api/households/fallow-quay`;

const agent = new Agent({ keepAlive: true, maxSockets: AT_ONCE });

/** Sends a request and takes its answer as it comes, packed and unread. @returns its status and ETag */
const ask = (method: string, url: string, headers: Record<string, string>, body?: string) =>
  new Promise<{ status: number; etag: string }>((resolve, reject) => {
    const asked = request(url, { method, agent, headers }, (answer) => {
      answer.resume();
      answer.once("end", () => resolve({ status: answer.statusCode!, etag: answer.headers.etag ?? "" }));
    });
    asked.once("error", reject);
    asked.end(body);
  });

/** Has 32 ask at once for a while. @returns how many a second were answered, and the times, shortest first (ms) */
async function load(one: (n: number) => Promise<{ status: number }>, wanted: number) {
  const times: number[] = [];
  let n = 0;
  const began = performance.now();
  await Promise.all(
    Array.from({ length: AT_ONCE }, async () => {
      while (performance.now() - began < SPELL_MS) {
        const start = performance.now();
        const { status } = await one(n++);
        if (status !== wanted) throw new Error(`${status} where ${wanted} was wanted`);
        times.push(performance.now() - start);
      }
    }),
  );
  const rate = (1000 * times.length) / (performance.now() - began);
  return { rate, times: times.sort((a, b) => a - b) };
}

const limits = new Limits();
const best = <T>(all: readonly T[], by: (one: T) => number): T =>
  all.reduce((a, b) => (by(b) > by(a) ? b : a));

const packed = { "Accept-Encoding": "gzip" };
const { etag } = await ask("GET", `${HOME}/garage`, packed);
const known = { ...packed, "If-None-Match": etag };
const reads = best(
  await rounds(() => load(() => ask("GET", `${HOME}/garage`, known), 304)),
  (one) => one.rate,
);
const whole = best(
  await rounds(() => load(() => ask("GET", `${HOME}/garage`, packed), 200)),
  (one) => one.rate,
);
console.log(
  `A garage read by ${AT_ONCE} at once: ${round(reads.rate)} a second of those who have it already, ${round(whole.rate)} whole`,
);
limits.atLeast("garage reads a second", reads.rate, 3_000);

interface File {
  household: object;
  cars: { key: string; spec: { name: string } }[];
  sessions: { spec: { key: string } }[];
}
const base = (await (await fetch(`${HOME}/file`)).json()) as File;
const [car] = base.cars;
const [session] = base.sessions;
const json = { "Content-Type": "application/json" };
const writes = best(
  await rounds(() =>
    load(
      (n) =>
        ask(
          "POST",
          `${HOME}/cars`,
          json,
          JSON.stringify({ spec: { ...car!.spec, name: `Bench ${n}` }, parentId: null }),
        ),
      201,
    ),
  ),
  (one) => one.rate,
);
console.log(
  `Cars written by ${AT_ONCE} at once: ${round(writes.rate)} a second, ${at(writes.times, 0.99).toFixed(0)} ms at the 99th percentile`,
);
limits.atLeast("writes a second", writes.rate, 184);
limits.atMost("ms a write takes, 99th percentile", at(writes.times, 0.99), 500);
agent.destroy();

/** The household's file, a piece at a time: this process holds no more of it than the server does. */
function* fileText(): Generator<string> {
  const { cars, sessions: _, ...rest } = base;
  yield `${JSON.stringify(rest).slice(0, -1)},"cars":[${cars.map((one) => JSON.stringify(one)).join(",")}`;
  for (let i = cars.length; i < THINGS; i++)
    yield `,${JSON.stringify({ ...car!, key: `more-${i}`, spec: { ...car!.spec, name: `Plover ${i}` } })}`;
  yield `],"sessions":[{"spec":${JSON.stringify(session!.spec)},"samples":[`;
  const began = Date.UTC(2026, 0, 1);
  for (let i = 0; i < READINGS; i++)
    yield `${i > 0 ? "," : ""}[${began + i * 1000},${2300 + (i % 50)},10,230,null]`;
  yield "]}]}";
}

/** Pieces put together to some 64 kB each. */
function* inChunks(pieces: Iterable<string>): Generator<Buffer> {
  let held: string[] = [];
  let length = 0;
  for (const piece of pieces) {
    held.push(piece);
    length += piece.length;
    if (length < 65_536) continue;
    yield Buffer.from(held.join(""));
    [held, length] = [[], 0];
  }
  yield Buffer.from(held.join(""));
}

const before = memoryOf(pid);
let id = "";
const taken = await meanwhile(address, pid, async () => {
  const answer = await fetch(`${address}api/take`, {
    method: "POST",
    headers: json,
    body: Readable.from(inChunks(fileText())) as never,
    duplex: "half",
  } as RequestInit);
  if (answer.status !== 201) throw new Error((await answer.text()).slice(0, 500));
  ({ id } = (await answer.json()) as { id: string });
});
let bytes = 0;
const given = await meanwhile(address, pid, async () => {
  const answer = await fetch(`${address}api/households/${id}/file`);
  for await (const chunk of answer.body as unknown as AsyncIterable<Uint8Array>) bytes += chunk.length;
});
for (const [what, { took, p99, longest, work, most }] of [
  ["in", taken],
  ["out", given],
] as const) {
  console.log(
    `A household of ${round(THINGS)} things and ${round(READINGS)} readings (${round(bytes / 1e6)} MB) ${what} in ${(took / 1000).toFixed(1)} s: ` +
      `others waited ${p99.toFixed(0)} ms at the 99th percentile, ${longest.toFixed(0)} ms at the most (${work.toFixed(0)} ms of the server's work), ` +
      `${round(most - before)} MB more memory at the most`,
  );
  limits.atMost(`a large household ${what}: ms that others wait, 99th percentile`, p99, 50);
  limits.atMost(`a large household ${what}: MB more memory`, most - before, 300);
}
limits.report();
