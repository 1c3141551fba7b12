import { readFileSync, writeFileSync } from "node:fs";
import type { Locator } from "@playwright/test";
import { answer, expect, pick, testAlone, testAtTheDoor, testEmpty, verdict } from "./application";

/** Most interactions from an empty database to the first own answer. */
const MOST = 12;

testEmpty.use({ timezoneId: "Europe/Dublin" });

testEmpty(
  "from an empty database to the first own answer by keyboard alone, in at most 12 interactions",
  async ({ page }) => {
    // Counted by the page itself: every field or button that takes the focus.
    await page.evaluate(() => {
      document.body.dataset.touched = "0";
      addEventListener("focusin", () => {
        document.body.dataset.touched = String(Number(document.body.dataset.touched) + 1);
      });
    });
    const interactions = async () => Number(await page.evaluate(() => document.body.dataset.touched));
    const choose = async (label: string, text: string) => {
      await page.getByLabel(label, { exact: true }).focus();
      await page.keyboard.type(text);
    };
    await expect(page.getByLabel("Part of the world")).toHaveValue("ie");
    await choose("What it is", "small car");
    await choose("Battery, usable, kWh", "38");
    await choose("Onboard charger, kW", "7.2");
    await choose("Phases of the charger", "one");
    await expect(page.getByText("Taken as 1 × 32 A at 230 V.")).toBeVisible();
    await page.getByRole("radio", { name: /^three-pin socket/ }).focus();
    await page.keyboard.press("Space");
    await choose("The charging unit’s label says, A", "10");
    await choose("A kWh costs you, EUR", "0.31");
    await page.getByRole("button", { name: "Show me the answer" }).focus();
    await page.keyboard.press("Enter");
    await expect(answer(page, /What flows/)).toContainText("10 A on 1 phase");
    await expect(answer(page, /Ready at|Not in time/)).toBeVisible();
    expect(await interactions()).toBeGreaterThan(5);
    expect(await interactions()).toBeLessThanOrEqual(MOST);

    const hangs = page.getByRole("region", { name: "What it hangs on" });
    await expect(hangs).toContainText(
      /The car's own draw, 100 to 250 W: ready between .*\d\d:\d\d and .*\d\d:\d\d/,
    );
    await expect(hangs).not.toContainText("The battery");
    await hangs.getByRole("button", { name: /own draw: enter my figure/ }).click();
    await expect(hangs.getByLabel("Own draw while charging, W")).toBeFocused();
    await page.keyboard.type("200");
    await page.keyboard.press("Enter");
    await expect(hangs).not.toContainText("own draw");
  },
);

/** Most presses from an empty database to the comparison of a socket, a planned wallbox and a rapid stop. */
const MOST_PRESSES = 15;

testEmpty(
  "from an empty database to a socket, a planned 7 kW wallbox and a rapid stop, compared, in at most 15 presses",
  async ({ page }) => {
    // Real ones: a key that is no letter or figure of an answer, or a press of the button of a mouse or a finger.
    let pressed = 0;
    const press = async (key: string) => {
      await page.keyboard.press(key);
      pressed += 1;
    };
    const tapped = async (target: Locator) => {
      await target.click();
      pressed += 1;
    };
    await tapped(page.getByLabel("What it is"));
    await page.keyboard.type("small car");
    await press("Enter");
    await press("Tab");
    await page.keyboard.type("44");
    await press("Tab");
    await page.keyboard.type("7.2");
    await press("Tab");
    await page.keyboard.type("one");
    await tapped(page.getByLabel("The charging unit’s label says, A"));
    await page.keyboard.type("10");
    await press("Tab");
    await page.keyboard.type("0.31");
    await press("Enter");
    await expect(verdict(page)).toContainText("narrowest link");
    await tapped(page.getByRole("link", { name: "Line-up" }));
    const row = (name: string | RegExp) =>
      page.getByRole("region", { name: "Compare" }).getByRole("row").filter({ hasText: name });
    await expect(row(/three-pin socket \(BS 1363\) at 10 A/)).toContainText(/h.*kWh.*€/);
    await expect(row("Wallbox, 1 × 32 A")).toContainText("to buy");
    await expect(row("Wallbox, 1 × 32 A")).toContainText(/6\.\d\d kW.*h.*kWh.*€/);
    await expect(row("Rapid, 50 kW")).toContainText(/min.*Wh.*€/);
    expect(pressed).toBeGreaterThan(5);
    expect(pressed).toBeLessThanOrEqual(MOST_PRESSES);
  },
);

