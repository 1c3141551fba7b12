import { readFileSync } from "node:fs";
import { answer, expect, pick, testAlone as test, verdict } from "./application";

test("a car and an outlet are edited; a bad figure is refused at its field; the path follows", async ({
  page,
}) => {
  await page.getByRole("link", { name: "Garage" }).click();
  await page.getByRole("button", { name: "Change Curlew" }).click();
  const form = page.getByRole("dialog");
  await form.getByLabel("Usable capacity", { exact: true }).fill("0");
  await form.getByRole("button", { name: "Save" }).click();
  await expect(form.getByRole("alert").first()).toContainText("Usable capacity: accepted: 0.5 to 400 kWh");
  await form.getByLabel("Usable capacity", { exact: true }).fill("82");
  await form.getByRole("button", { name: "Save" }).click();
  await expect(form).toBeHidden();
  await expect(page.getByText("82.0 kWh").first()).toBeVisible();

  await page.getByRole("link", { name: /Places/ }).click();
  await page.getByRole("button", { name: "Change visitor bay" }).click();
  await form.getByLabel("Breaker").fill("13");
  await form.getByRole("button", { name: "Save" }).click();
  await expect(form).toBeHidden();

  await page.getByRole("link", { name: "Path" }).click();
  await pick(page, "Saved paths", "Curlew at the harbour with the wrong cable");
  // A breaker holds nothing back: the car pulls what cable and post allow, and a stop stands over it.
  await expect(verdict(page)).toContainText("The circuit should hold no more than 13 A");
  await expect(answer(page, /What flows/)).toContainText("16 A");
  await expect(page.getByRole("alert").first()).toContainText("on a 13 A breaker");
});

test("a thing is added, duplicated, deleted, and the deletion undone", async ({ page }) => {
  await page.getByRole("link", { name: "Garage" }).click();
  await page.getByRole("link", { name: /Extension leads/ }).click();
  await page.getByRole("button", { name: "Add a lead" }).click();
  const form = page.getByRole("dialog");
  await form.getByRole("button", { name: "Save" }).click();
  await expect(form.getByRole("alert").first()).toContainText("Name: a name is needed");
  await form.getByLabel("Name").fill("Workshop lead");
  await form.getByLabel("Resistance known by").selectOption({ label: "two power meters" });
  await form.getByLabel("Near meter reads").fill("3000");
  await form.getByLabel("Far meter reads").fill("2942");
  await form.getByLabel("At a current of").fill("12.5");
  await form.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("58 W between two meters").first()).toBeVisible();

  await page.getByRole("button", { name: "Delete Workshop lead" }).click();
  await expect(page.getByRole("heading", { name: "Workshop lead" })).toBeHidden();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByRole("heading", { name: "Workshop lead" })).toBeVisible();
});

test("a car from its papers: a contradiction is named, then what they say is taken and the rest marked as assumed", async ({
  page,
}) => {
  await page.getByRole("link", { name: "Garage" }).click();
  await page.getByRole("button", { name: "Add a car" }).click();
  const form = page.getByRole("dialog");
  await form.getByLabel("Name").fill("Whimbrel");
  await form.getByLabel("Onboard charger", { exact: true }).fill("11");
  await form.getByLabel("Phases of the charger").selectOption({ label: "one phase" });
  await expect(form.getByRole("alert")).toContainText("11 kW on one phase contradict each other");
  await expect(form.getByRole("button", { name: "Take these figures" })).toBeDisabled();
  await form.getByLabel("Phases of the charger").selectOption({ label: "three phases" });
  await form.getByLabel("Battery voltage").fill("355");
  await form.getByLabel("Battery charge").fill("180");
  await form.getByLabel("Range on a full battery").fill("350");
  await expect(form.getByText("355 V × 180 Ah = 63.9 kWh of cells.")).toBeVisible();
  await form.getByRole("button", { name: "Take these figures" }).click();
  await expect(form.getByLabel("Usable capacity", { exact: true })).toHaveValue("59.427");
  await expect(form.getByLabel("Usable capacity is assumed")).toBeChecked();
  await expect(form.getByLabel("Economy is assumed")).not.toBeChecked();
  await form.getByRole("button", { name: "Save" }).click();
  await expect(page.getByRole("img", { name: /3 × 16 A; battery 59.4 kWh/ })).toBeVisible();
  await page.getByRole("link", { name: "What goes with what" }).click();
  await page.getByRole("button", { name: "Open Whimbrel at Co-op hall, post bay" }).click();
  await expect(answer(page, /What flows/)).toContainText("16 A on 3 phases");
  await expect(page.getByRole("region", { name: "What it hangs on" })).toContainText("The battery");
});

