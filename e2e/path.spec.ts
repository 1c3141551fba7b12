import { readFileSync } from "node:fs";
import { answer, expect, pick, test, testAlone, testKilled, verdict } from "./application";

test("where a path has many links their heads are short, and none is a word of the code", async ({
  page,
}) => {
  await pick(page, "Saved paths", "Plover overnight in the boathouse");
  await expect(page.locator(".link .kind")).toHaveText([
    /Circuit$/,
    /Outlet$/,
    /^3 Unit$/,
    /Cable$/,
    /Inlet$/,
    /Charger$/,
  ]);
});

test("the answer changes with the cable: the right one doubles the power", async ({ page }) => {
  await pick(page, "Saved paths", "Curlew at the harbour with the wrong cable");
  await expect(verdict(page)).toContainText("The cable is the narrowest link: 16 A on one phase");
  await expect(answer(page, /From the wall/)).toContainText("3.69 kW");
  await expect(
    page.getByRole("button", { name: /thin three-phase cable.*2 of its phases run empty/ }),
  ).toBeVisible();

  const heads = page.locator(".link .kind");
  await expect(heads).toHaveText([/Circuit$/, /Charging unit$/, /Cable$/, /Inlet$/, /Onboard charger$/]);

  await pick(page, "Cable", "plain single-phase cable");
  await expect(answer(page, /From the wall/)).toContainText("7.37 kW");

  await page.getByRole("button", { name: "Undo" }).click();
  await expect(answer(page, /From the wall/)).toContainText("3.69 kW");
});

testAlone(
  "what was just done is said over the head, and covers no answer, also where one has scrolled",
  async ({ page }) => {
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.getByRole("button", { name: "Save as…" }).click();
    await page.getByLabel("Name of the path").fill("Said over the head");
    await page.getByLabel("Name of the path").press("Enter");
    const notice = page.locator(".notice");
    await expect(notice).toContainText("Saved as “Said over the head”.");
    for (const y of [0, 300]) {
      await page.evaluate((to) => scrollTo(0, to), y);
      const [head, said] = [await page.locator(".bench-head").boundingBox(), await notice.boundingBox()];
      expect(said!.y + said!.height).toBeLessThanOrEqual(head!.y + head!.height);
    }
  },
);

test("32 km more by 22:00, from a usual evening, on a phone by keyboard", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const fill = async (label: string, text: string) => {
    await page.getByLabel(label, { exact: true }).focus();
    await page.keyboard.press("ControlOrMeta+A");
    await page.keyboard.type(text);
    await page.keyboard.press("Tab");
  };
  await pick(page, "The target is told in", "km more");
  await fill("Needed by", "22:00");
  await fill("Target charge, km more", "32");
  await expect(answer(page, /Ready at/)).toContainText(/^Ready at20:\d\d32 km are back by 20:\d\d; /);
  await expect(answer(page, /Range by the hour/)).toContainText("32 km added, 51 to 83 km in it");
  await fill("Target charge, km more", "64");
  await expect(answer(page, /Not in time/)).toContainText(/4\d of 64 km are back by 22:00/);
  await fill("Target charge, km more", "999");
  await expect(page.getByText("(a full battery holds 253 km)")).toBeVisible();
  await fill("Target charge, km more", "32");
  await pick(page, "The start is told in", "I don’t know");
  await expect(page.getByText(/\(a usual evening, 30 km driven since 80 %: 68 %\)/)).toBeVisible();
  // So much more is as much from wherever it starts; to a charge, much hangs on where that is.
  const hangs = page.getByRole("region", { name: "What it hangs on" });
  await expect(hangs).toHaveCount(0);
  await pick(page, "The target is told in", "%");
  await fill("Target charge, per cent", "95");
  await expect(hangs).toContainText(/The charge at the start, 71 to 94 %.*ready between/);
  // What every distance is counted with, changed in place.
  await page.getByRole("button", { name: "Change what the car uses" }).focus();
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("What it uses, kWh/100 km")).toBeFocused();
  expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0);
});

