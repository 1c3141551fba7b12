import { readFileSync, writeFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { answer, expect, pick, test, testAlone } from "./application";

const NIGHT = "Curlew overnight on the slip";

/** Opens a view of Money on a saved path. */
async function open(page: Page, view: string, path = NIGHT): Promise<void> {
  await pick(page, "Saved paths", path);
  await page.getByRole("link", { name: "Money" }).click();
  await page.getByRole("navigation", { name: "Views of money" }).getByRole("link", { name: view }).click();
}

const live = (page: Page) => page.locator(".live");
const strip = (page: Page) => page.getByRole("application", { name: /Hours of the week/ });

/** Drags over hours of one day of the strip. */
async function drag(page: Page, day: number, from: number, to: number): Promise<void> {
  const box = (await strip(page).boundingBox())!;
  const x = (hour: number) => box.x + 36 + (hour / 24) * (box.width - 42);
  const y = box.y + 16 + day * 20 + 9;
  await page.mouse.move(x(from) + 2, y);
  await page.mouse.down();
  await page.mouse.move(x((from + to) / 2), y, { steps: 4 });
  await page.mouse.move(x(to) - 3, y, { steps: 4 });
  await page.mouse.up();
}

testAlone(
  "paint a night band and see cost and schedule follow; undo, save, and it is kept",
  async ({ page }) => {
    await open(page, "Tariffs");
    await page.getByLabel("Add one like").selectOption({ value: "flat" });
    await expect(page.getByText("One price is added.")).toBeVisible();
    await expect(live(page)).toContainText("€12.49 at once");
    await expect(live(page)).not.toContainText("less");

    await page.getByRole("button", { name: "Another price" }).click();
    await page.getByLabel("Price 2 a kWh, EUR a kWh").fill("0.1");
    await drag(page, 2, 1, 7);
    await expect(live(page)).toContainText("at the cheapest hours, from 01:00, ready at 06:39");
    await expect(live(page)).toContainText("Tried, not saved yet.");
    await expect(page.getByRole("region", { name: "Price list" })).toContainText("01:00–07:00");

    // The brush keeps its place, and one stroke is one step back.
    await drag(page, 4, 13, 15);
    // What is said after a stroke is what was painted, and nothing of the page was marked as text by it.
    await expect(page.locator(".marking")).toContainText("13:00 to 15:00");
    expect(await page.evaluate(() => getSelection()!.toString())).toBe("");
    const list = page.getByRole("region", { name: "Price list" });
    await expect(list).toContainText("13:00–15:00");
    await expect(list).not.toContainText("0.3 EUR a kWh13:00");
    await page.getByRole("button", { name: "Undo" }).click();
    await expect(list).not.toContainText("13:00");

    await page.getByRole("button", { name: "Undo" }).click();
    await expect(live(page)).not.toContainText("from 01:00");
    await page.getByRole("button", { name: "Redo" }).click();
    await expect(live(page)).toContainText("from 01:00");
    await page.getByRole("button", { name: "Save", exact: true }).click();
    await expect(page.getByText("One price is saved.")).toBeVisible();
    await page.reload();
    await expect(page.getByRole("region", { name: "Price list" })).toContainText("01:00–07:00");
    await expect(live(page)).not.toContainText("Tried");
  },
);

test("a receipt for a public session with an idle fee opens line by line to its working", async ({
  page,
}) => {
  await open(page, "What it costs", "Curlew at the co-op hall, left standing");
  const receipt = page.getByRole("region", { name: "Receipt", exact: true });
  await expect(receipt.getByRole("row", { name: /energy.*kWh/ })).toContainText("0.38 a kWh");
  await expect(receipt.getByRole("row", { name: /time standing/ })).toContainText("2.100 h2.097 used");
  await expect(receipt).toContainText("This session€23.95");
  await expect(receipt).toContainText("kept to a millionth");
  await receipt.getByRole("button", { name: /time standing.*the working/ }).click();
  await expect(page.getByText("k3 = q·price")).toBeVisible();
  await expect(page.getByText(/billed in whole blocks/)).toBeVisible();

  // Taken away when it is done, nothing stands.
  await page.getByLabel("Needed by").fill("19:15");
  await expect(receipt.getByRole("row", { name: /time standing/ })).toHaveCount(0);
});

test("plan the cheapest night, take it along as a calendar and as a timer, or start now anyway", async ({
  page,
}) => {
  await open(page, "When to charge");
  const view = page.getByRole("region", { name: "When to charge" });
  await expect(view).toContainText("Cheapest hours: €7.24, €5.99 less than at once, ready at 04:39.");
  await expect(view).toContainText("13 h 20 min plugged in, 8 h of it at €0.174 a kWh");
  await expect(view.getByRole("list", { name: "Timers to set" })).toContainText("start 23:00, stop 04:40");
  const [file] = await Promise.all([
    page.waitForEvent("download"),
    view.getByRole("button", { name: "Save as calendar file" }).click(),
  ]);
  expect(file.suggestedFilename()).toBe("charging.ics");
  const text = readFileSync(await file.path(), "utf8");
  expect(text).toContain("DTSTART:20261123T230000Z");
  expect(text).toContain("BEGIN:VEVENT");

  await view.getByRole("radio", { name: /Gentlest current/ }).check();
  await expect(view.getByRole("list", { name: "Timers to set" })).toContainText(
    "at 16 A, set on the Yard portable",
  );
  await view.getByRole("button", { name: /Start now anyway/ }).click();
  await expect(view).toContainText("At once costs €13.23");
  await expect(view).toContainText("spill over into dearer hours");
});

test("a night too short says so and promises nothing; a post says when to leave", async ({ page }) => {
  await open(page, "When to charge", "Plover overnight in the boathouse");
  const view = page.getByRole("region", { name: "When to charge" });
  await expect(view).toContainText("cannot be reached by 07:30: start at once");
  await expect(view.getByRole("radio")).toHaveCount(1);
  await page.getByRole("link", { name: "Path" }).click();
  await open(page, "When to charge", "Curlew at the co-op hall, left standing");
  await expect(page.getByRole("region", { name: "When to leave" })).toContainText(
    "Leave at 19:24: €0.533 a kWh",
  );
});

test("the lead bench from two meter readings: watts, coin, and what would pay", async ({ page }) => {
  await open(page, "The lead");
  await page.getByLabel("Meter at the wall, W").fill("3000");
  await page.getByLabel("Meter at the far end, W").fill("2948");
  await page.getByLabel("Current, A", { exact: true }).fill("13");
  await page.getByLabel("A session lasts, h").fill("12");
  await page.getByLabel("A kWh costs, EUR").fill("0.34");
  const lead = page.getByRole("region", { name: "The lead" });
  await expect(lead).toContainText("52.0 W are lost in the lead");
  await expect(lead).toContainText("really between 0 and 111 W");
  await expect(page.getByRole("region", { name: "In coin" })).toContainText("a hundred sessions€21.22");
  await page.getByLabel("Meter at the far end, W").fill("3100");
  await expect(lead.getByRole("alert")).toContainText("cannot read more than the one at the wall");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(lead).toContainText("52.0 W are lost");
});

test("a payback that says no, and what would turn it; it survives a reload", async ({ page }) => {
  await open(page, "What pays back");
  const result = page.getByRole("region", { name: "What pays back" });
  await page.getByLabel("You drive a year, km").fill("3000");
  await expect(result).toContainText(/Wallbox, 1 × 32 A does not pay back in the 8 years you keep it/);
  await expect(result).toContainText(/Distances a year at which it pays in 8 years\s*from 18,650 km/);
  await page.getByLabel("Then: 100 km cost, EUR").fill("30");
  await expect(result).toContainText("Wallbox, 1 × 32 A does not pay back: a year costs");
  await page.getByLabel("wallbox, most, EUR").fill("1");
  await expect(page.getByRole("alert").first()).toContainText(
    "wallbox, most: accepted: 450 to 1,000,000 EUR",
  );
  await page.getByLabel("wallbox, most, EUR").fill("900");
  await page.reload();
  await expect(page.getByLabel("You drive a year, km")).toHaveValue("3000");
  await expect(result).toContainText("Wallbox, 1 × 32 A does not pay back: a year costs");
});

test("against fuel in miles and gallons, and a membership on one's own months", async ({ page }) => {
  await open(page, "Against fuel");
  await page.getByLabel("Fuel costs, EUR").fill("1.5");
  await page.getByLabel("The fuel car uses").fill("40");
  await page.getByLabel("Unit of the fuel car").selectOption("mpg (imperial)");
  await page.getByLabel("A kWh on the meter, EUR").fill("0.12");
  await page.getByLabel("Your unit").selectOption("Wh/mi");
  await page.getByLabel("Yours uses, at the meter").fill("300");
  const fuel = page.getByRole("region", { name: "Against fuel" });
  await expect(fuel).toContainText("€10.59 for 100 km");
  await expect(fuel).toContainText("189 mpg imperial");

  await page.getByRole("link", { name: "Memberships" }).click();
  await page.getByRole("button", { name: "Take Ferry rapid rate" }).click();
  const members = page.getByRole("region", { name: "Memberships" });
  await expect(members).toContainText("It pays from 36.3 kWh a month.");
  await page.getByLabel("Jan, kWh").fill("37");
  await expect(members).toContainText("it pays in 1 of 12");
});

testAlone(
  "a tariff file and a table of prices are taken in; broken ones are refused by line, and nothing changes",
  async ({ page }, info) => {
    await open(page, "Tariffs");
    const chooser = page.getByLabel("Tariff file");
    const list = page.getByRole("region", { name: "Tariffs of this household" }).getByRole("button");
    const file = (name: string, text: string) => {
      const path = info.outputPath(name);
      writeFileSync(path, text);
      return path;
    };
    const post = (type: string, currency?: string) =>
      JSON.stringify(
        { id: "quay", currency, elements: [{ price_components: [{ type, price: 0.25, step_size: 1 }] }] },
        null,
        1,
      );
    await chooser.setInputFiles(file("water.json", post("WATER", "EUR")));
    await expect(page.getByRole("alert")).toContainText(
      "line 8: elements.0.price_components.0.type: accepted: ENERGY",
    );
    await chooser.setInputFiles(file("bare.json", post("ENERGY")));
    await expect(page.getByRole("alert")).toContainText("currency: needed");
    await chooser.setInputFiles(
      file("gap.csv", "start,price\n2026-11-23T18:00,0.3\n2026-11-23T19:00,0.2\n2026-11-23T21:00,0.1\n"),
    );
    await expect(page.getByRole("alert")).toContainText("line 4: start: a gap: 2026-11-23T20:00 is missing");
    await expect(list).toHaveCount(5);

    await chooser.setInputFiles(file("quay.json", post("ENERGY", "EUR")));
    await expect(list).toHaveCount(6);
    await expect(live(page)).toContainText("€10.41 at once");
    const hours = Array.from({ length: 24 }, (_, i) => {
      const at = new Date(Date.UTC(2026, 10, 23, 12 + i)).toISOString().slice(0, 16);
      return `${at},${i === 14 || i === 15 ? -0.05 : 0.3}`;
    });
    await chooser.setInputFiles(file("spot.csv", `start,price\n${hours.join("\n")}\n`));
    await expect(page.getByRole("region", { name: "Prices by the hour" })).toContainText(
      "24 prices of 60 minutes",
    );
    await expect(live(page)).toContainText("ready at 04:00");
    await page.getByRole("button", { name: "Back to saved" }).click();
    await expect(live(page)).toContainText("€10.41 at once");

    const [saved] = await Promise.all([
      page.waitForEvent("download"),
      page.getByRole("button", { name: "Export" }).click(),
    ]);
    expect(JSON.parse(readFileSync(await saved.path(), "utf8"))).toMatchObject({
      id: "quay",
      currency: "EUR",
      name: "quay",
    });
  },
);

test("every place by the kWh in the battery; one is opened", async ({ page }) => {
  await open(page, "Every place");
  const rows = page.getByRole("region", { name: "Prices at every place" }).getByRole("row");
  await expect(rows.nth(1)).toContainText("Harbour office");
  await expect(rows.nth(1)).toContainText("the place's limit ends it");
  await page.getByRole("button", { name: /Open Ferry terminal/ }).click();
  await expect(page.getByRole("region", { name: "Receipt", exact: true })).toContainText("Ferry rapid rate");
});

test("by keyboard alone: a band is painted, priced and seen in the receipt", async ({ page }) => {
  await pick(page, "Saved paths", NIGHT);
  await page.getByRole("link", { name: "Money" }).focus();
  await page.keyboard.press("Enter");
  const views = page.getByRole("navigation", { name: "Views of money" });
  await views.getByRole("link", { name: "Tariffs" }).focus();
  await page.keyboard.press("Enter");
  await strip(page).focus();
  // From Monday 23:00 three hours back, at the dearer of the two prices.
  await page.keyboard.press("2");
  await page.keyboard.press("ArrowRight");
  for (let i = 0; i < 1; i++) await page.keyboard.press("Shift+ArrowLeft");
  await expect(page.locator(".marking")).toContainText("Monday, Tuesday");
  await expect(page.locator(".marking")).toContainText("23:00 to 24:00: €0.342");
  await page.keyboard.press("Enter");
  await expect(live(page)).toContainText("from 00:00");
  await views.getByRole("link", { name: "What it costs" }).focus();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("region", { name: "Receipt", exact: true })).toContainText("18:10–23:49");
});

test("the Path says what the cheapest hours save, and leads there", async ({ page }) => {
  await pick(page, "Saved paths", NIGHT);
  await expect(answer(page, /Cost/)).toContainText("€13.23");
  await expect(page.locator(".cheaper")).toContainText(
    "from 23:00, this charge costs €7.24, €5.99 less than at once.",
  );
  await page.getByRole("link", { name: "When to charge" }).click();
  await expect(page.getByRole("region", { name: "When to charge" })).toContainText("Cheapest hours: €7.24");
});
