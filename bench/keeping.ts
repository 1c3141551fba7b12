import { readFileSync } from "node:fs";
import { Agent, get } from "node:http";
import { Limits } from "./limits";
import { round } from "./rate";

/**
 * Measures a large household coming in and going out beside everybody else: how long others wait meanwhile, what memory it
 * takes, and how its garage is read, by one and by sixteen at once.
 */
const [address, pid] = process.argv.slice(2) as [string, string];
const THINGS = 10_000;
const READINGS = 400_000;
const READERS = 16;

/** Memory of the server (MB); 0 where the system does not tell it. */
function memory(): number {
  try {
    return Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))![1]) / 1024;
  } catch {
    return 0;
  }
}

/** Asks for something small over and over while a job runs. @returns the longest wait (ms), and the most memory (MB) */
async function meanwhile(job: () => Promise<void>): Promise<{ longest: number; most: number; took: number }> {
  let [done, longest, most] = [false, 0, 0];
  const began = performance.now();
  const running = job().finally(() => (done = true));
  while (!done) {
    const start = performance.now();
    await (await fetch(`${address}api/health`)).json();
    longest = Math.max(longest, performance.now() - start);
    most = Math.max(most, memory());
  }
  await running;
  return { longest, most, took: performance.now() - began };
}

interface File {
  household: { name: string };
  cars: { key: string; parent: null; spec: { name: string } }[];
  sessions: { spec: { key: string }; samples: (number | null)[][] }[];
}

const base = (await (await fetch(`${address}api/households/fallow-quay/file`)).json()) as File;
const [car] = base.cars;
const [session] = base.sessions;
const T0 = Date.UTC(2026, 0, 1);
const many: File = {
  ...base,
  cars: [
    ...base.cars,
    ...Array.from({ length: THINGS - base.cars.length }, (_, i) => ({
      ...car!,
      key: `more-${i}`,
      spec: { ...car!.spec, name: `Plover ${i}` },
    })),
  ],
};
const long: File = {
  ...base,
  sessions: [
    {
      ...session!,
      samples: Array.from({ length: READINGS }, (_, i) => [T0 + i * 1000, 2300 + (i % 50), 10, 230, null]),
    },
  ],
};

const limits = new Limits();
const quiet = await meanwhile(() => new Promise((resolve) => setTimeout(resolve, 1_000)));

/** Takes a file in. @returns the new household's id */
async function take(what: string, file: File): Promise<string> {
  const body = JSON.stringify(file);
  const before = memory();
  let id = "";
  const { longest, most, took } = await meanwhile(async () => {
    const answer = await fetch(`${address}api/take`, {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body,
    });
    if (answer.status !== 201) throw new Error((await answer.text()).slice(0, 500));
    ({ id } = (await answer.json()) as { id: string });
  });
  console.log(
    `${what} (${(body.length / 1e6).toFixed(1)} MB) in ${(took / 1000).toFixed(1)} s: others waited ${longest.toFixed(0)} ms at the longest ` +
      `(${quiet.longest.toFixed(0)} ms with nothing going on), ${round(most - before)} MB more memory at the most`,
  );
  limits.atMost(`${what}: longest wait of others (ms)`, longest, 50 + quiet.longest);
  limits.atMost(`${what}: memory (MB)`, most - before, 300);
  return id;
}

const large = await take(`${round(THINGS)} things`, many);
await take(`${round(READINGS)} readings`, long);

const agent = new Agent({ keepAlive: true });
/** Fetches as a browser does, packed, and leaves it packed: sixteen readers unpack on machines of their own. */
const fetched = (what: string): Promise<number> =>
  new Promise((resolve, reject) => {
    get(what, { agent, headers: { "Accept-Encoding": "gzip" } }, (answer) => {
      let bytes = 0;
      answer.on("data", (chunk: Buffer) => (bytes += chunk.length));
      answer.on("end", () =>
        answer.statusCode === 200 ? resolve(bytes) : reject(new Error(`${what}: ${answer.statusCode}`)),
      );
    }).on("error", reject);
  });

/** Reads the garage so often, by so many at once. @returns the times, shortest first (ms) */
async function reads(times: number, readers: number): Promise<number[]> {
  const took: number[] = [];
  await Promise.all(
    Array.from({ length: readers }, async () => {
      for (let i = 0; i < times; i++) {
        const start = performance.now();
        await fetched(`${address}api/households/${large}/garage`);
        took.push(performance.now() - start);
      }
    }),
  );
  return took.sort((a, b) => a - b);
}

const first = await meanwhile(async () => void (await reads(1, 1)));
const one = await reads(40, 1);
const all = await reads(20, READERS);
const out = await meanwhile(async () => {
  await (await fetch(`${address}api/households/${large}/file`)).arrayBuffer();
});
const [median, p99] = [one[20]!, all[Math.floor(all.length * 0.99)]!];
console.log(
  `A garage of ${round(THINGS)} things: first read ${first.took.toFixed(0)} ms (others waited ${first.longest.toFixed(0)} ms), ` +
    `then median ${median.toFixed(0)} ms; ${READERS} readers p99 ${p99.toFixed(0)} ms; its file out in ${(out.took / 1000).toFixed(1)} s (others waited ${out.longest.toFixed(0)} ms)`,
);
limits.atMost("first read: longest wait of others (ms)", first.longest, 50 + quiet.longest);
limits.atMost("a file going out: longest wait of others (ms)", out.longest, 50 + quiet.longest);
limits.atMost("a large garage, median (ms)", median, 100);
limits.atMost(`${READERS} readers, p99 (ms)`, p99, 1_000);
limits.report();
agent.destroy();
