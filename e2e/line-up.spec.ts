import { readFileSync } from "node:fs";
import type { Download, Page } from "@playwright/test";
import Papa from "papaparse";
import { expect, pick, test, testAlone, verdict } from "./application";

/** The line-up, on its first page. */
const enter = async (page: Page) => {
  await page.getByRole("link", { name: "Line-up" }).click();
  await page.getByRole("region", { name: "Compare" }).waitFor();
};
/** The line-up, at all its ways. */
const openRoom = async (page: Page) => {
  await enter(page);
  await view(page, "All ways");
  await page.getByRole("list", { name: "Ways to charge" }).waitFor();
};
const view = (page: Page, name: string) =>
  page.getByRole("navigation", { name: "Views of the line-up" }).getByRole("link", { name }).click();
const ways = (page: Page) => page.getByRole("list", { name: "Ways to charge" }).getByRole("listitem");
/** The rows of the first page. */
const compared = (page: Page) =>
  page
    .getByRole("region", { name: "Compare" })
    .getByRole("row")
    .filter({ has: page.getByRole("rowheader") });
const wayButton = (page: Page, name: RegExp) => ways(page).getByRole("button", { name });
const textOf = async (download: Download) => readFileSync(await download.path(), "utf8");
const saved = async (page: Page, click: () => Promise<void>) => {
  const [download] = await Promise.all([page.waitForEvent("download"), click()]);
  return textOf(download);
};

for (const household of ["Fallow Quay", "Larch Hollow"])
  test(`the hours over the bars stand apart and inside the axis: ${household}`, async ({ page }) => {
    await pick(page, "Household", household);
    await openRoom(page);
    const boxes = await page
      .locator(".picture-head .tick")
      .evaluateAll((ticks) => ticks.map((tick) => tick.getBoundingClientRect().toJSON() as DOMRect));
    const axis = (await page.locator(".picture-head .axis").boundingBox())!;
    expect(boxes.length).toBeGreaterThanOrEqual(4);
    const inOrder = boxes.sort((a, b) => a.left - b.left);
    inOrder.slice(1).forEach((box, i) => expect(box.left).toBeGreaterThan(inOrder[i]!.right + 2));
    expect(inOrder[0]!.left).toBeGreaterThanOrEqual(axis.x);
    expect(inOrder.at(-1)!.right).toBeLessThanOrEqual(axis.x + axis.width + 1);
  });

test("a start set is lined up, set against a baseline, sorted, and goes out as CSV and JSON that agree", async ({
  page,
}) => {
  await openRoom(page);
  await pick(page, "Car in view", "Curlew");
  await expect(ways(page).first()).toContainText("Boathouse, wall socket at 6 A");
  await expect(wayButton(page, /^Wallbox, 3 × 16 A/)).toContainText("9.91 kW");
  await wayButton(page, /^Wallbox, 1 × 32 A/).click();
  const panel = page.getByRole("complementary", { name: "The way in view" });
  await expect(panel).toContainText("A wallbox: a fixed unit");
  await expect(panel).toContainText("Still to be bought");
  await panel.getByRole("button", { name: "Make it the baseline" }).click();
  await expect(wayButton(page, /^Wallbox, 3 × 16 A/)).toContainText("1.5 ×");

  await view(page, "Table");
  const table = page.getByRole("region", { name: "Rows of the line-up" });
  await page.getByLabel(/differences to “Wallbox, 1 × 32 A”/).check();
  await table.getByRole("button", { name: /^Time to target/ }).click();
  await expect(table.getByRole("columnheader", { name: "Time to target" })).toHaveAttribute(
    "aria-sort",
    "ascending",
  );
  await expect(table.getByRole("row").nth(1)).toContainText("Curlew");
  await expect(table.getByRole("row").nth(1)).toContainText("Rapid");
  await pick(page, "Group", "by narrowest link");
  await expect(table.getByText(/^narrowest: the battery/)).toBeVisible();
  await page.getByText("Columns", { exact: true }).click();
  await page.getByLabel("To be bought").check();
  await expect(table.getByRole("columnheader", { name: "To be bought" })).toBeVisible();

  const csv = await saved(page, () => page.getByRole("button", { name: "CSV" }).click());
  const json = JSON.parse(await saved(page, () => page.getByRole("button", { name: "JSON" }).click()));
  const { data } = Papa.parse<Record<string, string>>(csv.trim(), { header: true });
  expect(data).toHaveLength(51);
  expect(json.rows).toHaveLength(51);
  data.forEach((row, i) => {
    expect(row.way).toBe(json.rows[i].way);
    expect(Number(row.wallWh)).toBe(json.rows[i].wallWh ?? 0);
  });
});

