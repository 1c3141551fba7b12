import { clockAt, element, levelRun, solvedDemo, tariffOf } from "../../tests/tariffs";
import type { Restrictions, Tariff } from "../../things/parts";
import { wallInside, type Run } from "../session";
import { clockCuts, pricesOf, stretchesOf, type Stretch } from ".";

const clock = clockAt("2026-11-23T10:00");
const run = levelRun([2, 0, 4]);
const HOUR = 3600;
const VOLTS = 230;

const priced = (restrictions: Restrictions, more: Partial<Tariff> = {}) =>
  pricesOf({ ...tariffOf(element({ ENERGY: 0.1 }, restrictions), element({ ENERGY: 0.3 })), ...more });
const cut = (restrictions: Restrictions, of: Run = run, to = of.end.elapsed): Stretch[] =>
  stretchesOf(priced(restrictions), of, clock, 0, to, VOLTS);
const ends = (list: readonly Stretch[]): number[] => list.map(({ to }) => Number((to / HOUR).toFixed(6)));

test.each<[string, Restrictions, readonly number[]]>([
  ["an hour of the day", { start_time: "12:00", end_time: "13:30" }, [2, 3.5, 4]],
  ["hours beyond the charge", { start_time: "20:00", end_time: "22:00" }, [4]],
  ["a duration", { min_duration: 5400 }, [1.5, 4]],
  ["an amount of energy", { max_kwh: 5 }, [2.5, 4]],
  ["an amount never reached", { max_kwh: 9 }, [4]],
  ["a day that does not come", { start_date: "2026-12-01" }, [4]],
])("a level charge is cut at %s", (_, restrictions, hours) => {
  const list = cut(restrictions);
  expect(ends(list)).toEqual(hours);
  // Energy goes with time where the power is level: 2 kWh an hour.
  for (const { from, to, wall, slice } of list) {
    expect(wall).toBeCloseTo((2000 * (to - from)) / HOUR, 6);
    expect(slice).toBe(run.slices[0]);
  }
});

test("a cut where a slice begins or ends makes no empty stretch", () => {
  const two = levelRun([2, 0, 2], [4, 2, 4]);
  const list = cut({ start_time: "12:00", end_time: "14:00" }, two);
  expect(ends(list)).toEqual([2, 4]);
  expect(list.map((s) => s.wall)).toEqual([4000, 8000]);
});

test("energy counts on from slice to slice", () => {
  const two = levelRun([2, 0, 2], [4, 2, 4]);
  // 4 kWh by noon, then 6 at half past.
  expect(ends(cut({ min_kwh: 6 }, two))).toEqual([2, 2.5, 4]);
});

describe("a charge whose power falls", () => {
  const tapering = solvedDemo(0, ({ car, ...plan }) => ({
    ...plan,
    car: {
      ...car,
      battery: {
        ...car.battery,
        acceptance: [
          { soc: 0, watts: 2500 },
          { soc: 0.2, watts: 2500 },
          { soc: 1, watts: 400 },
        ],
      },
    },
  })).solution.run;
  const falling = tapering.slices.filter((s) => s.startWallW !== s.endWallW);

  test("is cut where its power at the meter passes a limit, which there it has", () => {
    expect(falling.length).toBeGreaterThan(0);
    const limit = 1500;
    const list = cut({ min_power: limit / 1000 }, tapering);
    expect(list.length).toBeGreaterThan(tapering.slices.length);
    const at = list.find(({ slice, to }) => slice && to < slice.to - 1 && falling.includes(slice))!;
    const step = 1;
    const near = (wallInside(at.slice!, at.to + step) - wallInside(at.slice!, at.to - step)) / (2 * step);
    expect(near * HOUR).toBeCloseTo(limit, 0);
    // Amps over all phases are that power over the volts.
    const amps = cut({ min_current: limit / VOLTS }, tapering);
    expect(ends(amps)).toEqual(ends(list));
  });

  test("is cut where its energy passes an amount, to a millionth of a second's worth", () => {
    const total = tapering.slices.reduce((sum, s) => sum + s.wall, 0);
    for (const share of [0.2, 0.55, 0.9]) {
      const list = cut({ max_kwh: (share * total) / 1000 }, tapering);
      let passed = 0;
      const reached = list.map(({ wall }) => (passed += wall));
      const nearest = Math.min(...reached.map((wh) => Math.abs(wh - share * total)));
      expect(nearest).toBeLessThan(1e-3);
    }
  });

  test("loses nothing by being cut", () => {
    const total = tapering.slices.reduce((sum, s) => sum + s.wall, 0);
    for (const restrictions of [
      { min_power: 1.2 },
      { max_kwh: 7 },
      { min_duration: 9999 },
      { start_time: "12:34", end_time: "15:07" },
      { min_power: 1.2, max_kwh: 7, min_duration: 9999, start_time: "12:34", end_time: "15:07" },
    ]) {
      const list = cut(restrictions, tapering);
      expect(list.reduce((sum, s) => sum + s.wall, 0)).toBeCloseTo(total, 6);
      list.slice(1).forEach((s, i) => expect(s.from).toBe(list[i]!.to));
      for (const { from, to } of list) expect(to).toBeGreaterThan(from);
    }
  });
});

