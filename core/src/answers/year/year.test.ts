import { all as everything, create, type Matrix } from "mathjs";
import fc from "fast-check";
import { runs } from "../../tests/law";
import {
  anyDays,
  askedWeek,
  answered,
  AT_HOME,
  day,
  demoWays,
  drive,
  plainCar,
  plainWay,
} from "../../tests/weeks";
import { flatTariff } from "../../engine/tariff";
import {
  judgeWeek,
  luckSchema,
  printWeek,
  SOUTHERN,
  weekAt,
  weekSetting,
  weekSums,
  WEEK_FORMAT,
  type Luck,
  type WeekAsked,
} from "../week";
import { amountOf } from "../../trade/units";
import {
  dayDistance,
  DAYS,
  drawsOf,
  estimate,
  inOrder,
  MOST_YEARS,
  normalQuantile,
  sureEnough,
  untilSure,
  yearBlocks,
  yearRows,
  yearSaving,
  yearsAt,
  yearsIn,
  type YearBlock,
} from ".";

const math = create(everything!);
const calm = (distance: Luck["distance"], more: Partial<Luck> = {}): Luck =>
  luckSchema.parse({
    distance,
    lateChance: 0,
    forgotten: 0,
    postTaken: 0,
    months: Array(12).fill("mild"),
    ...more,
  });
const done = (asked: WeekAsked, years: number, seed = 7, first = 0, stride = 1): readonly YearBlock[] => {
  const work = yearBlocks(asked, 0, { seed, years, first, stride });
  let step = work.next();
  while (!step.done) step = work.next();
  return step.value;
};

/** A car that a night brings a whole number of kilometres, with room for as many as is said between reserve and limit. */
function evenNights(nightKm: number, roomKm: number, meanKm: number, luck: Luck): WeekAsked {
  const days = Array(7).fill(day(drive("08:00", "18:00", meanKm)));
  const first = askedWeek({ pattern: { days } });
  const { gain } = weekAt(weekSetting(first, 0), first.ways[0]!).rider!.plugs.home!;
  const nightWh = (gain.after(0.1, 14 * 3600, 1) - 0.1) * 82_000;
  const whPerKm = nightWh / nightKm;
  // Room from nothing to full.
  const usableWh = roomKm * whPerKm;
  const car = { ...plainCar(usableWh), whPerKm };
  return {
    ...askedWeek({ cars: [car], pattern: { days, limitSoc: 1, reserveSoc: 0, startSoc: 1 } }),
    luck,
  };
}

