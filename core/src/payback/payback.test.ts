import fc from "fast-check";
import { law } from "../tests/law";
import { monthsOn, outlay, payback, paysFromKWh, yearly, type Driving, type Item, type WayCost } from ".";

const item = (what: string, low: number, high = low, sign: 1 | -1 = 1): Item => ({
  what,
  sign,
  cost: { low, high },
});
const socket: WayCost = { name: "wall socket", items: [], per100Km: 5, aYear: 0, share: 0.6 };
const wallbox: WayCost = {
  name: "wallbox",
  items: [item("wallbox", 500, 700), item("electrician", 400, 1200), item("grant", 200, 300, -1)],
  per100Km: 4,
  aYear: 10,
  share: 0.95,
};
const driving: Driving = { kmAYear: 12_000, elsewherePer100Km: 11 };

test("what is laid out: grants off, the least with the most granted, never below nothing", () => {
  expect(outlay(wallbox.items)).toEqual({ low: 600, high: 1700 });
  expect(outlay([item("grant", 50, 500, -1), item("cable", 100)])).toEqual({ low: 0, high: 50 });
});

test("a year by its shares, years to pay back as a range, and a verdict within the years it is kept", () => {
  // Now: 72 of 120 hundreds at 5, 48 at 11. Then: 114 at 4, 6 at 11, 10 a year.
  expect(yearly(socket, driving)).toBeCloseTo(888, 9);
  expect(yearly(wallbox, driving)).toBeCloseTo(532, 9);
  const found = payback(socket, wallbox, driving, 8);
  expect(found.savedAYear).toBeCloseTo(356, 9);
  expect(found.years!.low).toBeCloseTo(600 / 356, 9);
  expect(found.years!.high).toBeCloseTo(1700 / 356, 9);
  expect(found.pays).toBe("yes");
  expect(payback(socket, wallbox, driving, 3).pays).toBe("perhaps");
  expect(payback(socket, wallbox, driving, 1).pays).toBe("no");
});

test("what saves nothing does not pay back, whatever it costs", () => {
  const dear = payback(socket, { ...wallbox, per100Km: 12, share: 1 }, driving, 20);
  expect([dear.years, dear.pays, dear.turnKm]).toEqual([null, "no", null]);
  expect(dear.savedAYear).toBeLessThan(0);
});

test("at the distance and at the price that turn it, it just pays in the years it is kept", () => {
  const any = fc.record({
    kmAYear: fc.double({ min: 2_000, max: 60_000, noNaN: true }),
    elsewherePer100Km: fc.double({ min: 6, max: 30, noNaN: true }),
    years: fc.integer({ min: 1, max: 15 }),
  });
  law(any, { runs: 200, mostSkipped: 0 }, ({ years, ...own }) => {
    const middle = (600 + 1700) / 2;
    const { turnKm, turnPer100Km } = payback(socket, wallbox, own, years);
    const saved = (d: Driving) => payback(socket, wallbox, d, years).savedAYear * years;
    expect(saved({ ...own, kmAYear: turnKm! })).toBeCloseTo(middle, 6);
    if (turnPer100Km! > 0) expect(saved({ ...own, elsewherePer100Km: turnPer100Km! })).toBeCloseTo(middle, 6);
  });
});

test("a way that charges nothing more at home is turned by no price elsewhere", () => {
  expect(payback(socket, { ...wallbox, share: 0.6 }, driving, 5).turnPer100Km).toBeNull();
});

test("a membership of 6 a month at 20 % off 0.50 pays from 60 kWh a month; own months tell which do", () => {
  const club = { monthlyFee: 6, discount: 0.2, perKWh: 0.5 };
  expect(paysFromKWh(club)).toBeCloseTo(60, 9);
  expect(paysFromKWh({ ...club, discount: 0 })).toBeNull();
  expect(monthsOn(club, [0, 59, 61]).map(({ pays }) => pays)).toEqual([false, false, true]);
  expect(monthsOn(club, [100])[0]).toMatchObject({ without: 50, with: 46 });
});