testAlone(
  "my car says 8 km/h: why, kept with the car, and taken back, on a phone by keyboard",
  async ({ page }) => {
    await page.setViewportSize({ width: 390, height: 844 });
    await page.getByRole("button", { name: "My car says …" }).focus();
    await page.keyboard.press("Enter");
    await page.getByLabel("Rate, km/h").focus();
    await page.keyboard.type("8");
    const says = page.getByRole("region", { name: "My car says …" });
    await expect(says).toContainText("It says 8 km/h, computed is 12.1 km/h.");
    await expect(says).toContainText(/is about 22\.\d kWh\/100 km \(21\.\d to 24\.\d, as the display rounds/);
    await page.getByRole("button", { name: "Keep what the car counts for a distance with the car" }).focus();
    await page.keyboard.press("Enter");
    await expect(says).toContainText(/It says what is computed here: (7\.9|8\.0|8\.1) km\/h\./);
    await expect(answer(page, /Range by the hour/)).toContainText(/8\.0\d? km\/h/);
    await page.getByRole("status").getByRole("button", { name: "Undo" }).click();
    await expect(says).toContainText("It says 8 km/h, computed is 12.1 km/h.");
    expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(
      0,
    );
  },
);

test("a part of the page that does not come says so in its own place, and comes with a press", async ({
  page,
}) => {
  let away = true;
  await page.route(/assets\/Losses-/, (route) => (away ? route.abort() : route.continue()));
  await page.reload();
  await page.getByRole("button", { name: "Where it goes" }).click();
  const lost = page.getByRole("alert").filter({ hasText: "could not be fetched" });
  await expect(lost).toBeVisible();
  // What stands around it goes on.
  await pick(page, "Charging unit", "Yard portable");
  await expect(answer(page, /What flows/)).toContainText("10 A");
  away = false;
  await lost.getByRole("button", { name: "Try again" }).click();
  await expect(lost).toHaveCount(0);
  await page.getByRole("button", { name: "Where it goes" }).click();
  await expect(page.getByRole("region", { name: "Where it goes" })).toContainText("on the meter are lost");
  // What was changed meanwhile is there.
  await expect(answer(page, /What flows/)).toContainText("10 A");
});

test("where the application itself does not come the page says so instead of standing blank", async ({
  page,
}) => {
  await page.route(/assets\/start-/, (route) => route.abort());
  await page.reload();
  await expect(page.getByRole("alert")).toHaveText(
    /^Kettleback could not be fetched: its server does not answer/,
  );
});

testKilled("saved, killed without warning, started again: the path is still there", async ({ page, app }) => {
  await pick(page, "Place and outlet", "Slip · 32 A blue socket");
  await page.getByLabel("Target charge, per cent").fill("85");
  await page.getByRole("button", { name: "Save as…" }).click();
  await page.getByLabel("Name of the path").fill("Slip until 85");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByText("Saved as “Slip until 85”.")).toBeVisible();

  await app.kill();
  await pick(page, "Place and outlet", "Co-op hall · post bay");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByRole("alert").filter({ hasText: "server does not answer" })).toBeVisible();

  await app.start();
  await page.evaluate(() => localStorage.clear());
  await page.reload();
  await pick(page, "Saved paths", "Slip until 85");
  await expect(page.getByLabel("Place and outlet")).toHaveValue("fq-slip-blue");
  await expect(page.getByLabel("Target charge, per cent")).toHaveValue("85");
});

testAlone(
  "the other household: its own supply, money and distances, and a draft that survives a reload",
  async ({ page }) => {
    await pick(page, "Household", "Larch Hollow");
    await pick(page, "Saved paths", "Siskin in the barn");
    await expect(answer(page, /What flows/)).toContainText("120 V");
    await expect(answer(page, /Cost/)).toContainText("$");
    await expect(answer(page, /Range by the hour/)).toContainText("km/h");
    await page.getByRole("button", { name: "Settings" }).click();
    await pick(page, "Distances in", "miles");
    await expect(answer(page, /Range by the hour/)).toContainText("mi/h");
    await page.getByLabel("Charge at the start, per cent").fill("45");
    await page.reload();
    await expect(page.getByLabel("Household")).toHaveValue("larch-hollow");
    await expect(page.getByLabel("Charge at the start, per cent")).toHaveValue("45");
    await pick(page, "Household", "Fallow Quay");
    await expect(answer(page, /Cost/)).toContainText("€");
  },
);

