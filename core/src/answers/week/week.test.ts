import fc from "fast-check";
import { ledgerOf, run, atOnce } from "../../engine/session";
import { schedulesOf } from "../schedule";
import { solvePlan } from "../../engine/plan";
import { isRefusal } from "../../engine/path";
import { law, runs, SKIPPED } from "../../tests/law";
import {
  answered,
  anyPattern,
  askedWeek,
  AT_HOME,
  day,
  demoWays,
  drive,
  plainCar,
  plainWay,
} from "../../tests/weeks";
import { element, tariffOf } from "../../tests/tariffs";
import { fromKm, toKm } from "../../trade/units";
import { holds } from "../../tests/working";
import {
  dayWorking,
  spareKm,
  weekMatters,
  localAt,
  pricedWeek,
  weekSchools,
  reachOf,
  smallestOf,
  weekAt,
  weekRow,
  weekRows,
  weekSetting,
  weekSums,
  type WeekAnswer,
  type WeekAsked,
} from ".";

const miles = (km: number) => fromKm(km, "mi");
const EIGHTY = day(drive("08:00", "18:00", toKm(80, "mi")));
const rowOf = (asked: WeekAsked, way = 0) => {
  const setting = weekSetting(asked, 0);
  const { answer, rider } = weekAt(setting, asked.ways[way]!);
  if (answer.kind === "blocked") throw new Error(answer.refusal.message);
  return weekRow(answer, reachOf(setting, rider!), asked);
};
const NIGHTLY = tariffOf(
  element({ ENERGY: 0.1 }, { start_time: "00:30", end_time: "06:30" }),
  element({ ENERGY: 0.4 }),
);

describe("80 a day against 70 put back a night (common practice)", () => {
  // 240 V at 10 A bring five an hour; from 18:00 to 08:00 are fourteen hours.
  const asked = askedWeek({
    pattern: {
      days: [EIGHTY, EIGHTY, EIGHTY, EIGHTY, EIGHTY, AT_HOME, AT_HOME],
      limitSoc: 1,
      startSoc: 1,
      reserveSoc: 0,
    },
  });
  const row = rowOf(asked);

  test("is ten short a day, carried to fifty, and repaid at the weekend: the whole table of days", () => {
    const table = row.days.map((d) =>
      [d.drivenKm, d.addedKm, d.carriedKm].map((km) => Math.round(miles(km) * 1e6) / 1e6),
    );
    const slow = (carried: number) => [80, expect.closeTo(70, 0), expect.closeTo(carried, -1)];
    expect(table).toEqual([
      slow(10),
      slow(20),
      slow(30),
      slow(40),
      slow(50),
      [0, expect.closeTo(50, -1), 0],
      [0, 0, 0],
    ]);
    expect(row.days.map(({ date }) => date)).toEqual(
      ["23", "24", "25", "26", "27", "28", "29"].map((d) => `2026-11-${d}`),
    );
  });

  test("holds with the battery as a buffer, is lowest on Friday evening, and has recovered on Saturday", () => {
    expect(row).toMatchObject({
      verdict: "buffer",
      shortKm: 0,
      shortOn: null,
      lowestAt: "2026-11-27T18:00",
      stops: [],
    });
    expect(row.recoveredBy).toMatch(/^2026-11-28T1[78]:/);
    // Full on Monday, 40 carried and Friday's 80 driven.
    const range = miles(82_000 / plainCar().whPerKm);
    expect(row.lowestSoc).toBeCloseTo(1 - 120 / range, 2);
  });

  test("sustains what a night puts back; sixteen hours at home would do without a buffer", () => {
    expect(miles(row.sustainedKmPerDay!)).toBeCloseTo(70, 0);
    // The weekend repays: five days of driving want 400 from seven nights.
    expect(row.hoursNeeded).toBeCloseTo(400 / 7 / 5, 1);
  });
});

test("thirty kilometres a day need no wallbox: 10 A suffice, and are the smallest way (common practice)", () => {
  const thirty = day(drive("08:00", "18:00", 30));
  const asked = askedWeek({
    ways: [plainWay(32), plainWay(10), plainWay(16)],
    pattern: { days: Array(7).fill(thirty) },
  });
  const answers = asked.ways.map((_, way) => answered(asked, way));
  expect(answers.map(({ verdict }) => verdict)).toEqual(["holds", "holds", "holds"]);
  expect(smallestOf(answers)!.plan.name).toBe("10 A");
});

