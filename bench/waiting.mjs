// Asks for something small over and over, on a thread of its own so that nothing of the job beside it is measured. Told to
// stop it tells the longest wait and the 99th of a hundred (ms), and the most the server itself worked within one: on a
// machine that others share a wait may be theirs.
import { readFileSync } from "node:fs";
import { parentPort, workerData } from "node:worker_threads";

const { address, pid } = workerData;

/** How long the server's main thread has run (ms); none where the system does not tell it. */
function worked() {
  try {
    return Number(readFileSync(`/proc/${pid}/task/${pid}/schedstat`, "utf8").split(" ")[0]) / 1e6;
  } catch {
    return undefined;
  }
}

const ask = async () => (await fetch(address)).arrayBuffer();
let [going, work] = [true, 0];
const waits = [];
await ask();
parentPort.once("message", () => (going = false));
parentPort.postMessage("ready");
while (going) {
  const [start, before] = [performance.now(), worked()];
  await ask();
  const wait = performance.now() - start;
  waits.push(wait);
  work = Math.max(work, before === undefined ? wait : worked() - before);
}
waits.sort((a, b) => a - b);
parentPort.postMessage({
  longest: waits.at(-1) ?? 0,
  p99: waits[Math.floor(0.99 * (waits.length - 1))] ?? 0,
  work,
});
