import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { expect, pick, test, testAlone } from "./application";
import { StandIns } from "./stand-ins";

const toAway = async (page: Page, view = "What to pack") => {
  await page.getByRole("link", { name: "Away", exact: true }).click();
  await page.getByRole("link", { name: view }).click();
};
const verdict = (page: Page) => page.locator(".answer .verdict").first();
const cell = (page: Page, place: RegExp, at: number) =>
  page.getByRole("row", { name: place }).getByRole("cell").nth(at);

test("pack for a trip: the least kit is ticked, what is taken out closes places, a piece is bought for one", async ({
  page,
}) => {
  await toAway(page);
  await expect(verdict(page)).toContainText(
    "Pack Yard portable, thin three-phase cable and adapter, Type 1 to Type 2: 4.9 kg",
  );
  await expect(verdict(page)).toContainText("€140.00 to buy. That brings 100 km a night at 9 of 11 places");
  await page.getByRole("button", { name: "Tick the least kit" }).click();
  await expect(page.getByText("That is what is ticked.")).toBeVisible();
  const matrix = page.getByRole("region", { name: "What fits where" });
  await expect(page.getByRole("row", { name: /^camp site/ })).toContainText("219 km");
  await matrix.getByLabel("Yard portable").uncheck();
  await expect(cell(page, /^camp site/, -2)).toContainText(/nothingno unit/);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(cell(page, /^camp site/, -2)).toContainText("219 km");
  // The three-pin socket wants a unit with its plug: one that is sold is looked at, and serves with care.
  await page
    .getByLabel("Look at something that is sold too:")
    .selectOption({ label: "wall-socket unit, 10 A, €200.00" });
  await page.getByRole("button", { name: /^a relative’s: three-pin/ }).click();
  const detail = page.getByRole("region", { name: /^a relative’s: three-pin/ });
  await expect(detail).toContainText("With wall-socket unit, 10 A");
  await expect(detail).toContainText("The wiring here is old or unchecked.");
  await expect(verdict(page)).toContainText("at 10 of 11 places");
});

test("a farther night is asked in the other household", async ({ page }) => {
  await page.getByLabel("Household").selectOption("Larch Hollow");
  await toAway(page);
  await expect(page.getByLabel("Car", { exact: true })).toContainText("Grosbeak");
  const wanted = page.getByLabel(/^Range a night/);
  await expect(page.getByLabel("Range a night, km")).toHaveValue("100");
  await wanted.fill("250");
  await expect(verdict(page)).toContainText("250 km a night");
});

test("a trip with a broken post: the next best is beside it, and planned at once", async ({ page }) => {
  await toAway(page, "Stops on the way");
  await expect(verdict(page)).toContainText("7 h 43 min from door to door, 2 stops: station at 290 km");
  const row = page
    .getByRole("region", { name: "Stop by stop" })
    .getByRole("row", { name: /^station at 290 km/ });
  await expect(row).toContainText("station at 185 km and station at 385 km, 33 min later");
  await row.getByRole("button", { name: "station at 290 km is broken" }).click();
  await expect(verdict(page)).toContainText("8 h 16 min from door to door, 3 stops: station at 185 km");
  await expect(page.getByLabel("Stop 2 today")).toHaveValue("broken");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(verdict(page)).toContainText("7 h 43 min");
  await page.getByRole("button", { name: "Cheapest" }).click();
  await expect(verdict(page)).toContainText("for €38.24");
  await expect(page.getByRole("img", { name: /^Charge over 620 km: starts with 90 %/ })).toBeVisible();
});

test("legs come from a recorded track and a table; what is none changes nothing", async ({ page }) => {
  await toAway(page, "Stops on the way");
  const file = page.getByLabel("Trip file");
  const take = (name: string, text: string) =>
    file.setInputFiles({ name, mimeType: "text/plain", buffer: Buffer.from(text) });
  const points = Array.from(
    { length: 40 },
    (_, i) => `<trkpt lat="${53 + i / 100}" lon="-14"><ele>${i < 20 ? 20 * i : 20 * (40 - i)}</ele></trkpt>`,
  ).join("");
  await take(
    "hill.gpx",
    `<gpx version="1.1" xmlns="http://www.topografix.com/GPX/1/1"><trk><trkseg>${points}</trkseg></trk></gpx>`,
  );
  await expect(page.getByText(/legs are in view, with what they climb/)).toBeVisible();
  await expect(page.getByText(/Drive .* 43 km/)).toBeVisible();
  await take("legs.csv", "name,km,speed\nshort,30,60\nlong,100,100\n");
  await expect(page.getByText("2 legs are in view, from the table.")).toBeVisible();
  await expect(page.getByLabel("Name of leg 2")).toHaveValue("long");
  for (const [name, text, says] of [
    ["wrong.csv", "km\n-4\n", "line 2: km: accepted: 0.01 to 3,000 km"],
    ["wrong.gpx", "<gpx><trk>", "not XML"],
    ["none.gpx", "<gpx></gpx>", "it has no track"],
    ["wrong.json", '{"format":"kettleback-trip","version":1}', "name"],
  ] as const) {
    await take(name, text);
    await expect(
      page.getByRole("alert").filter({ hasText: `${name} was not imported; nothing has changed.` }),
    ).toContainText(says);
    await expect(page.getByLabel("Name of leg 2")).toHaveValue("long");
  }
});