test("six cheap hours at 2.4 kW carry about thirty a day at five an hour (common practice)", () => {
  const days = Array(7).fill(day(drive("08:00", "18:00", toKm(30, "mi"))));
  const at = (charges: "cheap-hours" | "at-once") =>
    rowOf(askedWeek({ ways: [plainWay(10, NIGHTLY)], pattern: { days, charges } }));
  expect(miles(at("cheap-hours").sustainedKmPerDay!)).toBeCloseTo(30, 0);
  expect(miles(at("at-once").sustainedKmPerDay!)).toBeCloseTo(70, 0);
});

test("a week in cheap hours costs their price, at once the day's, and cheapest is never dearer than either", () => {
  const days = Array(7).fill(day(drive("08:00", "18:00", toKm(20, "mi"))));
  const cost = (charges: "cheap-hours" | "at-once" | "cheapest") =>
    rowOf(askedWeek({ ways: [plainWay(10, NIGHTLY)], pattern: { days, charges } })).costPerWeek!;
  // 20 miles want four hours a night at 2.4 kW: from 18:00 they are over before half past midnight.
  expect(cost("at-once")).toBeCloseTo(7 * 4 * 2.4 * 0.4, 1);
  expect(cost("cheap-hours")).toBeCloseTo(7 * 4 * 2.4 * 0.1, 1);
  expect(cost("cheapest")).toBeCloseTo(cost("cheap-hours"), 6);
});

test("the cheapest hours of a night cost what the schedules of Money find", () => {
  const asked = askedWeek({
    ...demoWays(),
    pattern: { days: Array(7).fill(day(drive("07:40", "18:10", 90))), charges: "cheapest" },
  });
  let compared = 0;
  asked.ways.forEach((way, at) => {
    if (way.evse.kind === "rapid" || way.place?.limitMinutes) return;
    const answer = answered(asked, at);
    const { stay, bill, fromSoc } = answer.weeks[0]!.sessions[0]!;
    const plan = {
      ...answer.plan,
      session: {
        ...answer.plan.session,
        fromSoc,
        toSoc: 0.8,
        pluggedInAt: localAt(answer.timeline, stay.from),
        neededBy: localAt(answer.timeline, stay.to).slice(11),
      },
    };
    const solution = solvePlan(plan);
    if (isRefusal(solution) || !solution.reached) return;
    compared += 1;
    const found = schedulesOf(plan, solution).by;
    // Whatever flows, without a hand on the current: what lowering it may save is Money's to say.
    const least = Math.min(found["at-once"]!.bill.total, found["one-timer"]!.bill.total);
    expect(bill.total).toBeLessThanOrEqual(least + 2_000);
    expect(bill.total).toBeGreaterThanOrEqual(found.cheapest!.bill.total - 2);
  });
  expect(compared).toBeGreaterThan(8);
});

