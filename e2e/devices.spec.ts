import type { Page } from "@playwright/test";
import { expect, pick, testAlone, type Application } from "./application";
import { faults, HOME, shownKWh, StandIns } from "./stand-ins";

const going = (page: Page) => page.getByRole("region", { name: "Charging now" });

/** Waits until nothing lies beyond the page's edge: a drawing follows its window a moment later. */
const noneSideways = (page: Page) =>
  expect
    .poll(() => page.evaluate(() => document.documentElement.scrollWidth - innerWidth))
    .toBeLessThanOrEqual(0);

/** Gives a device of the demo another address: that of the stand-ins beside this application. */
async function reachedAt(app: Application, id: string, address: string): Promise<void> {
  const garage = (await (await fetch(`${app.address}${HOME}/garage`)).json()) as {
    devices: { id: string; version: number; spec: { reach: object } }[];
  };
  const row = garage.devices.find((one) => one.id === id)!;
  const response = await fetch(`${app.address}${HOME}/devices/${id}`, {
    method: "PUT",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify({
      version: row.version,
      parentId: null,
      spec: { ...row.spec, reach: { ...row.spec.reach, address } },
    }),
  });
  expect(response.status).toBe(200);
}

testAlone(
  "a meter at the outlet is read along: it has really started, the meter fails and is well again, and the log has what it counted",
  async ({ page, app }) => {
    const standIns = await StandIns.start(app);
    try {
      await reachedAt(app, "fq-boathouse-meter", standIns.mqtt);
      await page.reload();
      await expect(page.getByText("Read along once it has started: Boathouse meter.")).toBeVisible();
      await standIns.set("power-meter/plug", { plugged: true });
      const meter = () => standIns.reading<{ totalWh: number }>("power-meter");
      await page.getByRole("button", { name: "Started now" }).click();
      await expect(going(page)).toContainText("Boathouse meter is read along.", { timeout: 20_000 });
      await expect(going(page)).toContainText(/2\.3\d kW flow, as they should\./, { timeout: 15_000 });
      await standIns.set("clock", { speed: 300 });
      await expect(going(page)).toContainText(/It has really started: 2\.3\d kW flow/, { timeout: 15_000 });
      await standIns.set("power-meter/fault", { fault: "garbled" });
      await expect(going(page)).toContainText("Boathouse meter says what is no JSON.", { timeout: 15_000 });
      await standIns.set("power-meter/fault", { fault: "none" });
      await expect(going(page)).toContainText("Boathouse meter is read along.", { timeout: 15_000 });
      await standIns.set("clock", { speed: 1 });
      await expect(going(page).getByText("Boathouse meter is read along.")).toBeVisible();
      expect(await faults(page)).toEqual([]);
      await page.setViewportSize({ width: 390, height: 844 });
      await noneSideways(page);
      await page.setViewportSize({ width: 1280, height: 800 });

      // What was read stands there already.
      await going(page).getByRole("button", { name: "Finish it…" }).click();
      const typed = async (label: string) => Number(await going(page).getByLabel(label).inputValue());
      const [before, after] = [await typed("Counter before, kWh"), await typed("Counter after, kWh")];
      const counted = (await meter()).totalWh / 1000;
      // What stands there is rounded to the watt-hour.
      expect(after).toBeLessThanOrEqual(counted + 0.001);
      expect(counted - after).toBeLessThan(0.1);
      const moved = shownKWh(Math.round((after - before) * 1000));
      await going(page).getByRole("button", { name: "Keep it" }).click();
      await expect(page.locator(".notice")).toContainText(`${moved} kWh counted`);
      await page.goto(`${app.address}/log`);
      const line = page.getByRole("region", { name: "Sessions" }).locator(".session-line").first();
      await expect(line).toContainText("Plover overnight in the boathouse");
      await expect(line).toContainText(`${moved} kWh`);
    } finally {
      standIns.end();
    }
  },
);

