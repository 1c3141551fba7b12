import { fork } from "node:child_process";
import { Limits } from "./limits";
import { round } from "./rate";
import { at } from "./rounds";

/** Measures how long a page waits for its garage while a hostile charge point does what it can, from a process of its own. */
const [address = ""] = process.argv.slice(2);
const HOME = `${address}/api/households/fallow-quay`;
const SECONDS = 20;
const PAUSE_MS = 10;
const send = (body: object) => ({
  method: "POST",
  headers: { "Content-Type": "application/json" },
  body: JSON.stringify(body),
});

/** How long (ms) reads of the garage take, one after the other, the quickest first. */
async function reads(seconds: number): Promise<number[]> {
  const times: number[] = [];
  const until = performance.now() + seconds * 1000;
  while (performance.now() < until) {
    const from = performance.now();
    await (await fetch(`${HOME}/garage`)).arrayBuffer();
    times.push(performance.now() - from);
    await new Promise((resolve) => setTimeout(resolve, PAUSE_MS));
  }
  return times.sort((a, b) => a - b);
}

/** Whose password a stranger has, and whose is guessed at. */
const GOT_HOLD_OF = "got-hold-of";
const GUESSED = "guessed-at";

/** A charge point that is known. @returns its password */
async function pointOf(identity: string): Promise<string> {
  const spec = { name: identity, identity, cards: [], anyCard: true };
  const { id } = (await (await fetch(`${HOME}/chargePoints`, send({ spec, parentId: null }))).json()) as {
    id: string;
  };
  const given = await fetch(`${HOME}/charge-points/${id}/password`, send({}));
  return ((await given.json()) as { password: string }).password;
}

const password = await pointOf(GOT_HOLD_OF);
await pointOf(GUESSED);
await reads(2);
const quiet = await reads(5);
const flooder = fork(
  new URL("./flooder.ts", import.meta.url),
  [address, GOT_HOLD_OF, password, GUESSED, process.argv[3] ?? ""],
  {
    stdio: "inherit",
  },
);
await new Promise((resolve) => setTimeout(resolve, 3_000));
const flooded = await reads(SECONDS);
const done = new Promise<Record<string, number>>((resolve) => flooder.once("message", resolve as never));
flooder.send("what was done");
const counts = await done;
flooder.kill("SIGKILL");
console.log(
  `A garage's read, nothing going on: ${at(quiet, 0.5).toFixed(1)} ms, ${at(quiet, 0.99).toFixed(1)} ms at the 99th percentile; ` +
    `under a flood ${at(flooded, 0.5).toFixed(1)} ms and ${at(flooded, 0.99).toFixed(1)} ms (${round(flooded.length)} reads)`,
);
console.log(
  `The flood: ${Object.entries(counts)
    .map(([what, times]) => `${what} ${round(times)}`)
    .join(", ")}`,
);
const limits = new Limits();
limits.atMost("ms a garage's read takes under a flood, 99th percentile", at(flooded, 0.99), 50);
limits.atLeast("kinds of flood that went on", Object.values(counts).filter((times) => times > 0).length, 7);
limits.report();