describe("short", () => {
  const days = [EIGHTY, EIGHTY, EIGHTY, EIGHTY, EIGHTY, EIGHTY, EIGHTY];
  const small = plainCar(60_000);
  const base = { cars: [small], pattern: { days, limitSoc: 1, startSoc: 1, reserveSoc: 0.1 } };

  test("by how much and on which day is told of the first drive that goes below the reserve", () => {
    const row = rowOf(askedWeek(base));
    const range = miles(60_000 / small.whPerKm);
    // Each evening ten lower than the one before: 80, 90, … until 90 % of the range is gone.
    const evening = Math.ceil((0.9 * range - 80) / 10);
    expect(row.verdict).toBe("short");
    expect(row.shortOn).toBe(`2026-11-${23 + evening}`);
    expect(miles(row.shortKm)).toBeCloseTo(80 + 10 * evening - 0.9 * range, 0);
    expect(row.recoveredBy).toBeNull();
    // On the way back, as far from home as it is short, at 50 km/h.
    const late = new Date(Date.parse(`${row.shortOn}T18:00Z`) - (row.shortKm / 50) * 3_600_000);
    expect(row.stops[0]!.at).toBe(late.toISOString().slice(0, 16));
  });

  test("in a later week is told by that week's date", () => {
    const row = rowOf(askedWeek({ ...base, cars: [plainCar()] }));
    const evening = Math.ceil((0.9 * miles(82_000 / plainCar().whPerKm) - 80) / 10);
    expect(evening).toBeGreaterThan(6);
    expect(row.shortOn).toBe(new Date(Date.UTC(2026, 10, 23 + evening)).toISOString().slice(0, 10));
    expect(row.stops[0]!.at.slice(0, 10)).toBe(row.shortOn);
    expect(row.days.every(({ shortKm }) => shortKm === 0)).toBe(true);
  });

  test("stops at what is said for it, with time and cost; at nothing that is known it has neither", () => {
    const stop = { ...plainWay(32, tariffOf(element({ ENERGY: 0.6, FLAT: 1 }))), name: "a stop" };
    const with32 = rowOf(askedWeek({ ...base, elsewhere: { stop } }));
    const without = rowOf(askedWeek(base));
    expect(with32.stops.length).toBeGreaterThan(0);
    const [put] = with32.stops;
    // 32 A at 240 V, a hundredth lost.
    const wh = put!.km * small.whPerKm;
    expect(put!.seconds).toBeCloseTo((wh / (32 * 240 * 0.99)) * 3600, -1);
    expect(put!.cost).toBeCloseTo(1 + (0.6 * put!.wallWh!) / 1000, 4);
    expect(without.stops[0]).toMatchObject({ seconds: null, cost: null, km: put!.km });
    expect(without.costPerWeek).toBeNull();
    expect(with32.costPerWeek).toBeGreaterThan(0);
    // In the long run every day is ten short: a stop a day among as many sessions at home.
    expect(with32.stopShare).toBeCloseTo(0.5, 6);
  });

  test("a drive longer than the battery stops as often as it takes", () => {
    const far = askedWeek({
      cars: [small],
      elsewhere: { stop: plainWay(80) },
      pattern: {
        days: [day(drive("06:00", "23:00", 1_200)), AT_HOME, AT_HOME, AT_HOME, AT_HOME, AT_HOME, AT_HOME],
      },
    });
    const { stops, days } = answered(far).weeks[0]!;
    const needed = (1_200 * small.whPerKm) / 60_000;
    // From 80 % down to the reserve it drives 70 %; each stop puts in as much at most, on each half.
    expect(stops.length).toBe(Math.ceil((needed / 2 - 0.7) / 0.7) + Math.ceil(needed / 2 / 0.7));
    expect(stops.reduce((sum, { km }) => sum + km, 0)).toBeCloseTo(days[0]!.shortKm, 6);
    expect(stops.map(({ at }) => at)).toEqual(stops.map(({ at }) => at).sort((a, b) => a - b));
  });
});

describe("holds", () => {
  const stays = (first: number, fourth: number) => [
    day(drive("08:00", "18:00", toKm(first, "mi"))),
    AT_HOME,
    AT_HOME,
    day(drive("08:00", "18:00", toKm(fourth, "mi"))),
    AT_HOME,
    AT_HOME,
    AT_HOME,
  ];

  test("where a day turns before all is put back, if it is before the car leaves", () => {
    // 110 miles want 22 hours; from Thursday 18:00 until Monday there are more, until Friday 08:00 only 14.
    expect(answered(askedWeek({ pattern: { days: stays(20, 110) } })).verdict).toBe("holds");
  });

  test("recovered is told of the lowest point, not of one before it", () => {
    const row = rowOf(askedWeek({ pattern: { days: stays(20, 110) } }));
    expect(row.lowestAt).toBe("2026-11-26T18:00");
    expect(row.recoveredBy!.slice(0, 10)).toBe("2026-11-27");
  });

  test("the smallest way is none that asks for care: somebody does it every night", () => {
    const { cars, ways } = demoWays();
    const pair = ["Boathouse, wall socket at 13 A", "Blue 16 A socket"].map((name) =>
      ways.find((way) => way.name === name)!,
    );
    const asked = askedWeek({
      cars,
      ways: pair,
      pattern: { days: Array(7).fill(day(drive("07:40", "17:50", 120))) },
    });
    const answers = pair.map((_, at) => answered(asked, at));
    expect(answers.map(({ verdict, cautions }) => [verdict, cautions[0]?.severity])).toEqual([
      ["holds", "careful"],
      ["holds", "note"],
    ]);
    expect(answers[0]!.batteryW).toBeLessThan(answers[1]!.batteryW);
    expect(smallestOf(answers)!.plan.name).toBe("Blue 16 A socket");
  });
});