testEmpty("a brochure leads to the rapid answer, on a phone and by keyboard alone", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const type = async (label: string, text: string) => {
    await page.getByLabel(label, { exact: true }).focus();
    await page.keyboard.type(text);
  };
  await type("Battery, usable, kWh", "58");
  await page.getByText("Rapid charging, from the brochure").focus();
  await page.keyboard.press("Enter");
  await type("Peak at a rapid station, kW", "120");
  await type("Time 1, minutes", "15");
  // 40.6 kWh in a quarter of an hour.
  await expect(page.getByText(/is 162 kW on average, more than the peak of 120 kW/)).toBeVisible();
  await expect(page.getByRole("button", { name: "Show me the answer" })).toBeDisabled();
  await page.getByLabel("Time 1, minutes").fill("");
  await type("Time 1, minutes", "33");
  await expect(page.getByText(/120 kW are taken until 10 %/)).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0);
  await page.getByRole("button", { name: "Show me the answer" }).focus();
  await page.keyboard.press("Enter");
  await expect(answer(page, /What flows/)).toBeVisible();
  await page.getByRole("link", { name: "Line-up" }).focus();
  await page.keyboard.press("Enter");
  // 45 % of 58 kWh from 35 %, at a station of 150 kW.
  const rapid = page.locator("tbody tr").filter({ hasText: "Rapid, 150 kW" });
  await expect(rapid).toContainText(/2\d min/);
  await expect(rapid).toContainText("battery");
});

testEmpty(
  "a 10-30 is found by its picture, and its stop says the way out with its cost",
  async ({ page }) => {
    await page.setViewportSize({ width: 390, height: 844 });
    await page.getByLabel("Part of the world").focus();
    await page.keyboard.type("United States");
    const sockets = page.getByRole("radiogroup", { name: "Outlet" });
    // By keyboard alone: the group's first, then on to the one without a round hole.
    await sockets.getByRole("radio").first().focus();
    const picked = sockets.locator(".picked");
    for (let presses = 0; presses < 4; presses++) await page.keyboard.press("ArrowDown");
    await expect(picked).toContainText("old dryer outlet, three slots (10-30)");
    await expect(picked).toContainText("no round hole, so no ground; 24 A for hours");
    // What a country does not have is folded away.
    await expect(sockets.getByText("three-pin socket")).toBeHidden();
    await expect(sockets.getByRole("radio", { name: /welder outlet/ })).toBeHidden();
    expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(
      0,
    );
    await page.getByRole("button", { name: "Show me the answer" }).focus();
    await page.keyboard.press("Enter");
    const ways = page.getByRole("list", { name: "Ways out" }).getByRole("listitem");
    await expect(page.getByRole("alert")).toContainText("Stop. NEMA 10-30 has no ground pin.");
    // 150 to 350 and 500 to 1,500 euros, a euro taken as 1.1 dollars.
    await expect(ways).toContainText([
      /14-30 with four openings.*\$170 to \$390/,
      /new run.*\$550 to \$1,700/,
    ]);
  },
);

testEmpty("knowing nothing at all is enough, on a phone too; what is assumed is said", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0);
  await page.getByRole("button", { name: "Show me the answer" }).click();
  await expect(verdict(page)).toContainText("narrowest link");
  const hangs = page.getByRole("region", { name: "What it hangs on" });
  await expect(hangs).toContainText("The battery, 51 to 69 kWh");
  await expect(hangs).toContainText("The onboard charger's phases and amps, 1 × 16 A to 3 × 32 A");
});

testEmpty(
  "a car from its papers: a contradiction and a slip of units are named, and nothing is lost",
  async ({ page }) => {
    await page.getByLabel("What you call it").fill("Heron");
    await page.getByLabel("Onboard charger, kW").fill("11");
    await page.getByLabel("Phases of the charger").selectOption("one phase");
    await expect(page.getByRole("alert")).toContainText(
      "11 kW on one phase contradict each other: 11 kW on one phase would be 48 A; it is 3 × 16 A at 230 V",
    );
    await expect(page.getByRole("button", { name: "Show me the answer" })).toBeDisabled();
    await page.getByLabel("Onboard charger, kW").fill("77");
    await expect(page.getByRole("alert")).toContainText("the battery's kWh");
    await page.getByLabel("Battery, usable, kWh").fill("1.5");
    await expect(page.getByRole("alert").first()).toContainText("is that the charger's kW?");
    await page.getByLabel("Battery, usable, kWh").fill("77");
    await page.getByLabel("Onboard charger, kW").fill("11");
    await page.getByLabel("Phases of the charger").selectOption("three phases");
    await page.getByRole("button", { name: "Show me the answer" }).click();
    await expect(page.getByLabel("Car", { exact: true })).toContainText("Heron");
  },
);

