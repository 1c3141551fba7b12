import { chromium, type Page } from "@playwright/test";
import { startLineup, type Car, type SavedLineup } from "@kettleback/core";
import { fallowQuay } from "@kettleback/core/demo";
import { Limits } from "./limits";
import { followTasks, told } from "./long-tasks";
import { at, inRounds, rounds } from "./rounds";
import { typed } from "./typing";

/** Measures the line-up in the production build: recomputing and repainting, scrolling a thousand ways, a sweep of 40,000 points. */
const [address, executablePath] = process.argv.slice(2) as [string, string];
const CHANGES = 60;
const FRAME_MS = 16.7;
const LONG_TASK_MS = 50;
const SWEEP_MS = 2_000;

const { session } = fallowQuay.paths[0]!.spec;
const start = startLineup(fallowQuay, session);
const described = (name: string): Car => ({ ...fallowQuay.cars[1]!.spec, name });

/** A line-up of so many cars and ways, kept under a name. */
async function keep(name: string, cars: number, ways: number): Promise<void> {
  const spec: SavedLineup = {
    ...start,
    name,
    cars: [...start.cars, described("Fourth"), described("Fifth")].slice(0, cars),
    ways: Array.from({ length: ways }, (_, i) => ({ ...start.ways[i % start.ways.length]!, id: `w-${i}` })),
    baseline: "w-0",
  };
  const response = await fetch(`${address}api/households/fallow-quay/lineups`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ spec, parentId: null }),
  });
  if (!response.ok) throw new Error(await response.text());
}

const open = async (page: Page, name: string) => {
  await page.getByLabel("Saved line-ups").selectOption({ label: name });
  await page.getByText("worked out…").waitFor({ state: "hidden" });
};

await keep("Bench, 5 × 20", 5, 20);
await keep("Bench, 1000 ways", 1, 1000);
const browser = await chromium.launch({
  executablePath,
  args: ["--headless", "--no-sandbox", "--disable-gpu", "--disable-background-networking"],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, serviceWorkers: "block" });
const longest = await followTasks(page);
await page.goto(`${address}line-up/all`);
await page.getByRole("list", { name: "Ways to charge" }).waitFor();
const limits = new Limits();

await open(page, "Bench, 5 × 20");
const VALUES = Array.from({ length: CHANGES }, (_, i) => String(60 + (i % 30)));
const all = await rounds(() =>
  typed(page, 'input[aria-label="Target charge, per cent"]', ".picture-rows", VALUES),
);
const median = Math.min(...all.map((times) => at(times, 0.5)));
const p95s = all.map((times) => at(times, 0.95));
const p95 = Math.min(...p95s);
console.log(
  `Line-up of 5 cars × 20 ways, a changed target solved and laid out: median ${median.toFixed(1)} ms, p95 ${p95.toFixed(1)} ms (${inRounds(p95s)})`,
);
limits.atMost("milliseconds from a changed target to the line-up laid out, median", median, FRAME_MS);
limits.atMost("milliseconds from a changed target to the line-up laid out, p95", p95, FRAME_MS);

await open(page, "Bench, 1000 ways");
await longest();
await page.evaluate(async () => {
  const frame = document.querySelector(".picture-rows")!;
  for (let top = 0; top < 30_000; top += 400) {
    frame.scrollTop = top;
    await new Promise((done) => requestAnimationFrame(done));
  }
});
const scrolled = await longest();
console.log(`A thousand ways scrolled: longest task ${told(scrolled)}`);
limits.atMost("milliseconds of the longest task while a thousand ways scroll", scrolled, LONG_TASK_MS);

await page.evaluate(async () => {
  document.querySelector(".picture-rows")!.scrollTop = 0;
  const input = document.querySelector<HTMLInputElement>('input[aria-label="Target charge, per cent"]')!;
  const setValue = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")!.set!;
  for (let i = 0; i < 20; i++) {
    setValue.call(input, String(60 + i));
    input.dispatchEvent(new Event("input", { bubbles: true }));
    // As fast as people type: the next key comes before all is worked out.
    await new Promise((done) => setTimeout(done, 150));
  }
});
const keys = await longest();
console.log(`A thousand ways typed into: longest task ${told(keys)}`);
limits.atMost("milliseconds of the longest task while a thousand ways are typed into", keys, LONG_TASK_MS);

await open(page, "Bench, 5 × 20");
await page.getByLabel("Car in view").selectOption({ label: "Curlew" });
await page.getByRole("link", { name: "Vary two" }).click();
await page.getByLabel("Way", { exact: true }).selectOption({ label: "Co-op hall, post bay" });
await page.getByLabel("Points a side").selectOption("200");
const sweep = async () => {
  await longest();
  const from = performance.now();
  await page.getByRole("button", { name: "Work it out" }).click();
  await page.getByRole("progressbar").waitFor();
  await page.getByRole("progressbar").waitFor({ state: "hidden" });
  await page.locator("canvas[data-drawn=true]").waitFor();
  return { ms: performance.now() - from, task: await longest() };
};
// The worker is started by the first.
await sweep();
const { ms, task } = await sweep();
console.log(
  `A sweep of 40,000 points in the worker: ${ms.toFixed(0)} ms until it is drawn, longest main-thread task ${told(task)}`,
);
limits.atMost("milliseconds for a sweep of 40,000 points", ms, SWEEP_MS);
limits.atMost("milliseconds of the longest main-thread task during a sweep", task, LONG_TASK_MS);
await browser.close();
limits.report();
