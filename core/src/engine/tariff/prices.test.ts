import { element, tariffOf } from "../../tests/tariffs";
import type { Restrictions, Tariff } from "../../things/parts";
import { hoursHold, pricesOf, ruleAt, type PriceMoment } from "./prices";

/** Monday 23 November 2026, 12:00 UTC, nothing taken yet. */
const noon: PriceMoment = {
  minute: 720,
  weekday: 0,
  day: Date.parse("2026-11-23T00:00:00Z") / 86_400_000,
  ms: Date.parse("2026-11-23T12:00:00Z"),
  wh: 0,
  seconds: 0,
  watts: 7_000,
  amps: 30,
  chosenAmps: 32,
};
const dear = 1;
const cheap = 0.1;
/** The price of energy, where an element with restrictions comes before one without. */
const priceAt = (restrictions: Restrictions, at: Partial<PriceMoment>): number => {
  const tariff = tariffOf(element({ ENERGY: dear }, restrictions), element({ ENERGY: cheap }));
  return ruleAt(pricesOf(tariff), "ENERGY", { ...noon, ...at })!.price / 1e6;
};

test.each([
  [360, 1320, 359, false],
  [360, 1320, 360, true],
  [360, 1320, 1319, true],
  [360, 1320, 1320, false],
  [1320, 360, 1319, false],
  [1320, 360, 1320, true],
  [1320, 360, 0, true],
  [1320, 360, 359, true],
  [1320, 360, 360, false],
])("hours from minute %i to %i at minute %i: %s", (from, to, minute, holds) => {
  expect(hoursHold(from, to, minute)).toBe(holds);
});

describe("a restriction is in from its beginning, and out at its end", () => {
  test.each<[string, Restrictions, Partial<PriceMoment>, Partial<PriceMoment>]>([
    ["from an hour on", { start_time: "18:00" }, { minute: 1080 }, { minute: 1079 }],
    ["from an hour on, to midnight", { start_time: "18:00" }, { minute: 1439 }, { minute: 0 }],
    ["until an hour", { end_time: "06:30" }, { minute: 389 }, { minute: 390 }],
    ["until an hour, from midnight", { end_time: "06:30" }, { minute: 0 }, { minute: 1439 }],
    ["on a weekday", { day_of_week: ["TUESDAY"] }, { weekday: 1 }, { weekday: 0 }],
    ["from a date", { start_date: "2026-11-23" }, { day: noon.day }, { day: noon.day - 1 }],
    ["before a date", { end_date: "2026-11-23" }, { day: noon.day - 1 }, { day: noon.day }],
    ["from an energy", { min_kwh: 5 }, { wh: 5_000 }, { wh: 4_999 }],
    ["below an energy", { max_kwh: 5 }, { wh: 4_999 }, { wh: 5_000 }],
    ["from a duration", { min_duration: 600 }, { seconds: 600 }, { seconds: 599 }],
    ["below a power", { max_power: 11 }, { watts: 10_999 }, { watts: 11_000 }],
    ["from amps", { min_current: 16 }, { amps: 16 }, { amps: 15.9 }],
  ])("%s", (_, restrictions, within, without) => {
    expect([priceAt(restrictions, within), priceAt(restrictions, without)]).toEqual([dear, cheap]);
  });

  test("and all of an element's have to hold at once", () => {
    const both: Restrictions = { start_time: "18:00", day_of_week: ["MONDAY"], min_kwh: 1 };
    const at = { minute: 1100, wh: 2_000 };
    expect(priceAt(both, at)).toBe(dear);
    expect(priceAt(both, { ...at, minute: 1000 })).toBe(cheap);
    expect(priceAt(both, { ...at, weekday: 1 })).toBe(cheap);
    expect(priceAt(both, { ...at, wh: 500 })).toBe(cheap);
  });
});

