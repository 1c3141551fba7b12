import { expose, releaseProxy, type Remote } from "comlink";
import { workshop, type Workshop } from "./workshop";

const made = workshop();

/** The line over which progress is told is closed with the job. */
const close = (progress: unknown): void =>
  (progress as Remote<(step: unknown) => void> | undefined)?.[releaseProxy]();

expose({
  ...made,
  start: (id, kind, input, progress) => made.start(id, kind, input, progress).finally(() => close(progress)),
} satisfies Workshop);
