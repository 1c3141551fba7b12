import { chromium } from "@playwright/test";
import { Limits } from "./limits";
import { followTasks, told } from "./long-tasks";

/** Measures a household of many things: its Garage in a browser, and its file out of the server. */
const [address, executablePath] = process.argv.slice(2) as [string, string];
const SHELVES = ["cars", "places", "cables", "leads"] as const;
const ON_BENCH = 500;
const IN_FILE = 10_000;

interface Row {
  readonly key: string;
  readonly parent: string | null;
  readonly spec: { readonly name: string };
}
type File = Record<string, unknown> &
  Record<"cars" | "places" | "outlets" | "cables" | "leads", readonly Row[]>;

const read = async (path: string, init?: RequestInit) => {
  const answer = await fetch(`${address}api/${path}`, init);
  if (!answer.ok) throw new Error(`${path}: ${answer.status} ${(await answer.text()).slice(0, 300)}`);
  return answer;
};
/** What was recorded is another matter. */
const demo = { ...((await (await read("households/fallow-quay/file")).json()) as File), sessions: [] };

const many = (
  rows: readonly Row[],
  count: number,
  key: string,
  parentOf = (row: Row, _: number) => row.parent,
): Row[] =>
  Array.from({ length: count }, (_, i) => {
    const row = rows[i % rows.length]!;
    return {
      ...row,
      key: `bench-${key}-${i}`,
      parent: parentOf(row, i),
      spec: { ...row.spec, name: `${row.spec.name} ${i}` },
    };
  });

/** The demo's household with so many things more, a fifth each of cars, places, outlets, cables and leads. */
async function taken(things: number): Promise<string> {
  const each = things / 5;
  const file = {
    ...demo,
    cars: [...demo.cars, ...many(demo.cars, each, "car")],
    places: [...demo.places, ...many(demo.places, each, "place")],
    outlets: [...demo.outlets, ...many(demo.outlets, each, "outlet", (_, i) => `bench-place-${i}`)],
    cables: [...demo.cables, ...many(demo.cables, each, "cable")],
    leads: [...demo.leads, ...many(demo.leads, each, "lead")],
  };
  const start = performance.now();
  const { id } = (await (
    await read("take", {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify(file),
    })
  ).json()) as { id: string };
  console.log(
    `A household of ${things} things taken in: ${((performance.now() - start) / 1000).toFixed(1)} s`,
  );
  return id;
}

const limits = new Limits();
const large = await taken(IN_FILE);
const start = performance.now();
const bytes = (await (await read(`households/${large}/file`)).text()).length;
const out = performance.now() - start;
console.log(`Its file: ${(bytes / 1e6).toFixed(1)} MB in ${out.toFixed(0)} ms`);
limits.atMost(`milliseconds to write a household of ${IN_FILE} things`, out, 2000);

const own = await taken(ON_BENCH);
const browser = await chromium.launch({
  executablePath,
  args: ["--headless", "--no-sandbox", "--disable-gpu", "--disable-background-networking"],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, serviceWorkers: "block" });
const longest = await followTasks(page);
await page.goto(`${address}garage/connectors`);
await page.getByLabel("Household").selectOption(own);
await page.getByRole("link", { name: new RegExp(`^Cars ${ON_BENCH / 5 + demo.cars.length}`) }).waitFor();
for (const shelf of SHELVES) {
  await longest();
  await page.locator(`nav[aria-label="Shelves"] a[href="/garage/${shelf}"]`).click();
  await page.locator(".thing").first().waitFor();
  await page.waitForTimeout(300);
  for (let i = 0; i < 20; i++) await page.mouse.wheel(0, 900);
  await page.waitForTimeout(300);
  const task = await longest();
  console.log(`${shelf} among ${ON_BENCH} things, opened and scrolled: longest task ${told(task)}`);
  limits.atMost(`milliseconds of the longest task on the shelf of ${shelf}`, task, 50);
}
await browser.close();
limits.report();
