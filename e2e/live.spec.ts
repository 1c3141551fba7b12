import { once } from "node:events";
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { RPCClient } from "ocpp-rpc";
import type { Page } from "@playwright/test";
import { expect, pick, testAlone, testKilled, type Application } from "./application";
import { faults, HOME, shownKWh, StandIns } from "./stand-ins";

const HALL = "Curlew at the co-op hall, left standing";

const REGISTER_WH = 1_204_600;
const going = (page: Page) => page.getByRole("region", { name: "Charging now" });

interface Told {
  readonly id: string;
  readonly spec: {
    begin: string;
    end: string | null;
    wallWh: number | null;
    acts?: { act: string; taken: boolean }[];
  };
}

/** The sessions a charge point told of. */
async function told(app: Application): Promise<Told[]> {
  const response = await fetch(
    `${app.address}${HOME}/sessions?from=2026-01-01T00:00:00Z&to=2099-01-01T00:00:00Z`,
  );
  const { rows } = (await response.json()) as { rows: (Told & { spec: { source: string } })[] };
  return rows.filter(({ spec }) => spec.source === "charge point");
}

/** The hall's path in view, its charge point connected. */
async function toTheHall(page: Page): Promise<void> {
  await pick(page, "Saved paths", HALL);
  await expect(page.getByRole("button", { name: "Start Hall post" })).toBeEnabled();
}

testAlone(
  "a session is started at the charge point, watched, a lost phase named, lowered, stopped, and lies in the log with what the register moved by",
  async ({ page, app }) => {
    const post = await StandIns.start(app);
    try {
      await toTheHall(page);
      await page.getByRole("button", { name: "Start Hall post" }).click();
      await expect(going(page)).toContainText("11.0 kW flow, as they should.", { timeout: 15_000 });
      await post.set("clock", { speed: 300 });
      await expect(going(page)).toContainText("It has really started: 11.0 kW flow");
      await expect(going(page).getByText("read just now")).toBeVisible();

      await post.set("hall-post/trouble", { trouble: "phase-lost" });
      const alarms = going(page).getByRole("alert");
      await expect(alarms).toContainText("Phases 2 and 3 carry nothing.");
      await expect(going(page)).toContainText("7.37 kW flow where 11.0 kW should.");
      await post.set("clock", { speed: 1 });
      expect(await faults(page)).toEqual([]);
      await page.setViewportSize({ width: 390, height: 844 });
      // The answer, and what is amiss, in the phone's first screen.
      await page.evaluate(() => scrollTo(0, 0));
      await expect(alarms).toBeInViewport();
      expect(
        await page.evaluate(() => document.documentElement.scrollWidth - innerWidth),
      ).toBeLessThanOrEqual(0);
      await page.setViewportSize({ width: 1280, height: 800 });

      await post.set("hall-post/trouble", { trouble: "none" });
      await going(page)
        .getByLabel(/^Current, A/)
        .fill("8");
      await going(page).getByRole("button", { name: "Lower to" }).click();
      await expect(page.locator(".notice")).toContainText("The unit keeps to that current.");
      await post.set("clock", { speed: 300 });
      await expect(going(page)).toContainText("5.53 kW flow, as they should.");
      // Whether it is late by then depends on how long its fast clock has run: nothing else is amiss.
      await expect(alarms).toHaveText(/^(As it goes now it is done .* after the car is wanted\..*)?$/);

      await post.set("clock", { speed: 1 });
      await going(page).getByRole("button", { name: "Stop charging" }).click();
      await expect(going(page)).toHaveCount(0);
      await expect.poll(async () => (await post.post()).kept).toBe(0);
      const moved = (await post.post()).registerWh - REGISTER_WH;
      const [session, ...others] = await told(app);
      expect(others).toEqual([]);
      expect(session!.spec.wallWh).toBe(moved);
      expect(session!.spec.acts!.map(({ act, taken }) => [act, taken])).toEqual([
        ["start", true],
        ["limit", true],
        ["stop", true],
      ]);
      await page.goto(`${app.address}/log`);
      const list = page.getByRole("region", { name: "Sessions" });
      await expect(list.locator(".session-line").first()).toContainText(HALL);
      await expect(list.locator(".session-line").first()).toContainText(`${shownKWh(moved)} kWh`);
    } finally {
      post.end();
    }
  },
);