test("a place is made with three outlets, one with a unit wired in; each is held against every car", async ({
  page,
}) => {
  await page.getByRole("link", { name: "Garage" }).click();
  await page.getByRole("link", { name: /Places/ }).click();
  await page.getByRole("button", { name: "Add a place" }).click();
  const form = page.getByRole("dialog");
  await form.getByLabel("Name").fill("Net loft");
  await form.getByRole("button", { name: "Save" }).click();
  const place = page.getByRole("region", { name: "Net loft" });
  await expect(place).toContainText("No outlet yet");
  for (const [name, kind, detail] of [
    ["loft socket", "Socket", /^wall socket two/],
    ["loft red socket", "Socket", /^red three-phase socket, 63 A/],
    ["loft wallbox point", "Wired-in unit", "ordinary single-phase voltage"],
  ] as const) {
    await place.getByRole("button", { name: "Add an outlet at Net loft" }).click();
    await form.getByLabel("Name").fill(name);
    await form.getByLabel("Kind").selectOption({ label: kind });
    if (kind === "Socket") {
      await form.getByText("find it by its picture").click();
      // The country's own first; what it does not have is folded away.
      const other = form.getByText("What is seldom met here");
      if (!(await form.getByRole("radio", { name: detail }).isVisible())) await other.click();
      await form.getByRole("radio", { name: detail }).check();
    } else await form.getByLabel("Feeds it with").selectOption({ label: detail });
    await form.getByRole("button", { name: "Save" }).click();
    await expect(form).toBeHidden();
  }
  await expect(place.getByRole("article")).toHaveCount(3);
  await place.getByRole("button", { name: "Wire a unit in at loft wallbox point" }).click();
  await form.getByLabel("Name").fill("loft box");
  await form.getByLabel("Most it offers").fill("16");
  await form.getByRole("button", { name: "Save" }).click();
  await expect(place.getByRole("article")).toHaveCount(4);

  await page.getByRole("link", { name: "What goes with what" }).click();
  await expect(page.getByRole("row", { name: /loft red socket/ })).toContainText(
    "To use it: a portable unit with a plug for IEC 60309 red 63 A",
  );
  await expect(page.getByRole("row", { name: /loft wallbox point/ })).toContainText("1 × 16 A");
});

test("what is printed on a plate is read, held against itself, and saved as a thing", async ({ page }) => {
  await page.getByRole("link", { name: "Garage" }).click();
  await page.getByRole("link", { name: "Read a plate" }).click();
  const text = page.getByLabel("What is printed on it, as it stands there");
  await text.fill("7.4kW 230 V 16 A 1~");
  await expect(page.getByRole("alert")).toContainText(
    "7.40 kW is printed, yet one phase of 16 A at 230 V make 3.68 kW",
  );
  await text.fill("Mode 2 IC-CPD 230V~ 6/8/10/13 A Type 2 BS 1363 serial 99");
  await expect(page.getByText("Not read: serial, 99")).toBeVisible();
  await page.getByRole("button", { name: "Save as a charging unit…" }).click();
  const form = page.getByRole("dialog");
  await form.getByLabel("Name").fill("Borrowed box");
  await expect(form.getByLabel("Most it offers")).toHaveValue("13");
  await form.getByRole("button", { name: "Save" }).click();
  await page.getByRole("link", { name: /Portable units/ }).click();
  await expect(page.getByRole("img", { name: /steps 6, 8, 10, 13 A, one phase, Type 2/ })).toBeVisible();
});

