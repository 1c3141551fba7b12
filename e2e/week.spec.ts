import type { Page } from "@playwright/test";
import { expect, pick, test } from "./application";

const toWeek = async (page: Page) => {
  await page.getByRole("link", { name: "Week", exact: true }).click();
  await page.getByLabel("Week to start from").waitFor();
};
const says = (page: Page) => page.locator(".says").first();
const strip = (page: Page, day: string) => page.getByRole("group", { name: new RegExp(`^${day}`) });
const drive = (page: Page, day: string) => page.getByRole("button", { name: new RegExp(`^${day}, \\d+ km`) });

test("a longer Thursday is dragged, and the verdict falls; undo takes the drag back in one step", async ({
  page,
}) => {
  await toWeek(page);
  await pick(page, "Week to start from", "far commuter");
  await expect(says(page)).toContainText("is enough for Plover this week");
  const before = await says(page).textContent();
  await page.getByRole("button", { name: "Boathouse, wall socket at 10 A" }).click();
  const km = drive(page, "Thursday").getByText("132 km");
  await km.scrollIntoViewIfNeeded();
  const box = (await km.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 60, y, { steps: 6 });
  await page.mouse.move(x + 118, y, { steps: 6 });
  await page.mouse.up();
  await expect(drive(page, "Thursday")).toHaveAccessibleName(/^Thursday, 250 km/);
  await expect(says(page)).toContainText("None of these 13 ways carries Plover through this week");
  const panel = page.getByRole("region", { name: "The week at this way" });
  await expect(panel).toContainText(/Boathouse, wall socket at 10 A falls short by \d+ km on Thu/);
  await expect(panel.getByRole("img")).toHaveAccessibleName(/km short, Thu \d\d:\d\d/);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(says(page)).toHaveText(before!);
});

test("the smallest way that suffices, its stops where none does, and what it pays back", async ({ page }) => {
  await toWeek(page);
  await pick(page, "Car", "Curlew");
  await pick(page, "Week to start from", "far commuter");
  await pick(page, "Season", "cold");
  await expect(says(page)).toContainText(
    "Blue 16 A socket is enough for Curlew this week, the smallest of 13 ways: no wallbox is needed for it.",
  );
  const row = page.getByRole("row", { name: /Boathouse, wall socket at 8 A/ });
  await expect(row).toContainText(/\d+ km short/);
  await row.getByRole("button").click();
  const panel = page.getByRole("region", { name: "The week at this way" });
  await expect(panel.getByRole("listitem").first()).toContainText(
    /min at Ferry terminal, rapid pair, 50 kW, €/,
  );
  await page.getByRole("button", { name: /^Tue .*the working$/ }).click();
  await expect(page.getByText("A day of this week: the working")).toBeVisible();
  await page.getByRole("link", { name: /pays back/ }).click();
  await expect(page.getByRole("region", { name: "What pays back" })).toContainText("Blue 16 A socket");
  await expect(page.getByLabel("Then", { exact: true })).toHaveValue("Blue 16 A socket");
});

test("a year is cancelled, gone through again, and run to its end", async ({ page }) => {
  await toWeek(page);
  await pick(page, "Week to start from", "far commuter");
  await page.getByRole("link", { name: "A year of luck" }).click();
  const panel = page.getByRole("region", { name: "How often it falls short" });
  await expect(panel.getByRole("status")).toContainText(/Sure enough after \d+ years/);
  await expect(panel).toContainText(/catches Plover short on \d+ days a year/);
  const told = await panel.locator(".says").textContent();
  await page.getByLabel("Years at most").selectOption({ label: "5,000" });
  await page.getByLabel("go on to the last year, however sure it is before").check();
  await page.getByRole("button", { name: "Cancel" }).click();
  await expect(panel.getByRole("status")).toContainText(/Ended by hand after [\d,]+ years/);
  await page.getByLabel("Years at most").selectOption({ label: "200" });
  await expect(panel.getByRole("status")).toContainText("200 years gone through.");
  await page.getByLabel("go on to the last year, however sure it is before").uncheck();
  // The same seed comes to the same answer, whichever thread was faster.
  await expect(panel.locator(".says")).toHaveText(told!);
  await page.getByRole("link", { name: "What matters most" }).click();
  await page.getByRole("button", { name: /^cold: \d+ km short$/ }).click();
  await expect(page.getByLabel("Season")).toHaveValue("cold");
});

