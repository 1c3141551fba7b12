import { JOBS, type JobKind } from "./table";

/** Longest a job works (ms) before it looks whether it has been left. */
const SLICE_MS = 40;

/** What a thread that works offers: to start a job under a number, and to leave it. */
export interface Workshop {
  /** @returns what the job comes to; undefined once it was left */
  start(
    id: number,
    kind: JobKind,
    input: readonly unknown[],
    progress?: (step: unknown) => void,
  ): Promise<unknown>;
  leave(id: number): void;
}

/** The task after this one, in which messages that wait are heard. */
const nextTask = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));

/** Works jobs off side by side, slice by slice. */
export function workshop(): Workshop {
  const working = new Set<number>();
  return {
    async start(id, kind, input, progress) {
      working.add(id);
      try {
        const steps = (JOBS[kind] as (...input: readonly unknown[]) => Generator<unknown, unknown>)(...input);
        for (;;) {
          const until = performance.now() + SLICE_MS;
          let step: IteratorResult<unknown, unknown>;
          do step = steps.next();
          while (!step.done && performance.now() < until);
          if (step.done) return step.value;
          progress?.(step.value);
          await nextTask();
          if (!working.has(id)) return undefined;
        }
      } finally {
        working.delete(id);
      }
    },
    leave: (id) => void working.delete(id),
  };
}
