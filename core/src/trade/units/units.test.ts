import fc from "fast-check";
import {
  amountOf,
  ECONOMY_UNITS,
  energyOfAmpHours,
  energyOver,
  fromKm,
  fromWhPerKm,
  isZone,
  litresPer100Km,
  micros,
  milesPerGallon,
  offsetsOf,
  priceEnergy,
  sumMicros,
  timeFor,
  toKm,
  toWhPerKm,
  wattHours,
  watts,
  withArticle,
} from ".";

describe("published and common figures", () => {
  test.each([
    // Definition of the gallons.
    [40, "imperial", 7.06],
    [50, "us", 4.7],
  ] as const)("%d mpg %s is %d L/100 km", (mpg, gallon, l100) => {
    expect(litresPer100Km(mpg, gallon)).toBeCloseTo(l100, 2);
    expect(milesPerGallon(litresPer100Km(mpg, gallon), gallon)).toBeCloseTo(mpg, 10);
  });

  test("a power held for a time is an energy, and back (common practice: 2.4 kW for 4 h is 9.6 kWh)", () => {
    expect(energyOver(watts(2400), 4 * 3600)).toBeCloseTo(9600, 9);
    expect(timeFor(wattHours(9600), watts(2400))).toBeCloseTo(4 * 3600, 9);
    expect(timeFor(wattHours(0), watts(0))).toBe(0);
    expect(energyOfAmpHours(350, 120)).toBe(42_000);
  });

  test("9.6 kWh costs 2.59 at 0.27 and 0.72 at 0.075 a kWh (common practice)", () => {
    expect(amountOf(priceEnergy(wattHours(9600), micros(0.27)))).toBeCloseTo(2.59, 2);
    expect(amountOf(priceEnergy(wattHours(9600), micros(0.075)))).toBeCloseTo(0.72, 2);
  });

  test("a split night is 1.08 + 5.18 = 6.26, not 6.24 (common practice, and a slip found in it)", () => {
    const cheap = priceEnergy(energyOver(watts(2400), 6 * 3600), micros(0.075));
    const dear = priceEnergy(energyOver(watts(2400), 8 * 3600), micros(0.27));
    expect(amountOf(cheap)).toBe(1.08);
    expect(amountOf(dear)).toBe(5.184);
    expect(amountOf(sumMicros([cheap, dear])).toFixed(2)).toBe("6.26");
  });
});

const positive = fc.double({ min: 1e-3, max: 1e6, noNaN: true });

test("a zone is known by its name, and its offset by the moment, before standard time to the second", () => {
  expect(["Europe/Dublin", "UTC", "Europe/Atlantis", "", "here"].map(isZone)).toEqual([
    true,
    true,
    false,
    false,
    false,
  ]);
  const dublin = offsetsOf("Europe/Dublin");
  // Dublin Mean Time, until 1916, was 25 min 21 s behind (IANA time zone database).
  expect([dublin(Date.UTC(1910, 0)), dublin(Date.UTC(2026, 0)), dublin(Date.UTC(2026, 6))]).toEqual([
    -(25 + 21 / 60),
    0,
    60,
  ]);
  expect([offsetsOf("Asia/Kathmandu")(0), offsetsOf("America/St_Johns")(Date.UTC(2026, 0))]).toEqual([
    330, -210,
  ]);
  expect(() => offsetsOf("Europe/Atlantis")).toThrow(RangeError);
});

test("every economy unit converts there and back", () => {
  fc.assert(
    fc.property(positive, fc.constantFrom(...ECONOMY_UNITS), (value, unit) => {
      expect(fromWhPerKm(toWhPerKm(value, unit), unit) / value).toBeCloseTo(1, 12);
    }),
  );
  // 100 Wh a mile is 10 miles a kWh by arithmetic.
  expect(fromWhPerKm(toWhPerKm(100, "Wh/mi"), "mi/kWh")).toBeCloseTo(10, 12);
});

test("distances convert there and back", () => {
  fc.assert(fc.property(positive, (km) => expect(toKm(fromKm(km, "mi"), "mi") / km).toBeCloseTo(1, 12)));
});

test("money in parts sums to the whole, also for a price below zero", () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: -1e9, max: 1e9 }), { maxLength: 50 }), (cents) => {
      const sum = sumMicros(cents.map((c) => micros(c / 100)));
      expect(sum).toBe(cents.reduce((a, b) => a + b, 0) * 10_000 + 0);
    }),
  );
  expect(amountOf(priceEnergy(wattHours(10_000), micros(-0.05)))).toBe(-0.5);
});

test.each([
  ["outlet", "an outlet"],
  ["unit", "a unit"],
  ["AS/NZS 3112 (10 A) outlet", "an AS/NZS 3112 (10 A) outlet"],
  ["IEC 60309 blue 16 A", "an IEC 60309 blue 16 A"],
  ["NEMA 14-50", "a NEMA 14-50"],
  ["8 A unit", "an 8 A unit"],
  ["80 A breaker", "an 80 A breaker"],
  ["11 kW station", "an 11 kW station"],
  ["18 A unit", "an 18 A unit"],
  ["110 V outlet", "a 110 V outlet"],
  ["180 kW station", "a 180 kW station"],
  ["16 A unit", "a 16 A unit"],
])("%s is said as %s", (noun, said) => {
  expect(withArticle(noun)).toBe(said);
});