describe("what changes a week", () => {
  const days = Array(7).fill(day(drive("08:00", "18:00", toKm(80, "mi"))));
  const lowest = (pattern: object) =>
    answered(askedWeek({ pattern: { days, limitSoc: 1, startSoc: 1, reserveSoc: 0, ...pattern } })).followed
      .lowest.soc;

  test("cold takes more for a kilometre and warms the car before each drive", () => {
    const one = { days: [EIGHTY, AT_HOME, AT_HOME, AT_HOME, AT_HOME, AT_HOME, AT_HOME] };
    const driven = (toKm(80, "mi") * plainCar().whPerKm) / 82_000;
    expect(lowest(one)).toBeCloseTo(1 - driven, 9);
    const cold = { consumption: 1.3, preheatWh: 1_000, packC: null, sunKm: 0 };
    expect(lowest({ ...one, season: cold })).toBeCloseTo(1 - 1.3 * driven - 1_000 / 82_000, 9);
  });

  test("a lifted limit lets the car leave full on that day alone", () => {
    const asked = askedWeek({ ways: [plainWay(80)], pattern: { days, liftedOn: [3], limitSoc: 0.8 } });
    const { days: found } = answered(asked).weeks[0]!;
    expect(found.map(({ startSoc }) => Math.round(startSoc * 1000) / 1000)).toEqual([
      0.8, 0.8, 0.8, 1, 0.8, 0.8, 0.8,
    ]);
    // More than the daily limit is nothing missing.
    expect(found.map(({ carriedKm }) => Math.round(carriedKm))).toEqual([0, 0, 0, 0, 0, 0, 0]);
  });

  test("the school that goes by a level plugs in below it alone; the one that goes by days on those", () => {
    const forty = Array(7).fill(day(drive("08:00", "18:00", toKm(20, "mi"))));
    const sessions = (pattern: object) =>
      answered(askedWeek({ ways: [plainWay(32)], pattern: { days: forty, ...pattern } })).weeks.at(-1)!
        .sessions;
    expect(sessions({}).length).toBe(7);
    const below = sessions({ plugIn: "below", belowSoc: 0.5 });
    expect(below.length).toBeLessThan(4);
    below.forEach(({ fromSoc }) => expect(fromSoc).toBeLessThan(0.5));
    const chosen = sessions({ plugIn: "days", plugInDays: [1, 4] });
    expect(chosen.map(({ stay }) => stay.day)).toEqual([1, 4]);
  });

  test("sun adds its distance a day, and never above the limit", () => {
    const parked = Array(7).fill({ drives: [], home: "nowhere" });
    const sunny = { consumption: 1, preheatWh: 0, packC: null, sunKm: 20 };
    const asked = askedWeek({ pattern: { days: parked, season: sunny, startSoc: 0.5, limitSoc: 0.8 } });
    const { points, days: found } = answered(asked).weeks[0]!;
    expect(found[0]!.addedKm).toBeCloseTo(20, 9);
    expect(Math.max(...points.map(({ soc }) => soc))).toBeLessThanOrEqual(0.8);
    expect(answered(asked).weeks.at(-1)!.endSoc).toBeCloseTo(0.8, 9);
  });

  test("work charges while the car stands there, for as long as the place allows", () => {
    const there = Array(7).fill(day(drive("08:00", "18:00", 50, { stands: "work" })));
    const at = (limitMinutes?: number) => {
      const work = {
        ...plainWay(20),
        name: "works car park",
        place: limitMinutes ? { name: "car park", limitMinutes } : null,
      };
      return answered(
        askedWeek({
          elsewhere: { work },
          pattern: { days: there, limitSoc: 1, startSoc: 0.5, plugIn: "days", plugInDays: [] },
        }),
      ).weeks[0]!.sessions[0]!;
    };
    const [open, limited] = [at(), at(60)];
    expect(open.stay.at).toBe("work");
    // Half an hour's road each way at 50 km/h.
    expect(open.stay.to - open.stay.from).toBeCloseTo(9 * 3600, 6);
    expect(limited.run.end.elapsed).toBeCloseTo(3600, 6);
    expect(limited.run.end.soc - limited.fromSoc).toBeCloseTo((20 * 240 * 0.99) / 82_000, 4);
  });

  test("a week away from home takes the nights it says", () => {
    const away = [
      AT_HOME,
      AT_HOME,
      AT_HOME,
      AT_HOME,
      day(drive("16:00", "19:00", 200, { nights: 2 })),
      AT_HOME,
      AT_HOME,
    ];
    const { points } = answered(
      askedWeek({ ways: [plainWay(32)], pattern: { days: away, limitSoc: 1, startSoc: 1 } }),
    ).weeks[0]!;
    const hours = (from: string, to: string) =>
      (Date.parse(`2026-11-${to}Z`) - Date.parse(`2026-11-${from}Z`)) / 3_600_000;
    const at = (text: string) =>
      points.filter(({ at: s }) => Math.abs(s - hours("23T16:00", text) * 3600) < 1).map(({ soc }) => soc);
    expect(at("27T16:00")[0]).toBe(1);
    expect(at("29T19:00").at(-1)).toBeCloseTo(1 - (200 * plainCar().whPerKm) / 82_000, 9);
  });
});

