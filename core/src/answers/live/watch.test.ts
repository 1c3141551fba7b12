import fc from "fast-check";
import { law } from "../../tests/law";
import { element, solvedDemo, tariffOf } from "../../tests/tariffs";
import { solvePlan, type Plan } from "../../engine/plan";
import { isRefusal } from "../../engine/path";
import { recordSchema, sampleOf, type Measured, type Sample, type SessionRecord } from "../record";
import {
  expectedCourse,
  socAfterWh,
  wallBy,
  watchOf,
  watchOver,
  type AlarmCode,
  type LiveCourse,
  type Watch,
} from ".";

/** Three phases of 230 V, 16 A on each by the car, a unit of 8 W: 11,048 W at the wall, whatever the charge up to 80 %. */
const hall = solvedDemo(5).plan;
const FLOWS_W = 3 * 16 * 230 + 8;
const BEGAN = "2026-11-23T18:10:20Z";
const beganMs = Date.parse(BEGAN);
const at = (minutes: number): string => new Date(beganMs + minutes * 60_000).toISOString();
const plain: Plan = {
  ...hall,
  place: null,
  tariff: tariffOf(element({ ENERGY: 0.4 })),
  session: { ...hall.session, fromSoc: 0.5, toSoc: 0.8, neededBy: null },
};
const recorded = (change: Partial<SessionRecord> = {}): SessionRecord =>
  recordSchema.parse({
    name: "evening",
    begin: BEGAN,
    source: "charge point",
    key: "ocpp point 1",
    plan: plain,
    fromSoc: 0.5,
    ...change,
  });
const courseOf = (record: SessionRecord): LiveCourse => {
  const course = expectedCourse(record);
  if (course === null || isRefusal(course)) throw new Error("it charges");
  return course;
};

type Read = Partial<Record<Measured, number>>;
/** Readings every minute up to one: the register counts what flows; figures as told, those of a moment where they change. */
function series(minutes: number, of: (minute: number) => Read = () => ({})): Sample[] {
  let counterWh = 1_000;
  return Array.from({ length: minutes + 1 }, (_, i) => {
    const read = { watts: FLOWS_W, amps: 16, amps2: 16, amps3: 16, volts: 230, ...of(i) };
    if (i > 0) counterWh += read.watts / 60;
    return sampleOf(beganMs + i * 60_000, { counterWh, ...read });
  });
}
const watched = (minutes: number, samples: readonly Sample[], change: Partial<SessionRecord> = {}): Watch => {
  const watch = watchOf(recorded(change), samples, beganMs + minutes * 60_000);
  if (!watch) throw new Error("it is watched");
  return watch;
};
const codes = ({ alarms }: Watch): AlarmCode[] => alarms.map(({ code }) => code);

describe("as it should be", () => {
  const watch = watched(60, series(60));

  test("power, energy, lanes and cost are what was read, beside what should be", () => {
    expect(watch.expectedW).toBeCloseTo(FLOWS_W, 6);
    expect(watch.measuredW).toBeCloseTo(FLOWS_W, 6);
    expect(watch.wallWh).toBeCloseTo(FLOWS_W, 6);
    expect(watch.expectedWh).toBeCloseTo(FLOWS_W, 3);
    expect(watch.lanes).toEqual(
      [16, 16, 16].map((measured) => ({ measured, expected: expect.closeTo(16, 6) })),
    );
    // 11.048 kWh at 0.40.
    expect(watch.cost).toBeCloseTo(4.4192, 6);
    expect(watch.elapsed).toBe(3_600);
    expect([watch.age, watch.stale, watch.due]).toEqual([0, false, true]);
  });

  test("its charge is told by the counter, and it is ready when it was to be", () => {
    const { charge, expected, readyAt, course } = watch;
    expect(charge.by).toBe("counter");
    expect(charge.soc).toBeCloseTo(expected.soc, 6);
    expect(charge.low).toBeLessThan(charge.soc - 0.009);
    expect(charge.high).toBeGreaterThan(charge.soc + 0.009);
    expect(Math.abs(readyAt! - course.readyAt!)).toBeLessThan(1);
    // Its clock begins with the minute, twenty seconds before.
    expect(course.began).toBe(20);
  });

  test("nothing asks anybody to look", () => expect(codes(watch)).toEqual([]));
});