testEmpty(
  "look around first: the demo is put in, one's own beside it, the demo taken out and brought back",
  async ({ page }) => {
    await page.getByRole("button", { name: "Look around in a demo first" }).click();
    await expect(answer(page, /Cost/)).toContainText("€");
    await pick(page, "Household", "Households…");
    await page.getByRole("link", { name: "Add a household" }).click();
    await page.getByRole("button", { name: "Show me the answer" }).click();
    await expect(page.getByLabel("Household", { exact: true })).toContainText("Home");
    await expect(page.getByRole("region", { name: "What it hangs on" })).toBeVisible();

    await pick(page, "Household", "Households…");
    await page.getByRole("button", { name: "Delete Fallow Quay" }).click();
    await expect(page.getByText("Fallow Quay is deleted with all it keeps.")).toBeVisible();
    await expect(page.getByRole("button", { name: "Delete Fallow Quay" })).toHaveCount(0);
    await page.getByRole("button", { name: "Undo" }).click();
    await expect(page.getByRole("button", { name: "Delete Fallow Quay" })).toBeVisible();

    // From the bin it comes back on any device, without the notice of the one that deleted it.
    await page.getByRole("button", { name: "Delete Larch Hollow" }).click();
    await expect(page.getByRole("button", { name: "Delete Larch Hollow" })).toHaveCount(0);
    await page.reload();
    const bin = page.getByRole("region", { name: "Bin" });
    await expect(bin).toContainText("Larch Hollow, a household with all it keeps");
    await bin.getByRole("button", { name: "Put back Larch Hollow" }).click();
    await expect(page.getByRole("button", { name: "Delete Larch Hollow" })).toBeVisible();
    await expect(bin).toContainText("It is empty.");
  },
);

testAlone(
  "a household is renamed, its units changed in one place; what it cannot be is refused by field",
  async ({ page }) => {
    await pick(page, "Household", "Households…");
    const first = page
      .getByRole("listitem")
      .filter({ has: page.getByRole("button", { name: "Delete Fallow Quay" }) });
    await first.getByLabel("Currency").fill("EU");
    await expect(first.getByRole("alert")).toContainText("Currency: accepted: a three-letter currency code");
    await first.getByLabel("Currency").fill("EUR");
    await first.getByLabel("Name").fill("The boatyard");
    await first.getByLabel("Distances").selectOption("mi");
    await first.getByRole("button", { name: "Save Fallow Quay", exact: true }).click();
    await expect(page.getByText("The boatyard is saved.")).toBeVisible();
    await page.getByRole("link", { name: "Path" }).click();
    await expect(answer(page, /Range by the hour/)).toContainText("mi/h");
  },
);

testAlone(
  "a household is saved as a file, deleted and taken in again whole; a broken file changes nothing",
  async ({ page }, info) => {
    await pick(page, "Household", "Households…");
    const [file] = await Promise.all([
      page.waitForEvent("download"),
      page.getByRole("button", { name: "Save Fallow Quay as a file" }).click(),
    ]);
    const path = info.outputPath("fallow-quay.household.json");
    await file.saveAs(path);
    await page.getByRole("button", { name: "Delete Fallow Quay" }).click();
    await expect(page.getByRole("button", { name: "Delete Fallow Quay" })).toHaveCount(0);

    const cut = info.outputPath("cut.json");
    writeFileSync(cut, readFileSync(path, "utf8").slice(0, 5_000));
    await page.getByLabel("Household file").setInputFiles(cut);
    await expect(page.getByRole("alert")).toContainText("not JSON");
    await page.getByLabel("Household file").setInputFiles(path);
    await expect(page.getByText("Fallow Quay is taken in.")).toBeVisible();
    await page.getByRole("link", { name: "Path" }).click();
    await pick(page, "Saved paths", "Curlew overnight on the slip");
    await expect(answer(page, /Cost/)).toContainText("€13.23");
  },
);

testAlone(
  "what was lost comes back from the day's copy, and putting it back is a copy of its own",
  async ({ page }) => {
    await pick(page, "Household", "Households…");
    await page.getByRole("button", { name: "Delete Larch Hollow" }).click();
    await expect(page.getByRole("button", { name: "Delete Larch Hollow" })).toHaveCount(0);
    const copies = page.getByRole("region", { name: "Copies" });
    await copies.getByRole("button", { name: /Put back the copy of/ }).click();
    await expect(copies.getByRole("alert")).toContainText("what was entered since then is taken out");
    await copies.getByRole("button", { name: "Put it back" }).click();
    await expect(page.getByText(/All is as it was on/)).toBeVisible();
    await expect(page.getByRole("button", { name: "Delete Larch Hollow" })).toBeVisible();
    await expect(copies).toContainText("before another was put back");
  },
);

