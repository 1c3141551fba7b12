import { chromium } from "@playwright/test";
import { flatTariff, type Tariff } from "@kettleback/core";
import { Limits } from "./limits";
import { followTasks, told } from "./long-tasks";
import { at, inRounds, rounds } from "./rounds";
import { typed } from "./typing";

/** Measures pages at size: a year of quarter-hourly prices typed into, and what goes with what of 400 cars and 400 cables. */
const [address, executablePath] = process.argv.slice(2) as [string, string];
const FRAME_MS = 16.7;
const LONG_TASK_MS = 50;
const KEYS = 60;
const MANY = 400;
const HOME = `${address}api/households/fallow-quay`;

const send = async <T>(path: string, body: object): Promise<T> => {
  const answer = await fetch(path, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify(body),
  });
  if (!answer.ok) throw new Error(`${path}: ${answer.status} ${(await answer.text()).slice(0, 300)}`);
  return (await answer.json()) as T;
};

const year: Tariff = {
  ...flatTariff("Bench, a year of quarters", 0.3),
  kettleback: {
    hourly: {
      starts_at: "2026-01-01T00:00:00Z",
      minutes: 15,
      prices: Array.from(
        { length: 365 * 96 },
        (_, i) => Math.round(1e4 * (0.2 + 0.1 * Math.sin(i / 15))) / 1e4,
      ),
      markup: 0,
    },
  },
};
await send(`${HOME}/tariffs`, { spec: year, parentId: null });

const browser = await chromium.launch({
  executablePath,
  args: ["--headless", "--no-sandbox", "--disable-gpu", "--disable-background-networking"],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, serviceWorkers: "block" });
const longest = await followTasks(page);
const limits = new Limits();

await page.goto(`${address}money/tariffs`);
await page.getByRole("button", { name: "Bench, a year of quarters" }).click();
await page.getByLabel("On top of every price").waitFor();
await page.locator(".live").waitFor();
await page.waitForTimeout(1_000);
await longest();
const VALUES = Array.from({ length: KEYS }, (_, i) => String((i % 20) / 100 + 0.01));
/** What a session with it costs stands below the form: it follows each key. */
const all = await rounds(async () => ({
  times: await typed(page, "section.hourly input", ".live", VALUES),
  task: await longest(),
}));
const p95s = all.map(({ times }) => at(times, 0.95));
const p95 = Math.min(...p95s);
const task = Math.min(...all.map((one) => one.task));
console.log(
  `A year of quarter-hourly prices, from a key to what a session costs: median ${Math.min(...all.map(({ times }) => at(times, 0.5))).toFixed(1)} ms, ` +
    `p95 ${p95.toFixed(1)} ms (${inRounds(p95s)}); longest task after it ${told(task)}`,
);
limits.atMost("milliseconds from a key in a year's tariff to what it shows, p95", p95, FRAME_MS);
limits.atMost("milliseconds of the longest task while a year's tariff is typed into", task, LONG_TASK_MS);

interface File {
  cars: { key: string; spec: { name: string } }[];
  cables: { key: string; spec: { name: string } }[];
}
const demo = (await (await fetch(`${HOME}/file`)).json()) as File & { sessions: unknown[] };
const many = <T extends { key: string; spec: { name: string } }>(rows: T[]): T[] =>
  Array.from({ length: MANY }, (_, i) => {
    const row = rows[i % rows.length]!;
    return { ...row, key: `many-${i}`, spec: { ...row.spec, name: `${row.spec.name} ${i}` } };
  });
const { id } = await send<{ id: string }>(`${address}api/take`, {
  ...demo,
  cars: [...demo.cars, ...many(demo.cars)],
  cables: [...demo.cables, ...many(demo.cables)],
  sessions: [],
});
await page.goto(`${address}garage`);
await page.getByLabel("Household").selectOption(id);
await page.getByRole("link", { name: new RegExp(`^Cars ${demo.cars.length + MANY}`) }).waitFor();
await longest();
// Opened once: what is worked out by then is remembered, and would be judged the next time.
const from = performance.now();
await page.getByRole("link", { name: "What goes with what" }).click();
await page
  .getByRole("button", { name: /^Open / })
  .first()
  .waitFor();
const first = performance.now() - from;
await page.getByRole("progressbar").waitFor({ state: "detached" });
const held = await longest();
console.log(
  `What goes with what, ${MANY} cars and ${MANY} cables more: first cells after ${first.toFixed(0)} ms, longest task ${told(held)}`,
);
limits.atMost("milliseconds of the longest task in what goes with what", held, LONG_TASK_MS);
await browser.close();
limits.report();