describe("standing", () => {
  const parking = (grace = 0): Parameters<typeof stretchesOf>[0] =>
    pricesOf({
      ...tariffOf(element({ ENERGY: 0.3, PARKING_TIME: 6 })),
      ...(grace > 0 ? { kettleback: { grace_minutes: grace } } : {}),
    });
  const late = levelRun([2, 1, 3], [2, 4, 5]);
  const shape = (list: readonly Stretch[]) =>
    list.map(({ from, to, slice }) => [from / HOUR, to / HOUR, !!slice]);

  test("is on the list where it is priced: before, between and after charging", () => {
    expect(shape(stretchesOf(parking(), late, clock, 0, 7 * HOUR, VOLTS))).toEqual([
      [0, 1, false],
      [1, 3, true],
      [3, 4, false],
      [4, 5, true],
      [5, 7, false],
    ]);
    for (const { wall, slice } of stretchesOf(parking(), late, clock, 0, 7 * HOUR, VOLTS))
      if (!slice) expect(wall).toBe(0);
  });

  test("is cut where the grace is over, and left out where nothing prices it", () => {
    expect(shape(stretchesOf(parking(30), late, clock, 0, 7 * HOUR, VOLTS)).slice(-2)).toEqual([
      [5, 5.5, false],
      [5.5, 7, false],
    ]);
    expect(shape(stretchesOf(priced({}), late, clock, 0, 7 * HOUR, VOLTS))).toEqual([
      [1, 3, true],
      [4, 5, true],
    ]);
  });
});

test("the clock cuts at its minutes each day, where it jumps, at moments, and at each hourly price that lies inside", () => {
  const hours = (prices: Parameters<typeof clockCuts>[0], on = clock, to = 30 * HOUR) =>
    clockCuts(prices, on, 0, to)
      .map((s) => s / HOUR)
      .sort((a, b) => a - b);
  expect(hours(priced({ start_time: "12:00", end_time: "14:00" }))).toEqual([2, 4, 26, 28]);
  // Dublin's clocks go back at 02:00 on 25 October 2026: from then on the hour of day comes an hour later.
  const back = clockAt("2026-10-25T00:00");
  expect(hours(priced({ start_time: "06:00", end_time: "07:00" }), back, 10 * HOUR)).toEqual([2, 7, 8]);
  const moment = priced({}, { start_date_time: "2026-11-23T13:00:00Z" });
  expect(hours(moment)).toContain(3);
  const hourly = {
    starts_at: "2026-11-23T11:00:00Z",
    minutes: 60 as const,
    prices: [0.1, 0.2, 0.3],
    markup: 0,
  };
  expect(hours(priced({}, { kettleback: { hourly } }))).toEqual([1, 2, 3, 4]);
  const earlier = { ...hourly, starts_at: "2026-11-23T08:30:00Z" };
  expect(hours(priced({}, { kettleback: { hourly: earlier } }))).toEqual([0.5, 1.5]);
});
