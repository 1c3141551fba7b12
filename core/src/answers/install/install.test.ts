import fc from "fast-check";
import ICAL from "ical.js";
import { clockOf } from "../../engine/clock";
import { law, SKIPPED } from "../../tests/law";
import { calendarOf } from "../calendar";
import type { MeterSeries } from "../meter";
import {
  commonHours,
  compareQuotes,
  followed,
  followNight,
  inHours,
  looksCalendar,
  looksOf,
  minuteOfClock,
  nightsOf,
  QUOTE_ITEMS,
  quoteSchema,
  type FollowingCar,
  type HouseLimit,
  type Quote,
} from ".";

const STEP = 900_000;
const T0 = Date.UTC(2026, 0, 1);
const hourly = (watts: (number | null)[], startMs = T0): MeterSeries => ({ startMs, stepMinutes: 60, watts });

describe("nights", () => {
  const flat = (days: number, startMs: number): MeterSeries => ({
    startMs,
    stepMinutes: 15,
    watts: Array<number>(days * 96).fill(300),
  });
  const hours = ({ from, to }: { from: number; to: number }) => (to - from) / 3_600_000;

  test("lie between the two clock times, and only whole ones count", () => {
    const nights = nightsOf(flat(3, T0), "UTC", "18:10", "07:30");
    expect(nights.map(({ from }) => new Date(from).toISOString().slice(0, 16))).toEqual([
      "2026-01-01T18:10",
      "2026-01-02T18:10",
    ]);
    expect(nights.map(hours)).toEqual([40 / 3, 40 / 3]);
    expect(nightsOf(flat(2, T0), "UTC", "09:00", "17:00").map(hours)).toEqual([8, 8]);
  });

  test.each([
    ["Europe/Dublin", Date.UTC(2026, 9, 24), [10, 9]],
    ["Europe/Dublin", Date.UTC(2026, 2, 28), [8, 9]],
    ["America/Toronto", Date.UTC(2026, 9, 31, 4), [10, 9]],
  ])("in %s from %d the night of the clock change has its own length", (zone, startMs, lengths) => {
    expect(nightsOf(flat(3, startMs), zone, "22:00", "07:00").map(hours)).toEqual(lengths);
  });

  test("hours of the day follow the zone's clock through the year", () => {
    const night = inHours("Europe/Dublin", "23:00", "07:00");
    const day = inHours("Europe/Dublin", "07:00", "23:00");
    const at = (iso: string) => night(Date.parse(iso));
    expect([
      at("2026-01-10T22:59Z"),
      at("2026-01-10T23:00Z"),
      at("2026-07-10T22:00Z"),
      at("2026-07-10T21:59Z"),
      at("2026-07-10T06:00Z"),
    ]).toEqual([false, true, true, false, false]);
    for (let hour = 0; hour < 24 * 365; hour += 5)
      expect(day(T0 + hour * 3_600_000)).toBe(!night(T0 + hour * 3_600_000));
    expect(minuteOfClock("07:30")).toBe(450);
  });

  test("what two daily stretches have in common lies in both, against every minute", () => {
    const clock = fc.integer({ min: 0, max: 95 }).map((q) => new Date(q * STEP).toISOString().slice(11, 16));
    const within = (minute: number, [a, b]: readonly [string, string]) => {
      const [from, to] = [minuteOfClock(a), minuteOfClock(b)];
      return from < to ? minute >= from && minute < to : minute >= from || minute < to;
    };
    law(fc.tuple(clock, clock, clock, clock), { runs: 300, mostSkipped: 0.1 }, ([a, b, c, d]) => {
      if (a === b || c === d) return SKIPPED;
      const common = commonHours([a, b], [c, d]);
      const both = Array.from({ length: 1440 }, (_, m) => m).filter(
        (m) => within(m, [a, b]) && within(m, [c, d]),
      );
      if (both.length === 0) expect(common).toBeNull();
      else {
        const own = Array.from({ length: 1440 }, (_, m) => m).filter((m) => within(m, common!));
        expect(own.every((m) => both.includes(m))).toBe(true);
        // Of two pieces the longer one.
        expect(own.length).toBeGreaterThanOrEqual(both.length / 2);
      }
      return undefined;
    });
  });
});

/** The same rule, second by second: how long at each ampere, and the highest sum. */
function bySeconds(
  from: number,
  to: number,
  house: readonly number[],
  { unitAmps }: Pick<FollowingCar, "unitAmps">,
  { limitAmps, waitS }: HouseLimit,
) {
  const secondsAt = Array<number>(Math.floor(unitAmps) + 1).fill(0);
  let [charging, roomSince, peak] = [true, -1, 0];
  for (let at = from; at < to; at += 1000) {
    const now = house[Math.floor((at - T0) / STEP)]!;
    const free = Math.min(Math.floor(unitAmps), Math.floor(limitAmps - now + 1e-9));
    const may = Number.isNaN(now) || free < 6 ? 0 : free;
    if (may === 0) [charging, roomSince] = [false, -1];
    else if (!charging) {
      if (roomSince < 0) roomSince = at;
      if (at - roomSince >= waitS * 1000) charging = true;
    }
    const flows = charging ? may : 0;
    secondsAt[flows]! += 1;
    if (!Number.isNaN(now)) peak = Math.max(peak, now + flows);
  }
  return { secondsAt, peak };
}

