import fc from "fast-check";
import { fromKm, micros, watts, wattHours, type Micros } from "@kettleback/core";
import {
  ampsText,
  comparedText,
  distanceFigure,
  durationText,
  economyFigure,
  energyFigure,
  figureText,
  moneyText,
  moreText,
  percentText,
  powerFigure,
  shownEnergy,
  shownKm,
  shownPower,
  shownShare,
  shownSpeed,
  speedFigure,
} from "./number";
import { gaugeText } from "./words";

test("power is a rate and energy an amount: never the same unit", () => {
  expect(figureText(powerFigure(watts(7360)))).toBe("7.36 kW");
  expect(figureText(powerFigure(watts(55)))).toBe("55 W");
  expect(figureText(powerFigure(watts(150_000)))).toBe("150 kW");
  expect(figureText(energyFigure(wattHours(35_000)))).toBe("35.0 kWh");
  expect(figureText(energyFigure(wattHours(8)))).toBe("8 Wh");
});

test("distances, speeds and economy in the household's units", () => {
  expect(figureText(distanceFigure(160.9344, "mi"))).toBe("100 mi");
  expect(figureText(speedFigure(12.05, "km"))).toBe("12.1 km/h");
  expect(figureText(speedFigure(16.09344, "mi"))).toBe("10.0 mi/h");
  expect(figureText(economyFigure(150, "kWh/100 km"))).toBe("15.0 kWh/100 km");
  expect(figureText(economyFigure(155.3428, "mi/kWh"))).toBe("4.00 mi/kWh");
});

test.each([
  [0, "0 min"],
  [59 * 60, "59 min"],
  [3600, "1 h"],
  [3600 * 13 + 20 * 60, "13 h 20 min"],
  // Rounded to whole minutes before it is split, so never "1 h 60 min".
  [2 * 3600 - 1, "2 h"],
])("%d s reads %s", (seconds, text) => expect(durationText(seconds)).toBe(text));

test("money keeps its currency and its sign", () => {
  expect(moneyText(micros(9.5888), "EUR")).toBe("€9.59");
  expect(moneyText(micros(8.98), "CAD")).toBe("$8.98");
  expect(moneyText(-500_000 as Micros, "EUR")).toBe("-€0.50");
});

test("what comes to nothing as it is shown has no minus", () => {
  expect([percentText(-0.002), percentText(-0.02), moneyText(-4_000 as Micros, "EUR")]).toEqual([
    "0 %",
    "-2 %",
    "€0.00",
  ]);
});

test("small words", () => {
  expect(ampsText(16)).toBe("16 A");
  expect(ampsText(12.51)).toBe("12.5 A");
  expect(percentText(0.834)).toBe("83 %");
  expect(gaugeText("2.5 mm2")).toBe("2.5 mm²");
});

describe("differences of money", () => {
  const amount = fc.integer({ min: -20_000_000, max: 20_000_000 }).map((n) => n as Micros);
  const read = (text: string): number => Number(text.replace(/[^\d.-]/g, ""));

  test.each(["EUR", "JPY"])(
    "in %s: what is shown as a difference is that of the amounts as shown, said as it is",
    (currency) => {
      fc.assert(
        fc.property(amount, amount, (then, now) => {
          const [a, b] = [moneyText(then, currency), moneyText(now, currency)].map(read) as [number, number];
          const said = moreText(then, now, currency);
          const difference = Math.round((a - b) * 100) / 100;
          if (said === "the same") expect(difference).toBe(0);
          else {
            expect(difference).not.toBe(0);
            expect(read(said) * (said.endsWith("more") ? 1 : -1)).toBeCloseTo(difference, 9);
          }
          expect(said).not.toMatch(/(^|[^\d.,])0(\.00)? (more|less)/);
        }),
      );
    },
  );

  test("the same as, more than, less than", () => {
    const at = (then: number, now: number) => comparedText(then as Micros, now as Micros, "EUR", "at once");
    expect([at(1_004_000, 996_000), at(1_006_000, 1_004_000), at(1_000_000, 1_500_000)]).toEqual([
      "the same as at once",
      "€0.01 more than at once",
      "€0.50 less than at once",
    ]);
  });
});

test("below a hundred watts are watts, from there on kilowatts; so with watt-hours", () => {
  expect([99.4, 100, -99, -100].map((w) => figureText(powerFigure(w)))).toEqual([
    "99 W",
    "0.10 kW",
    "-99 W",
    "-0.10 kW",
  ]);
  expect([99, 100].map((wh) => figureText(energyFigure(wh)))).toEqual(["99 Wh", "0.10 kWh"]);
});

test("what is shown of an amount is the amount that its text says", () => {
  for (const w of [
    0.4, 99.4, 100.4, 1_234.5, 8_575, 1_005, 9_994, 9_996, 12_345, 12_350, 99_960, 123_456, -4_321,
  ])
    for (const [figure, shown] of [
      [powerFigure, shownPower],
      [energyFigure, shownEnergy],
    ] as const) {
      const { value, unit } = figure(w);
      expect(shown(w)).toBeCloseTo(Number(value.replaceAll(",", "")) * (unit.startsWith("k") ? 1000 : 1), 6);
    }
  for (const unit of ["km", "mi"] as const)
    for (const km of [0.2, 9.994, 12.345, 99.96, 250.7]) {
      expect(fromKm(shownKm(km, unit), unit)).toBeCloseTo(Number(distanceFigure(km, unit).value), 9);
      expect(fromKm(shownSpeed(km, unit), unit)).toBeCloseTo(Number(speedFigure(km, unit).value), 9);
    }
  for (const share of [0.004, 0.075, 0.994]) expect(percentText(shownShare(share))).toBe(percentText(share));
});
