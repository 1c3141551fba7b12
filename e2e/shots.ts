import { mkdirSync } from "node:fs";
import { join } from "node:path";
import { chromium, type Page } from "@playwright/test";
import { ROOMS } from "../web/src/app/rooms";
import { standsStill } from "./application";

const [address, standIns, executablePath] = process.argv.slice(2) as [string, string, string];
const folder = join(import.meta.dirname, "../docs/screenshots");
mkdirSync(folder, { recursive: true });

const open = (name: string) => async (page: Page) => {
  // On a phone what is saved is behind a button.
  const fold = page.getByRole("button", { name: "Saved, files and more" });
  const folded = await fold.isVisible();
  if (folded) await fold.click();
  await page.getByLabel("Saved paths", { exact: true }).selectOption({ label: name });
  if (folded) await fold.click();
};

const inView = (car: string) => async (page: Page) => {
  await page.getByLabel("Car in view").selectOption({ label: car });
  await page.locator(".compared, .picture, .view-panel").first().waitFor();
};

/** A view of Money on a saved path. */
const money = (path: string, view: string, then?: (page: Page) => Promise<unknown>) => async (page: Page) => {
  await open(path)(page);
  await page.getByRole("link", { name: "Money" }).click();
  await page.getByRole("navigation", { name: "Views of money" }).getByRole("link", { name: view }).click();
  await then?.(page);
};

interface Shot {
  readonly file: string;
  readonly at: string;
  readonly household?: string;
  readonly dark?: boolean;
  readonly width?: number;
  readonly height?: number;
  readonly ready?: (page: Page) => Promise<unknown>;
}

const SHOTS: readonly Shot[] = [
  { file: "path", at: "path", ready: open("Plover overnight in the boathouse") },
  {
    file: "path-working-dusk",
    at: "path",
    household: "larch-hollow",
    dark: true,
    height: 1180,
    ready: async (page) => {
      await open("Grosbeak at the sugar shack")(page);
      await page.getByRole("button", { name: /Into the battery/ }).click();
    },
  },
  {
    file: "path-phone",
    at: "path",
    width: 390,
    height: 1500,
    ready: open("Curlew at the harbour with the wrong cable"),
  },
  { file: "line-up", at: "line-up", ready: inView("Curlew") },
  {
    file: "line-up-what-if-dusk",
    at: "line-up?amps=24",
    household: "larch-hollow",
    dark: true,
    ready: inView("Siskin"),
  },
  {
    file: "line-up-sweep",
    at: "line-up",
    height: 900,
    ready: async (page) => {
      await inView("Curlew")(page);
      await page.getByRole("link", { name: "Vary two" }).click();
      await page.getByLabel("Way", { exact: true }).selectOption({ label: "Co-op hall, post bay" });
      await page.locator("canvas[data-drawn=true]").waitFor();
    },
  },
  {
    file: "money-receipt",
    at: "path",
    ready: money("Curlew at the co-op hall, left standing", "What it costs", async (page) => {
      await page.getByRole("button", { name: /time standing.*the working/ }).click();
    }),
  },
  { file: "money-when", at: "path", ready: money("Curlew overnight on the slip", "When to charge") },
  {
    file: "week",
    at: "week",
    height: 1040,
    ready: async (page) => {
      await page.getByLabel("Car", { exact: true }).selectOption({ label: "Curlew" });
      await page.getByLabel("Week to start from").selectOption("far-commuter");
      await page.getByLabel("Season").selectOption("cold");
      await page.getByRole("button", { name: "Boathouse, wall socket at 10 A" }).click();
      await page.getByLabel("Draw Blue 16 A socket").check();
    },
  },
  { file: "install", at: "install", height: 1000, ready: settled("The board of the house") },
  {
    file: "install-ways-dusk",
    at: "install/ways",
    household: "larch-hollow",
    dark: true,
    height: 1160,
    ready: async (page) => {
      await page.getByRole("button", { name: /^A limit that follows/ }).click();
    },
  },
  { file: "garage", at: "garage/cars" },
  { file: "away", at: "away/kit", height: 1040, ready: settled("What fits where") },
  {
    file: "away-posts-dusk",
    at: "away/posts",
    household: "larch-hollow",
    dark: true,
    ready: settled("Posts"),
  },
  {
    file: "away-beside-phone",
    at: "away/posts",
    width: 390,
    height: 844,
    ready: async (page) => {
      await page.getByRole("link", { name: "I stand before it" }).click();
      for (let card = 0; card < 3; card++) await page.getByRole("button", { name: /^Next/ }).click();
    },
  },
  { file: "log", at: "log", height: 1000, ready: settled("Sessions") },
  {
    file: "log-session",
    at: "log",
    ready: async (page) => {
      await page.getByLabel("Find a session").fill("boathouse");
      await page.getByRole("region", { name: "Sessions" }).getByRole("link").first().click();
      await page.getByRole("region", { name: "What may explain it" }).waitFor();
    },
  },
  { file: "begin", at: "begin" },
  {
    // The last: what goes on then stands on the Path of every picture.
    file: "path-live-dusk",
    at: "path",
    dark: true,
    height: 900,
    ready: async (page) => {
      await open("Curlew at the co-op hall, left standing")(page);
      await page.getByRole("button", { name: "Start Hall post" }).click();
      const going = page.getByRole("region", { name: "Charging now" });
      await going.getByText("as they should").waitFor();
      await setStandIn("clock", { speed: 600 });
      await page.waitForTimeout(4_000);
      await setStandIn("hall-post/trouble", { trouble: "phase-lost" });
      await going.getByText("carry nothing").waitFor();
      await page.waitForTimeout(1_500);
      await setStandIn("clock", { speed: 1 });
      await page.evaluate(() => scrollTo(0, 0));
    },
  },
];

/** Sets one of the simulated devices. */
async function setStandIn(at: string, body: object): Promise<void> {
  await fetch(`${standIns}${at}`, {
    method: "PUT",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify(body),
  });
}

/** Until a part of a view that comes with its sum is there. */
function settled(part: string) {
  return async (page: Page): Promise<void> => {
    await page.getByRole("region", { name: part, exact: true }).waitFor();
  };
}

const unseen = ROOMS.filter(
  ({ at, inHeader }) => inHeader && !SHOTS.some(({ file }) => `/${file}`.startsWith(at)),
);
if (unseen.length > 0) throw new Error(`no picture of ${unseen.map(({ name }) => name).join(", ")}`);

const browser = await chromium.launch({
  executablePath,
  args: ["--headless", "--no-sandbox", "--disable-gpu"],
});
try {
  for (const shot of SHOTS) await take(shot);
} finally {
  await browser.close();
}

async function take(shot: Shot): Promise<void> {
  const context = await browser.newContext({
    viewport: { width: shot.width ?? 1280, height: shot.height ?? 800 },
    colorScheme: shot.dark ? "dark" : "light",
    reducedMotion: "reduce",
    locale: "en-GB",
  });
  const page = await context.newPage();
  await page.goto(address);
  if (shot.household) {
    await page.getByLabel("Household", { exact: true }).selectOption(shot.household);
    await standsStill(page);
  }
  await page.goto(`${address}${shot.at}`);
  await standsStill(page);
  await shot.ready?.(page);
  await page.waitForTimeout(400);
  await page.screenshot({ path: join(folder, `${shot.file}.png`) });
  await context.close();
}
