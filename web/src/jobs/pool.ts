import { proxy, wrap } from "comlink";
import type { JobInput, JobKind, JobResult, JobStep } from "./table";
import type { Workshop } from "./workshop";

/** A job that is asked for: what it comes to, or null once it was left or a newer one of its key took its place. */
export interface Job<Result> {
  readonly result: Promise<Result | null>;
  leave(): void;
}

interface Options<K extends JobKind> {
  /** Of jobs with the same key only the newest answers. */
  readonly key: string;
  progress?(step: JobStep<K>): void;
}

/** A thread and how many jobs it has. */
interface Thread extends Workshop {
  /** Told when it is lost with all its jobs. */
  readonly listeners: Set<(error: Error) => void>;
  jobs: number;
}

const threads: Thread[] = [];
/** Threads at most: as many as the machine has, one of which is left to the screen; more than these gain little. */
export const mostThreads = (): number =>
  Math.max(1, Math.min(8, (globalThis.navigator?.hardwareConcurrency ?? 2) - 1));

function newThread(): Thread {
  const worker = new Worker(new URL("./worker", import.meta.url), { type: "module" });
  const remote = wrap<Workshop>(worker);
  const made: Thread = {
    start: (id, kind, input, progress) => remote.start(id, kind, input, progress && proxy(progress)),
    leave: (id) => void remote.leave(id),
    listeners: new Set(),
    jobs: 0,
  };
  worker.onerror = (event) => {
    // Lost once: what a thread says after that is about jobs nobody waits for.
    worker.onerror = null;
    worker.terminate();
    threads.splice(threads.indexOf(made), 1);
    const error = new Error(event.message || "what works beside the screen could not be started");
    made.listeners.forEach((failed) => failed(error));
  };
  return made;
}

/** The thread with least to do; another one while all are busy and there may be more. */
function threadForNext(): Thread {
  const idlest = threads.reduce<Thread | undefined>(
    (best, thread) => (!best || thread.jobs < best.jobs ? thread : best),
    undefined,
  );
  if (idlest && (idlest.jobs === 0 || threads.length >= mostThreads())) return idlest;
  const made = newThread();
  threads.push(made);
  return made;
}

/** The task after this one: what goes to a thread is copied first, and that need not hold up a change's own frame. */
const nextTask = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));

const newest = new Map<string, Job<unknown>>();
let numbered = 0;

/** Whether an answer is still being waited for. */
export const isWorking = (): boolean => newest.size > 0;

/**
 * Asks for a job, on a thread beside the screen's. Older jobs of the same key are left and answer nobody; one that fails
 * fails only who asked for it.
 */
export function ask<K extends JobKind>(
  kind: K,
  input: JobInput<K>,
  { key, progress }: Options<K>,
): Job<JobResult<K>> {
  newest.get(key)?.leave();
  const id = numbered++;
  let wanted = true;
  let started: Thread | undefined;
  let settle: () => void;
  const whenLeft = new Promise<null>((resolve) => (settle = () => resolve(null)));
  const work = async (): Promise<JobResult<K> | null> => {
    await nextTask();
    if (!wanted) return null;
    const thread = threadForNext();
    thread.jobs += 1;
    started = thread;
    let fail: (error: Error) => void;
    const lost = new Promise<never>((_, reject) => (fail = reject));
    thread.listeners.add(fail!);
    try {
      // Progress comes over a line of its own, and may come in after the answer did.
      const told = progress && ((step: unknown) => void (wanted && progress(step as JobStep<K>)));
      return (await Promise.race([thread.start(id, kind, input, told), lost])) as JobResult<K>;
    } finally {
      wanted = false;
      thread.jobs -= 1;
      thread.listeners.delete(fail!);
    }
  };
  const job: Job<JobResult<K>> = {
    result: Promise.race([work(), whenLeft]).finally(() => newest.get(key) === job && newest.delete(key)),
    leave() {
      wanted = false;
      settle();
      started?.leave(id);
    },
  };
  newest.set(key, job);
  return job;
}