describe("two cars on one unit", () => {
  const far = Array(7).fill(day(drive("08:00", "20:00", toKm(40, "mi"))));
  const other = { ...plainCar(), name: "the other" };
  const cells = (first: boolean) => {
    const asked = askedWeek({
      cars: [plainCar(), other],
      ways: [plainWay(10)],
      pattern: { days: far, second: { car: 1, days: far, first } },
    });
    const { answer, other: second } = weekAt(weekSetting(asked, 0), asked.ways[0]!);
    return [answer, second] as [WeekAnswer, WeekAnswer];
  };

  test("who goes first charges as if alone; the other has what hours are left", () => {
    const [mine, theirs] = cells(false);
    const alone = answered(askedWeek({ pattern: { days: far } }));
    expect(mine.weeks.at(-1)!.endSoc).toBe(alone.weeks.at(-1)!.endSoc);
    // Twelve hours at home: eight for the first car's forty miles, four for the other's.
    const { run: ran, stay } = theirs.weeks.at(-1)!.sessions[0]!;
    expect(ran.slices[0]!.from).toBeCloseTo(8 * 3600, -2);
    expect(stay.to - stay.from).toBeCloseTo(12 * 3600, 6);
    expect([mine.verdict, theirs.verdict]).toEqual(["holds", "short"]);
  });

  test("a charge over the end of its week keeps the unit from the other as its week begins", () => {
    // By night away, home from 06:00.
    const nights = Array(7).fill(day(drive("18:00", "06:00", toKm(40, "mi"))));
    const noons = Array(7).fill(day(drive("12:00", "13:00", toKm(10, "mi"))));
    const asked = askedWeek({
      cars: [plainCar(), other],
      pattern: { days: nights, second: { car: 1, days: noons, first: false } },
    });
    const { other: second } = weekAt(weekSetting(asked, 0), asked.ways[0]!);
    const [first] = (second as WeekAnswer).weeks.at(-1)!.sessions;
    // Eight hours for forty miles, from 06:00 on; the other comes home at 13:00.
    expect(
      localAt((second as WeekAnswer).timeline, first!.stay.from + first!.run.slices[0]!.from).slice(11),
    ).toMatch(/^14:0/);
  });

  test("turned round it is the other that holds", () => {
    const [mine, theirs] = cells(true);
    expect([mine.verdict, theirs.verdict, theirs.car.name]).toEqual(["short", "holds", "the other"]);
  });
});

describe("clock changes", () => {
  // A night from 20:00 to 08:00 in which the clocks of Dublin go back has 13 hours, forward 11 (IANA time zone data).
  test.each([
    ["2026-10-19", 13],
    ["2027-03-22", 11],
    ["2026-11-23", 12],
  ])("the last night of the week from %s has %i hours", (start, hours) => {
    const days = Array(7).fill(day(drive("08:00", "20:00", toKm(70, "mi"))));
    const asked = askedWeek({ pattern: { start, days, limitSoc: 1, startSoc: 1, reserveSoc: 0 } });
    const { household } = asked;
    const zoned = { ...asked, household: { ...household, timeZone: "Europe/Dublin" } };
    const { stay } = answered(zoned).weeks[0]!.sessions.at(-2)!;
    expect([stay.day, (stay.to - stay.from) / 3600]).toEqual([5, hours]);
  });
});

