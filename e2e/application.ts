import { fork, spawn, type ChildProcess } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { test as base, type Page } from "@playwright/test";
import type { Said } from "./host";

const ROOT = join(import.meta.dirname, "..");

/** A process that serves many databases, for tests that need none of their own. */
export class Host {
  private readonly child = fork(join(ROOT, "e2e/dist/host.mjs"), { cwd: ROOT });
  private asked = 0;
  private readonly waiting = new Map<number, (said: Said) => void>();

  constructor() {
    this.child.once("exit", (code) => {
      for (const [id, hear] of this.waiting) hear({ id, error: `what serves the tests ended with ${code}` });
    });
    this.child.on("message", (said: Said) => {
      this.waiting.get(said.id)?.(said);
      this.waiting.delete(said.id);
    });
  }

  private async ask(what: { env: Record<string, string> } | { stop: number }): Promise<Said> {
    const id = ++this.asked;
    const said = await new Promise<Said>((resolve) => {
      this.waiting.set(id, resolve);
      this.child.send({ id, ...what });
    });
    if (said.error !== undefined) throw new Error(said.error);
    return said;
  }

  /** Serves by such settings. @returns where it answers, and how it is stopped */
  async serve(env: Record<string, string>): Promise<{ address: string; stop: () => Promise<unknown> }> {
    const { id, address } = await this.ask({ env });
    return { address: address!, stop: () => this.ask({ stop: id }) };
  }

  end(): void {
    this.child.kill();
  }
}

/** The real application: server, database and built pages, in a folder of its own. */
export class Application {
  private child: ChildProcess | undefined;
  private stop: (() => Promise<unknown>) | undefined;
  private readonly folder = mkdtempSync(join(tmpdir(), "kettleback-e2e-"));
  address = "";

  /** @param host what serves it; a process of its own, which can be killed, where nothing is said */
  constructor(private readonly host?: Host) {}

  /** Starts it, on the same port as before when it has run already, so that the browser's storage stays. */
  async start({
    demo = true,
    env = {},
  }: { demo?: boolean; env?: Record<string, string> } = {}): Promise<void> {
    const settings = {
      PORT: this.address ? new URL(this.address).port : "0",
      KETTLEBACK_DEMO: demo ? "1" : "0",
      KETTLEBACK_DB: join(this.folder, "kettleback.sqlite"),
      LOG_LEVEL: "error",
      // Nobody answers there: neither another test's simulated devices nor those of a demo that runs meanwhile are read.
      KETTLEBACK_STANDINS: "http://127.0.0.1:65535",
      KETTLEBACK_STANDINS_MQTT: "mqtt://127.0.0.1:65535",
      ...env,
    };
    if (this.host) ({ address: this.address, stop: this.stop } = await this.host.serve(settings));
    else await this.spawn(settings);
  }

  private async spawn(settings: Record<string, string>): Promise<void> {
    const child = spawn(process.execPath, ["server/dist/main.mjs"], {
      cwd: ROOT,
      env: { ...process.env, ...settings },
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

  /** Ends its process without a chance to tidy up. */
  async kill(): Promise<void> {
    const { child } = this;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const ended = new Promise((resolve) => child.once("exit", resolve));
    child.kill("SIGKILL");
    await ended;
  }

  async dispose(): Promise<void> {
    await this.stop?.();
    await this.kill();
    rmSync(this.folder, { recursive: true, force: true });
  }
}

async function withApplication(
  app: Application,
  use: (app: Application) => Promise<void>,
  started: Parameters<Application["start"]>[0] = {},
): Promise<void> {
  await app.start(started);
  await use(app);
  await app.dispose();
}

const hosted = base.extend<object, { host: Host }>({
  host: [
    // Playwright reads the names of the fixtures a fixture needs from its first argument.
    // eslint-disable-next-line no-empty-pattern
    async ({}, use) => {
      const host = new Host();
      await use(host);
      host.end();
    },
    { scope: "worker" },
  ],
});

/**
 * A test with a browser of its own over an application that many share: for what only looks, or keeps what it changes
 * in its own browser.
 */
export const test = hosted.extend<object, { shared: Application }>({
  shared: [async ({ host }, use) => withApplication(new Application(host), use), { scope: "worker" }],
  page: async ({ page, shared }, use) => {
    await openPath(page, shared);
    await use(page);
  },
});

async function openPath(page: Page, { address }: Application): Promise<void> {
  await page.goto(`${address}/path`);
  await page.getByRole("region", { name: "Answers" }).waitFor();
}

/** A test with an application of its own as well, for what writes: no test sees what another has changed. */
export const testAlone = hosted.extend<{ app: Application }>({
  app: async ({ host }, use) => withApplication(new Application(host), use),
  page: async ({ page, app }, use) => {
    await openPath(page, app);
    await use(page);
  },
});

/** … in a process of its own, which can be killed. */
export const testKilled = testAlone.extend({
  // eslint-disable-next-line no-empty-pattern
  app: async ({}, use) => withApplication(new Application(), use),
});

const PASSPHRASE = "curlews over the slip";
/** A test over an application that listens wider than this machine, its page at the door. */
export const testAtTheDoor = hosted.extend<{ app: Application; passphrase: string }>({
  passphrase: PASSPHRASE,
  app: async ({ host }, use) =>
    withApplication(new Application(host), use, {
      env: { KETTLEBACK_LISTEN: "0.0.0.0", KETTLEBACK_PASSPHRASE: PASSPHRASE },
    }),
  page: async ({ page, app }, use) => {
    await page.goto(app.address);
    await use(page);
  },
});
/** A test over an application whose database is empty, its page at the beginning. */
export const testEmpty = hosted.extend<{ app: Application }>({
  app: async ({ host }, use) => withApplication(new Application(host), use, { demo: false }),
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