test("trips from a table make a week, seen before it is taken; a broken line changes nothing", async ({
  page,
}) => {
  await toWeek(page);
  const take = (text: string) =>
    page
      .getByLabel("Week file")
      .setInputFiles({ name: "trips.csv", mimeType: "text/csv", buffer: Buffer.from(text) });
  const rows = [
    "date,km,out,back",
    "2026-11-02,60,07:00,17:00",
    "2026-11-03,20,09:00,11:00",
    "2026-11-09,90,07:30,17:30",
  ];
  await take([...rows, "2026-11-10,-5,09:00,11:00"].join("\n"));
  await expect(page.getByRole("alert")).toContainText(
    "line 5: distance: accepted: a number of km, 0 to 2000. Nothing has changed.",
  );
  await page.getByRole("button", { name: "Leave it" }).click();
  await take(rows.join("\n"));
  await expect(page.getByRole("dialog")).toContainText("Monday: 75 km, 07:00 to 17:00");
  await page.getByRole("button", { name: "Take this week" }).click();
  await expect(drive(page, "Monday")).toHaveAccessibleName("Monday, 75 km, 07:00 to 17:00");
  await expect(strip(page, "Wednesday")).toHaveAccessibleName("Wednesday: at home");
  await page.getByRole("link", { name: "A year of luck" }).click();
  await expect(page.getByLabel("Distances are")).toHaveValue("trips");
});

test("by keyboard alone: a week is picked, a drive is grown till it falls short, and its day opens", async ({
  page,
}) => {
  const tabTo = async (what: () => Promise<boolean>) => {
    for (let i = 0; i < 80; i++) {
      if (await what()) return;
      await page.keyboard.press("Tab");
    }
    throw new Error("it cannot be reached by Tab");
  };
  const focused = (name: RegExp) => () =>
    page.evaluate((source) => {
      const at = document.activeElement;
      return new RegExp(source).test(at?.getAttribute("aria-label") ?? at?.textContent ?? "");
    }, name.source);
  await tabTo(focused(/^Week$/));
  await page.keyboard.press("Enter");
  await expect(says(page)).toBeVisible();
  await tabTo(focused(/^Tuesday, 44 km/));
  for (let i = 0; i < 30; i++) await page.keyboard.press("+");
  await expect(drive(page, "Tuesday")).toHaveAccessibleName(/^Tuesday, 194 km/);
  await expect(says(page)).toContainText("None of these");
  await page.keyboard.press("ArrowRight");
  await expect(drive(page, "Tuesday")).toHaveAccessibleName(/07:55 to 18:05$/);
  await tabTo(focused(/^Tue .*: the working$/));
  await page.keyboard.press("Enter");
  await expect(page.getByText("A day of this week: the working")).toBeInViewport();
});

test("on a phone the answer stands in the first screen, and the line-up's night opens here", async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByRole("link", { name: "Line-up" }).click();
  await page
    .getByRole("navigation", { name: "Views of the line-up" })
    .getByRole("link", { name: "Enough overnight?" })
    .click();
  await page.getByLabel("A day's drive, km").fill("120");
  await page.getByRole("link", { name: "Follow a whole week of it" }).click();
  await expect(says(page)).toBeInViewport();
  await expect(says(page)).toContainText("this week");
  await expect(drive(page, "Saturday")).toHaveAccessibleName(/^Saturday, 120 km/);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});
