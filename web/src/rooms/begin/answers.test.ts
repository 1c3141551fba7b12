import { NO_BROCHURE } from "../../plan/brochure";
import { firstTyped, freshName, planOfTyped, rapidOfTyped } from "./answers";

test("a second household of the same name is told apart by a number that is free", () => {
  expect(freshName("Home", [])).toBe("Home");
  expect(freshName("Home", ["Home"])).toBe("Home 2");
  expect(freshName("Home", ["Home", "Home 2", "Home 4"])).toBe("Home 3");
  const named = (taken: readonly string[]) =>
    planOfTyped(firstTyped("Europe/Dublin"), "Europe/Dublin", "2026-11-27", taken)!.household.name;
  expect([named([]), named(["Home"])]).toEqual(["Home", "Home 2"]);
});

test("a brochure's rapid charging goes into the plan; one that contradicts itself makes none; without a peak it says nothing", () => {
  const first = { ...firstTyped("Europe/Dublin"), batteryKWh: "58" };
  const of = (peakKW: string, minutes: string, batteryKWh = "58") => {
    const times = [{ from: "10", to: "80", minutes }];
    return { ...first, batteryKWh, rapid: { ...NO_BROCHURE, peakKW, times } };
  };
  const plan = (typed: typeof first) => planOfTyped(typed, "Europe/Dublin", "2026-11-27", []);
  const peak = (typed: typeof first) =>
    Math.max(...plan(typed)!.car.battery.acceptance!.map(({ watts }) => watts));
  expect(peak(of("120", "33"))).toBe(120_000);
  // A time without minutes is not stated.
  expect(peak(of("95", ""))).toBe(95_000);
  // 40.6 kWh in 15 min are 162 kW.
  expect(plan(of("120", "15"))).toBeNull();
  expect(rapidOfTyped(of("120", "15"))).toMatchObject({ ok: false });
  expect(rapidOfTyped(of("", "33"))).toBeNull();
  expect(rapidOfTyped(of("x", "33"))).toMatchObject({ problems: [{ field: "peakKW" }] });
  // What is wrong with the battery is told there, and not once more as a peak that cannot be.
  expect(rapidOfTyped(of("120", "33", "0"))).toMatchObject({ ok: true });
});
