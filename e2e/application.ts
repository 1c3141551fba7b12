import { spawn, type ChildProcess } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { test as base, type Page } from "@playwright/test";

/** The real application: server, database and built pages, in a folder of its own. */
export class Application {
  private child: ChildProcess | undefined;
  private readonly folder = mkdtempSync(join(tmpdir(), "kettleback-e2e-"));
  address = "";

  /** Starts it, on the same port as before when it has run already, so that the browser's storage stays. */
  async start({
    demo = true,
    env = {},
  }: { demo?: boolean; env?: Record<string, string> } = {}): Promise<void> {
    const port = this.address ? new URL(this.address).port : "0";
    const child = spawn(process.execPath, ["server/dist/main.mjs"], {
      cwd: join(import.meta.dirname, ".."),
      env: {
        ...process.env,
        PORT: port,
        KETTLEBACK_DEMO: demo ? "1" : "0",
        KETTLEBACK_DB: join(this.folder, "kettleback.sqlite"),
        LOG_LEVEL: "error",
        ...env,
      },
      stdio: ["ignore", "pipe", "inherit"],
    });
    this.child = child;
    this.address = await new Promise((resolve, reject) => {
      child.stdout.on("data", (chunk: Buffer) => {
        const found = /http:\/\/[^\s/]+/.exec(chunk.toString())?.[0];
        if (found) resolve(found);
      });
      child.once("exit", (code) => reject(new Error(`the server stopped with ${code}`)));
    });
  }

  /** Ends it without a chance to tidy up. */
  async kill(): Promise<void> {
    const { child } = this;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const ended = new Promise((resolve) => child.once("exit", resolve));
    child.kill("SIGKILL");
    await ended;
  }

  async dispose(): Promise<void> {
    await this.kill();
    rmSync(this.folder, { recursive: true, force: true });
  }
}

async function withApplication(use: (app: Application) => Promise<void>): Promise<void> {
  const app = new Application();
  await app.start();
  await use(app);
  await app.dispose();
}

/**
 * A test with a browser of its own over an application that many share: for what only looks, or keeps what it changes
 * in its own browser.
 */
export const test = base.extend<object, { shared: Application }>({
  // Playwright reads the names of the fixtures a fixture needs from its first argument.
  // eslint-disable-next-line no-empty-pattern
  shared: [async ({}, use) => withApplication(use), { scope: "worker" }],
  page: async ({ page, shared }, use) => {
    await page.goto(`${shared.address}/path`);
    await page.getByRole("region", { name: "Answers" }).waitFor();
    await use(page);
  },
});

/** A test with an application of its own as well, for what writes: no test sees what another has changed. */
export const testAlone = base.extend<{ app: Application }>({
  // eslint-disable-next-line no-empty-pattern
  app: async ({}, use) => withApplication(use),
  page: async ({ page, app }, use) => {
    await page.goto(`${app.address}/path`);
    await page.getByRole("region", { name: "Answers" }).waitFor();
    await use(page);
  },
});

const PASSPHRASE = "curlews over the slip";
/** A test over an application that listens wider than this machine, its page at the door. */
export const testAtTheDoor = base.extend<{ app: Application; passphrase: string }>({
  passphrase: PASSPHRASE,
  // eslint-disable-next-line no-empty-pattern
  app: async ({}, use) => {
    const app = new Application();
    await app.start({ env: { KETTLEBACK_LISTEN: "0.0.0.0", KETTLEBACK_PASSPHRASE: PASSPHRASE } });
    await use(app);
    await app.dispose();
  },
  page: async ({ page, app }, use) => {
    await page.goto(app.address);
    await use(page);
  },
});
/** A test over an application whose database is empty, its page at the beginning. */
export const testEmpty = base.extend<{ app: Application }>({
  // eslint-disable-next-line no-empty-pattern
  app: async ({}, use) => {
    const app = new Application();
    await app.start({ demo: false });
    await use(app);
    await app.dispose();
  },
  page: async ({ page, app }, use) => {
    await page.goto(app.address);
    await page.getByRole("heading", { name: "What will your car really get?" }).waitFor();
    await use(page);
  },
});
export { expect } from "@playwright/test";

/** Picks in the sentence, by the label of the picker. */
export const pick = (page: Page, label: string, option: string): Promise<unknown> =>
  page.getByLabel(label, { exact: true }).selectOption({ label: option });

/** The figure of one answer. */
export const answer = (page: Page, name: RegExp) =>
  page.getByRole("region", { name: "Answers" }).getByRole("button", { name });

/** Until a page stands still: its fonts there, nothing on it changed for a while. Its line for what happens stays open. */
export const standsStill = (page: Page): Promise<void> =>
  page.evaluate(async () => {
    await document.fonts.ready;
    await new Promise<void>((resolve) => {
      let timer = setTimeout(resolve, 400);
      new MutationObserver(() => {
        clearTimeout(timer);
        timer = setTimeout(resolve, 400);
      }).observe(document.body, { subtree: true, childList: true, attributes: true, characterData: true });
    });
  });

/** The sentence that says what holds it back. */
export const verdict = (page: Page) => page.locator(".verdict-line");
