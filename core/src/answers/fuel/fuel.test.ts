import { FUEL_UNITS, KM_PER_MILE } from "../../trade/units";
import {
  againstFuel,
  fromLitresPer100Km,
  mpge,
  perLitre,
  toLitresPer100Km,
  whPerKmOfMpge,
  type FuelAsked,
} from ".";

const aMile = (per100Km: number) => (per100Km * KM_PER_MILE) / 100;
const asked = (mpg: number, change: Partial<FuelAsked> = {}): FuelAsked => ({
  pricePerLitre: 1.5,
  litresPer100Km: toLitresPer100Km(mpg, "mpg (imperial)"),
  wallWhPerKm: 200,
  perKWh: 0.25,
  ...change,
});

test("1.50 a litre: 40 mpg imperial is 17.0 a mile, 50 mpg is 13.6 (common practice)", () => {
  expect(100 * aMile(againstFuel(asked(40)).fuelPer100Km)).toBeCloseTo(17.0, 1);
  expect(100 * aMile(againstFuel(asked(50)).fuelPer100Km)).toBeCloseTo(13.6, 1);
});

test("matching 3.6 a mile needs about 190 mpg imperial (common practice)", () => {
  // 3.6 pence a mile at 0.12 a kWh is 300 Wh a mile at the meter.
  const { electricPer100Km, matchLitres } = againstFuel(
    asked(40, { perKWh: 0.12, wallWhPerKm: 300 / KM_PER_MILE }),
  );
  expect(100 * aMile(electricPer100Km)).toBeCloseTo(3.6, 9);
  expect(fromLitresPer100Km(matchLitres, "mpg (imperial)")).toBeCloseTo(190, -1);
  expect(fromLitresPer100Km(matchLitres, "mpg (imperial)")).toBeCloseTo(189.4, 1);
});

test("at the price of break-even both cost the same", () => {
  const one = againstFuel(asked(45));
  const even = againstFuel(asked(45, { perKWh: one.breakEvenPerKWh }));
  expect(even.electricPer100Km).toBeCloseTo(even.fuelPer100Km, 9);
  expect(even.savedShare).toBeCloseTo(0, 9);
  expect(one.savedShare).toBeGreaterThan(0);
  expect(againstFuel(asked(45, { perKWh: 2 })).savedShare).toBeLessThan(0);
  expect(againstFuel(asked(45, { perKWh: 0 })).matchLitres).toBe(0);
});

test("40 mpg imperial is 7.06 l/100 km, 50 mpg US 4.70 (definition of the gallons); every unit there and back", () => {
  expect(toLitresPer100Km(40, "mpg (imperial)")).toBeCloseTo(7.06, 2);
  expect(toLitresPer100Km(50, "mpg (US)")).toBeCloseTo(4.7, 2);
  expect(toLitresPer100Km(20, "km/l")).toBe(5);
  for (const unit of FUEL_UNITS)
    expect(fromLitresPer100Km(toLitresPer100Km(6.3, unit), unit)).toBeCloseTo(6.3, 9);
});

test("a price by the gallon is one by the litre (definition of the gallons)", () => {
  expect(perLitre(4.54609, "an imperial gallon")).toBeCloseTo(1, 9);
  expect(perLitre(3.785411784, "a US gallon")).toBeCloseTo(1, 9);
  expect(perLitre(1.5, "a litre")).toBe(1.5);
});

test("33.7 kWh a US gallon (US EPA, 40 CFR 600): 337 Wh a mile is 100 miles, both ways", () => {
  expect(mpge(337 / KM_PER_MILE)).toBeCloseTo(100, 9);
  expect(whPerKmOfMpge(100) * KM_PER_MILE).toBeCloseTo(337, 9);
});
