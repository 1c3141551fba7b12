import { readFileSync } from "node:fs";
import { gzipSync } from "node:zlib";
import { chromium } from "@playwright/test";
import { Limits } from "./limits";
import { at, inRounds, rounds } from "./rounds";

/** Measures in the production build: script time from a picker's change until the new answer stands in the page, and first-load size. */
const [address, executablePath, pages] = process.argv.slice(2) as [string, string, string];
const CHANGES = 200;
const FRAME_MS = 16.7;
/** What the answer waits for, and the first chart, which follows it; the worker brings its own core after that. */
const ANSWER_KB = 203;
const CHART_KB = 75;
const LATENCY_MS = 400;

const browser = await chromium.launch({
  executablePath,
  args: ["--headless", "--no-sandbox", "--disable-gpu", "--disable-background-networking"],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, serviceWorkers: "block" });
// A way of some length to the server parts what the answer waits for from what it asks for in its turn.
const line = await page.context().newCDPSession(page);
const lineOf = (latency: number) =>
  line.send("Network.emulateNetworkConditions", {
    offline: false,
    latency,
    downloadThroughput: -1,
    uploadThroughput: -1,
  });
await line.send("Network.enable");
await lineOf(LATENCY_MS);
// Told within the task that draws the answer: what that asks for comes after it.
await page.addInitScript(`new MutationObserver((_, watch) => {
  if (!document.querySelector(".answer-strip .figure")?.textContent) return;
  document.documentElement.dataset.answeredAt = String(performance.now());
  watch.disconnect();
}).observe(document, { childList: true, subtree: true })`);
await page.goto(`${address}path`);
const answeredAt = await page.locator("html[data-answered-at]").getAttribute("data-answered-at");
/** What had come by the time the answer stood. */
const loaded = await page.evaluate(
  (by) =>
    performance
      .getEntriesByType("resource")
      .filter((one) => (one as PerformanceResourceTiming).responseEnd <= Number(by))
      .map(({ name }) => new URL(name).pathname)
      .filter((path) => path.endsWith(".js")),
  answeredAt,
);
await line.detach();
await page.getByRole("region", { name: "The clock" }).locator("canvas").waitFor();

/** What so many changes take (ms), shortest first. */
const changed = () =>
  page.evaluate(async (changes) => {
    const picker = document.querySelector<HTMLSelectElement>('select[aria-label="Place and outlet"]')!;
    const setValue = Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, "value")!.set!;
    const values = [...picker.options].map((o) => o.value);
    const measured: number[] = [];
    const answers = document.querySelector(".answer-strip")!;
    let before = answers.textContent;
    for (let i = 0; i < changes; i++) {
      const start = performance.now();
      setValue.call(picker, values[(i + 1) % values.length]!);
      picker.dispatchEvent(new Event("change", { bubbles: true }));
      // React commits in a microtask of the event; the chart follows in a later task of its own.
      await Promise.resolve();
      measured.push(performance.now() - start);
      const shown = answers.textContent;
      if (shown === before) throw new Error("the answer did not change within the event");
      before = shown;
      await new Promise((done) => requestAnimationFrame(() => setTimeout(done)));
    }
    return measured.sort((a, b) => a - b);
  }, CHANGES);
const all = await rounds(changed);
await browser.close();

const median = Math.min(...all.map((times) => at(times, 0.5)));
const p95s = all.map((times) => at(times, 0.95));
const p95 = Math.min(...p95s);
console.log(
  `Picker change, production build, ${CHANGES} changes: median ${median.toFixed(1)} ms, p95 ${p95.toFixed(1)} ms (${inRounds(p95s)}; frame: ${FRAME_MS} ms)`,
);

const zipped = (files: readonly string[]): number =>
  files.reduce((sum, file) => sum + gzipSync(readFileSync(`${pages}/${file}`)).length, 0) / 1000;
const parts = JSON.parse(readFileSync(`${pages}/.vite/manifest.json`, "utf8")) as Record<
  string,
  { file: string; imports?: string[] }
>;
/** A part and all that it imports, each once. */
function withImports(name: string, seen = new Set<string>()): Set<string> {
  if (!seen.has(name)) {
    seen.add(name);
    for (const imported of parts[name]!.imports ?? []) withImports(imported, seen);
  }
  return seen;
}
const answerParts = withImports(
  "src/rooms/path/PathScreen.tsx",
  withImports("src/app/start.tsx", withImports("index.html")),
);
const chartParts = [...withImports("src/rooms/path/Clock.tsx")].filter((name) => !answerParts.has(name));
const filesOf = (names: Iterable<string>): string[] => [...names].map((name) => parts[name]!.file);
const answer = zipped(filesOf(answerParts));
const chart = zipped(filesOf(chartParts));
// What the browser really fetched is the same, or the sums above are of something else.
const planned = new Set(filesOf([...answerParts, ...chartParts]));
const others = loaded.map((path) => path.slice(1)).filter((file) => !planned.has(file));
const missing = filesOf(answerParts).filter((file) => !loaded.includes(`/${file}`));
if (missing.length > 0) throw new Error(`not fetched until the answer: ${missing.join(", ")}`);
console.log(
  `JavaScript, gzipped: ${answer.toFixed(0)} kB until the answer stands, ${chart.toFixed(0)} kB for its first chart; loaded beside them: ${others.join(", ") || "nothing"} (${zipped(others).toFixed(1)} kB)`,
);

const limits = new Limits();
limits.atMost("milliseconds from a picker's change to the new answer, p95", p95, FRAME_MS);
limits.atMost("kB of JavaScript until the answer stands, gzipped", answer + zipped(others), ANSWER_KB);
limits.atMost("kB of JavaScript for the first chart, gzipped", chart, CHART_KB);
limits.report();
