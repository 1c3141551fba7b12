import AxeBuilder from "@axe-core/playwright";
import type { Page } from "@playwright/test";
import { ROOMS } from "../web/src/app/rooms";
import { answer, expect, pick, standsStill, test, testAtTheDoor } from "./application";

const WCAG = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"];

// One room tells nothing of another: they are shared out among the workers.
test.describe.configure({ mode: "parallel" });

/** How to get to something worth scanning, from anywhere in the same room. */
type Screens = Readonly<Record<string, (page: Page) => Promise<unknown>>>;

const lineup = (view: string, ready?: (page: Page) => Promise<void>) => async (page: Page) => {
  await page.getByRole("link", { name: "Line-up" }).click();
  await page
    .getByRole("navigation", { name: "Views of the line-up" })
    .getByRole("link", { name: view })
    .click();
  await ready?.(page);
};

const money = (view: string, ready: (page: Page) => Promise<void>) => async (page: Page) => {
  await page.getByRole("link", { name: "Money" }).click();
  await page.getByRole("navigation", { name: "Views of money" }).getByRole("link", { name: view }).click();
  await ready(page);
};

/** What is scanned of each room, by its address: all of it in one page. */
const SCANS: Readonly<Record<string, Screens>> = {
  "/path": {
    path: async (page) => {
      await answer(page, /Cost/).click();
      await page.getByRole("heading", { name: "Cost: the working" }).waitFor();
    },
    "path that cannot charge": async (page) => {
      await pick(page, "Saved paths", "Curlew at the harbour with the wrong cable");
      await pick(page, "Cable", "Plover’s own cable");
      await page.getByRole("alert").waitFor();
    },
    "path with a stop, where it goes": async (page) => {
      await pick(page, "Saved paths", "Plover over the garden reel");
      await page.getByRole("button", { name: "Where it goes" }).click();
      await page.getByRole("region", { name: "Table of losses" }).waitFor();
    },
    "current steps": async (page) => {
      await page.getByRole("button", { name: "Current steps" }).click();
      await page.getByRole("region", { name: "Table of current steps" }).waitFor();
    },
    "what the car says": async (page) => {
      await page.getByRole("button", { name: "My car says …" }).click();
      await page.getByLabel("Rate, km/h").fill("8");
      await page
        .getByRole("button", { name: /^Keep / })
        .first()
        .waitFor();
    },
    "nothing charges": async (page) => {
      await page.getByRole("button", { name: "Nothing charges?" }).click();
      await page.getByRole("checkbox", { name: /Is the plug home/ }).check();
    },
    "a session by hand, being finished": async (page) => {
      await page.getByRole("button", { name: "Started now" }).click();
      await page.getByRole("button", { name: "Finish it…" }).click();
      await page.getByRole("button", { name: "Keep it" }).click();
      await page.getByRole("alert").first().waitFor();
    },
    "a change tried out": async (page) => {
      // What was started for the screen before goes on for nobody else.
      await page.getByRole("button", { name: "Not yet" }).click();
      await page.getByRole("button", { name: "It did not charge" }).click();
      await page.getByRole("region", { name: "Charging now" }).waitFor({ state: "hidden" });
      await page
        .getByRole("button", { name: /^Try it: its own 32 A circuit/ })
        .first()
        .click();
      await page.getByRole("status", { name: "What is tried out" }).waitFor();
    },
  },
  "/away": {
    "what to pack, a place that is not served": async (page) => {
      await page.getByRole("link", { name: "Away", exact: true }).click();
      await page.getByRole("button", { name: /^a relative’s: three-pin/ }).click();
    },
    "the bay": async (page) => {
      await page.getByRole("link", { name: "Will it reach" }).click();
      await page.getByRole("slider", { name: "Post or socket" }).waitFor();
    },
    "posts near me": async (page) => {
      await page.getByRole("link", { name: "Posts near me" }).click();
      await page.getByRole("row", { name: /^Co-op hall/ }).waitFor();
    },
    "a post by hand, with something missing": async (page) => {
      await page.getByRole("link", { name: "Away", exact: true }).click();
      await page.getByRole("link", { name: "Posts near me" }).click();
      await page.getByRole("button", { name: "Add a post I know…" }).click();
      await page.getByRole("button", { name: "Keep it" }).click();
      await page.getByRole("dialog").getByRole("alert").waitFor();
    },
    "stops on the way": async (page) => {
      await page.keyboard.press("Escape");
      await page.getByRole("link", { name: "Stops on the way" }).click();
      await page
        .getByRole("button", { name: /is broken$/ })
        .first()
        .waitFor();
      await page.getByText("What driving takes").click();
    },
    "at the post, something will not": async (page) => {
      await page.getByRole("link", { name: "At the post" }).click();
      await page.getByText("It is slower than the sign").click();
    },
  },
  "/log": {
    "what was charged": async (page) => {
      await page.getByRole("link", { name: "Log", exact: true }).click();
      await page.getByRole("region", { name: "Sessions" }).waitFor();
    },
    "one session, explained": async (page) => {
      await page.getByRole("link", { name: "One session" }).click();
      await page
        .getByLabel("Session", { exact: true })
        .selectOption({ label: "17 Nov 2026, Tue 18:30: Plover overnight in the boathouse" });
      await page.getByRole("region", { name: "What may explain it" }).waitFor();
    },
    "a table with something wrong": async (page) => {
      await page.getByRole("link", { name: "Read in" }).click();
      await page.getByLabel("File to read in").setInputFiles({
        name: "mine.csv",
        mimeType: "text/csv",
        buffer: Buffer.from("start,kWh\n2026-11-23 18:10,many\n"),
      });
      await page.getByRole("region", { name: "Columns of the file" }).waitFor();
    },
    "what the sessions tell": async (page) => {
      await page.getByRole("link", { name: "Your car, measured" }).click();
      await page.getByRole("button", { name: /^Estimate from/ }).click();
      await page.getByRole("region", { name: "What the sessions tell" }).waitFor();
    },
    "a claim": async (page) => {
      await page.getByRole("link", { name: "Check a claim" }).click();
      await page.getByLabel("What is claimed").fill("52 kWh, 2.3 kW, 20 to 80 % takes 20 hours");
    },
    "a case, answered": async (page) => {
      await page.getByRole("link", { name: "Twenty cases" }).click();
      await page.locator(".options button").first().click();
    },
  },
  "/install": {
    "what is left, a figure that cannot be": async (page) => {
      await page.getByRole("link", { name: "Install", exact: true }).click();
      await page.getByLabel("Main breaker or fuse, A").fill("1");
      await page.getByRole("alert").waitFor();
    },
    "a meter's file before it is taken": async (page) => {
      await page.getByRole("link", { name: "Install", exact: true }).click();
      await page.getByLabel("Meter file").setInputFiles({
        name: "meter.csv",
        mimeType: "text/csv",
        buffer: Buffer.from("start,used kWh\n2026-01-05 00:00,0.2\n2026-01-05 00:15,0.3\n"),
      });
      await page.getByRole("button", { name: "Keep it and look at it" }).waitFor();
    },
    ...Object.fromEntries(
      ["Ways", "The limit", "Circuit", "Brief", "Looks"].map((view) => [
        view,
        async (page: Page) => {
          await page.getByRole("link", { name: "Install", exact: true }).click();
          await page.getByRole("link", { name: view, exact: true }).click();
          await page.locator(".verdict").waitFor();
        },
      ]),
    ),
    "quotes, one of them typed": async (page) => {
      await page.getByRole("link", { name: "Install", exact: true }).click();
      await page.getByRole("link", { name: "Quotes", exact: true }).click();
      await page.getByRole("button", { name: "Add a quote" }).click();
      await page.getByLabel("Sum of Quote 1").fill("900");
    },
  },
  "/week": {
    "week that falls short, a drive picked, a day open": async (page) => {
      await page.getByRole("link", { name: "Week", exact: true }).click();
      await pick(page, "Week to start from", "far commuter");
      await pick(page, "Season", "cold");
      await page.getByRole("button", { name: /^Monday, 132 km/ }).click();
      await page.getByRole("button", { name: /^Tue .*the working$/ }).click();
    },
    "week with something wrong": async (page) => {
      await page.getByRole("link", { name: "Week", exact: true }).click();
      await page.getByLabel("Reserve, per cent").fill("85");
      await page.getByRole("alert").waitFor();
      await page.getByLabel("Reserve, per cent").fill("10");
    },
    "trips, their columns": async (page) => {
      await page.getByRole("link", { name: "Week", exact: true }).click();
      await page.getByLabel("Week file").setInputFiles({
        name: "trips.csv",
        mimeType: "text/csv",
        buffer: Buffer.from("date,km,out,back\n2026-11-02,60,07:00,17:00\n"),
      });
      await page.getByRole("dialog").waitFor();
    },
    "a year of luck": async (page) => {
      const leave = page.getByRole("button", { name: "Leave it" });
      if (await leave.isVisible()) await leave.click();
      await page.getByRole("link", { name: "A year of luck" }).click();
      await page.getByRole("region", { name: "How often it falls short" }).getByRole("status").waitFor();
    },
    "what matters most": async (page) => {
      await page.getByRole("link", { name: "What matters most" }).click();
      await page.getByRole("button", { name: /^cold: / }).waitFor();
    },
  },
  "/garage": {
    garage: async (page) => {
      await page.getByRole("link", { name: "Garage" }).click();
      await page.getByRole("heading", { name: "Curlew" }).waitFor();
    },
    "lead with its state, its plug found by its picture": async (page) => {
      await page.getByRole("link", { name: "Garage" }).click();
      await page.getByRole("link", { name: /Extension leads/ }).click();
      await page.getByRole("button", { name: "Change garden reel" }).click();
      await page.getByText("find it by its picture").first().click();
      await page.getByText("Its state").click();
      await page.getByLabel("It was looked at or tested").check();
      await page.getByRole("radio").first().waitFor();
    },
    "what is seen in a car's inlet": async (page) => {
      await page.getByRole("link", { name: "Garage" }).click();
      await page.getByRole("button", { name: "Change Curlew" }).click();
      await page.getByText("Look into its inlet, and point at what you see").click();
      await page.getByRole("radio").first().waitFor();
    },
    "car with its curve": async (page) => {
      await page.getByRole("link", { name: "Garage" }).click();
      await page.getByRole("button", { name: "Change Curlew" }).click();
      await page.getByText("What the battery accepts").first().click();
      await page.getByText("From its papers").click();
      await page.getByRole("slider").first().waitFor();
    },
    editor: async (page) => {
      await page.getByRole("link", { name: "Garage" }).click();
      await page.getByRole("link", { name: /Places/ }).click();
      await page.getByRole("button", { name: "Change wall socket" }).click();
      await page.getByLabel("Breaker", { exact: true }).fill("0");
      await page.getByRole("dialog").getByRole("button", { name: "Save" }).click();
      await page.getByRole("dialog").getByRole("alert").first().waitFor();
    },
    places: async (page) => {
      await page.getByRole("link", { name: "Garage" }).click();
      await page.getByRole("link", { name: /Places/ }).click();
      await page.getByRole("heading", { name: "Ferry rapid, left" }).waitFor();
    },
    "fuel cars": async (page) => {
      await page.getByRole("link", { name: "Garage" }).click();
      await page.getByRole("link", { name: /Fuel cars/ }).click();
      await page.getByRole("heading", { name: "the old estate" }).waitFor();
    },
    "cable reader": async (page) => {
      await page.getByRole("link", { name: "Garage" }).click();
      await page.getByRole("link", { name: "Read a cable" }).click();
      await page.getByLabel("What is printed on it").fill("3G2.5");
      await page.getByLabel("I have not looked").uncheck();
    },
    "plate reader": async (page) => {
      await page.getByRole("link", { name: "Garage" }).click();
      await page.getByRole("link", { name: "Read a plate" }).click();
      await page.getByRole("textbox").fill("7.4kW 230 V 16 A 1~ serial 7");
      await page.getByRole("alert").waitFor();
    },
    "what goes with what": async (page) => {
      await page.getByRole("link", { name: "Garage" }).click();
      await page.getByRole("link", { name: "What goes with what" }).click();
      await page.getByRole("button", { name: /Open Curlew at Slip/ }).waitFor();
    },
    connectors: async (page) => {
      await page.getByRole("link", { name: "Garage" }).click();
      await page.getByRole("link", { name: "Connectors" }).click();
      await page.getByRole("heading", { name: "CCS2" }).waitFor();
    },
  },
  "/line-up": {
    compare: lineup("Compare", async (page) => {
      await pick(page, "the cable’s rating", "16 A");
      await page.getByText("ways change").waitFor();
    }),
    "all ways": lineup("All ways", (page) => page.getByRole("listitem").first().waitFor()),
    "adding ways": lineup("All ways", async (page) => {
      await page.getByRole("button", { name: "Add ways…" }).click();
      await page.getByLabel("Set to, A").fill("0");
      await page.getByRole("button", { name: "Add it" }).click();
      await page.getByText("accepted: 6 to 80 A").waitFor();
    }),
    table: lineup("Table", (page) => page.getByRole("region", { name: "Rows of the line-up" }).waitFor()),
    "cars by ways": lineup("Cars × ways", (page) => page.getByText("best for the car").first().waitFor()),
    charts: lineup("Charts", (page) => page.getByRole("region", { name: "Table: Energy lost" }).waitFor()),
    vary: lineup("Vary one thing", (page) => page.getByRole("region", { name: /^Sizes of/ }).waitFor()),
    "vary two": lineup("Vary two", (page) => page.locator("canvas").waitFor()),
    night: lineup("Enough overnight?", (page) => page.getByText(/is the least that/).waitFor()),
    stay: lineup("A stay", (page) => page.getByText(/the move/).waitFor()),
    "what to carry": lineup("What to carry", (page) =>
      page.getByRole("region", { name: "Portable units one could carry" }).waitFor(),
    ),
  },
  "/money": {
    receipt: money("What it costs", async (page) => {
      await page.getByRole("button", { name: /time standing.*the working/ }).click();
    }),
    when: money("When to charge", (page) => page.getByRole("region", { name: "When to leave" }).waitFor()),
    "a tariff of lines": money("Tariffs", async (page) => {
      await page.getByRole("button", { name: "Change line 1" }).click();
      await page.getByText("Standing charge, least, most, grace and membership").click();
    }),
    "a week of hours": money("Tariffs", async (page) => {
      await page.getByRole("button", { name: "Boatyard day and night" }).click();
      await page.getByRole("application").focus();
    }),
    "prices by the hour": money("Tariffs", async (page) => {
      await page.getByRole("button", { name: "Island spot rate" }).click();
      await page.getByRole("region", { name: "Prices by the hour" }).waitFor();
    }),
    "every place": money("Every place", (page) =>
      page.getByRole("button", { name: /Open Ferry terminal/ }).waitFor(),
    ),
    "the lead": money("The lead", async (page) => {
      await page.getByLabel("Meter at the far end, W").fill("0");
      await page.getByRole("alert").waitFor();
    }),
    "against fuel": money("Against fuel", (page) => page.getByText("Both cost the same at").waitFor()),
    payback: money("What pays back", (page) => page.getByText("at which it pays in").waitFor()),
    "which home tariff": money("Which home tariff", (page) =>
      page.getByText("What turns it").or(page.getByText("a year")).first().waitFor(),
    ),
    memberships: money("Memberships", (page) => page.getByText("It pays from").waitFor()),
  },
  "/words": {
    "words, and one where it stands": async (page) => {
      // What comes beside the answers moves the word; it is pressed once it stands still.
      await standsStill(page);
      await page.getByRole("button", { name: "phase: what it means" }).click();
      await page.getByRole("link", { name: "all words" }).click();
      await page.getByRole("heading", { name: "Words" }).waitFor();
    },
  },
  "/begin": {
    "the beginning": async (page) => {
      await pick(page, "Household", "Households…");
      await page.getByRole("link", { name: "Add a household" }).click();
      await page.getByLabel("Onboard charger, kW").fill("77");
      await page.getByRole("alert").waitFor();
    },
  },
  "/households": {
    households: async (page) => {
      await pick(page, "Household", "Households…");
      await page.getByLabel("Currency").first().fill("EU");
      await page.getByRole("alert").waitFor();
    },
  },
};