test("the bay: the post is moved by keys, and parking the other way round does with the shorter cable", async ({
  page,
}) => {
  await toAway(page, "Will it reach");
  await expect(verdict(page)).toContainText(
    "Nose in you need 7.6 m: heavy three-phase cable reaches. Backed in it is 4.6 m",
  );
  await pick(page, "The car stands", "backed in");
  await expect(verdict(page)).toContainText("Backed in you need 4.6 m");
  const post = page.getByRole("slider", { name: "Post or socket" });
  await post.focus();
  await post.press("ArrowLeft");
  await expect(post).toHaveAttribute("aria-valuetext", "1.2 m across, 5.3 m into the bay");
  await expect(page.getByRole("button", { name: "Undo" })).toBeEnabled();
  const box = (await post.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 - 60, box.y + 40, { steps: 4 });
  await page.mouse.up();
  await expect(post).not.toHaveAttribute("aria-valuetext", "1.2 m across, 5.3 m into the bay");
});

testAlone(
  "posts near me: filtered, noted, read anew from the network, the note stays; a wrong token is said",
  async ({ page }) => {
    const standIns = await StandIns.start();
    const { address } = standIns;
    try {
      await toAway(page, "Posts near me");
      await expect(verdict(page)).toContainText(
        "Co-op hall, 0.7 km away, is free: 9.90 kW, 108 km in 2 h. 12 of 13 posts.",
      );
      // At the foot of a long table one still reads what its columns are.
      await page
        .getByRole("region", { name: "Posts", exact: true })
        .getByRole("row")
        .last()
        .scrollIntoViewIfNeeded();
      await expect(page.getByRole("columnheader", { name: "This car" })).toBeInViewport({ ratio: 1 });
      await page.getByLabel("no cable of mine needed").check();
      await expect(verdict(page)).toContainText("Ferry terminal, 2.8 km away, is free: 48.7 kW");
      await page.getByLabel("no cable of mine needed").uncheck();
      await page.getByRole("button", { name: "Harbour office" }).click();
      const detail = page.getByRole("region", { name: "Harbour office" });
      await detail.getByLabel("In your own words").fill("ask the harbour master");
      await detail.getByRole("button", { name: "Note it" }).click();
      await expect(detail).toContainText("always free when I came: ask the harbour master");
      await page.getByLabel("Name of the network").fill("Island by hand");
      await page.getByLabel("Address of the network").fill(`${address}/island-network/versions`);
      await page.getByRole("button", { name: "Read", exact: true }).click();
      await expect(page.getByText("Island by hand: 12 posts read.")).toBeVisible();
      await expect(page.getByText(/12 posts, read just now/)).toBeVisible();
      await page.getByRole("button", { name: "Harbour office" }).click();
      await expect(detail).toContainText("ask the harbour master");
      await page.getByLabel("Address of the network").fill(`${address}/hill-network/versions`);
      await page.getByLabel("Token", { exact: true }).fill("wrong");
      await page.getByRole("button", { name: "Read", exact: true }).click();
      await expect(page.getByText("It does not accept this token.")).toBeVisible();
      await expect(page.getByText(/12 posts, read just now/)).toBeVisible();
    } finally {
      standIns.end();
    }
  },
);

testAlone(
  "a post typed by hand stands with the others, with its figure, and is taken out again",
  async ({ page }) => {
    await toAway(page, "Posts near me");
    await page.getByRole("button", { name: "Add a post I know…" }).click();
    const dialog = page.getByRole("dialog");
    await dialog.getByRole("button", { name: "Keep it" }).click();
    await expect(dialog.getByRole("alert")).toContainText("Name: a name is needed: 1 to 80 characters");
    await dialog.getByLabel("Name").fill("Chapel wall");
    await dialog.getByLabel("Amps, A").fill("16");
    await dialog.getByRole("button", { name: "Keep it" }).click();
    await expect(page.getByText("Chapel wall is kept.")).toBeVisible();
    await page.getByRole("button", { name: "Chapel wall" }).click();
    await expect(page.getByRole("row", { name: /^Chapel wall/ })).toContainText("9.90 kW");
    await page
      .getByRole("region", { name: "Chapel wall" })
      .getByRole("button", { name: "Remove", exact: true })
      .click();
    await expect(page.getByRole("button", { name: "Chapel wall" })).toHaveCount(0);
  },
);