test("bad input is named with what is accepted, what was typed stays, and nothing can be saved from it", async ({
  page,
}) => {
  await page.getByLabel("Target charge, per cent").fill("300");
  await expect(page.getByRole("alert")).toContainText("Target charge: accepted: 0 to 100 %");
  await expect(page.getByLabel("Target charge, per cent")).toHaveValue("300");
  await expect(page.getByRole("button", { name: "Save as…" })).toBeDisabled();
  // The last answers stand below, of this path alone, and nothing of them can be reached.
  const before = page.locator(".as-before");
  await expect(before).toContainText("As it was before that change");
  await expect(before).toContainText("kWh stored");
  const reached = await before.evaluate((all) =>
    [...all.querySelectorAll("button")].filter((button) => {
      button.focus();
      return document.activeElement === button;
    }),
  );
  expect(reached).toEqual([]);
  await page.getByLabel("Target charge, per cent").fill("5");
  await expect(page.getByRole("alert")).toContainText("the target must be above the starting charge");
  await pick(page, "Saved paths", "Curlew overnight on the slip");
  await page.getByLabel("Target charge, per cent").fill("");
  await expect(before).toContainText("Curlew");
  await page.getByLabel("Target charge, per cent").fill("75");
  await expect(before).toHaveCount(0);
  await expect(answer(page, /Ready at|Not in time/)).toBeVisible();
});

test("a cable that does not fit says which of yours would; 5 A says there is no charging", async ({
  page,
}) => {
  await pick(page, "Saved paths", "Curlew at the harbour with the wrong cable");
  await pick(page, "Cable", "Plover’s own cable");
  const refusal = page.getByRole("alert").filter({ hasText: "No charging" });
  await expect(refusal).toContainText("Curlew takes Type 2");
  await refusal.getByRole("button", { name: "plain single-phase cable" }).click();
  await expect(answer(page, /From the wall/)).toContainText("7.37 kW");

  await page.getByRole("button", { name: /onboard charger, Curlew/ }).click();
  await pick(page, "Set in the car", "5 A");
  await expect(refusal).toContainText("leaves 5 A, and a car needs at least 6 A");
});

test("the keyboard alone changes the path, picks a link by number and opens a working", async ({ page }) => {
  await pick(page, "Saved paths", "Plover overnight in the boathouse");
  await page.locator("body").click({ position: { x: 5, y: 790 } });
  // From wherever one has scrolled to.
  await page.evaluate(() => scrollTo(0, document.body.scrollHeight));
  await page.keyboard.press("1");
  const looked = page.getByRole("region", { name: "Selected link" });
  await expect(looked).toContainText("22 m of 1.5 mm²");
  await expect(looked).toBeInViewport({ ratio: 0.9 });

  await page.getByLabel("Place and outlet").focus();
  await page.keyboard.press("ArrowDown");
  await expect(page.getByLabel("Place and outlet")).not.toHaveValue("fq-boathouse-socket");
  await page.keyboard.press("Home");

  const cost = answer(page, /Cost/);
  await cost.focus();
  await page.keyboard.press("Enter");
  await expect(page.getByText("Cost: the working")).toBeInViewport();
  await expect(page.locator("#working")).toContainText("k1 = q·price");
});

test("a change is tried out, taken back by undo, and kept under a name with the parts it brings", async ({
  page,
}) => {
  await pick(page, "Saved paths", "Plover overnight in the boathouse");
  await expect(answer(page, /Not in time/)).toBeVisible();
  await page.getByRole("button", { name: /^Try it: its own 32 A circuit in 6 mm² with a wallbox/ }).click();
  await expect(page.getByRole("status", { name: "What is tried out" })).toContainText(
    "Tried out: its own 32 A circuit",
  );
  await expect(answer(page, /Ready at/)).toBeVisible();
  await expect(page.getByText("wallbox, 1 × 32 A (tried out)")).toBeAttached();
  await page.reload();
  await expect(page.getByRole("status", { name: "What is tried out" })).toContainText("Tried out");
  await page.getByRole("button", { name: "Back to the path as it is" }).click();
  await expect(answer(page, /Not in time/)).toBeVisible();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(answer(page, /Ready at/)).toBeVisible();
});

