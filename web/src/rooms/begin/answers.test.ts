import { NO_BROCHURE } from "../../plan/brochure";
import { regionOfZone } from "@kettleback/core";
import { chargerOfTyped, rapidOfTyped as rapidOf, type TypedCar } from "../../plan/carTyped";
import { firstTyped, freshName, planOfTyped, pointOfTyped, wrongOf } from "./answers";

const IRELAND = regionOfZone("Europe/Dublin");
const rapidOfTyped = (typed: TypedCar) => rapidOf(typed, IRELAND);

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

test("an inlet that proves one phase is taken for it; phases said against it are refused at their field", () => {
  const first = { ...firstTyped("Europe/Dublin"), inlet: "type2-one" };
  // 11 kW are three phases of 16 A, which such an inlet cannot bring.
  expect(chargerOfTyped({ ...first, chargerKW: "7.4" }, IRELAND)).toMatchObject({
    charger: { limits: [{ phases: 1, amps: 32 }] },
  });
  expect(chargerOfTyped({ ...first, chargerKW: "11" }, IRELAND)).toMatchObject({ ok: false });
  expect(chargerOfTyped({ ...first, inlet: "type2", chargerKW: "11" }, IRELAND)).toMatchObject({
    charger: { limits: [{ phases: 3, amps: 16 }] },
  });
  expect(wrongOf({ ...first, phases: 3 })).toEqual({
    phases: "accepted: one phase, as the inlet has the contacts of one",
  });
  expect([wrongOf({ ...first, phases: 1 }), wrongOf({ ...first, inlet: "type2", phases: 3 })]).toEqual([
    {},
    {},
  ]);
  const plan = planOfTyped(first, "Europe/Dublin", "2026-11-28", []);
  expect(plan!.car).toMatchObject({ inlets: ["type2"], onePhaseInlet: true });
});

test("any socket the supply feeds can be what it is plugged into; one it cannot feed is none", () => {
  const first = firstTyped("America/New_York");
  const of = (point: string) => pointOfTyped({ ...first, point });
  expect(of("")).toBeNull();
  expect(of("range")).toMatchObject({ outlet: "nema-14-50" });
  expect(of("nema-6-50")).toMatchObject({ outlet: "nema-6-50", name: "welder outlet", amps: 40 });
  expect(of("cee-7")).toBeNull();
  const plan = planOfTyped({ ...first, point: "nema-6-50" }, "America/New_York", "2026-11-28", []);
  expect(plan).toMatchObject({
    outlet: { type: "nema-6-50", circuit: { breakerAmps: 50 } },
    evse: { plugs: [{ type: "nema-6-50", amps: 40 }] },
  });
});