test("the cable's rating is varied, and the size at which it stops helping is read", async ({ page }) => {
  await openRoom(page);
  await pick(page, "Car in view", "Curlew");
  await view(page, "Vary one thing");
  await pick(page, "Way", "Co-op hall, post bay");
  await pick(page, "Vary", "the cable's rating");
  const region = page.getByRole("region", { name: "Vary one thing" });
  await expect(
    region.getByText("Beyond 16 A the onboard charger is the narrowest: nothing more is gained."),
  ).toBeVisible();
  await expect(region.getByRole("row", { name: /^16 A/ })).toContainText("enough");
  await pick(page, "Vary", "the charge at the start");
  await expect(region.getByRole("row", { name: /^80 %/ })).toBeVisible();
});

test("a sweep is cancelled midway, finished, read by arrow keys, and goes out as CSV", async ({ page }) => {
  await openRoom(page);
  await pick(page, "Car in view", "Curlew");
  await view(page, "Vary two");
  await pick(page, "Way", "Rapid, 350 kW");
  // It opens worked out.
  await page.locator("canvas").waitFor();
  await pick(page, "Across: quantity", "the power on the station's sign");
  await pick(page, "Up: quantity", "the station's amps");
  await pick(page, "Show", "cost of the session");
  await pick(page, "Points a side", "200");
  await page.getByRole("button", { name: "Work it out" }).click();
  await page.getByRole("progressbar", { name: "Working it out" }).waitFor();
  await page.getByRole("button", { name: "Cancel" }).click();
  await expect(page.getByText("Cancelled; the picture before it is still here.")).toBeVisible();

  await page.getByLabel("Across: to").fill("0");
  await page.getByRole("button", { name: "Work it out" }).click();
  await expect(page.getByRole("alert")).toContainText("across.to: accepted: 5 to 500 kW");
  await page.getByLabel("Across: to").fill("350");
  await pick(page, "Show", "power into the battery");
  await pick(page, "Points a side", "50");
  await page.getByRole("button", { name: "Work it out" }).click();
  const sweep = page.getByRole("application", { name: /^Vary two/ });
  await sweep.waitFor();
  const readout = page.locator("#sweep-readout");
  const before = await readout.textContent();
  await sweep.focus();
  await page.keyboard.press("Shift+ArrowLeft");
  await page.keyboard.press("ArrowDown");
  await expect(readout).not.toHaveText(before!);
  await expect(readout).toContainText("is the narrowest");
  await expect(page.getByRole("list", { name: "Contour steps and regions" })).toContainText("narrowest in");
  const csv = await saved(page, () => page.getByRole("button", { name: "CSV" }).click());
  const { data } = Papa.parse<Record<string, string>>(csv.trim(), { header: true });
  expect(data).toHaveLength(2500);
  expect(Object.keys(data[0]!)).toEqual(["station", "station-amps", "batteryW", "narrowest"]);
});

test("the chooser flips its verdict when three-phase posts become frequent", async ({ page }) => {
  await openRoom(page);
  await pick(page, "Car in view", "Curlew");
  await view(page, "What to carry");
  const cables = page.getByRole("region", { name: "Cables", exact: true });
  const light = cables.locator(".school").filter({ hasText: "Carry light" });
  for (const [post, times] of [
    ["1 × 16 A", "0"],
    ["1 × 32 A", "6"],
    ["3 × 16 A", "0"],
    ["3 × 32 A", "0"],
  ])
    await page.getByLabel(`${post} post, times a month`).fill(times!);
  await expect(light).toContainText("single-phase 32 A, 5 m");
  await page.getByLabel("3 × 16 A post, times a month").fill("10");
  await expect(light).toContainText("three-phase");
  await expect(cables.locator(".school").filter({ hasText: "Buy once" })).toContainText(
    "three-phase 32 A, 5 m",
  );
});