testAlone(
  "a car's own report tells the charge beside a charge point, and that it ends sooner than was asked for",
  async ({ page, app }) => {
    const standIns = await StandIns.start(app);
    try {
      await reachedAt(app, "fq-curlew-report", `${standIns.address}/curlew/reading`);
      await page.reload();
      await pick(page, "Saved paths", "Curlew at the co-op hall, left standing");
      await page.getByRole("button", { name: "Start Hall post" }).click();
      await expect(going(page)).toContainText("by the car", { timeout: 25_000 });
      await standIns.set("curlew/limit", { percent: 60 });
      const alarm = going(page).getByRole("alert");
      await expect(alarm).toContainText("The car is set to end at 60 %; ", { timeout: 15_000 });
      await expect(going(page)).toContainText("60 % at");
      await standIns.set("clock", { speed: 600 });
      await expect(going(page)).toContainText("60 % is there.", { timeout: 30_000 });
      await standIns.set("clock", { speed: 1 });
      await expect(alarm).not.toContainText("stopped");
    } finally {
      standIns.end();
    }
  },
);

testAlone(
  "a device is added by asking it: what it tells is said to be what, and it is kept",
  async ({ page, app }) => {
    const standIns = await StandIns.start(app);
    try {
      await page.goto(`${app.address}/garage/devices`);
      await page.getByRole("button", { name: "Add a device" }).click();
      await page.getByLabel("Name").fill("Slip meter");
      await page.getByLabel("It tells of").selectOption({ label: "Slip · 32 A blue socket" });
      await page.getByLabel("Address it answers at").fill("http://127.0.0.1:9/nobody");
      await page.getByRole("button", { name: "Ask it now" }).click();
      await expect(page.getByText("It cannot be reached.")).toBeVisible();
      await page.getByLabel("Address it answers at").fill(`${standIns.address}/power-meter/reading`);
      await page.getByRole("button", { name: "Ask it now" }).click();
      await expect(page.getByText("It tells 5 figures.")).toBeVisible();
      await expect(page.getByLabel("watts is")).toHaveValue("watts");
      await expect(page.getByLabel("totalWh is")).toHaveValue("counterWh");
      await expect(page.getByLabel("totalWh in")).toHaveValue("Wh");
      expect(await faults(page)).toEqual([]);
      await page.getByRole("button", { name: "Keep it" }).click();
      const row = page.getByRole("listitem").filter({ hasText: "Slip meter" });
      await expect(row).toContainText("It tells of Slip · 32 A blue socket");
      expect(await faults(page)).toEqual([]);
      await page.setViewportSize({ width: 390, height: 844 });
      await row.getByRole("button", { name: "Change Slip meter" }).click();
      await page.getByRole("button", { name: "Ask it now" }).click();
      await expect(page.getByText("It tells 5 figures.")).toBeVisible();
      await noneSideways(page);
    } finally {
      standIns.end();
    }
  },
);

testAlone(
  "a session at a public post is told by its network, late, and closed by the network's bill",
  async ({ page, app }) => {
    const standIns = await StandIns.start(app);
    try {
      await reachedAt(app, "fq-island-sessions", `${standIns.address}/island-network/versions`);
      await page.reload();
      await pick(page, "Saved paths", "Curlew on the ferry rapid, from 10 to 80 %");
      await standIns.set("island-network/plug", { uid: "ferry-2", plugged: true, soc: 0.1 });
      await page.getByRole("button", { name: "Started now" }).click();
      await expect(going(page)).toContainText("Island charging tells late: what it shows is of", {
        timeout: 20_000,
      });
      await standIns.set("clock", { speed: 120 });
      await expect(going(page)).toContainText(/by the car, carried on|by the car/, { timeout: 20_000 });
      await standIns.set("clock", { speed: 1_200 });
      // Over once the car takes nothing more, and billed ten minutes later.
      await expect(going(page)).toHaveCount(0, { timeout: 40_000 });
      const { data } = (await (await fetch(`${standIns.address}/island-network/2.2.1/cdrs`)).json()) as {
        data: { total_energy: number; total_cost: { excl_vat: number } }[];
      };
      const [{ total_energy: kWh, total_cost: cost }] = data as [(typeof data)[0]];
      await page.goto(`${app.address}/log`);
      const line = page.getByRole("region", { name: "Sessions" }).locator(".session-line").first();
      await expect(line).toContainText("Curlew on the ferry rapid");
      await expect(line).toContainText(`${kWh.toFixed(1)} kWh`);
      await expect(line).toContainText(cost.excl_vat.toFixed(2));
    } finally {
      standIns.end();
    }
  },
);