test("it is billed up to its last reading while it charges; standing there counts once nothing flows any more", () => {
  const parked: Plan = { ...plain, tariff: tariffOf(element({ ENERGY: 0.4, PARKING_TIME: 6 })) };
  const energy = FLOWS_W / 1000 / 2;
  // Fifty seconds after the newest of half an hour's readings.
  expect(watched(30 + 50 / 60, series(30), { plan: parked }).cost).toBeCloseTo(0.4 * energy, 6);
  const idle = series(50, (minute) => (minute <= 30 ? {} : { watts: 12, amps: 0, amps2: 0, amps3: 0 }));
  // Twenty minutes up to its last reading, and ten more.
  expect(watched(60, idle, { plan: parked }).cost).toBeCloseTo(0.4 * (energy + 0.012 / 3) + 6 * 0.5, 6);
});

describe("what tells the charge", () => {
  test("without any reading the clock does, with the widest band", () => {
    const watch = watched(60, []);
    expect(watch.charge).toMatchObject({ by: "clock", soc: watch.expected.soc });
    expect([watch.measuredW, watch.wallWh, watch.cost, watch.age]).toEqual([null, null, null, null]);
    expect(watch.charge.high - watch.charge.low).toBeGreaterThan(
      2 * (watch.expected.high - watch.expected.soc),
    );
    expect(codes(watch)).toEqual([]);
  });

  test("the car does where it tells, carried on by what was counted since", () => {
    const samples = series(60, (minute) => (minute === 30 ? { soc: 0.7 } : {}));
    const watch = watched(60, samples);
    expect(watch.charge.by).toBe("car");
    const gained = socAfterWh(watch.course, FLOWS_W) - socAfterWh(watch.course, FLOWS_W / 2);
    expect(watch.charge.soc).toBeCloseTo(0.7 + gained, 9);
  });

  test("by the counter it is the charge of the path's own session, whenever it is asked", () => {
    const course = courseOf(recorded());
    law(fc.double({ min: 0, max: 1, noNaN: true }), { runs: 200, mostSkipped: 0 }, (share) => {
      const time = course.began + share * (course.run.end.elapsed - course.began);
      const slice = course.run.slices.find(({ from, to }) => time >= from && time <= to)!;
      const soc = socAfterWh(course, wallBy(course.run, time));
      expect(soc).toBeGreaterThanOrEqual(slice.fromSoc - 1e-7);
      expect(soc).toBeLessThanOrEqual(slice.toSoc + 1e-7);
    });
  });

  test("two readings and a clock are enough: typed, it hangs on them", () => {
    const watch = watched(60, [
      sampleOf(beganMs, { counterWh: 4_000_000 }),
      sampleOf(beganMs + 3_600_000, { counterWh: 4_005_000, soc: 0.56 }),
    ]);
    expect(watch.charge).toMatchObject({ by: "car", soc: 0.56 });
    expect(watch.measuredW).toBeCloseTo(5_000, 6);
    expect(codes(watch)).toEqual(["slow"]);
  });
});

test("at half the current it is ready as a session at that current would be", () => {
  const eight = 3 * 8 * 230 + 8;
  const watch = watched(
    60,
    series(60, () => ({ watts: eight, amps: 8, amps2: 8, amps3: 8 })),
  );
  const slow: Plan = {
    ...plain,
    settings: { ...plain.settings, carAmps: 8 },
    session: { ...plain.session, fromSoc: watch.charge.soc },
  };
  const solved = solvePlan(slow);
  if (isRefusal(solved)) throw new Error(solved.message);
  expect(Math.abs(watch.readyAt! - watch.now - solved.secondsToTarget)).toBeLessThan(1);
  expect(watch.alarms).toMatchObject([
    {
      code: "slow",
      says: expect.stringMatching(
        /^Slower than it should be: 5\.5 kW instead of 11\.0 kW\. 8\.0 A flow instead of 16\.0 A/,
      ),
    },
  ]);
});