test("a stay says whether the rapid station is worth the move, and a night whether it is enough", async ({
  page,
}) => {
  await openRoom(page);
  await pick(page, "Car in view", "Curlew");
  await view(page, "A stay");
  await pick(page, "I stand at", "Blue 16 A socket");
  await expect(page.getByText(/is worth the move: .* more/)).toBeVisible();
  await page.getByLabel("Moving the car takes, minutes").fill("120");
  await expect(page.getByText("Stay where you are: nothing else gives more in 2 h.")).toBeVisible();
  await view(page, "Enough overnight?");
  await page.getByLabel("A day's drive, km").fill("90");
  await expect(
    page.getByText(/^Boathouse, wall socket at 8 A is the least that puts back 90 km/),
  ).toBeVisible();
  await expect(page.getByRole("button", { name: /wall socket at 6 A short by 25 km/ })).toBeVisible();
});

testAlone(
  "a line-up is kept by name, opened after a reload, and comes back from its own file the same",
  async ({ page }) => {
    await openRoom(page);
    await wayButton(page, /^Red 32 A socket/).click();
    await page.getByRole("button", { name: "Leave out" }).click();
    await expect(wayButton(page, /^Red 32 A socket/)).toHaveCount(0);
    await page.getByRole("button", { name: "Save as…" }).click();
    await page.getByLabel("Name of the line-up").fill("What we really use");
    await page.getByRole("button", { name: "Save", exact: true }).click();
    await expect(page.getByText("Saved as “What we really use”.")).toBeVisible();
    await page.reload();
    await expect(page.getByLabel("Saved line-ups")).toHaveValue(/.+/);
    await expect(wayButton(page, /^Red 32 A socket/)).toHaveCount(0);

    const text = await saved(page, () => page.getByRole("button", { name: "Export" }).click());
    expect(JSON.parse(text)).toMatchObject({ format: "kettleback-lineup", name: "What we really use" });
    const chooser = page.getByLabel("Line-up file");
    const bad = JSON.parse(text);
    bad.ways[0].flux = 1;
    await chooser.setInputFiles({
      name: "bad.json",
      mimeType: "application/json",
      buffer: Buffer.from(JSON.stringify(bad)),
    });
    await expect(page.getByRole("alert")).toContainText("ways.0.flux: not known here");
    await page.getByRole("alert").getByRole("button", { name: "Close" }).click();
    await chooser.setInputFiles({
      name: "good.json",
      mimeType: "application/json",
      buffer: Buffer.from(text),
    });
    await expect(page.getByText(/“What we really use” is in view: 16 ways/)).toBeVisible();
    expect(await saved(page, () => page.getByRole("button", { name: "Export" }).click())).toBe(text);
  },
);

testAlone(
  "a path is sent to the line-up, and a way is opened on the path with the parts it brings",
  async ({ page }) => {
    await pick(page, "Saved paths", "Curlew at the harbour with the wrong cable");
    await page.getByRole("button", { name: "To the line-up" }).click();
    await expect(compared(page).first()).toContainText("Curlew at the harbour with the wrong cable");
    await view(page, "All ways");
    await expect(ways(page).first()).toContainText("Curlew at the harbour with the wrong cable");
    await expect(page.getByLabel("Car in view")).toHaveValue("1");
    await expect(ways(page).first()).toContainText("baseline");
    await wayButton(page, /^Wallbox, 3 × 16 A/).click();
    await page.getByRole("button", { name: "Open in the Path" }).click();
    await expect(page.getByRole("status", { name: "What is tried out" })).toContainText(
      "Tried out: Wallbox, 3 × 16 A",
    );
    await expect(verdict(page)).toContainText("16 A on three phases");
    await page.getByRole("button", { name: "Save as…" }).click();
    await page.getByLabel("Name of the path").fill("A wallbox of our own");
    await page.getByRole("button", { name: "Save", exact: true }).click();
    await expect(page.getByText("Saved as “A wallbox of our own”.")).toBeVisible();
  },
);

