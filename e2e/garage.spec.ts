import { answer, expect, pick, testAlone as test, verdict } from "./application";

test("a car and an outlet are edited; a bad figure is refused at its field; the path follows", async ({
  page,
}) => {
  await page.getByRole("link", { name: "Garage" }).click();
  await page.getByRole("button", { name: "Change Curlew" }).click();
  const form = page.getByRole("dialog");
  await form.getByLabel("Usable capacity").fill("0");
  await form.getByRole("button", { name: "Save" }).click();
  await expect(form.getByRole("alert").first()).toContainText("Usable capacity: accepted: 0.5 to 400 kWh");
  await form.getByLabel("Usable capacity").fill("82");
  await form.getByRole("button", { name: "Save" }).click();
  await expect(form).toBeHidden();
  await expect(page.getByText("82.0 kWh")).toBeVisible();

  await page.getByRole("link", { name: /Outlets/ }).click();
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
  await expect(page.getByText("58 W between two meters")).toBeVisible();

  await page.getByRole("button", { name: "Delete Workshop lead" }).click();
  await expect(page.getByRole("heading", { name: "Workshop lead" })).toBeHidden();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByRole("heading", { name: "Workshop lead" })).toBeVisible();
});
