import { setImmediate as afterOthers } from "node:timers/promises";

/** How long work goes on before others get their turn (ms). */
const TURN_MS = 5;

/**
 * Long work on the main thread in short turns: awaited between its steps, it lets others in once a turn is over.
 * @param gone aborted when nobody waits for it any more: it throws then what that says
 */
export function turns(gone?: AbortSignal): () => Promise<void> {
  let began = performance.now();
  return async () => {
    if (performance.now() - began < TURN_MS) return;
    await afterOthers();
    gone?.throwIfAborted();
    began = performance.now();
  };
}