const SCHEMES = ["light", "dark"] as const;

/** Looks at a page in a colour scheme and returns what an accessibility scan finds wrong there. */
async function faults(page: Page, colorScheme: (typeof SCHEMES)[number]): Promise<string[]> {
  // What is scrolled under the head is no smaller for that.
  await page.evaluate(() => scrollTo(0, 0));
  // Every page here is one frame: it is scanned in place, and only what is wrong is brought back.
  const axe = new AxeBuilder({ page }).options({ resultTypes: ["violations"] }).setLegacyMode(true);
  // At dusk nothing but the colours is another.
  const { violations } = await (
    colorScheme === "light" ? axe.withTags(WCAG) : axe.withRules(["color-contrast"])
  ).analyze();
  return violations.map(
    (v) => `${colorScheme} ${v.id}: ${v.nodes.map((n) => n.target.join(" ")).join(", ")}`,
  );
}

/** Widths (px) from the narrowest phone to a desk; half of the widest is the same page at 200 %. */
const WIDTHS = Array.from({ length: 25 }, (_, i) => 320 + 40 * i);

/** At no width anything of a page is wider than the window. A chart follows a resize a moment later. */
async function expectFits(page: Page): Promise<void> {
  const wider: string[] = [];
  for (const width of WIDTHS) {
    await page.setViewportSize({ width, height: 844 });
    const over = () => page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
    await expect
      .poll(over)
      .toBeLessThanOrEqual(0)
      .catch(async () => void wider.push(`${width} px: ${await over()} px over`));
  }
  expect(wider).toEqual([]);
}

