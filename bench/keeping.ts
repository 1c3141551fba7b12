import { Agent, get } from "node:http";
import { Limits } from "./limits";
import { meanwhile, memoryOf, type Meanwhile } from "./meanwhile";
import { round } from "./rate";
import { at, inRounds, rounds } from "./rounds";

/**
 * Measures a large household coming in and going out beside everybody else: how long others wait meanwhile, what memory it
 * takes, and how its garage is read, by one and by sixteen at once.
 */
const [address, pid] = process.argv.slice(2) as [string, string];
const THINGS = 10_000;
const READINGS = 400_000;
const READERS = 16;
/** The longest others may be held up at a time (ms). */
const LONGEST_MS = 50;

/** Runs a job while others ask. */
const beside = (job: () => Promise<void>): Promise<Meanwhile> => meanwhile(address, pid, job);

/** What others waited, in all rounds, and what the server worked meanwhile in the best of them. */
const waited = (all: readonly Meanwhile[]): string =>
  `others waited at most ${inRounds(all.map(({ longest }) => longest))}, for at most ${workOf(all).toFixed(0)} ms of the server's work`;
const workOf = (all: readonly Meanwhile[]): number => Math.min(...all.map(({ work }) => work));

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
/** Takes a file in, a few times. @param into the households it goes into, one a time; @returns the households' ids */
async function take(what: string, file: File, into: readonly string[] = []): Promise<string[]> {
  const body = JSON.stringify(file);
  const before = memoryOf(pid);
  const ids: string[] = [];
  const all = await rounds(() =>
    beside(async () => {
      const within = into[ids.length];
      const answer = await fetch(`${address}api/take${within ? `?into=${within}` : ""}`, {
        method: "POST",
        headers: { "Content-Type": "application/json" },
        body,
      });
      if (answer.status !== 201) throw new Error((await answer.text()).slice(0, 500));
      ids.push(((await answer.json()) as { id: string }).id);
    }),
  );
  const more = Math.max(...all.map(({ most }) => most)) - before;
  const took = Math.min(...all.map((one) => one.took));
  console.log(
    `${what} (${(body.length / 1e6).toFixed(1)} MB) in ${(took / 1000).toFixed(1)} s: ${waited(all)}; ${round(more)} MB more memory at the most`,
  );
  limits.atMost(`${what}: the server's work while others wait (ms)`, workOf(all), LONGEST_MS);
  limits.atMost(`${what}: memory (MB)`, more, 300);
  return ids;
}

const large = await take(`${round(THINGS)} things`, many);
await take(`${round(READINGS)} readings`, long);
const small = await take("the demo", base);
await take(`${round(THINGS)} things into a household that lacks them`, many, small);
await take(`${round(THINGS)} things into a household that has them`, many, small);

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

const garageOf = (id: string): string => `${address}api/households/${id}/garage`;

/** Reads a garage so often, by so many at once. @returns the times, shortest first (ms) */
async function reads(times: number, readers: number): Promise<number[]> {
  const took: number[] = [];
  await Promise.all(
    Array.from({ length: readers }, async () => {
      for (let i = 0; i < times; i++) {
        const start = performance.now();
        await fetched(garageOf(large.at(-1)!));
        took.push(performance.now() - start);
      }
    }),
  );
  return took.sort((a, b) => a - b);
}

const firsts: Meanwhile[] = [];
for (const id of large) firsts.push(await beside(async () => void (await fetched(garageOf(id)))));
const one = await reads(40, 1);
const all = await reads(20, READERS);
const outs = await rounds(() =>
  beside(async () => void (await (await fetch(`${address}api/households/${large[0]}/file`)).arrayBuffer())),
);
const [median, p99] = [at(one, 0.5), at(all, 0.99)];
const quickest = (of: readonly Meanwhile[]): number => Math.min(...of.map(({ took }) => took));
console.log(
  `A garage of ${round(THINGS)} things: first read ${quickest(firsts).toFixed(0)} ms (${waited(firsts)}), ` +
    `then median ${median.toFixed(0)} ms; ${READERS} readers p99 ${p99.toFixed(0)} ms; its file out in ${(quickest(outs) / 1000).toFixed(1)} s (${waited(outs)})`,
);
limits.atMost("first read: the server's work while others wait (ms)", workOf(firsts), LONGEST_MS);
limits.atMost("a file going out: the server's work while others wait (ms)", workOf(outs), LONGEST_MS);
limits.atMost("a large garage, median (ms)", median, 100);
limits.atMost(`${READERS} readers, p99 (ms)`, p99, 1_000);
limits.report();
agent.destroy();