test("a fuel car is kept in the Garage, refused where it cannot be, and taken over in Money", async ({
  page,
}) => {
  await page.getByRole("link", { name: "Garage" }).click();
  await page.getByRole("link", { name: /Fuel cars/ }).click();
  await page.getByRole("button", { name: "Add a fuel car" }).click();
  const form = page.getByRole("dialog");
  await form.getByLabel("Name").fill("the neighbour's van");
  await form.getByLabel("It uses").fill("0");
  await form.getByRole("button", { name: "Save" }).click();
  await expect(form.getByRole("alert").first()).toContainText("It uses: accepted: 0.1 to 1,000");
  await form.getByLabel("It uses").fill("25");
  await form.getByLabel("Stated in").selectOption("mpg (imperial)");
  await form.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("25.0 mpg (imperial)")).toBeVisible();

  await page.getByRole("link", { name: "Money" }).click();
  await page.getByRole("link", { name: "Against fuel" }).click();
  await page.getByRole("button", { name: "Take the neighbour's van" }).click();
  await page.getByLabel("Fuel costs, EUR").fill("2");
  // 25 mpg imperial is 11.3 l/100 km (definition of the gallon).
  await expect(page.getByRole("region", { name: "Against fuel" })).toContainText("€22.60 for 100 km");
});

test("what is worth knowing at a place stands at the place, and goes with an exported plan", async ({
  page,
}, info) => {
  await page.getByRole("link", { name: "Garage" }).click();
  await page.getByRole("link", { name: /Places/ }).click();
  await page.getByRole("button", { name: "Change Boathouse" }).click();
  const form = page.getByRole("dialog");
  await form.getByLabel("Worth knowing").fill("Key behind the rudder");
  await form.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("Key behind the rudder")).toBeVisible();
  await page.getByRole("link", { name: "Path", exact: true }).click();
  const [file] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Export" }).click(),
  ]);
  const kept = info.outputPath("plan.json");
  await file.saveAs(kept);
  const { place } = JSON.parse(readFileSync(kept, "utf8")) as { place: object };
  expect(place).toEqual({ name: "Boathouse", note: "Key behind the rudder" });
});

test("a wallbox is planned at a place, compared, used in the Path, and there with one press", async ({
  page,
}) => {
  await page.getByRole("link", { name: "Line-up" }).click();
  await page.getByRole("region", { name: "Compare" }).waitFor();
  await page.getByLabel("Charge at the start").fill("25");
  await page.getByRole("link", { name: "Garage" }).click();
  await page.getByRole("link", { name: /Places/ }).click();
  await page.getByRole("button", { name: "Plan a wallbox at Boathouse" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel("Wallbox", { exact: true }).selectOption({ label: "11.0 kW: 3 × 16 A" });
  await dialog.getByLabel("Length of the run, m").fill("500");
  await expect(dialog.getByRole("alert")).toContainText("accepted: 1 to 200 m");
  await dialog.getByLabel("Length of the run, m").fill("22");
  await expect(dialog).toContainText(/16 A breaker and 22 m of \d/);
  await dialog.getByRole("button", { name: "Plan it" }).click();
  await expect(
    page.getByRole("button", { name: "wallbox, 3 × 16 A is there now", exact: true }),
  ).toBeVisible();
  await page.getByRole("button", { name: "Compare it" }).click();
  const row = page.getByRole("row").filter({ hasText: "Boathouse, wallbox circuit, 3 × 16 A" });
  await expect(row).toContainText("planned · to buy for €1,250");

  await page.getByRole("link", { name: "Path", exact: true }).click();
  await pick(page, "Car", "Curlew");
  await pick(page, "Place and outlet", "Boathouse · wallbox circuit, 3 × 16 A (planned)");
  await expect(page.getByLabel("Charging unit", { exact: true })).toContainText(
    "wallbox, 3 × 16 A (planned)",
  );
  await expect(page.locator("svg .flow.planned").first()).toBeVisible();
  await expect(
    page.getByRole("button", { name: "2: charging unit, wallbox, 3 × 16 A, planned." }),
  ).toBeVisible();

  await page.getByRole("link", { name: "Garage" }).click();
  await page.getByRole("link", { name: /Places/ }).click();
  await page.getByRole("button", { name: "wallbox circuit, 3 × 16 A is there now" }).click();
  await expect(page.getByText("wallbox circuit, 3 × 16 A is there now.")).toBeVisible();
  await expect(page.getByRole("button", { name: /is there now/ })).toHaveCount(0);
  await page.getByRole("link", { name: "Path", exact: true }).click();
  await expect(page.locator("svg .flow.planned")).toHaveCount(0);
});
