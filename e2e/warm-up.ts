import { chromium } from "@playwright/test";
import { Application } from "./application";
import config from "./playwright.config";

/**
 * Reads the browser, the server and the pages from the disk once, before any test has a limit on its time: on a machine
 * just set up the first page takes many times as long as the second.
 */
export default async function warmUp(): Promise<void> {
  const app = new Application();
  await app.start();
  const browser = await chromium.launch(config.use?.launchOptions);
  const page = await browser.newPage();
  await page.goto(`${app.address}/path`, { timeout: 120_000 });
  await page.getByRole("region", { name: "Answers" }).waitFor({ timeout: 120_000 });
  await browser.close();
  await app.dispose();
}
