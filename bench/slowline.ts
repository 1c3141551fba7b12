import { chromium } from "@playwright/test";
import { Limits } from "./limits";

/** Measures in the production build how long a phone on a slow line waits for the first answer, with nothing kept. */
const [address, executablePath] = process.argv.slice(2) as [string, string];
const ROUNDS = 7;
const BITS_A_SECOND = 1_600_000;
const LATENCY_MS = 150;
/** By how much the processor is slower than this one. */
const SLOWER = 4;
const ANSWER_S = 3.5;

const browser = await chromium.launch({
  executablePath,
  args: ["--headless", "--no-sandbox", "--disable-gpu", "--disable-background-networking"],
});
const found: { readonly seconds: number; readonly kB: number; readonly requests: number }[] = [];
for (let round = 0; round < ROUNDS; round++) {
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    serviceWorkers: "block",
  });
  const page = await context.newPage();
  const line = await context.newCDPSession(page);
  await line.send("Network.enable");
  await line.send("Network.emulateNetworkConditions", {
    offline: false,
    latency: LATENCY_MS,
    downloadThroughput: BITS_A_SECOND / 8,
    uploadThroughput: BITS_A_SECOND / 8,
  });
  await line.send("Emulation.setCPUThrottlingRate", { rate: SLOWER });
  let [bytes, requests] = [0, 0];
  line.on("Network.loadingFinished", ({ encodedDataLength }) => {
    bytes += encodedDataLength;
    requests += 1;
  });
  await page.goto(`${address.replace(/\/$/, "")}/path`, { waitUntil: "commit" });
  const answered = await page.waitForFunction(
    () => document.querySelector(".answer-strip .figure")?.textContent && performance.now(),
    undefined,
    { polling: "raf" },
  );
  found.push({ seconds: Number(await answered.jsonValue()) / 1000, kB: bytes / 1000, requests });
  await context.close();
}
await browser.close();

const [first] = [...found].sort((a, b) => a.seconds - b.seconds);
const times = found.map(({ seconds }) => seconds).sort((a, b) => a - b);
const median = times[Math.floor(ROUNDS / 2)]!;
console.log(
  `First answer at ${BITS_A_SECOND / 1e6} Mbit/s, ${LATENCY_MS} ms, a processor ${SLOWER} times slower: median ${median.toFixed(2)} s of ${ROUNDS} (${times[0]!.toFixed(2)} to ${times.at(-1)!.toFixed(2)} s), ${first!.kB.toFixed(0)} kB in ${first!.requests} requests until then`,
);
const limits = new Limits();
limits.atMost("seconds to the first answer on a slow line", median, ANSWER_S);
limits.report();