test("what a session has to be cut at: every edge once, in order, midnight where days are asked", () => {
  const prices = pricesOf(
    tariffOf(
      element({ ENERGY: 1 }, { start_time: "18:00", min_kwh: 20, max_kwh: 40 }),
      element({ ENERGY: 1 }, { end_time: "06:00", max_kwh: 20 }),
      element({ ENERGY: 1 }, { start_time: "09:00", end_time: "18:00", max_duration: 60, min_power: 3 }),
      element({ ENERGY: 1 }),
    ),
  );
  expect(prices.minutes).toEqual([0, 360, 540, 1080]);
  expect(prices.wattHours).toEqual([20_000, 40_000]);
  expect(prices.durations).toEqual([60]);
  expect(prices.watts).toEqual([3_000]);
  expect(prices.amps).toEqual([]);
  const minutes = (...restrictions: Restrictions[]) =>
    pricesOf(tariffOf(...restrictions.map((r) => element({ ENERGY: 1 }, r)), element({ ENERGY: 2 }))).minutes;
  expect(minutes({ day_of_week: ["MONDAY"] })).toEqual([0]);
  expect(minutes({ start_date: "2026-01-01" })).toEqual([0]);
  expect(minutes({ end_date: "2026-01-01" })).toEqual([0]);
  expect(minutes({ max_kwh: 5 })).toEqual([]);
});

test("a tariff that begins or ends has a price only in between, and is cut there", () => {
  const from = "2026-11-23T12:00:00Z";
  const to = "2026-11-24T12:00:00Z";
  const whole: Tariff = { ...tariffOf(element({ ENERGY: 1 })), start_date_time: from, end_date_time: to };
  const { end_date_time: _, ...open } = whole;
  const { start_date_time: __, ...ending } = whole;
  const held = (tariff: Tariff) =>
    [Date.parse(from) - 1, Date.parse(from), Date.parse(to) - 1, Date.parse(to)].map(
      (ms) => ruleAt(pricesOf(tariff), "ENERGY", { ...noon, ms }) !== undefined,
    );
  expect(held(whole)).toEqual([false, true, true, false]);
  expect(held(open)).toEqual([false, true, true, true]);
  expect(held(ending)).toEqual([true, true, true, false]);
  expect(pricesOf(whole).moments).toEqual([Date.parse(from), Date.parse(to)]);
});

test("a price by the hour is met in its own hour, with what comes on top and a member's share off; beyond it the elements hold", () => {
  const hourly = { starts_at: "2026-11-23T12:00:00Z", minutes: 60 as const, prices: [0.2, 0.3], markup: 0.1 };
  const spot: Tariff = { ...tariffOf(element({ ENERGY: dear })), kettleback: { hourly } };
  const at = (tariff: Tariff, hours: number) =>
    ruleAt(pricesOf(tariff), "ENERGY", { ...noon, ms: noon.ms + hours * 3_600_000 })!.price;
  expect([-0.001, 0, 0.999, 1, 1.999, 2].map((hours) => at(spot, hours))).toEqual([
    1_000_000, 300_000, 300_000, 400_000, 400_000, 1_000_000,
  ]);
  const membership = { discount: 0.1, monthly_fee: 5, joined: true };
  const member: Tariff = { ...spot, kettleback: { hourly, membership } };
  expect([at(member, 0), at(member, 2)]).toEqual([270_000, 900_000]);
});

test("what needs no cutting is known, and what prices nothing that is metered", () => {
  const plain = (tariff: Tariff) => pricesOf(tariff).plain;
  expect(plain(tariffOf(element({ ENERGY: 1, FLAT: 2 })))).toBe(true);
  expect(plain(tariffOf(element({ ENERGY: 1 }, { max_kwh: 5 }), element({ ENERGY: 2 })))).toBe(false);
  expect(plain(tariffOf(element({ FLAT: 1 }, { max_kwh: 5 }), element({ ENERGY: 2 })))).toBe(false);
  expect(plain(tariffOf(element({ TIME: 1 })))).toBe(false);
  expect(plain(tariffOf(element({ ENERGY: 1, PARKING_TIME: 1 })))).toBe(false);
  const hourly = { starts_at: "2026-11-23T12:00:00Z", minutes: 60 as const, prices: [0.2], markup: 0 };
  expect(plain({ ...tariffOf(element({ ENERGY: 1 })), kettleback: { hourly } })).toBe(false);
  const metered = (tariff: Tariff) => pricesOf(tariff).metered;
  expect(metered(tariffOf(element({ FLAT: 5 })))).toBe(false);
  expect(metered(tariffOf(element({ PARKING_TIME: 5 })))).toBe(false);
  expect(metered(tariffOf(element({ TIME: 5 })))).toBe(true);
  expect(metered(tariffOf(element({ ENERGY: 5 })))).toBe(true);
  expect(metered({ ...tariffOf(element({ FLAT: 5 })), kettleback: { hourly } })).toBe(true);
});