testKilled(
  "the server is killed while it charges: the charge point comes back, nothing it told is lost or counted twice",
  async ({ page, app }) => {
    const post = await StandIns.start(app);
    try {
      await toTheHall(page);
      await page.getByRole("button", { name: "Start Hall post" }).click();
      await expect(going(page)).toContainText("as they should", { timeout: 15_000 });
      await post.set("clock", { speed: 100 });
      for (let i = 0; i < 3; i++) {
        await app.kill();
        await app.start();
        await expect.poll(async () => (await post.post()).kept, { timeout: 15_000 }).toBeLessThanOrEqual(1);
      }
      await post.set("clock", { speed: 1 });
      // The page took up its line again by itself.
      await expect(going(page)).toContainText("as they should", { timeout: 15_000 });
      await post.set("hall-post/plug", { plugged: false });
      await expect(going(page)).toHaveCount(0, { timeout: 15_000 });
      const [session, ...others] = await told(app);
      expect(others).toEqual([]);
      expect(session!.spec.wallWh).toBe((await post.post()).registerWh - REGISTER_WH);
      const samples = (await (
        await fetch(`${app.address}${HOME}/sessions/${session!.id}/samples`)
      ).json()) as { rows: number[][] };
      const counter = samples.rows.map((row) => row[10]!);
      expect(counter).toEqual([...counter].sort((a, b) => a - b));
      expect(new Set(samples.rows.map(([at]) => at)).size).toBe(samples.rows.length);
    } finally {
      post.end();
    }
  },
);

testAlone(
  "hours that are sent to the charge point are kept to, and it ends when they do; taken back it charges on",
  async ({ page, app }) => {
    const post = await StandIns.start(app);
    try {
      await toTheHall(page);
      await page.getByRole("button", { name: "Start Hall post" }).click();
      await expect(going(page)).toContainText("as they should", { timeout: 15_000 });
      const row = (await told(app))[0]!;
      // Two stretches of ten minutes.
      const from = Date.now() + 10 * 60_000;
      const stretch = (start: number, minutes: number, amps: number) => ({
        from: new Date(start).toISOString(),
        to: new Date(start + minutes * 60_000).toISOString(),
        amps,
      });
      const schedule = [stretch(from, 10, 16), stretch(from + 30 * 60_000, 10, 8)];
      const response = await fetch(`${app.address}${HOME}/charge-points/fq-hall-point/acts`, {
        method: "POST",
        headers: { "Content-Type": "application/json" },
        body: JSON.stringify({ act: "schedule", schedule }),
      });
      expect(((await response.json()) as { taken: boolean }).taken).toBe(true);
      const before = (await post.post()).registerWh;
      // In the last ten minutes of a day they are tomorrow's, and say so.
      await expect(going(page)).toContainText(
        /It waits for its hours: from (?:[A-Z][a-z]{2} )?\d\d:\d\d on\./,
        { timeout: 15_000 },
      );
      await post.set("clock", { speed: 600 });
      await expect(going(page)).toContainText("Its hours are over", { timeout: 20_000 });
      await post.set("clock", { speed: 1 });
      // Ten minutes at 3 × 16 A and ten at 3 × 8 A of 230 V, 8 W for the unit; within a minute of it.
      const kWh = ((await post.post()).registerWh - before) / 1000;
      const planned = (3 * 230 * (16 + 8) + 16) / 6 / 1000;
      expect(Math.abs(kWh - planned)).toBeLessThan((3 * 230 * 16) / 60 / 1000);
      expect((await told(app))[0]!.id).toBe(row.id);
      await going(page).getByRole("button", { name: "Take it back" }).click();
      await post.set("clock", { speed: 300 });
      await expect(going(page)).toContainText("11.0 kW flow", { timeout: 15_000 });
    } finally {
      post.end();
    }
  },
);