describe("laws", () => {
  const { cars, ways } = demoWays();
  const own = ways.filter(({ evse }) => evse.kind !== "rapid");
  const stop = ways.find(({ evse }) => evse.kind === "rapid")!;
  const cases = fc.record({ pattern: anyPattern, way: fc.nat(own.length - 1), car: fc.nat(cars.length - 1) });
  type Case = { pattern: Parameters<typeof askedWeek>[0]["pattern"]; way: number; car: number };
  const weekOf = ({ pattern, way, car }: Case): { asked: WeekAsked; answer: WeekAnswer } | undefined => {
    const asked = askedWeek({
      cars: [cars[car]!],
      ways: [own[way]!],
      elsewhere: { stop },
      pattern: { ...pattern, startSoc: Math.max(pattern.startSoc!, pattern.reserveSoc!) },
    });
    const { answer } = weekAt(weekSetting(asked, 0), asked.ways[0]!);
    return answer.kind === "charging" ? { asked, answer } : undefined;
  };

  test("energy in is energy driven, losses and the change of charge, over every day and week", () => {
    law(cases, { runs: 60, mostSkipped: 0.5 }, (one) => {
      const found = weekOf(one);
      if (!found) return SKIPPED;
      const { car, weeks } = found.answer;
      const { consumption, sunKm } = found.asked.pattern.season;
      const perKm = car.whPerKm * consumption;
      for (const week of weeks) {
        for (const d of week.days) {
          const change = ((d.endSoc - d.startSoc) * car.battery.usableWh) / perKm;
          expect(Math.abs(d.addedKm + d.shortKm - d.drivenKm - d.preheatKm - change)).toBeLessThan(
            1e-9 * 2_000,
          );
        }
        const ledgers = week.sessions.map(({ run: ran }) => ledgerOf(ran.slices));
        const sum = (of: (ledger: (typeof ledgers)[number]) => number) =>
          ledgers.reduce((all, ledger) => all + of(ledger), 0);
        const wh = (of: (d: (typeof week.days)[number]) => number) =>
          week.days.reduce((all, d) => all + of(d), 0) * perKm;
        const stops = week.stops.reduce((all, { storedWh }) => all + storedWh, 0);
        const sun = wh((d) => d.addedKm) - sum((l) => l.stored);
        if (sunKm === 0) expect(Math.abs(sun)).toBeLessThan(1e-6);
        const left =
          sum((l) => l.wall) + stops + sun - wh((d) => d.drivenKm + d.preheatKm) - sum((l) => l.lost);
        expect(left).toBeCloseTo((week.endSoc - week.startSoc) * car.battery.usableWh, 4);
      }
      return undefined;
    });
  });

  test("no state of charge is below nothing or above its limit, ever", () => {
    law(cases, { runs: 60, mostSkipped: 0.5 }, (one) => {
      const found = weekOf(one);
      if (!found) return SKIPPED;
      const { pattern } = found.asked;
      const most = pattern.liftedOn.length > 0 ? 1 : Math.max(pattern.limitSoc, pattern.startSoc);
      for (const { points } of found.answer.weeks)
        for (const { soc } of points) {
          expect(soc).toBeGreaterThanOrEqual(Math.min(pattern.reserveSoc, pattern.startSoc) - 1e-12);
          expect(soc).toBeLessThanOrEqual(most + 1e-12);
        }
      return undefined;
    });
  });

  test("nights by the curve are full solves, to a millionth of the charge, warm and cold", () => {
    law(cases, { runs: 40, mostSkipped: 0.5 }, (one) => {
      for (const packC of [null, -5]) {
        const asked = askedWeek({
          cars: [cars[one.car]!],
          ways: [own[one.way]!],
          pattern: {
            ...one.pattern,
            startSoc: 0.5,
            season: { consumption: 1, preheatWh: 0, packC, sunKm: 0 },
          },
        });
        const { rider } = weekAt(weekSetting(asked, 0), asked.ways[0]!);
        if (!rider) return SKIPPED;
        const { gain, circuit, targetOf } = rider.plugs.home!;
        for (const soc of [0, 0.137, 0.5, 0.79, 0.93])
          for (const hours of [0.3, 2, 9, 40]) {
            const target = targetOf(1);
            const solved = run(circuit, atOnce(target, hours * 3600), { soc, packC, elapsed: 0 }).end.soc;
            expect(Math.abs(gain.near(soc, hours * 3600, target) - Math.max(soc, solved))).toBeLessThan(3e-3);
            expect(Math.abs(gain.after(soc, hours * 3600, target) - Math.max(soc, solved))).toBeLessThan(
              1e-6,
            );
          }
      }
      return undefined;
    });
  });

  test("a wider way is short on no day on which a narrower one is not", () => {
    fc.assert(
      fc.property(anyPattern, fc.constantFrom([6, 10], [10, 16], [16, 32]), (pattern, [narrow, wide]) => {
        const asked = askedWeek({
          ways: [plainWay(narrow!), plainWay(wide!)],
          pattern: { ...pattern, plugIn: "home", charges: "at-once", startSoc: 0.8 },
        });
        const [a, b] = [answered(asked, 0), answered(asked, 1)];
        a.weeks[0]!.days.forEach((d, i) =>
          expect(b.weeks[0]!.days[i]!.shortKm).toBeLessThanOrEqual(d.shortKm + 1e-6),
        );
        if (a.verdict !== "short") expect(b.verdict).not.toBe("short");
      }),
      { numRuns: runs(60) },
    );
  });

  test("the distance sustained on even days is a night's gain, as far as the battery goes", () => {
    fc.assert(
      fc.property(fc.integer({ min: 6, max: 48 }), fc.integer({ min: 16, max: 23 }), (amps, back) => {
        const days = Array(7).fill(day(drive("07:00", `${back}:00`, 20)));
        const strong = { ...plainCar().charger, limits: [{ phases: 1 as const, amps: 80 }] };
        const asked = askedWeek({
          cars: [{ ...plainCar(), charger: strong }],
          ways: [plainWay(amps)],
          pattern: { days },
        });
        const row = rowOf(asked);
        const { rider } = weekAt(weekSetting(asked, 0), asked.ways[0]!);
        const night = atOnce(0.8, (31 - back) * 3600);
        const { end } = run(rider!.plugs.home!.circuit, night, { soc: 0.1, packC: null, elapsed: 0 });
        expect(
          Math.abs(row.sustainedKmPerDay! - ((end.soc - 0.1) * 82_000) / plainCar().whPerKm),
        ).toBeLessThan(0.02);
      }),
      { numRuns: runs(40) },
    );
  });
});