testAlone("what was tried out is kept, with its parts, once it has a name", async ({ page }) => {
  await pick(page, "Saved paths", "Plover overnight in the boathouse");
  await page.getByRole("button", { name: /^Try it: its own 32 A circuit in 6 mm² with a wallbox/ }).click();
  await page.getByRole("button", { name: "Save as…" }).click();
  await page.getByLabel("Name of the path").fill("With a wallbox");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByText("Saved as “With a wallbox”.")).toBeVisible();
  await expect(page.getByRole("status", { name: "What is tried out" })).toBeHidden();
  await expect(page.getByLabel("Charging unit").locator("option:checked")).toHaveText("wallbox, 1 × 32 A");
  await expect(answer(page, /Ready at/)).toBeVisible();
});

test("a setting the figures count on is said, who makes it, and what would flow untouched", async ({
  page,
}) => {
  await pick(page, "Household", "Larch Hollow");
  await pick(page, "Saved paths", "Siskin in the barn");
  await expect(verdict(page)).toContainText("so Siskin’s box is set to 10 A");
  await expect(verdict(page)).toContainText("Untouched, 12 A would flow");
  // Set by hand it is what flows, be it too much.
  await page.getByRole("button", { name: /charging unit, Siskin’s box/ }).click();
  await page.getByLabel("Set on the unit").selectOption("12");
  await expect(answer(page, /What flows/)).toContainText("12 A on 1 phase");
  await expect(page.getByRole("region", { name: "Cautions" })).toContainText("with 2 A of other loads");
});

test("undo in one household leaves the other alone, and a reload finds what undo left", async ({ page }) => {
  await page.getByLabel("Target charge, per cent").fill("85");
  await pick(page, "Household", "Larch Hollow");
  await expect(page.getByLabel("Household")).toHaveValue("larch-hollow");
  await page.getByLabel("Target charge, per cent").fill("66");
  await page.getByLabel("Target charge, per cent").fill("67");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByLabel("Target charge, per cent")).toHaveValue("66");
  await page.reload();
  await expect(page.getByLabel("Target charge, per cent")).toHaveValue("66");
  await pick(page, "Household", "Fallow Quay");
  await expect(page.getByLabel("Target charge, per cent")).toHaveValue("85");
});

test("a night on which the clocks go back asks which hour is meant", async ({ page }) => {
  await page.getByLabel("Plugged in on", { exact: true }).fill("2026-10-25");
  await page.getByLabel("Plugged in at").fill("01:30");
  await expect(page.getByText("comes twice on 2026-10-25")).toBeVisible();
  await pick(page, "Which of the two hours", "the second time");
  await expect(page.getByText("comes twice on 2026-10-25")).toBeHidden();
});

test("printed, a path is one sheet: sentence, answers, cautions in full and the settings to make; nothing to press", async ({
  page,
}) => {
  await pick(page, "Saved paths", "Plover over the garden reel");
  await page.emulateMedia({ media: "print" });
  await expect(page.getByRole("region", { name: "On paper" })).toContainText("Settings to make: none");
  await expect(page.getByRole("navigation", { name: "Rooms" })).toBeHidden();
  await expect(page.getByRole("button", { name: "Print" })).toBeHidden();
  await expect(answer(page, /Cost/)).toBeVisible();
  const cautions = page.getByRole("region", { name: "Cautions" });
  await expect(cautions.locator(".caution p").first()).toBeVisible();
  const pdf = (await page.pdf({ format: "A4" })).toString("latin1");
  expect(pdf.match(/\/Type \/Page\b/g)).toHaveLength(1);
});