describe("a limit that follows the house", () => {
  const any = fc.record({
    house: fc.array(
      fc.oneof(
        { weight: 9, arbitrary: fc.integer({ min: 0, max: 600 }).map((n) => n / 10) },
        { weight: 1, arbitrary: fc.constant(Number.NaN) },
      ),
      { minLength: 8, maxLength: 24 },
    ),
    fromS: fc.integer({ min: 0, max: 1_700 }),
    endsEarlyS: fc.integer({ min: 0, max: 1_700 }),
    unitAmps: fc.constantFrom(6, 10, 16, 32, 48, 16.5),
    limitAmps: fc.integer({ min: 10, max: 70 }),
    waitS: fc.constantFrom(0, 1, 60, 600, 900, 1_000, 3_600),
  });

  test("is, second by second, what the rule says", () => {
    law(any, { runs: 120, mostSkipped: 0 }, ({ house, fromS, endsEarlyS, unitAmps, ...limit }) => {
      const [from, to] = [T0 + fromS * 1000, T0 + house.length * STEP - endsEarlyS * 1000];
      const exact = followNight({ from, to }, house, T0, STEP, { unitAmps }, limit);
      const plain = bySeconds(from, to, house, { unitAmps }, limit);
      expect([...exact.secondsAt]).toEqual(plain.secondsAt);
      expect(exact.peakAmps).toBeCloseTo(plain.peak, 9);
      expect(exact.pausedS).toBe(plain.secondsAt[0]);
      expect(exact.throttledS).toBeCloseTo((to - from) / 1000 - plain.secondsAt.at(-1)!, 9);
    });
  });

  test("never lets house and car exceed it in any interval in which the house alone does not", () => {
    law(any, { runs: 300, mostSkipped: 0 }, ({ house, fromS, unitAmps, ...limit }) => {
      const night = followNight(
        { from: T0 + fromS * 1000, to: T0 + house.length * STEP },
        house,
        T0,
        STEP,
        { unitAmps },
        limit,
      );
      const alone = Math.max(...house.filter((amps) => !Number.isNaN(amps)), 0);
      expect(night.peakAmps).toBeLessThanOrEqual(Math.max(limit.limitAmps, alone) + 1e-9);
      // An ampere below 6 is never offered.
      expect([...night.secondsAt.slice(1, 6)]).toEqual([0, 0, 0, 0, 0]);
    });
  });

  const car: FollowingCar = {
    unitAmps: 16,
    storedW: Array.from({ length: 17 }, (_, a) => a * 200),
    whPerKm: 100,
  };

  test("a night by hand: full, throttled to 8 A, paused an hour, and ten minutes of waiting", () => {
    const series = hourly([10, 22, 28, 10, 10].map((amps) => amps * 100));
    const nights = [{ from: T0, to: T0 + 5 * 3_600_000 }];
    const year = followed(series, nights, (w) => w / 100, car, { limitAmps: 30, waitS: 600 }, 150);
    const [night] = year.nights;
    expect([night!.secondsAt[16], night!.secondsAt[8], night!.secondsAt[0]]).toEqual([
      3_600 + 3_000 + 3_600,
      3_600,
      4_200,
    ]);
    expect([year.pausedHours, year.pauses]).toEqual([4_200 / 3_600, 1]);
    expect(year.throttledShare).toBeCloseTo((3_600 + 4_200) / 18_000, 12);
    const km = (3_200 * (10_200 / 3_600) + 1_600) / 100;
    for (const found of [year.nightKm, year.leastKm, year.nineInTenKm]) expect(found).toBeCloseTo(km, 9);
    expect(year.shortNights).toBe(1);
    expect([year.peakWithAmps, year.peakWithoutAmps, year.overHours]).toEqual([30, 44, 2]);
  });

  test("a night of which too little was told is left out, and what is fed in is no room", () => {
    const series = hourly([null, 100, 100, -900, 100, 100]);
    const nights = [
      { from: T0, to: T0 + 3 * 3_600_000 },
      { from: T0 + 3 * 3_600_000, to: T0 + 6 * 3_600_000 },
    ];
    const year = followed(series, nights, (w) => w / 100, car, { limitAmps: 10, waitS: 0 }, 30);
    // 3 h at 10, 9 and 9 A: 2,000 + 1,800 + 1,800 Wh.
    expect([year.nights.length, year.leftOut, year.nightKm, year.shortNights]).toEqual([1, 1, 56, 0]);
    // Fed in, the line is taken as idle: 10 A and no more.
    expect(year.nights[0]!.secondsAt[10]).toBe(3_600);
  });
});