describe("against something outside", () => {
  const [NIGHT, ROOM, MEAN] = [40, 90, 36];
  const asked = evenNights(NIGHT, ROOM, MEAN, calm({ law: "geometric" }));
  /** Share of days that fall short, by the stationary distribution of the charge in the morning, in whole kilometres. */
  function stationaryShare(): number {
    const more = (km: number) => (MEAN / (1 + MEAN)) ** km;
    const exactly = (km: number) => more(km) - more(km + 1);
    const size = ROOM + 1;
    const moves = math.zeros(size, size) as Matrix;
    for (let from = 0; from < size; from++) {
      for (let km = 0; km < from; km++) {
        const to = Math.min(ROOM, from - km + NIGHT);
        moves.set([from, to], (moves.get([from, to]) as number) + exactly(km));
      }
      // Empty, or short: a stop brings it home at nothing.
      moves.set([from, NIGHT], (moves.get([from, NIGHT]) as number) + more(from));
    }
    // π(P − I) = 0 with Σπ = 1, its last equation replaced.
    const system = math.transpose(math.subtract(moves, math.identity(size)) as Matrix);
    for (let at = 0; at < size; at++) system.set([size - 1, at], 1);
    const right = math.zeros(size) as Matrix;
    right.set([size - 1], 1);
    const share = (math.lusolve(system, right) as Matrix).toArray() as number[][];
    return share.reduce((sum, [of], from) => sum + of! * more(from + 1), 0);
  }
  const exact = stationaryShare();

  test("the share of short days is that of the stationary distribution of its Markov chain", () => {
    const [at] = yearsAt(done(asked, 400));
    expect(exact).toBeGreaterThan(0.05);
    const share = at!.shortDays.mean / 365.25;
    const width = (at!.shortDays.high - at!.shortDays.low) / 2 / 365.25;
    expect(width).toBeLessThan(0.003);
    expect(Math.abs(share - exact)).toBeLessThan(2.5 * width);
  });

  test("the true mean of stops lies in its own 90 % interval in at least 85 of 100 seeds", () => {
    // Never more than one stop on a leg here would need; what a stop puts in is less than it may.
    const truth = exact * 365.25;
    let inside = 0;
    for (let seed = 1; seed <= 100; seed++) {
      const { low, high } = yearsAt(done(asked, 20, seed))[0]!.shortDays;
      if (low <= truth && truth <= high) inside += 1;
    }
    expect(inside).toBeGreaterThanOrEqual(85);
    expect(inside).toBeLessThan(100);
  });

  test("what is missing day by day is Lindley's recursion", () => {
    const room = 470;
    const mean = 28;
    const vast = evenNights(NIGHT, room, mean, calm({ law: "geometric" }));
    const { margins } = yearsAt(done(vast, 1))[0]!;
    const { distance } = drawsOf(7, 0, 1);
    let missing = 0;
    for (let on = 0; on < DAYS; on++) {
      const km = dayDistance({ law: "geometric" }, mean, 0, distance[on]!);
      expect(margins[on]).toBeCloseTo(1 - (missing + km) / room, 5);
      missing = Math.max(0, missing + km - NIGHT);
    }
  });
});

describe("laws", () => {
  const stop = demoWays().ways.find(({ evse }) => evse.kind === "rapid")!;

  test("a wider way never has more short days, in any year", () => {
    fc.assert(
      fc.property(anyDays, fc.constantFrom([6, 10, 16], [10, 13, 32]), fc.nat(1_000), (days, amps, seed) => {
        const asked = askedWeek({ ways: amps.map((a) => plainWay(a)), pattern: { days } });
        for (const { ways } of done({ ...asked, luck: luckSchema.parse({}) }, 4, seed)) {
          const shorts = ways.map((at) => [...at!.shortDays]);
          shorts
            .slice(1)
            .forEach((wider, i) =>
              wider.forEach((n, year) => expect(n).toBeLessThanOrEqual(shorts[i]![year]!)),
            );
        }
      }),
      { numRuns: runs(12) },
    );
  });

  test("without luck a year is its weeks: cost, stops and short days of every demo way", () => {
    const { ways, cars } = demoWays();
    const own = ways.filter(({ evse }) => evse.kind !== "rapid");
    for (const charges of ["at-once", "cheapest"] as const) {
      const week = askedWeek({
        cars: [cars[0]!],
        ways: own,
        elsewhere: { stop },
        pattern: { days: Array(7).fill(day(drive("07:40", "18:30", 150))), charges, startSoc: 0.8 },
      });
      const years = yearsAt(done({ ...week, luck: calm({ law: "as-planned" }) }, 2));
      let shorts = 0;
      own.forEach((_, at) => {
        const { longRun, weeks } = answered(week, at);
        const record = weeks.at(-1)!;
        const sums = weekSums(longRun);
        const cost = ((amountOf(sums.plugs) + amountOf(sums.stops!)) * 365.25) / 7;
        expect(years[at]!.cost!.mean / cost).toBeCloseTo(1, 2);
        expect(years[at]!.stops.mean / 365.25).toBeCloseTo(sums.stopCount / 7, 1);
        const short = record.days.filter(({ shortKm }) => shortKm > 1e-6).length;
        shorts += short;
        expect(years[at]!.shortDays.mean / 365.25).toBeCloseTo(short / 7, 1);
        expect(years[at]!.stopShare).toBeCloseTo(sums.stopShare, 1);
      });
      expect(shorts).toBeGreaterThan(5);
    }
  });

  test("a seed gives the same years, whichever of several threads they are worked out on", () => {
    const asked = {
      ...askedWeek({
        ways: [plainWay(10), plainWay(16)],
        pattern: { days: Array(7).fill(day(drive("08:00", "18:00", 150))) },
      }),
      luck: luckSchema.parse({}),
    };
    const one = done(asked, 70);
    expect(one.map(({ years }) => years)).toEqual([20, 20, 20, 10]);
    const two = inOrder([...done(asked, 70, 7, 1, 2), ...done(asked, 70, 7, 0, 2)]);
    expect(yearsAt(two)).toEqual(yearsAt(one));
    expect(yearsAt(done(asked, 70, 8))[0]!.stops.mean).not.toBe(yearsAt(one)[0]!.stops.mean);
    expect(inOrder(two.slice(1))).toEqual([]);
  });
});