test("over the one phase that is left it is ready as that path's session would be; over two, as much later as less flows", () => {
  const ready = (read: Read) => {
    const watch = watched(
      60,
      series(60, () => read),
    );
    return { watch, left: watch.readyAt! - watch.now };
  };
  const one = ready({ watts: 230 * 16 + 8, amps2: 0, amps3: 0 });
  const single: Plan = {
    ...plain,
    evse: { ...plain.evse, phases: 1 } as Plan["evse"],
    settings: { ...plain.settings, carAmps: 16 },
    session: { ...plain.session, fromSoc: one.watch.charge.soc },
  };
  const solved = solvePlan(single);
  if (isRefusal(solved)) throw new Error(solved.message);
  expect(Math.abs(one.left - solved.secondsToTarget)).toBeLessThan(1);
  const two = ready({ watts: 2 * 230 * 16 + 8, amps3: 0 });
  const rest = courseOf(recorded({ fromSoc: two.watch.charge.soc, begin: at(60) }));
  const longer = ((rest.readyAt! - rest.began) * FLOWS_W) / (2 * 230 * 16 + 8);
  expect(Math.abs(two.left - longer)).toBeLessThan(1);
});

test("a session that began with another charge than was planned is reckoned from that", () => {
  expect(courseOf(recorded({ fromSoc: 0.6 })).start.soc).toBe(0.6);
  expect(courseOf(recorded({ fromSoc: null })).start.soc).toBe(0.5);
});

describe("what asks somebody to look", () => {
  const dead = { watts: 4, amps: 0, amps2: 0, amps3: 0 };
  const one = 230 * 16 + 8;
  const named: [string, AlarmCode[], number, Sample[]][] = [
    ["nothing has flowed five minutes after it began", ["not-started"], 6, series(6, () => dead)],
    ["nothing flows yet, but it is early", [], 4, series(4, () => dead)],
    ["it stopped in the middle", ["stopped"], 60, series(60, (i) => (i > 50 ? dead : {}))],
    ["a moment without current is no stop", [], 60, series(60, (i) => (i > 59 ? dead : {}))],
    ["one phase carries nothing", ["phase-lost"], 60, series(60, () => ({ watts: one * 2, amps3: 0 }))],
    ["two phases carry nothing", ["phase-lost"], 60, series(60, () => ({ watts: one, amps2: 0, amps3: 0 }))],
    [
      "the supply is a tenth low",
      ["low-volts"],
      60,
      series(60, () => ({ watts: 3 * 16 * 208 + 8, volts: 208 })),
    ],
    [
      "the supply is 5 % low, as it may be",
      [],
      60,
      series(60, () => ({ watts: 3 * 16 * 218 + 8, volts: 218 })),
    ],
    [
      "8 % less is within what meters and cars are off",
      [],
      60,
      series(60, () => ({ watts: 0.92 * FLOWS_W })),
    ],
    ["in its first minutes a car may take little", [], 4, series(4, () => ({ watts: 0.5 * FLOWS_W }))],
    ["15 % less is slow", ["slow"], 60, series(60, () => ({ watts: 0.85 * FLOWS_W }))],
    ["the plug is warm", ["plug-warm"], 20, series(20, () => ({ plugC: 62 }))],
    [
      "… or far warmer than what is around it",
      ["plug-warm"],
      20,
      series(20, () => ({ plugC: 44, outsideC: -2 })),
    ],
    ["a plug at 40 °C is as it should be", [], 20, series(20, () => ({ plugC: 40, outsideC: 5 }))],
    ["the plug is hot", ["plug-hot"], 20, series(20, () => ({ plugC: 80 }))],
    ["nothing was read for half an hour", ["silent"], 60, series(30)],
    [
      "readings a quarter of an hour apart are as they come",
      [],
      70,
      series(70).filter((_, i) => i % 15 === 0),
    ],
  ];
  test.each(named)("%s", (_, expected, minutes, samples) =>
    expect(codes(watched(minutes, samples))).toEqual(expected),
  );

  test("which phases carry nothing is said by their numbers", () => {
    const says = (read: Read) =>
      watched(
        60,
        series(60, () => read),
      ).alarms[0]!.says;
    expect(says({ watts: one * 2, amps3: 0 })).toBe("Phase 3 carries nothing.");
    expect(says({ watts: one, amps2: 0, amps3: 0 })).toBe("Phases 2 and 3 carry nothing.");
  });

  test("more flows than the wiring holds: to stop, and to how much to lower it", () => {
    const thin: Plan = {
      ...plain,
      outlet: { ...plain.outlet, circuit: { ...plain.outlet.circuit, breakerAmps: 13 } },
    };
    const [alarm] = watched(20, series(20), { plan: thin }).alarms;
    expect(alarm).toMatchObject({
      code: "overdrawn",
      level: "stop",
      says: "16.0 A flow where the path should hold 13 A for hours.",
    });
    expect(alarm!.todo).toMatch(/^Lower the current to 13 A or stop\./);
  });

  test("it will miss departure: by how much, and only where it was not to from the beginning", () => {
    const eight = { watts: 3 * 8 * 230 + 8, amps: 8, amps2: 8, amps3: 8 };
    const late = (neededBy: string) =>
      watched(
        60,
        series(60, () => eight),
        { plan: { ...plain, session: { ...plain.session, neededBy } } },
      );
    // Done at 20:20 as planned, at about 22:35 as it goes; the boatyard's clock is Greenwich's in November.
    expect(codes(late("21:00"))).toEqual(["slow", "late"]);
    expect(late("21:00").alarms[1]!.says).toMatch(
      /^As it goes now it is done 9\d min after the car is wanted\.$/,
    );
    expect(codes(late("23:00"))).toEqual(["slow"]);
    expect(codes(late("19:30"))).toEqual(["slow"]);
  });

  test("an idle fee that is about to begin, and one that runs", () => {
    const fee: Plan = { ...plain, tariff: tariffOf(element({ ENERGY: 0.4, PARKING_TIME: 6 })) };
    const course = courseOf(recorded({ plan: fee }));
    const done = Math.round((course.readyAt! - course.began) / 60);
    const says = (minutes: number) =>
      watched(
        minutes,
        series(minutes, (i) => (i >= done ? { ...dead } : {})),
        { plan: fee },
      ).alarms.find(({ code }) => code === "idle-fee")?.says;
    expect(says(done - 30)).toBeUndefined();
    expect(says(done - 10)).toMatch(/^In (9|10|11) min standing here begins to cost\.$/);
    expect(says(done + 4)).toBe("Standing here costs now.");
  });
});

