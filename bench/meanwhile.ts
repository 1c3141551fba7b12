import { once } from "node:events";
import { readFileSync } from "node:fs";
import { Worker } from "node:worker_threads";

export interface Meanwhile {
  /** The longest that others waited (ms). */
  readonly longest: number;
  /** What 99 of a hundred of them waited at most (ms). */
  readonly p99: number;
  /** The most the server itself worked while one of them waited (ms). */
  readonly work: number;
  /** The most memory it held (MB). */
  readonly most: number;
  /** The job's own time (ms). */
  readonly took: number;
}

/** Memory of a process (MB); 0 where the system does not tell it. */
export function memoryOf(pid: string): number {
  try {
    return Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))![1]) / 1024;
  } catch {
    return 0;
  }
}

/**
 * Runs a job while others ask a server for something small.
 * @param address where it answers, a slash at its end
 * @param pid its process
 */
export async function meanwhile(address: string, pid: string, job: () => Promise<void>): Promise<Meanwhile> {
  const others = new Worker(new URL("./waiting.mjs", import.meta.url), {
    workerData: { address: `${address}api/health`, pid },
  });
  await once(others, "message");
  let most = 0;
  const looking = setInterval(() => (most = Math.max(most, memoryOf(pid))), 5);
  const began = performance.now();
  await job();
  const took = performance.now() - began;
  clearInterval(looking);
  others.postMessage("stop");
  const [waits] = (await once(others, "message")) as [Pick<Meanwhile, "longest" | "p99" | "work">];
  await others.terminate();
  return { ...waits, most, took };
}