describe("what luck does", () => {
  const days = Array(7).fill(day(drive("08:00", "20:00", 85)));
  const shortOf = (luck: Luck, pattern: object = {}, more: object = {}) =>
    yearsAt(
      done({ ...askedWeek({ cars: [plainCar(40_000)], pattern: { days, ...pattern }, ...more }), luck }, 20),
    )[0]!;
  const none = shortOf(calm({ law: "as-planned" }));

  test("none of it, and this week is never short", () =>
    expect(none.shortDays).toMatchObject({ mean: 0, low: 0 }));

  test.each([
    ["a wide spread of distances", calm({ law: "spread", cv: 0.6 })],
    ["always coming home five hours late", calm({ law: "as-planned" }, { lateChance: 1, lateHours: 6 })],
    ["forgetting to plug in every third time", calm({ law: "as-planned" }, { forgotten: 0.33 })],
    ["frost all year", calm({ law: "as-planned" }, { months: Array(12).fill("cold") })],
  ])("%s makes days short", (_, luck) => expect(shortOf(luck).shortDays.mean).toBeGreaterThan(10));

  test("what was forgotten on coming home is not thought of before the car leaves again", () => {
    // One drive a week takes two thirds of what there is: half the weeks it has not been put back.
    const weekly = [day(drive("08:00", "18:00", 60)), ...Array(6).fill(AT_HOME)];
    const found = shortOf(calm({ law: "as-planned" }, { forgotten: 0.5 }), { days: weekly });
    expect(found.shortDays.mean).toBeGreaterThan(20);
    expect(found.shortDays.mean).toBeLessThan(30);
  });

  test("cold months alone are short", () => {
    const { margins } = shortOf(
      calm({ law: "as-planned" }, { months: [...Array(6).fill("cold"), ...Array(6).fill("mild")] }),
    );
    const short = [...margins].map((margin) => margin < -1e-9);
    expect(short.slice(30, 182).filter(Boolean).length).toBeGreaterThan(100);
    expect(short.slice(190).filter(Boolean).length).toBe(0);
  });

  test("a late evening costs the hours it takes, where they are the dear ones", () => {
    const luck = (lateChance: number) => calm({ law: "as-planned" }, { lateChance, lateHours: 3 });
    const tariff = {
      ...flatTariff("x", 0.2),
      elements: [
        {
          price_components: [{ type: "ENERGY" as const, price: 0.5, step_size: 1 }],
          restrictions: { start_time: "20:00", end_time: "23:00" },
        },
        { price_components: [{ type: "ENERGY" as const, price: 0.1, step_size: 1 }] },
      ],
    };
    const cost = (lateChance: number) =>
      yearsAt(
        done(
          { ...askedWeek({ ways: [plainWay(32, tariff)], pattern: { days } }), luck: luck(lateChance) },
          2,
        ),
      )[0]!.cost!.mean;
    // 85 km are 25 kWh: 3.3 hours at 32 A, three of them before 23:00.
    expect(cost(0) / cost(1)).toBeGreaterThan(4);
  });

  test("a post that is taken brings nothing that day", () => {
    const there = Array(7).fill(day(drive("08:00", "18:00", 85, { stands: "post" })));
    const at = (postTaken: number) =>
      shortOf(
        calm({ law: "as-planned" }, { postTaken }),
        { days: there, plugIn: "days", plugInDays: [] },
        { elsewhere: { post: plainWay(32) } },
      );
    expect(at(0).shortDays.mean).toBe(0);
    expect(at(1).shortDays.mean).toBeCloseTo(365.25, 0);
    expect(at(0.3).shortDays.mean).toBeGreaterThan(20);
  });

  test("stops have no price where nobody says at what one stops, and the year then has none", () => {
    const asked = askedWeek({ cars: [plainCar(20_000)], pattern: { days } });
    const [at] = yearsAt(done({ ...asked, luck: calm({ law: "as-planned" }) }, 2));
    expect(at!.stops.mean).toBeGreaterThan(300);
    expect([at!.cost, at!.stopCost]).toEqual([null, null]);
  });
});

