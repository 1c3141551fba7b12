import { readFileSync } from "node:fs";
import { answer, expect, pick, test, testAlone, verdict } from "./application";

test("a three-phase 16 A cable on a single-phase post: flagged, with the gain of the right cable", async ({
  page,
}) => {
  await pick(page, "Saved paths", "Curlew at the harbour with the wrong cable");
  await expect(verdict(page)).toContainText("The cable is the narrowest link");
  const lift = page.getByRole("region", { name: "What would lift it" });
  await expect(lift).toContainText("A plain single-phase cable for 32 A");
  await expect(lift).toContainText("+3.43 kW, 5 h 28 min sooner");
});

testAlone(
  "a long thin lead raises cautions, and the numbers fall when the step is lowered",
  async ({ page }) => {
    await pick(page, "Saved paths", "Plover over the garden reel");
    const cautions = page.getByRole("region", { name: "Cautions" });
    await expect(cautions.locator(".caution").first()).toContainText("Stop The garden reel is used coiled");
    await expect(cautions).toContainText("An extension lead at 10 A");
    await page.getByRole("button", { name: "Current steps" }).click();
    const table = page.getByRole("region", { name: "Table of current steps" });
    await expect(table.getByRole("row", { name: /^6 A/ })).toContainText("1.0 W/m");
    await table.getByRole("button", { name: "Set 6 A" }).click();
    await expect(answer(page, /What flows/)).toContainText("6 A on 1 phase");
    await expect(cautions).toContainText("It gives off 1.0 W a metre");
    await expect(cautions).not.toContainText("An extension lead at 10 A");

    // What was acknowledged is kept with the saved path.
    await page.getByLabel("Acknowledge lead-coiled").check();
    await page.getByRole("button", { name: "Save", exact: true }).click();
    await expect(page.getByText("Saved as “Plover over the garden reel”.")).toBeVisible();
    await pick(page, "Saved paths", "Plover overnight in the boathouse");
    await pick(page, "Saved paths", "Plover over the garden reel");
    await cautions.getByText("is used coiled").click();
    await expect(page.getByLabel("Acknowledge lead-coiled")).toBeChecked();
  },
);

testAlone("a marking is read, a pretending face is named, and the cable is saved", async ({ page }) => {
  await page.getByRole("link", { name: "Garage" }).click();
  await page.getByRole("link", { name: "Read a cable" }).click();
  await page.getByLabel("What is printed on it").fill("H07BZ5-F 3G6 + 1×0,5");
  await expect(page.locator(".reading")).toContainText("One phase, 32 A");
  await page.getByLabel("I have not looked").uncheck();
  await expect(page.getByRole("alert")).toContainText("three-phase face on a three-core cable");
  await expect(page.locator(".reading")).toContainText("Harbour post");
  await page.getByRole("button", { name: "Save as a cable…" }).click();
  const form = page.getByRole("dialog");
  await form.getByLabel("Name").fill("Found in the shed");
  await form.getByRole("button", { name: "Save" }).click();
  await expect(form).toBeHidden();
  await page.getByRole("link", { name: /^Cables/ }).click();
  await expect(page.getByRole("heading", { name: "Found in the shed" })).toBeVisible();
});

test("rapid from 10 to 80 %: the curve tapers, a cold pack and a car beside are slower", async ({ page }) => {
  await pick(page, "Saved paths", "Curlew on the ferry rapid, from 10 to 80 %");
  await expect(verdict(page)).toContainText("The rapid station is the narrowest link: 120.3 A, 50.0 kW");
  const ready = answer(page, /Ready at|Not in time/);
  await expect(ready).toContainText("1 h 3 min");
  await page.getByLabel("Target charge, per cent").fill("95");
  await expect(page.getByRole("region", { name: "Cautions" })).toContainText("Rapid charging to 95 %");
  await expect(ready).toContainText("too late");
  await page.getByLabel("Target charge, per cent").fill("80");
  await page.getByLabel("The other plug").selectOption({ label: "with a car beside" });
  await expect(verdict(page)).toContainText("25.0 kW");
  await page.getByLabel("Battery temperature, °C").fill("99");
  await expect(page.getByRole("alert")).toContainText("accepted: -30 to 60 °C");
});

testAlone(
  "a path goes out as a file and comes back the same; a broken file leaves all as it was",
  async ({ page }) => {
    await pick(page, "Saved paths", "Plover overnight in the boathouse");
    const download = page.waitForEvent("download");
    await page.getByRole("button", { name: "Export" }).click();
    const text = readFileSync(await (await download).path(), "utf8");
    const broken = { ...(JSON.parse(text) as { session: object }), name: "Broken" };
    broken.session = { ...broken.session, toSoc: 3 };

    const choose = (content: string) =>
      page.getByLabel("Plan file").setInputFiles({
        name: "path.plan.json",
        mimeType: "application/json",
        buffer: Buffer.from(content),
      });
    await choose(JSON.stringify(broken));
    const refusal = page.getByRole("alert").filter({ hasText: "was not imported; nothing has changed" });
    await expect(refusal).toContainText("session.toSoc: accepted: 0 to 1");
    await expect(page.getByLabel("Saved paths").getByRole("option", { name: "Broken" })).toHaveCount(0);

    await choose(text.replace('"name": "Plover overnight in the boathouse"', '"name": "Came back"'));
    await expect(page.getByText("“Came back” is imported")).toBeVisible();
    const again = page.waitForEvent("download");
    await page.getByRole("button", { name: "Export" }).click();
    const back = readFileSync(await (await again).path(), "utf8");
    expect(back.replace("Came back", "Plover overnight in the boathouse")).toBe(text);

    // Dropped rather than chosen.
    const dropped = text.replace('"name": "Plover overnight in the boathouse"', '"name": "Dropped in"');
    await page.evaluate((content) => {
      const dataTransfer = new DataTransfer();
      dataTransfer.items.add(new File([content], "drop.plan.json"));
      window.dispatchEvent(new DragEvent("drop", { dataTransfer, bubbles: true, cancelable: true }));
    }, dropped);
    await expect(page.getByText("“Dropped in” is imported")).toBeVisible();
  },
);

testAlone(
  "the curve of a car starts from a generic shape, is moved by keys, and is kept",
  async ({ page }) => {
    await page.getByRole("link", { name: "Garage" }).click();
    await page.getByRole("button", { name: "Change Plover" }).click();
    const form = page.getByRole("dialog");
    await form.getByText("What the battery accepts").first().click();
    await form.getByLabel("Start from a generic shape").selectOption({ label: "early peak" });
    await expect(form.getByLabel("Point 2, kW")).toHaveValue("79.8");
    await form.getByRole("slider", { name: /Point 2/ }).press("ArrowUp");
    await expect(form.getByLabel("Point 2, kW")).toHaveValue("80.8");
    await form.getByLabel("Point 3, kW").fill("0");
    await form.getByRole("button", { name: "Save" }).click();
    await expect(form.getByRole("alert").first()).toContainText("accepted: 0.1 to 1,000 kW");
    await form.getByLabel("Point 3, kW").fill("60");
    await form.getByRole("button", { name: "Save" }).click();
    await expect(form).toBeHidden();
  },
);
