import fc from "fast-check";
import { law } from "../../tests/law";
import {
  monthsOn,
  outlay,
  payback,
  paysFromKWh,
  yearly,
  type Driving,
  type Item,
  type Turn,
  type WayCost,
} from ".";

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
  expect([dear.years, dear.pays, dear.turnKm]).toEqual([null, "no", { side: "never" }]);
  expect(dear.savedAYear).toBeLessThan(0);
});

const way = (per100Km: number, aYear: number, share: number, items: readonly Item[] = []): WayCost => ({
  name: "way",
  items,
  per100Km,
  aYear,
  share,
});

test.each<[string, WayCost, WayCost, Turn, Turn]>([
  // 1,000 to be earned back in 10 years: 100 a year. 100 km elsewhere cost 11, 12,000 km a year.
  [
    "saves by distance",
    way(5, 0, 1),
    way(4, 0, 1, [item("box", 1000)]),
    { side: "from", at: 10_000 },
    { side: "always" },
  ],
  [
    "saves a fixed sum alone",
    way(5, 150, 1),
    way(5, 0, 1, [item("box", 1000)]),
    { side: "always" },
    { side: "always" },
  ],
  [
    "a fixed sum too small",
    way(5, 50, 1),
    way(5, 0, 1, [item("box", 1000)]),
    { side: "never" },
    { side: "never" },
  ],
  [
    "a fixed sum saved, each km dearer",
    way(4, 340, 1),
    way(6, 0, 1, [item("box", 1000)]),
    { side: "up to", at: 12_000 },
    { side: "always" },
  ],
  [
    "each km dearer, nothing saved",
    way(4, 0, 1),
    way(6, 0, 1, [item("box", 1000)]),
    { side: "never" },
    { side: "never" },
  ],
  [
    "a fixed sum to pay, each km cheaper",
    way(6, 0, 1),
    way(4, 60, 1, [item("box", 1000)]),
    { side: "from", at: 8_000 },
    { side: "always" },
  ],
  // Moves a quarter of 120 hundreds home: 30 × (price − 5) = 100.
  [
    "charges more at home",
    way(5, 0, 0.5),
    way(5, 0, 0.75, [item("box", 1000)]),
    { side: "from", at: (100 / (0.25 * 6)) * 100 },
    { side: "from", at: 5 + 100 / 30 },
  ],
  // Moves a quarter away: 150 − 30 × (price − 5) = 100.
  [
    "charges less at home",
    way(5, 150, 0.75),
    way(5, 0, 0.5, [item("box", 1000)]),
    { side: "up to", at: (50 / (0.25 * 6)) * 100 },
    { side: "up to", at: 5 + 50 / 30 },
  ],
  ["costs nothing to have", way(5, 0, 1), way(5, 0, 1), { side: "always" }, { side: "always" }],
])("%s: from, up to, always or never", (_, now, then, km, price) => {
  const found = payback(now, then, driving, 10);
  const near = (turn: Turn) =>
    "at" in turn ? { side: turn.side, at: expect.closeTo(turn.at, 6) as number } : turn;
  expect([found.turnKm, found.turnPer100Km]).toEqual([near(km), near(price)]);
});

test("for any two ways: at every distance and price it pays on just the side that is told, by brute force", () => {
  const amount = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  const any = fc.record({
    now: fc.record({ per100Km: amount(-2, 20), aYear: amount(0, 400), share: amount(0, 1) }),
    then: fc.record({ per100Km: amount(-2, 20), aYear: amount(0, 400), share: amount(0, 1) }),
    low: amount(0, 2_000),
    more: amount(0, 2_000),
    kmAYear: amount(500, 60_000),
    elsewhere: amount(0, 40),
    years: fc.integer({ min: 1, max: 20 }),
  });
  law(any, { runs: 400, mostSkipped: 0 }, ({ now, then, low, more, kmAYear, elsewhere, years }) => {
    const [a, b] = [
      { ...now, name: "a", items: [] },
      { ...then, name: "b", items: [item("box", low, low + more)] },
    ];
    const own = { kmAYear, elsewherePer100Km: elsewhere };
    const found = payback(a, b, own, years);
    const needed = (low + low + more) / 2 / years;
    const says = (turn: Turn, at: number) =>
      turn.side === "always" ||
      (turn.side === "from" && at >= turn.at) ||
      (turn.side === "up to" && at <= turn.at);
    const pays = (d: Driving) => yearly(a, d) - yearly(b, d) - needed;
    for (let i = 1; i < 40; i++) {
      const [km, price] = [i * 2_000, i];
      const [byKm, byPrice] = [pays({ ...own, kmAYear: km }), pays({ ...own, elsewherePer100Km: price })];
      if (Math.abs(byKm) > 1e-6) expect([km, says(found.turnKm, km)]).toEqual([km, byKm > 0]);
      if (Math.abs(byPrice) > 1e-6)
        expect([price, says(found.turnPer100Km, price)]).toEqual([price, byPrice > 0]);
    }
  });
});

test("a membership of 6 a month at 20 % off 0.50 pays from 60 kWh a month; own months tell which do", () => {
  const club = { monthlyFee: 6, discount: 0.2, perKWh: 0.5 };
  expect(paysFromKWh(club)).toBeCloseTo(60, 9);
  expect(paysFromKWh({ ...club, discount: 0 })).toBeNull();
  expect(monthsOn(club, [0, 59, 61]).map(({ pays }) => pays)).toEqual([false, false, true]);
  expect(monthsOn(club, [100])[0]).toMatchObject({ without: 50, with: 46 });
});