describe("estimates", () => {
  test("a mean and its 90 % interval by Student (Abramowitz and Stegun, table 26.10: 1.729 for 19)", () => {
    const values = Array.from({ length: 20 }, (_, i) => i + 1);
    const { mean, low, high } = estimate(values, 1, false);
    expect(mean).toBe(10.5);
    expect(high - mean).toBeCloseTo((1.729 * Math.sqrt(35)) / Math.sqrt(20), 2);
    expect(mean - low).toBeCloseTo(high - mean, 12);
  });

  test("events are never fewer than none; none in ten years may still be one in four or five", () => {
    expect(estimate([0, 0, 0, 1], 1, true).low).toBe(0);
    expect(estimate(Array(10).fill(0), 2, true)).toEqual({
      mean: 0,
      low: 0,
      high: expect.closeTo(0.4605, 3),
    });
    expect(estimate(Array(10).fill(0), 1, false).high).toBe(0);
  });

  test("one year alone says nothing of how sure it is", () =>
    expect(estimate([4], 1, true).high).toBe(Infinity));

  test("the normal quantile (Abramowitz and Stegun, table 26.1)", () => {
    const known = [
      [0.5, 0],
      [0.9, 1.28155],
      [0.95, 1.64485],
      [0.975, 1.95996],
      [0.99, 2.32635],
      [0.001, -3.09023],
      [0.02, -2.05375],
    ];
    for (const [p, z] of known) expect(normalQuantile(p!)).toBeCloseTo(z!, 4);
    expect([normalQuantile(0), normalQuantile(1)]).toEqual([-Infinity, Infinity]);
  });

  test("a spread and a geometric day have the pattern's mean; what is written down comes as often as it was", () => {
    const places = Array.from({ length: 200_000 }, (_, i) => (i + 0.5) / 200_000);
    const mean = (law: Luck["distance"]) =>
      places.reduce((sum, place) => sum + dayDistance(law, 40, 0, place), 0) / places.length;
    expect(mean({ law: "spread", cv: 0.35 })).toBeCloseTo(40, 2);
    expect(mean({ law: "geometric" })).toBeCloseTo(40, 2);
    expect(mean({ law: "as-planned" })).toBe(40);
    const written = { law: "trips" as const, distances: [[0, 30, 60], ...Array<number[]>(6).fill([0])] };
    expect(mean(written)).toBeCloseTo(30, 3);
    expect(dayDistance({ law: "spread", cv: 2 }, 1_500, 0, 0.999)).toBe(2_000);
    expect(dayDistance({ law: "geometric" }, 0, 0, 0.7)).toBe(0);
  });
});