test("the scan finds a picture without words and words too pale to read", async ({ page }) => {
  await page.emulateMedia({ colorScheme: "dark" });
  await page.evaluate(() => {
    const main = document.querySelector("main")!;
    main.append(Object.assign(new Image(), { id: "wordless" }));
    const pale = Object.assign(document.createElement("p"), { id: "pale", textContent: "too pale" });
    Object.assign(pale.style, { color: "#777", background: "#666" });
    main.append(pale);
  });
  expect(await faults(page, "light")).toEqual(["light color-contrast: #pale", "light image-alt: #wordless"]);
  expect(await faults(page, "dark")).toEqual(["dark color-contrast: #pale"]);
});

/** What the browser says went wrong, a refused resource among it. */
function complaintsOf(page: Page): string[] {
  const complaints: string[] = [];
  page.on("console", (message) => message.type() === "error" && complaints.push(message.text()));
  page.on("pageerror", (error) => complaints.push(error.message));
  return complaints;
}

test("every room is scanned", () => {
  expect(Object.keys(SCANS).toSorted()).toEqual(ROOMS.map(({ at }) => at).toSorted());
});

for (const { at, name } of ROOMS)
  test(`${name}, by day and at dusk: no accessibility fault, no refused resource, nothing wider than the window from 320 to 1280 px`, async ({
    page,
  }) => {
    const screens = Object.entries(SCANS[at]!);
    test.setTimeout(60_000 + 20_000 * screens.length);
    const complaints = complaintsOf(page);
    const found: string[] = [];
    if (at === "/money") await pick(page, "Saved paths", "Curlew at the co-op hall, left standing");
    for (const [screen, open] of screens) {
      await page.setViewportSize({ width: 1280, height: 800 });
      await page.emulateMedia({ colorScheme: "light", reducedMotion: "reduce" });
      await open(page);
      for (const colorScheme of SCHEMES) {
        await page.emulateMedia({ colorScheme, reducedMotion: "reduce" });
        await expect(page.locator("html")).toHaveAttribute("data-bs-theme", colorScheme);
        found.push(...(await faults(page, colorScheme)).map((fault) => `${screen}: ${fault}`));
      }
      await test.step(`${screen} fits every width`, () => expectFits(page));
      // What opened over the room goes.
      await page.keyboard.press("Escape");
    }
    expect([...found, ...complaints]).toEqual([]);
  });

testAtTheDoor(
  "the door, with a passphrase that was wrong, by day and at dusk: no accessibility fault, nothing wider than the window from 320 to 1280 px",
  async ({ page }) => {
    await page.getByLabel("Passphrase").fill("gulls over the slip");
    await page.keyboard.press("Enter");
    await page.getByRole("alert").waitFor();
    for (const colorScheme of SCHEMES) {
      await page.emulateMedia({ colorScheme });
      expect(await faults(page, colorScheme)).toEqual([]);
    }
    await expectFits(page);
  },
);
