import type { Page } from "@playwright/test";
import { expect, test } from "./application";

/** The width of A4 within its margins of 12 mm (px), upright and across. */
const SHEET = { upright: 703, across: 1032 };

/** An address of the application a page is in. */
const there = (page: Page, at: string) => new URL(at, page.url()).href;

/** What reaches beyond the sheet it is laid out for, by its tag and class. */
const beyond = (page: Page, edge: number) =>
  page.evaluate(
    (width) =>
      [...document.querySelectorAll("main *")].flatMap((one) => {
        const { width: own, right } = one.getBoundingClientRect();
        return own > 1 && right > width + 1 ? [`${one.tagName}.${one.getAttribute("class")}`] : [];
      }),
    edge,
  );

for (const [room, views] of [
  ["/line-up", "Views of the line-up"],
  ["/money", "Views of money"],
  ["/install", "Views of an installation"],
  ["/away", "Views of a trip"],
  ["/log", "Views of the log"],
  ["/garage/together", null],
  ["/path", null],
  ["/words", null],
] as const)
  test(`${room} on paper: every view fits its sheet, and nothing stands there to be pressed`, async ({
    page,
  }) => {
    await page.goto(there(page, room));
    const links = views ? page.getByRole("navigation", { name: views }).getByRole("link") : null;
    await links?.first().waitFor();
    const addresses = links
      ? await links.evaluateAll((all) => all.map((a) => a.getAttribute("href")!))
      : [room];
    expect(addresses.length).toBeGreaterThan(views ? 4 : 0);
    for (const at of addresses) {
      await page.emulateMedia({ media: "screen" });
      await page.setViewportSize({ width: 1280, height: 800 });
      await page.goto(there(page, at));
      await page.locator("main :is(section, table, .picture):visible").first().waitFor();
      await expect(page.locator(".view-waiting, [aria-busy=true]")).toHaveCount(0);
      await page.emulateMedia({ media: "print" });
      // What is wide lies across; which it is is known once it is drawn.
      const fits = async () => {
        const across = await page.evaluate(() =>
          [...document.querySelectorAll("main *")].some((one) => getComputedStyle(one).page === "wide"),
        );
        const width = across ? SHEET.across : SHEET.upright;
        await page.setViewportSize({ width, height: 1000 });
        return beyond(page, width);
      };
      await expect.poll(fits, { message: at }).toEqual([]);
      await expect(page.getByRole("button", { name: /Undo|Save|Print|CSV|Add ways/ }), at).toHaveCount(0);
    }
  });

test("the table of a line-up lies across its sheets with every row, also those a screen does not draw", async ({
  page,
}) => {
  await page.setViewportSize({ width: 1280, height: 400 });
  await page.goto(there(page, "/line-up/table"));
  const rows = page.getByRole("region", { name: "Rows of the line-up" }).locator("tbody tr:not([style])");
  await expect(rows.first()).toBeVisible();
  const all = Number(await page.locator("[aria-rowcount]").getAttribute("aria-rowcount")) - 1;
  expect(await rows.count()).toBeLessThan(all);
  await page.emulateMedia({ media: "print" });
  await expect(rows).toHaveCount(all);
  const pdf = (await page.pdf({ preferCSSPageSize: true })).toString("latin1");
  const sheets = [...pdf.matchAll(/\/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/g)].map(([, w, h]) => [
    Math.round(Number(w)),
    Math.round(Number(h)),
  ]);
  // A4 in points, lying across.
  expect(sheets).toContainEqual([842, 595]);
});