describe("sure enough", () => {
  const asked = (km: number) => ({
    ...askedWeek({
      pattern: { days: Array(7).fill(day(drive("08:00", "18:00", km))) },
      elsewhere: { stop: plainWay(80) },
    }),
    luck: calm({ law: "spread", cv: 0.5 }),
  });
  test("stops at the first block that is, whatever came after", () => {
    const blocks = done(asked(110), 400);
    const { blocks: used, sure } = untilSure(blocks);
    expect(sure).toBe(true);
    expect(used.length).toBeGreaterThan(1);
    expect(used.length).toBeLessThan(20);
    expect([sureEnough(used), sureEnough(used.slice(0, -1))]).toEqual([true, false]);
    const [at] = yearsAt(used);
    expect((at!.shortDays.high - at!.shortDays.low) / 2).toBeLessThanOrEqual(
      Math.max(0.5, 0.05 * at!.shortDays.mean),
    );
    expect(untilSure(blocks.slice(0, 1))).toMatchObject({ sure: false });
  });

  test("two ways under the same luck: what one costs more is surer than either", () => {
    const week = asked(110);
    const blocks = done({ ...week, ways: [plainWay(10), plainWay(16)] }, 100);
    const [narrow, wide] = yearsAt(blocks);
    const more = yearSaving(blocks, 0, 1)!;
    expect(more.mean).toBeCloseTo(narrow!.cost!.mean - wide!.cost!.mean, 6);
    expect(more.high - more.low).toBeLessThan(narrow!.cost!.high - narrow!.cost!.low);
    expect(yearSaving(blocks, 1, 1)).toMatchObject({ mean: 0, low: 0, high: 0 });
    expect(yearSaving([], 0, 1)).toBeNull();
  });

  test("blocks are of twenty years, the last of what is left", () =>
    expect([0, 1, 2].map((block) => yearsIn(block, 30))).toEqual([20, 10, 0]));
});

test("rows go out for every car on every way, refused ones as such", () => {
  const { cars, ways: all } = demoWays();
  const ways = [...all.slice(0, 2), all.find(({ evse }) => evse.kind === "rapid")!];
  const asked = askedWeek({ cars, ways, pattern: { days: Array(7).fill(AT_HOME) } });
  const rows = yearRows(asked, 1, 3);
  expect(rows.length).toBe(cars.length * ways.length);
  expect(rows.filter(({ shortDaysPerYear }) => shortDaysPerYear === null).length).toBeGreaterThan(0);
  expect(rows[0]).toMatchObject({ years: 1, seed: 3, currency: "EUR", shortDaysPerYear: { mean: 0 } });
  expect(MOST_YEARS).toBeGreaterThanOrEqual(1_000);
});

test("what luck accepts is said by field, and what is left out is usual", () => {
  const document = (luck: object) => ({
    format: WEEK_FORMAT,
    version: 4,
    name: "x",
    ...askedWeek({ pattern: { days: Array(7).fill(AT_HOME) } }),
    luck,
  });
  const problem = (luck: object) => {
    const judged = judgeWeek(document(luck));
    return judged.ok ? undefined : judged.problems[0];
  };
  expect(problem({ forgotten: 1.2 })).toMatchObject({ field: "luck.forgotten" });
  expect(problem({ months: ["cold"] })).toEqual({ field: "luck.months", message: "needed: twelve months" });
  expect(problem({ distance: { law: "spread", cv: 0 } })).toMatchObject({ field: "luck.distance.cv" });
  expect(problem({ distance: { law: "trips", distances: [[1]] } })).toMatchObject({
    field: "luck.distance.distances",
  });
  const judged = judgeWeek(document({ months: SOUTHERN }));
  if (!judged.ok) throw new Error(JSON.stringify(judged.problems));
  expect(judged.value.luck).toMatchObject({ distance: { law: "spread", cv: 0.35 }, lateHours: 2 });
  expect([0, 6].map((month) => judged.value.luck.months[month])).toEqual(["hot", "cold"]);
  expect(printWeek(judged.value)).toContain('"law": "spread"');
});