testAlone.describe("by thumb", () => {
  testAlone.use({ viewport: { width: 390, height: 844 }, hasTouch: true, serviceWorkers: "allow" });

  testAlone(
    "a whole session at 390 px, offline in the middle: cards and ticks stay, and go to the session later",
    async ({ page, app, context }) => {
      // A session is going on, as one starts it on the Path.
      const begun = await page.request.post(`${app.address}/api/households/fallow-quay/sessions`, {
        data: {
          spec: { name: "At the hall", begin: new Date().toISOString(), source: "by hand", key: "e2e" },
        },
      });
      expect(begun.status()).toBe(201);
      await page.goto(`${app.address}/away/posts`);
      await page.getByRole("button", { name: "Co-op hall" }).click();
      await page.getByRole("link", { name: "I stand before it" }).click();
      await expect(page.getByText("At Co-op hall.")).toBeVisible();
      await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
      // Under the browser's own keeping from the next visit on.
      await page.reload();
      await page.getByRole("heading", { name: "Before you plug in" }).waitFor();
      await page.getByRole("checkbox", { name: /^The post is alive/ }).tap();
      await expect(page.getByText("1 of 4 done")).toBeVisible();
      await expect(page.getByText("What is ticked is kept with the session “At the hall”.")).toBeVisible();
      await context.setOffline(true);
      await page.reload();
      await expect(page.getByText("At Co-op hall.")).toBeVisible();
      await expect(page.getByRole("checkbox", { name: /^The post is alive/ })).toBeChecked();
      for (const next of ["plug in, in this order", "start", "has it really started?"])
        await page.getByRole("button", { name: `Next: ${next}` }).tap();
      await expect(
        page.getByText("The Path expects about 9.9 kW into the battery, 16 A on three phases."),
      ).toBeVisible();
      // Turned at its foot, the next card is seen from its head on.
      await expect(page.getByRole("heading", { name: "Has it really started?" })).toBeInViewport();
      await page.getByRole("checkbox", { name: /^The plug is locked/ }).tap();
      await page.getByText("It is slower than the sign").tap();
      await expect(page.getByText("For this car the Path expects about 9.9 kW")).toBeVisible();
      await context.setOffline(false);
      await page.reload();
      await expect(page.getByText("What is ticked is kept with the session “At the hall”.")).toBeVisible();
      const kept = await page.request.get(
        `${app.address}/api/households/fallow-quay/sessions?from=2020-01-01T00:00:00Z&to=2090-01-01T00:00:00Z`,
      );
      const { rows } = (await kept.json()) as { rows: { spec: { ticks: { step: string }[] } }[] };
      expect(rows.at(-1)!.spec.ticks.map(({ step }) => step)).toEqual(["before.alive", "check.locked"]);
    },
  );
});

test("every card is reached and ticked by keyboard alone, and says which it is", async ({ page }) => {
  await toAway(page, "At the post");
  const titles = [
    "Before you plug in",
    "Plug in, in this order",
    "Start",
    "Has it really started?",
    "While it charges",
    "Stop and move on",
  ];
  for (const [i, title] of titles.entries()) {
    const card = page.getByRole("region", { name: `Card ${i + 1} of 6: ${title}` });
    const first = card.getByRole("checkbox").first();
    await first.focus();
    await page.keyboard.press("Space");
    await expect(first).toBeChecked();
    await expect(card.getByRole("status")).toContainText(/^1 of \d done$/);
    if (i === titles.length - 1) break;
    await card.getByRole("button", { name: /^Next/ }).focus();
    await page.keyboard.press("Enter");
  }
});

test("the trip is taken along as one page that needs nothing else", async ({ page }) => {
  await toAway(page, "Posts near me");
  await expect(verdict(page)).toContainText("12 of 13 posts");
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "Take it along" }).click();
  const html = readFileSync(await (await download).path(), "utf8");
  expect(html).not.toMatch(/<script|<link|src=|https?:\/\//);
  for (const part of [
    "What to pack",
    "Yard portable",
    "Stops on the way",
    "Co-op hall",
    "Before you plug in",
    "When it will not",
    "Local rules decide",
  ])
    expect(html).toContain(part);
});