describe("quotes", () => {
  const quote = (
    name: string,
    total: number | null,
    lines: Record<string, number | "within" | "left-out">,
  ): Quote =>
    quoteSchema.parse({
      name,
      total,
      lines: Object.entries(lines).map(([item, says]) =>
        typeof says === "number" ? { item, price: says, says: "priced" } : { item, says },
      ),
    });

  test("what one leaves out is put in at what the others ask, or as it usually costs", () => {
    const found = compareQuotes(
      [
        quote("North", null, { unit: 600, run: 400, test: 100 }),
        quote("South", 1_500, { unit: "within", run: "within", permit: 90, test: "left-out" }),
        quote("East", null, { unit: 640, run: 420, test: 140, permit: 110 }),
      ],
      ["unit", "run", "permit", "test", "breaker"],
      2,
    );
    expect(found.map(({ name, asks }) => [name, asks])).toEqual([
      ["North", 1_100],
      ["South", 1_500],
      ["East", 1_310],
    ]);
    expect(found[0]!.missing).toEqual([
      { item: "breaker", said: false, amount: QUOTE_ITEMS.breaker.usual * 2, from: "usual" },
      { item: "permit", said: false, amount: 100, from: "other quotes" },
    ]);
    expect(found[1]!.missing.find(({ item }) => item === "test")).toEqual({
      item: "test",
      said: true,
      amount: 120,
      from: "other quotes",
    });
    expect(found.map(({ whole }) => whole)).toEqual([1_520, 1_940, 1_630]);
    expect(found[1]!.priced).toBe(90);
  });

  test("lines that come to more than the sum are said; a line no one needs and no one offers is not missed", () => {
    const [found] = compareQuotes([quote("North", 500, { unit: 600 })], ["unit"], 1);
    expect([found!.overSum, found!.missing]).toEqual([true, []]);
    expect(
      quoteSchema.safeParse({
        name: "x",
        lines: [
          { item: "unit", says: "within" },
          { item: "unit", says: "within" },
        ],
      }).success,
    ).toBe(false);
  });
});

describe("looks", () => {
  test("belong to what was built, by the calendar or by use, whichever comes sooner", () => {
    const plugged = looksOf({ end: "socket", outdoors: true }, "iec", "2026-01-01", 1_000, "2026-01-01");
    expect(plugged.map(({ id }) => id)).toEqual([
      "warm-plug",
      "loose-socket",
      "handle",
      "trip",
      "seals",
      "torque-first",
      "inspection",
    ]);
    expect(plugged.find(({ id }) => id === "warm-plug")).toMatchObject({
      days: 90,
      byUse: false,
      next: "2026-04-01",
    });
    const much = looksOf({ end: "socket", outdoors: false }, "nec", "2026-01-01", 4_000, "2026-01-01");
    expect(much.find(({ id }) => id === "warm-plug")).toMatchObject({
      days: 45,
      byUse: true,
      next: "2026-02-15",
    });
    expect(much.map(({ id }) => id)).toContain("ground-fault");
    expect(much.map(({ id }) => id)).not.toContain("seals");
    const wired = looksOf({ end: "hardwired", outdoors: false }, "nec", "2026-01-01", 500, "2027-07-01");
    expect(wired.map(({ id }) => id)).not.toContain("warm-plug");
    // Every 90 days: the first on or after the day that is asked about.
    expect(wired.find(({ id }) => id === "handle")!.next).toBe("2027-09-23");
    expect(wired.every(({ next }) => next >= "2027-07-01")).toBe(true);
  });

  test("stand in a calendar that comes again", () => {
    const clock = clockOf({ pluggedInAt: "2026-11-29T00:00", neededBy: null }, "UTC");
    const looks = looksOf({ end: "hardwired", outdoors: false }, "iec", "2026-11-29", 500, "2026-11-29");
    const text = calendarOf("Looks", looksCalendar(looks, clock.startMs), clock, 0);
    const events = new ICAL.Component(ICAL.parse(text) as unknown[])
      .getAllSubcomponents("vevent")
      .map((e) => new ICAL.Event(e));
    expect(events.map(({ startDate }) => startDate.toString().slice(0, 16))).toEqual(
      looks.map(({ next }) => `${next}T09:00`),
    );
    expect(text.match(/RRULE:FREQ=DAILY;INTERVAL=\d+/g)).toEqual(
      looks.map(({ days }) => `RRULE:FREQ=DAILY;INTERVAL=${days}`),
    );
    expect(text).toContain("(an electrician)");
  });
});
