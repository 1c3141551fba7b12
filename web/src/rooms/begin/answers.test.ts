import { firstTyped, freshName, planOfTyped } from "./answers";

test("a second household of the same name is told apart by a number that is free", () => {
  expect(freshName("Home", [])).toBe("Home");
  expect(freshName("Home", ["Home"])).toBe("Home 2");
  expect(freshName("Home", ["Home", "Home 2", "Home 4"])).toBe("Home 3");
  const named = (taken: readonly string[]) =>
    planOfTyped(firstTyped("Europe/Dublin"), "Europe/Dublin", "2026-11-27", taken)!.household.name;
  expect([named([]), named(["Home"])]).toEqual(["Home", "Home 2"]);
});