testAlone("a charge point that knocks is let in, and a card held to it", async ({ page, app }) => {
  const connect = async (password: string) => {
    const client = new RPCClient({
      endpoint: `${app.address.replace(/^http/, "ws")}/ocpp`,
      identity: "garden-box",
      password,
      protocols: ["ocpp1.6"],
      strictMode: true,
      reconnect: false,
    } as never);
    await client.connect();
    return client;
  };
  await expect(connect("anything-at-all-1234")).rejects.toThrow();
  await page.goto(`${app.address}/garage/points`);
  await expect(page.getByText("garden-box wanted in from 127.0.0.1: nobody here knows it")).toBeVisible();
  await page.getByRole("button", { name: "Let it in…" }).click();
  await expect(page.getByLabel(/^Identity/)).toHaveValue("garden-box");
  await page.getByLabel("Name").fill("");
  await page.getByRole("button", { name: "Keep it" }).click();
  await expect(page.getByRole("alert").filter({ hasText: "Name: a name is needed" })).toBeVisible();
  await page.getByLabel("Name").fill("Garden box");
  await page.getByRole("button", { name: "Keep it" }).click();
  const box = page.getByRole("listitem").filter({ hasText: "Garden box" });
  await expect(box).toContainText("none yet: it cannot come in");
  await box.getByRole("button", { name: "Give it a password" }).click();
  await expect(box).toContainText("it is not shown again");
  const password = (await box.locator("code").last().textContent())!;
  const client = await connect(password);
  await client.call("BootNotification", { chargePointVendor: "Hedge", chargePointModel: "B1" });
  await expect(box).toContainText("connected");
  await expect(box).toContainText("calls itself Hedge B1");
  expect(await client.call("Authorize", { idTag: "heron-3" })).toEqual({ idTagInfo: { status: "Invalid" } });
  await page.reload();
  await page.getByRole("button", { name: "Let this card start it" }).click();
  await expect(page.locator(".notice")).toContainText("Card heron-3 starts Garden box from now on.");
  await client.close({ force: true });
  const again = await connect(password);
  expect(await again.call("Authorize", { idTag: "heron-3" })).toEqual({ idTagInfo: { status: "Accepted" } });
  await box.getByRole("button", { name: "New password…" }).click();
  await expect(box).toContainText("is locked out until the new one is typed");
  expect(await faults(page)).toEqual([]);
  await again.close({ force: true });
});

testKilled(
  "a page of another origin that asks for every kind of line leaves the server answering",
  async ({ page, app }) => {
    const elsewhere = createServer((_req, res) =>
      res.writeHead(200, { "Content-Type": "text/html" }).end("<title>elsewhere</title>"),
    ).listen(0, "127.0.0.1");
    await once(elsewhere, "listening");
    try {
      await page.goto(`http://127.0.0.1:${(elsewhere.address() as AddressInfo).port}/`);
      const opened = await page.evaluate(
        async (base) => {
          const paths = [
            "//",
            "//[",
            "/ocpp/%ZZ",
            "/ocpp/%",
            "/ocpp/%E0%A4%A",
            "/ocpp/hall-post",
            "/",
            "/api/health",
          ];
          const tries = paths.flatMap((path) => [
            [path, "ocpp1.6"],
            [path, "ocpp2.0.1"],
          ]);
          const ends = tries.map(
            ([path, protocol]) =>
              new Promise<string>((resolve) => {
                try {
                  const line = new WebSocket(`${base}${path}`, protocol);
                  line.onopen = () => resolve("open");
                  line.onclose = () => resolve("closed");
                } catch {
                  resolve("not asked");
                }
              }),
          );
          return Promise.all(ends);
        },
        app.address.replace(/^http/, "ws"),
      );
      expect(opened.filter((end) => end === "open")).toEqual([]);
      expect(opened.filter((end) => end === "closed").length).toBeGreaterThan(10);
      expect((await fetch(`${app.address}/api/health`)).status).toBe(200);
      // It is the very process that answered before.
      await page.goto(app.address);
      await expect(page.getByRole("link", { name: "Garage" })).toBeVisible();
    } finally {
      elsewhere.close();
    }
  },
);
