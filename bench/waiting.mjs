// Asks for something small over and over, on a thread of its own so that nothing of the job beside it is measured. Told to
// stop it tells the longest wait (ms), and the most the server itself worked within one: on a machine that others share a
// wait may be theirs.
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
let [going, longest, work] = [true, 0, 0];
await ask();
parentPort.once("message", () => (going = false));
parentPort.postMessage("ready");
while (going) {
  const [start, before] = [performance.now(), worked()];
  await ask();
  const wait = performance.now() - start;
  longest = Math.max(longest, wait);
  work = Math.max(work, before === undefined ? wait : worked() - before);
}
parentPort.postMessage({ longest, work });