test("every car on every way goes out, also where nothing flows", () => {
  const { cars, ways } = demoWays();
  const asked = askedWeek({ cars, ways, pattern: { days: Array(7).fill(day(drive("07:40", "17:50", 44))) } });
  const rows = weekRows(asked);
  expect(rows.length).toBe(cars.length * ways.length);
  const blocked = rows.filter(({ refusal }) => refusal !== null);
  expect(blocked.length).toBeGreaterThan(0);
  for (const row of blocked) expect(row).toMatchObject({ verdict: null, days: [], costPerWeek: null });
  expect(structuredClone(rows)).toEqual(rows);
});

test("the sums of a week are those of its sessions and stops", () => {
  const asked = askedWeek({ pattern: { days: Array(7).fill(day(drive("08:00", "18:00", 30))) } });
  const week = answered(asked).weeks.at(-1)!;
  const sums = weekSums([week]);
  // 30 km at this car's consumption, a hundredth lost, at 0.20.
  expect(sums.plugs / 1e6).toBeCloseTo((7 * 30 * plainCar().whPerKm * 0.2) / 0.99 / 1000, 1);
  expect(sums).toMatchObject({ stops: 0, stopCount: 0, stopShare: 0, unpriced: false });
});

describe("the working of a day", () => {
  const { cars, ways } = demoWays();
  const stop = ways.find(({ evse }) => evse.kind === "rapid")!;
  test.each([
    ["carried on", { days: Array(7).fill(day(drive("07:40", "21:30", 120))) }],
    [
      "in the cold",
      {
        days: Array(7).fill(day(drive("07:40", "18:30", 60))),
        season: { consumption: 1.3, preheatWh: 1_000, packC: 2, sunKm: 0 },
      },
    ],
    [
      "with sun",
      {
        days: Array(7).fill(day(drive("07:40", "18:30", 60))),
        season: { consumption: 1, preheatWh: 0, packC: null, sunKm: 8 },
      },
    ],
    [
      "with stops, at work too",
      { days: Array(7).fill(day(drive("06:00", "22:00", 400, { stands: "work" }))) },
    ],
    ["at home all day", { days: Array(7).fill(AT_HOME), startSoc: 0.5 }],
  ])("%s: every formula gives what is shown", (_, pattern) => {
    const asked = askedWeek({
      cars: cars.slice(0, 1),
      ways: ways.slice(0, 1),
      elsewhere: { stop, work: ways[4]! },
      pattern,
    });
    const answer = answered(asked);
    let steps = 0;
    for (const record of answer.weeks)
      for (let at = 0; at < 7; at++) {
        const working = dayWorking(answer, record, at, asked.pattern);
        for (const step of working.steps) {
          steps += 1;
          holds(step, `day ${at}`);
        }
        expect(working.steps.at(-1)!.result.value).toBe(record.days[at]!.carriedKm);
      }
    expect(steps).toBeGreaterThan(20);
  });
});

