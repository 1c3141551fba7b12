import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { expect, test } from "./application";

const toInstall = async (page: Page, view?: string) => {
  await page.getByRole("link", { name: "Install", exact: true }).click();
  if (view)
    await page
      .getByRole("navigation", { name: "Views of an installation" })
      .getByRole("link", { name: view })
      .click();
  await page.locator(".verdict").waitFor();
};
const verdict = (page: Page) => page.locator(".verdict");

test("from one's own house to the brief: what is left, the way that fits, its circuit, the printed page with its cautions", async ({
  page,
}) => {
  await toInstall(page);
  await expect(verdict(page)).toContainText("6 A are left for a car: the 32 A you wish for do not fit");
  await page.getByLabel("Main breaker or fuse, A").fill("0");
  await expect(page.getByRole("alert")).toHaveText("Main breaker or fuse: accepted: 10 to 400 A");
  await expect(verdict(page)).toContainText("6 A are left");
  await page.getByLabel("Main breaker or fuse, A").fill("80");
  await expect(verdict(page)).toContainText("23 A are left");
  await page.getByRole("button", { name: "Take dishwasher out" }).click();
  await expect(verdict(page)).toContainText("26.4 A are left");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(verdict(page)).toContainText("23 A are left");

  await page.getByRole("link", { name: "See what does" }).click();
  await expect(verdict(page)).toContainText("The wall socket there is, 10 A is enough");
  await page.getByRole("button", { name: "A smaller unit: 1 × 16 A" }).click();
  const detail = page.getByRole("region", { name: "A smaller unit: 1 × 16 A" });
  await expect(detail).toContainText("The largest that is usually sold and fits into the 23 A left.");
  await detail.getByRole("link", { name: "Its circuit" }).click();
  await expect(verdict(page)).toContainText("2.5 mm² behind a breaker of 16 A");
  await page.getByLabel("From the board to the car, m").fill("40");
  await expect(verdict(page)).toContainText("6 mm² behind a breaker of 16 A");

  await toInstall(page, "Brief");
  await page.getByRole("checkbox", { name: /^The main breaker or fuse with its amperes/ }).check();
  await expect(verdict(page)).toContainText("1 of 24 things done");
  await page.reload();
  await expect(verdict(page)).toContainText("The brief for a smaller unit: 1 × 16 A: 1 of 24 things done.");
  await page.emulateMedia({ media: "print" });
  const paper = page.getByRole("article", { name: "The brief" });
  await expect(paper).toContainText(
    "Nothing here is to be wired by: a licensed electrician and local code decide",
  );
  await expect(paper).toContainText("unit for 16 A, breaker 16 A.");
  await expect(paper).toContainText("6 mm² copper, earth 6 mm², 40 m in conduit");
  await expect(page.getByRole("button", { name: "Print it" })).toBeHidden();
  const sheets = (await page.pdf({ format: "A4", preferCSSPageSize: true }))
    .toString("latin1")
    .match(/\/Type \/Page\b/g);
  expect(sheets).toHaveLength(1);
});

/** Forty days of quarter hours as a supplier gives them, 2.3 kW and 11.5 kW from seven to nine in the evening. */
const supplierFile = () => {
  const lines = Array.from({ length: 40 * 96 }, (_, i) => {
    const at = new Date(Date.UTC(2026, 0, 5) + i * 900_000);
    const evening = at.getUTCHours() >= 19 && at.getUTCHours() < 21;
    return `${at.toISOString().slice(0, 10)},${at.toISOString().slice(11, 16)},${evening ? 2.875 : 0.575}`;
  });
  return `Customer,made up\n\nDATE,TIME,USAGE (kWh)\n${lines.join("\n")}\n`;
};

test("a supplier's file is read and kept, a limit is followed through its nights, and both survive a reload", async ({
  page,
}) => {
  await toInstall(page);
  await page.getByLabel("Meter file").setInputFiles({
    name: "quarters.csv",
    mimeType: "text/csv",
    buffer: Buffer.from(supplierFile()),
  });
  const file = page.getByRole("region", { name: "The meter's file" });
  await expect(file).toContainText(
    "40 days at intervals of 15 min, from 5 Jan 2026 to 14 Feb 2026; at the most 11.5 kW",
  );
  await file.getByRole("button", { name: "Keep it and look at it" }).click();
  // 50 A and a tenth, of 63.
  await expect(page.getByText("8 A left by the highest demand that was measured")).toBeVisible();
  await page
    .getByLabel("It is judged by")
    .selectOption({ label: "the highest demand that was measured, with a margin" });
  await expect(verdict(page)).toContainText("8 A are left for a car");

  await toInstall(page, "The limit");
  const fact = (name: string) => page.locator("dl.facts div", { hasText: name }).locator("dd");
  // Two hours of 50 A, and ten minutes more, on each of 39 nights.
  await expect(fact("Paused, below 6 A")).toHaveText("0 h a year, 0 times");
  await page.getByLabel("A limit of its own, not what the main may carry for hours").check();
  await page.getByLabel("House and car together, A").fill("50");
  await expect(fact("Paused, below 6 A")).toHaveText("85 h a year, 39 times");
  await expect(fact("Highest with the limit")).toHaveText("50 A");
  await expect(fact("Highest without it")).toHaveText("82 A");
  await expect(fact("Above 50 A without it")).toHaveText("78 h a year");
  await page.reload();
  await expect(fact("Paused, below 6 A")).toHaveText("85 h a year, 39 times");
  await page.getByRole("button", { name: "Save as…" }).click();
  await page.getByLabel("Name of the installation").fill("Boathouse");
  await page.keyboard.press("Enter");
  await expect(page.locator(".notice")).toContainText("Saved as “Boathouse”.");
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Export" }).click(),
  ]);
  expect(download.suggestedFilename()).toBe("boathouse.installation.json");
  const document = JSON.parse(readFileSync((await download.path())!, "utf8")) as {
    series: { watts: number[] };
  };
  expect(document.series.watts.length).toBe(40 * 96);
});

test("by keyboard alone: a load is typed over, a way is looked at, a quote is priced and goes to what pays back", async ({
  page,
}) => {
  await toInstall(page);
  await page.getByLabel("heat pump, kW").focus();
  await page.keyboard.press("Control+A");
  await page.keyboard.type("0.7");
  await expect(verdict(page)).toContainText("16 A are left");
  await page.getByRole("link", { name: "Ways", exact: true }).focus();
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "A smaller unit: 1 × 16 A" }).focus();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("region", { name: "A smaller unit: 1 × 16 A" })).toBeVisible();
  await page.getByRole("link", { name: "Quotes", exact: true }).focus();
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "Add a quote" }).focus();
  await page.keyboard.press("Enter");
  await page.getByLabel("Sum of Quote 1").focus();
  await page.keyboard.type("900");
  await expect(verdict(page)).toContainText("Quote 1 asks least for the whole work");
  await page.getByRole("button", { name: "What does it pay back?" }).focus();
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("Item 1", { exact: true })).toHaveValue("Quote 1");
});
