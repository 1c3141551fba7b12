import { wrap, type Remote } from "comlink";
import type { Clock, Plan } from "@kettleback/core";
import type { Aside } from "./aside";
import type { Work } from "./worker";

let work: Remote<Work> | undefined;

/** The one worker, started when it is first needed. */
export const worker = (): Remote<Work> =>
  (work ??= wrap<Work>(new Worker(new URL("./worker", import.meta.url), { type: "module" })));

interface Wanted {
  readonly plan: Plan;
  readonly clock: Clock;
  done(aside: Aside): void;
}

let busy = false;
let next: Wanted | undefined;

/** The task after this one: what is sent to the worker is copied first, and that need not hold up a change's own frame. */
const nextTask = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));

/** Asks for a plan's aside. While one is being worked out only the newest wish is kept: older ones answer nobody. */
export async function askAside(plan: Plan, clock: Clock, done: (aside: Aside) => void): Promise<void> {
  next = { plan, clock, done };
  if (busy) return;
  busy = true;
  try {
    while (next) {
      await nextTask();
      const wanted: Wanted = next;
      next = undefined;
      const aside = await worker().asideOf(wanted.plan, wanted.clock);
      if (!next) wanted.done({ ...aside, plan: wanted.plan, clock: wanted.clock });
    }
  } finally {
    busy = false;
  }
}