describe("in its hours only", () => {
  const schedule = [
    { from: at(60), to: at(120), amps: 16 },
    { from: at(180), to: at(400), amps: 8 },
  ];
  const pause = { watts: 4, amps: 0, amps2: 0, amps3: 0 };

  test("before and between them nothing should flow, and nothing is amiss", () => {
    const before = watched(
      30,
      series(30, () => pause),
      { schedule },
    );
    expect([before.due, before.expectedW, codes(before)]).toEqual([false, 0, []]);
    const between = watched(
      150,
      series(150, (i) => (i > 60 && i <= 120 ? {} : pause)),
      { schedule },
    );
    expect([between.due, between.expectedW, codes(between)]).toEqual([false, 0, []]);
    expect(between.lanes).toEqual([16, 16, 16].map(() => ({ expected: expect.any(Number), measured: 0 })));
  });

  test("within them it should, at their current", () => {
    const inside = watched(
      200,
      series(200, (i) =>
        i > 60 && i <= 120 ? {} : i > 180 ? { watts: 3 * 8 * 230 + 8, amps: 8, amps2: 8, amps3: 8 } : pause,
      ),
      { schedule },
    );
    expect(inside.expectedW).toBeCloseTo(3 * 8 * 230 + 8, 6);
    expect(codes(inside)).toEqual([]);
    expect(Math.abs(inside.readyAt! - inside.course.readyAt!)).toBeLessThan(60);
  });

  test("one that does not begin within its hours has not started", () => {
    expect(
      codes(
        watched(
          70,
          series(70, () => pause),
          { schedule },
        ),
      ),
    ).toEqual(["not-started"]);
  });

  test("it is early yet three minutes into its hours, and a stretch of 0 A is a pause", () => {
    expect(
      codes(
        watched(
          63,
          series(63, () => pause),
          { schedule },
        ),
      ),
    ).toEqual([]);
    const still = [{ from: at(0), to: at(90), amps: 0 }, ...schedule.slice(1)];
    const held = watched(
      60,
      series(60, () => pause),
      { schedule: still },
    );
    expect([held.due, codes(held)]).toEqual([false, []]);
  });

  test("hours that do not suffice say that it does not get there", () => {
    expect(watched(10, [], { schedule: [{ from: at(60), to: at(70), amps: 16 }] }).readyAt).toBeNull();
  });
});