for (const width of [390, 320])
  test(`on a phone of ${width} px the answer comes first, stays in view, and everything is as large as a finger`, async ({
    page,
  }) => {
    await page.setViewportSize({ width, height: 844 });
    const strip = page.getByRole("region", { name: "The answer in short" });
    await expect(strip).toContainText(/Narrowest: /);
    await expect(strip).toContainText(/€\d/);
    const bottom = async () => {
      const box = (await strip.boundingBox())!;
      return box.y + box.height;
    };
    expect(await bottom()).toBeLessThan(250);
    // The drawing stands after the answers.
    const top = async (selector: string) => (await page.locator(selector).first().boundingBox())!.y;
    expect(await top(".bench-drawing")).toBeGreaterThan(await top(".answers"));
    // What is pressed or typed into, in the header and in the sentence.
    const small = await page.evaluate(() =>
      [...document.querySelectorAll("header a, header button, #room p select, #room p input, #room p button")]
        .map((one) => ({
          box: one.getBoundingClientRect(),
          name: one.getAttribute("aria-label") ?? one.textContent,
        }))
        .filter(({ box }) => box.width > 0 && box.top < 700 && box.height < 43.5)
        .map(({ name, box }) => `${name}: ${box.height}`),
    );
    expect(small).toEqual([]);
    await pick(page, "Charging unit", "Yard portable");
    await page.mouse.wheel(0, 500);
    await expect.poll(bottom).toBeLessThan(160);
    await expect(strip).toBeInViewport();
    // What is set once is behind its button.
    await page.evaluate(() => scrollTo(0, 0));
    await expect(page.getByLabel("Distances in")).toBeHidden();
    await page.getByRole("button", { name: "Settings" }).click();
    // The next test finds the household as this one did: it ends once that is kept.
    for (const unit of ["mi", "km"]) {
      const kept = page.waitForResponse((response) => response.request().method() === "PUT");
      await page.getByLabel("Distances in").selectOption(unit);
      expect((await kept).status()).toBe(200);
      await expect(page.locator(".answers")).toContainText(`${unit}/h`);
    }
  });

test("on a phone on its side the answer is in the first screen too", async ({ page }) => {
  await page.setViewportSize({ width: 844, height: 390 });
  const strip = page.getByRole("region", { name: "The answer in short" });
  await expect(strip).toBeInViewport({ ratio: 1 });
  await expect(strip).toContainText(/kW/);
});

testKilled(
  "started now and finished later, on a phone by keyboard: it survives a crash, rings in a calendar, is kept by two readings",
  async ({ page, app }) => {
    await page.setViewportSize({ width: 390, height: 844 });
    const press = async (name: string) => {
      await page.getByRole("button", { name, exact: true }).focus();
      await page.keyboard.press("Enter");
    };
    await press("Started now");
    const started = page.getByRole("region", { name: "Charging now" });
    await expect(started).toContainText(/Plover overnight in the boathouse: since \d\d:\d\d/);
    await expect(started).toContainText(/About 20 % now, by reckoning: 90 % at \d\d:\d\d/);
    await expect(started.locator(".next")).toContainText("Look whether it charges, in 5 min");
    expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(
      0,
    );

    const download = page.waitForEvent("download");
    await press("To my calendar");
    const file = readFileSync(await (await download).path(), "utf8");
    expect(file).toContain("SUMMARY:Look whether it charges: Plover overnight in the boathouse");
    expect(file).toContain("BEGIN:VALARM");

    await app.kill();
    await app.start();
    await page.goto(`${app.address}/path`);
    await press("Finish it…");
    await page.getByLabel("The car shows, %").focus();
    await page.keyboard.type("12");
    await press("Keep it");
    await expect(started.getByRole("alert")).toHaveText(
      "The car shows: accepted: 20 to 100 %, as it began at 20 %",
    );
    await page.getByLabel("The car shows, %").fill("41");
    await page.getByLabel("Counter after, kWh").focus();
    await page.keyboard.type("9.8");
    await page.keyboard.press("Enter");
    // 21 % of 38 kWh, at what the path brings into the battery of what the meter counts.
    await expect(page.locator(".notice")).toContainText(
      /Kept for the log: 20 % to 41 %, 9.80 kWh counted, 10.\d kWh reckoned/,
    );
    await expect(page.getByText("Kept by hand: 1 session")).toBeVisible();
    await page.locator(".notice").getByRole("button", { name: "Undo" }).focus();
    await page.keyboard.press("Enter");
    await expect(started.getByRole("button", { name: "Finish it…" })).toBeVisible();
  },
);

test("nothing charges: the list is gone through by keyboard, and says what is left at its end", async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByRole("button", { name: "Nothing charges?" }).focus();
  await page.keyboard.press("Enter");
  const list = page.getByRole("region", { name: "Nothing charges?" });
  await expect(list.locator(".next")).toContainText("Is the plug home");
  for (const box of await list.getByRole("checkbox").all()) {
    await box.focus();
    await page.keyboard.press("Space");
  }
  await expect(list.locator(".next")).toHaveCount(0);
  await expect(list.getByRole("status")).toContainText("None of it helped: leave it unplugged");
});