test("the line-up opens on the comparison: what if, from what to what, kept by reload, taken back by going back", async ({
  page,
}) => {
  await enter(page);
  await pick(page, "Car in view", "Curlew");
  const row = (name: string) => compared(page).filter({ hasText: name });
  await expect(compared(page)).toHaveCount(7);
  await expect(row("Wallbox, 1 × 32 A")).toContainText("onboard charger");
  await expect(row("Wallbox, 1 × 32 A")).toContainText(
    "to buy for €1,070: wallbox; circuit of its own, 40 A",
  );
  await pick(page, "the cable’s rating", "16 A");
  await expect(row("Wallbox, 1 × 32 A")).toContainText("cablewas the onboard charger");
  await expect(row("Wallbox, 1 × 32 A")).toContainText(/was 6\.5\d kW/);
  await expect(row("Rapid, 150 kW")).toContainText("a rapid station's cable is its own");
  await expect(page).toHaveURL(/\/line-up\?cable=16$/);
  await page.reload();
  await expect(row("Wallbox, 1 × 32 A")).toContainText("cablewas the onboard charger");
  await page.goBack();
  await expect(row("Wallbox, 1 × 32 A")).not.toContainText("was");
  await page.getByRole("button", { name: "Lost" }).click();
  await expect(compared(page).first()).toContainText("Ferry terminal, rapid pair, 50 kW");
  await page.getByRole("link", { name: "Is it enough for my drive?" }).click();
  await expect(page).toHaveURL(/\/line-up\/night$/);
});

test("by keyboard alone: a way is described, moved, made the baseline, and undone", async ({ page }) => {
  const tabTo = async (name: RegExp) => {
    for (let i = 0; i < 120; i++) {
      await page.keyboard.press("Tab");
      const label = await page.evaluate(
        () => document.activeElement?.getAttribute("aria-label") ?? document.activeElement?.textContent ?? "",
      );
      if (name.test(label)) return;
    }
    throw new Error(`nothing called ${name} is reached by Tab`);
  };
  await page.keyboard.press("Tab");
  await tabTo(/^Line-up$/);
  await page.keyboard.press("Enter");
  await tabTo(/^All ways$/);
  await page.keyboard.press("Enter");
  await page.getByRole("list", { name: "Ways to charge" }).waitFor();
  await tabTo(/^Move Boathouse, wall socket at 6 A/);
  // Each key is pressed once the one before it has been told of.
  await page.keyboard.press("Space");
  await expect(page.getByText("Boathouse, wall socket at 6 A is lifted.")).toBeAttached();
  await page.keyboard.press("ArrowDown");
  await expect(page.getByText("to the place of Boathouse, wall socket at 8 A.")).toBeAttached();
  await page.keyboard.press("Space");
  await expect(ways(page).first()).toContainText("Boathouse, wall socket at 8 A");
  await tabTo(/^Boathouse, wall socket at 10 A/);
  await page.keyboard.press("Enter");
  await tabTo(/^Make it the baseline/);
  await page.keyboard.press("Enter");
  await expect(wayButton(page, /^Boathouse, wall socket at 10 A, the baseline/)).toBeVisible();
  await page.keyboard.press("Control+z");
  await page.keyboard.press("Control+z");
  await expect(ways(page).first()).toContainText("Boathouse, wall socket at 6 A");
  await page.keyboard.press("Control+Shift+Z");
  await expect(ways(page).first()).toContainText("Boathouse, wall socket at 8 A");
});

test("three trims of a car nobody owns stand side by side, in outline, on a phone by keyboard", async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await enter(page);
  await page.getByRole("button", { name: "Add a candidate…" }).focus();
  await page.keyboard.press("Enter");
  const form = page.getByRole("dialog");
  const type = async (label: string, text: string) => {
    await form.getByLabel(label, { exact: true }).focus();
    await page.keyboard.press("ControlOrMeta+A");
    await page.keyboard.type(text);
  };
  for (const [name, battery, charger] of [
    ["Heron short", "48", "7.4"],
    ["Heron long", "72", "7.4"],
    ["Heron long, 11 kW", "72", "11"],
  ] as const) {
    await type("What you call it", name);
    await type("Battery, usable, kWh", battery);
    await type("Onboard charger, kW", charger);
    await page.keyboard.press("Enter");
    await expect(form.getByRole("status")).toContainText(name);
  }
  await form.getByRole("button", { name: "Done" }).focus();
  await page.keyboard.press("Enter");
  await view(page, "Cars × ways");
  const grid = page.getByRole("region", { name: "Cars by ways" });
  await expect(grid.getByRole("columnheader", { name: /a candidate/ })).toHaveText([
    /^Heron short/,
    /^Heron long/,
    /^Heron long, 11 kW/,
  ]);
  // The Garage knows nothing of them.
  await page.getByRole("link", { name: "Garage" }).click();
  await expect(page.getByRole("heading", { name: "Curlew" })).toBeVisible();
  await expect(page.getByRole("heading", { name: /Heron/ })).toHaveCount(0);
});
