import pino from "pino";
import { readConfig } from "../server/src/config";
import { serve, type Serving } from "../server/src/serve";

// Serves databases in one process, one or many, as the browser tests ask for them: a process for each would spend two
// thirds of its start on reading the program.

/** What is asked of it: to serve by such settings, or to stop. */
export type Asked =
  | { readonly id: number; readonly env: Readonly<Record<string, string>> }
  | { readonly id: number; readonly stop: number };
/** What it says to that: where it answers, that it has stopped, or what is wrong. */
export type Said = { readonly id: number; readonly address?: string; readonly error?: string };

const log = pino({ level: "error" }, pino.destination(2));
const serving = new Map<number, Serving>();

async function answer(asked: Asked): Promise<Said> {
  const { id } = asked;
  if ("stop" in asked) {
    await serving.get(asked.stop)?.stop(0);
    serving.delete(asked.stop);
    return { id };
  }
  const one = await serve(readConfig(asked.env), log);
  serving.set(id, one);
  return { id, address: one.address.replace(/\/$/, "") };
}

process.on("message", (asked: Asked) => {
  answer(asked)
    .catch((error: unknown): Said => ({ id: asked.id, error: (error as Error).message }))
    .then((said) => process.send!(said));
});