test("a counter that begins anew, readings late and told twice change nothing of what was counted", () => {
  const whole = series(60);
  const sorted = watched(60, whole);
  const shuffled = [...whole.slice(0, 20), ...whole.slice(30), ...whole.slice(20, 30), ...whole.slice(5, 9)];
  expect(watched(60, shuffled).wallWh).toBeCloseTo(sorted.wallWh!, 9);
  const anew = whole.map((sample, i) => {
    if (i < 30) return sample;
    const figures = [...sample] as number[];
    figures[10] = figures[10]! - (whole[29] as unknown as number[])[10]!;
    return figures as unknown as Sample;
  });
  expect(watched(60, anew).wallWh).toBeCloseTo(sorted.wallWh!, 6);
});

test("a session without a plan, or over which nothing would flow, is not watched", () => {
  expect(watchOf(recorded({ plan: null }), [], beganMs)).toBeNull();
  const nothing: Plan = { ...plain, evse: { ...plain.evse, phases: 1, maxAmps: 1 } as Plan["evse"] };
  expect(watchOf(recorded({ plan: nothing }), [], beganMs)).toBeNull();
});

test("on direct current one lane at the pack's volts, and its power beside what the station should give", () => {
  const rapid = solvedDemo(2).plan;
  const samples = Array.from({ length: 11 }, (_, i) =>
    sampleOf(beganMs + i * 60_000, { watts: 20_000, counterWh: 1_000 + (i * 20_000) / 60 }),
  );
  const watch = watched(10, samples, { plan: rapid, fromSoc: rapid.session.fromSoc });
  expect(watch.lanes).toHaveLength(1);
  expect(watch.expectedW).toBeGreaterThan(30_000);
  expect(codes(watch)).toEqual(["slow"]);
  // The rest takes as much longer as less flows.
  const rest = courseOf(recorded({ plan: rapid, fromSoc: watch.charge.soc, begin: at(10) }));
  const longer = ((rest.readyAt! - rest.began) * watch.expectedW) / 20_000;
  expect(Math.abs(watch.readyAt! - watch.now - longer)).toBeLessThan(1);
});

describe("a car that ends by itself below what was asked for", () => {
  const limited = (limit: number | null, minutes = 60) =>
    watchOver(courseOf(recorded()), series(minutes), beganMs + minutes * 60_000, limit);

  test("is said to, and is ready at its own limit, when it was to get there", () => {
    const watch = limited(0.7);
    expect(codes(watch)).toEqual(["car-limit"]);
    expect(watch.alarms[0]!.says).toBe("The car is set to end at 70 %; 80 % was asked for.");
    expect([watch.course.target, watch.wished]).toEqual([0.7, 0.8]);
    const { course } = watched(60, series(60));
    expect(watch.readyAt!).toBeLessThan(course.readyAt!);
    expect(Math.abs(watch.course.readyAt! - watch.readyAt!)).toBeLessThan(2);
    expect(socAfterWh(course, wallBy(course.run, watch.course.readyAt!))).toBeCloseTo(0.7, 4);
  });

  test("a limit at or above it, or none that is known, changes nothing", () => {
    const plainly = watched(60, series(60));
    for (const limit of [null, 0.8, 0.797, 1]) expect(limited(limit)).toEqual(plainly);
    expect(limited(0.79).wished).toBe(0.8);
  });

  test("once it has ended there it is done: nothing has stopped that should not", () => {
    const { course } = limited(0.6);
    const ended = Math.ceil((course.readyAt! - course.began) / 60);
    const over = ended + 30;
    const samples = series(over, (minute) =>
      minute <= ended ? {} : { watts: 8, amps: 0, amps2: 0, amps3: 0 },
    );
    const watch = watchOver(courseOf(recorded()), samples, beganMs + over * 60_000, 0.6);
    expect(codes(watch)).toEqual(["car-limit"]);
    expect(watch.expectedW).toBe(0);
    expect(codes(watchOver(courseOf(recorded()), samples, beganMs + over * 60_000))).toContain("stopped");
  });

  test("one that had more from the beginning has nothing to charge", () => {
    const watch = limited(0.4, 10);
    expect([watch.course.target, watch.expectedW]).toEqual([0.5, 0]);
  });
});