testAlone(
  "a household writes its clocks, dates and figures in its own manner, in pickers and answers alike",
  async ({ page }) => {
    await pick(page, "Household", "Households…");
    const house = page
      .getByRole("listitem")
      .filter({ has: page.getByRole("button", { name: "Delete Fallow Quay" }) });
    await house.getByLabel("Figures").selectOption({ label: "1.234,5" });
    await house.getByLabel("Clock").selectOption({ label: "6:10 pm" });
    await house.getByLabel("Dates").selectOption({ label: "Nov 24" });
    await house.getByRole("button", { name: "Save Fallow Quay", exact: true }).click();
    await page.getByRole("link", { name: "Path" }).click();
    await pick(page, "Saved paths", "Curlew overnight on the slip");
    await expect(answer(page, /Cost/)).toContainText(/13,23\s€/);
    await expect(page.getByLabel("Needed by", { exact: true })).toHaveValue(/^\d{1,2}:\d\d am$/);
    await expect(answer(page, /Ready at|Not in time/)).toContainText(/\d:\d\d (am|pm)/);
    await page.getByLabel("Plugged in at", { exact: true }).fill("9:15 pm");
    await page.getByLabel("Plugged in at", { exact: true }).blur();
    await expect(page.getByLabel("Plugged in at", { exact: true })).toHaveValue("9:15 pm");
    await page.getByLabel("Plugged in at", { exact: true }).fill("quarter past nine");
    await expect(page.getByRole("alert").first()).toContainText(
      "Plugged in at: accepted: a time such as 18:10 or 6:10 pm",
    );
    await page.getByLabel("Plugged in at", { exact: true }).fill("18.10");
    await page.getByLabel("Charge at the start, per cent").fill("20,5");
    await expect(answer(page, /Into the battery/)).toContainText(/\d,\d/);
  },
);

testAtTheDoor(
  "the phone in the driveway gives the passphrase, and is signed out from the desk",
  async ({ page, browser, app, passphrase }) => {
    await page.getByLabel("Passphrase").fill("gulls over the slip");
    await page.keyboard.press("Enter");
    await expect(page.getByRole("alert")).toContainText("That is not it.");
    await page.getByLabel("Passphrase").fill(passphrase);
    await page.keyboard.press("Enter");
    await expect(answer(page, /What flows/)).toBeVisible();

    const phone = await browser.newPage({ viewport: { width: 390, height: 844 } });
    await phone.goto(`${app.address}/garage/cars`);
    await phone.getByLabel("Passphrase").fill(passphrase);
    await phone.getByRole("button", { name: "Come in" }).click();
    await expect(answer(phone, /What flows/)).toBeVisible();

    await pick(page, "Household", "Households…");
    const sessions = page.getByRole("region", { name: "Signed in" });
    await expect(sessions.getByRole("listitem")).toHaveCount(2);
    await sessions.getByRole("button", { name: /Sign out the browser from/ }).click();
    await expect(sessions.getByRole("listitem")).toHaveCount(1);
    // What it asks for by itself may have sent it to the door already, which breaks off a reload.
    await phone.reload().catch(() => undefined);
    await expect(phone.getByLabel("Passphrase")).toBeVisible();
  },
);

testAlone(
  "two browsers on one household: the second to save is told what the first made of it, and chooses",
  async ({ page, browser, app }) => {
    const other = await browser.newPage();
    await other.goto(`${app.address}/garage/cars`);
    await page.goto(`${app.address}/garage/cars`);
    const change = async (on: typeof page, capacity: string) => {
      await on.getByRole("button", { name: "Change Dunlin" }).click();
      await on.getByRole("dialog").getByLabel("Usable capacity", { exact: true }).fill(capacity);
      await on.getByRole("dialog").getByRole("button", { name: "Save" }).click();
    };
    await change(other, "15");
    await expect(other.getByRole("dialog")).toBeHidden();
    await change(page, "16");
    await expect(page.getByRole("dialog").getByRole("alert").first()).toContainText("was changed elsewhere");
    await expect(page.getByRole("dialog").getByRole("listitem")).toHaveText(/Usable capacity: 15 kWh/);
    await page.getByRole("dialog").getByRole("button", { name: "Save" }).click();
    await expect(page.getByRole("dialog")).toBeHidden();
    await expect(page.getByText("16.0 kWh").first()).toBeVisible();
    // The first, who has not looked since, is told likewise, and leaves it as it is now.
    await change(other, "17");
    await expect(other.getByRole("dialog").getByRole("listitem")).toHaveText(/Usable capacity: 16 kWh/);
    await other.getByRole("dialog").getByRole("button", { name: "Cancel" }).click();
    await expect(other.getByText("16.0 kWh").first()).toBeVisible();
  },
);