describe("what matters most", () => {
  const days = Array(7).fill(day(drive("08:00", "18:00", 90)));
  const asked = askedWeek({ ways: [plainWay(10, NIGHTLY)], pattern: { days } });
  const found = weekMatters(asked, 0, asked.ways[0]!);
  const one = (id: string) => found.find((m) => m.id === id)!;

  test("each assumption is varied by itself, the widest swing first, and its pattern gives just that", () => {
    const swings = found.map(({ low, high }) => high - low);
    expect(swings).toEqual([...swings].sort((a, b) => b - a));
    expect(found.length).toBeGreaterThan(4);
    for (const { varied } of found)
      for (const { pattern, spareKm: spare } of varied)
        expect(spareKm(answered({ ...asked, pattern }), pattern)).toBeCloseTo(spare, 9);
  });

  test("a fifth more to drive leaves a fifth of the drive less to spare", () => {
    const now = spareKm(answered(asked), asked.pattern);
    const [less, more] = one("distance").varied;
    expect([less!.spareKm - now, more!.spareKm - now]).toEqual([
      expect.closeTo(18, 6),
      expect.closeTo(-18, 6),
    ]);
    // Full to 80 %, and 90 driven above a tenth.
    expect(now).toBeCloseTo((0.7 * 82_000) / plainCar().whPerKm - 90, 6);
  });

  test("below nothing it is what stops have to put in", () => {
    const far = {
      ...asked.pattern,
      days: Array<(typeof days)[number]>(7).fill(day(drive("08:00", "18:00", 400))),
    };
    const answer = answered({ ...asked, pattern: far });
    expect(spareKm(answer, far)).toBeCloseTo(
      -answer.weeks[0]!.days.reduce((sum, { shortKm }) => sum + shortKm, 0),
      9,
    );
    expect(spareKm(answer, far)).toBeLessThan(-1_000);
  });

  test("hours that overlap something are not tried, nor anything at a way that does not charge", () => {
    const round = Array(7).fill(day(drive("08:00", "07:30", 20)));
    const busy = askedWeek({ pattern: { days: round } });
    const varied = weekMatters(busy, 0, busy.ways[0]!).find(({ id }) => id === "home")?.varied ?? [];
    expect(varied.map(({ says }) => says)).not.toContain("two hours later");
    const { cars, ways } = demoWays();
    const blocked = askedWeek({ cars, ways, pattern: { days } });
    const rapid = ways.find(({ evse }) => evse.kind === "rapid")!;
    const noRapid = cars.findIndex(({ name }) => name === "Dunlin");
    expect(weekMatters(blocked, noRapid, rapid)).toEqual([]);
  });
});

test("three schools of plugging in, side by side: each is the week that goes by it", () => {
  const days = Array(7).fill(day(drive("08:00", "18:00", toKm(20, "mi"))));
  const asked = askedWeek({ ways: [plainWay(32)], pattern: { days, belowSoc: 0.4, plugInDays: [1] } });
  const schools = weekSchools(asked, 0, asked.ways[0]!);
  expect(schools.map(({ plugIn, verdict, sessions }) => [plugIn, verdict, sessions])).toEqual([
    ["home", "holds", 7],
    ["below", "holds", expect.any(Number)],
    ["days", "short", 1],
  ]);
  for (const { plugIn, lowestSoc, spareKm: spare, costPerYear } of schools) {
    const row = rowOf({ ...asked, pattern: { ...asked.pattern, plugIn } });
    expect([lowestSoc, costPerYear]).toEqual([row.lowestSoc, row.costPerYear]);
    if (plugIn !== "days") expect(spare).toBeCloseTo(((lowestSoc - 0.1) * 82_000) / plainCar().whPerKm, 6);
  }
  // Seven times twenty miles are more than what lies above the reserve: by days it has stops, of which nobody said at what.
  expect(schools[2]!.costPerYear).toBeNull();
  expect(schools[2]!.spareKm).toBeLessThan(0);
  expect(schools[1]!.sessions).toBeLessThan(4);
  // The same distance by the same plug costs the same, however seldom one plugs in: weeks that differ are averaged.
  expect(schools[1]!.costPerYear! / schools[0]!.costPerYear!).toBeCloseTo(1, 2);
});

test("the hours of a week by their price, from the cheapest to the dearest; one price is one level", () => {
  const priced = (tariff: Parameters<typeof plainWay>[1]) =>
    pricedWeek(
      answered(askedWeek({ ways: [plainWay(10, tariff)], pattern: { days: Array(7).fill(AT_HOME) } })),
    );
  const nightly = priced(NIGHTLY);
  // From Monday 08:00: dear until half past midnight, six hours cheap, seven times over.
  expect(
    nightly.slice(0, 3).map(({ from, to, perKWh, level }) => [from / 3600, to / 3600, perKWh, level]),
  ).toEqual([
    [0, 16.5, 0.4, 1],
    [16.5, 22.5, 0.1, 0],
    [22.5, 40.5, 0.4, 1],
  ]);
  expect(nightly.length).toBe(15);
  expect(priced(undefined).map(({ level }) => level)).toEqual([0]);
  const three = tariffOf(
    element({ ENERGY: 0.1 }, { start_time: "00:00", end_time: "06:00" }),
    element({ ENERGY: 0.2 }, { start_time: "06:00", end_time: "18:00" }),
    element({ ENERGY: 0.5 }),
  );
  expect(new Set(priced(three).map(({ level }) => level))).toEqual(new Set([0, 0.25, 1]));
  const some = tariffOf(element({ ENERGY: 0.1 }, { start_time: "00:00", end_time: "06:00" }));
  expect(new Set(priced(some).map(({ perKWh }) => perKWh))).toEqual(new Set([0.1, null]));
});
