import fc from "fast-check";
import { law } from "../../tests/law";
import { solvedDemo } from "../../tests/tariffs";
import type { Plan } from "../../engine/plan";
import type { SentSchedule } from "../record";
import {
  allowedBy,
  heldTo,
  isLowered,
  mostForHours,
  profileOf,
  scheduleFrom,
  sentOf,
  whyNotAmps,
  whyNotStart,
} from ".";

const NOW = Date.parse("2026-11-23T18:10:00.400Z");
const at = (minutes: number): string =>
  new Date(Date.parse("2026-11-23T18:10:00Z") + minutes * 60_000).toISOString();
const row = (from: number, to: number, amps: number | null) => ({ from: at(from), to: at(to), amps });
/** Three phases of 230 V, a car of 16 A on each, over 32 A of everything else. */
const { plan, solution } = solvedDemo(5);

test("a schedule as periods: nothing before, between and after its stretches; a limit in tenths, rounded down", () => {
  expect(profileOf([row(50, 110, 16), row(110, 140, 9.87), row(200, 230, 5.9)], NOW, 41)).toEqual({
    chargingProfileId: 1,
    transactionId: 41,
    stackLevel: 0,
    chargingProfilePurpose: "TxProfile",
    chargingProfileKind: "Absolute",
    chargingSchedule: {
      startSchedule: "2026-11-23T18:10:00.000Z",
      chargingRateUnit: "A",
      chargingSchedulePeriod: [
        { startPeriod: 0, limit: 0 },
        { startPeriod: 3_000, limit: 16 },
        { startPeriod: 6_600, limit: 9.8 },
        { startPeriod: 8_400, limit: 0 },
      ],
    },
  });
});

test("a stretch that has begun holds from the first second; what is over is left out, and all over is refused", () => {
  const periods = profileOf([row(-60, -30, 8), row(-10, 20, 12)], NOW).chargingSchedule
    .chargingSchedulePeriod;
  expect(periods).toEqual([
    { startPeriod: 0, limit: 12 },
    { startPeriod: 1_200, limit: 0 },
  ]);
  expect(() => profileOf([row(-60, 0, 8)], NOW)).toThrow("the schedule is over");
  expect(() => profileOf([row(10, 20, null)], NOW)).toThrow("a stretch that is sent has a current");
});

test("at every moment a profile allows what its schedule says, to the second", () => {
  law(
    fc.tuple(
      fc.array(
        fc.tuple(
          fc.integer({ min: 1, max: 90 }),
          fc.integer({ min: 1, max: 90 }),
          fc.integer({ min: 0, max: 32 }),
        ),
        {
          minLength: 1,
          maxLength: 6,
        },
      ),
      fc.integer({ min: -300, max: 40_000 }),
    ),
    { runs: 300, mostSkipped: 0 },
    ([pieces, seconds]) => {
      let from = 0;
      const schedule: SentSchedule = pieces.map(([gap, length, amps]) => {
        const made = row(from + gap, from + gap + length, amps);
        from += gap + length;
        return made;
      });
      const moment = Date.parse(at(0)) + Math.max(0, seconds) * 1000;
      const now = schedule.find((one) => Date.parse(one.from) <= moment && moment < Date.parse(one.to));
      const expected = now === undefined || now.amps! < 6 ? 0 : now.amps!;
      expect(allowedBy(profileOf(schedule, Date.parse(at(0))), moment)).toBe(expected);
    },
  );
});

test("windows are sent at no more than the path holds for hours, and with an end", () => {
  expect(mostForHours(plan)).toBeCloseTo(16, 9);
  const { clock } = solution;
  const [one, two, ...rest] = sentOf(
    [
      { from: 0, to: 3_600, amps: 25 },
      { from: 7_200, to: 9_000, amps: 10 },
      { from: 9_000, to: Infinity },
    ],
    clock,
    16,
  );
  expect([one!.amps, two!.amps, rest]).toEqual([16, 10, []]);
  expect(Date.parse(one!.to) - Date.parse(one!.from)).toBe(3_600_000);
  expect(Date.parse(one!.from)).toBe(clock.startMs);
});

test("what the wiring holds bounds a current, though somebody has set the unit higher", () => {
  // A circuit of 20 A: set by hand to 32, the unit would pull 16 for the car; with another car 32.
  const thin = {
    ...plan,
    car: { ...plan.car, charger: { ...plan.car.charger, limits: [{ phases: 3 as const, amps: 32 }] } },
    settings: { ...plan.settings, evseAmps: 32 },
    outlet: { ...plan.outlet, circuit: { ...plan.outlet.circuit, breakerAmps: 20 } },
  };
  const most = mostForHours(thin)!;
  expect(most).toBeLessThanOrEqual(20);
  expect(whyNotAmps(thin, 21)).toMatch(/^accepted: 6 to [\d.]+ A/);
  expect(whyNotAmps(thin, most)).toBeNull();
  expect(whyNotAmps(thin, 5.9)).not.toBeNull();
});

test("direct current is set by nobody in amps a phase", () => {
  const { plan: rapid } = solvedDemo(2);
  expect(mostForHours(rapid)).toBeNull();
  expect(whyNotAmps(rapid, 10)).toMatch(/Direct current/);
});

test("one caution to stop, or a path over which nothing flows, keeps a session from being started afar", () => {
  expect(whyNotStart(plan)).toBeNull();
  const worn = { ...plan, cable: { ...plan.cable!, state: { wear: ["sheath" as const] } } };
  expect(whyNotStart(worn)).toMatch(/[^.]\. [A-Z]/);
  const full = { ...plan, car: { ...plan.car, endsAt: { ac: 0.3 } } };
  expect(whyNotStart(full)).toMatch(/ends by itself at 30 %/);
});

describe("a unit that has to be held to what its path carries", () => {
  /** The same unit, of 16 A, on a 20 A circuit that something else shares. */
  const shared = (otherLoadAmps: number, settable = true) => ({
    ...plan,
    car: { ...plan.car, charger: { ...plan.car.charger, settable } },
    evse: { ...plan.evse, maxAmps: 16, steps: [] },
    outlet: {
      ...plan.outlet,
      circuit: { ...plan.outlet.circuit, breakerAmps: 20, otherLoadAmps },
    },
  });

  test("where the car would pull more by itself: by what is left for it, whoever was to set it; else nothing", () => {
    expect(heldTo(plan)).toBeNull();
    expect(heldTo(shared(4))).toBeNull();
    expect(heldTo(shared(5))).toBe(15);
    // The car sets whole amps, and the figures count on those.
    expect(heldTo(shared(7.45))).toBe(12);
    expect(heldTo(shared(7.45, false))).toBe(12.5);
    const said = { ...shared(8), settings: { ...shared(8).settings, carAmps: 14 } };
    expect(heldTo(said)).toBe(12);
    expect(heldTo({ ...said, settings: { ...said.settings, carAmps: 12 } })).toBeNull();
  });

  test("it may be started from afar, as it is held there; not where that is less than a car needs", () => {
    expect(whyNotStart(shared(8))).toBeNull();
    expect(heldTo(shared(15, false))).toBe(5);
    // Nobody is told to lower it to what no car can be lowered to.
    expect(whyNotStart(shared(15, false))).toBe(
      "What this path holds for hours, 5 A, is less than the 6 A a car needs. Have it looked at by an electrician.",
    );
  });

  test("direct current is held by nobody in amps a phase", () => {
    expect(heldTo(solvedDemo(2).plan)).toBeNull();
  });

  test("being held is nothing to take back; lower, later or with hours to come is", () => {
    const held = shared(8);
    const lowered = (schedule: SentSchedule, by: Plan = held) =>
      isLowered({ plan: by, schedule }, Date.parse(at(60)));
    expect(isLowered({ plan: held, schedule: undefined }, NOW)).toBe(false);
    expect(lowered(scheduleFrom({ begin: at(0) }, NOW, 12))).toBe(false);
    expect(lowered(scheduleFrom({ begin: at(0) }, NOW, 8))).toBe(true);
    expect(lowered([row(0, 120, 12)])).toBe(true);
    expect(lowered([row(0, 90, 12), row(100, 20_000, 12)])).toBe(true);
    expect(lowered([row(70, 20_000, 12)])).toBe(true);
    expect(lowered([row(0, 20_000, 12), row(20_000, 21_000, 8)])).toBe(true);
    expect(lowered(scheduleFrom({ begin: at(0) }, NOW, null), plan)).toBe(false);
    expect(lowered(scheduleFrom({ begin: at(0) }, NOW, null))).toBe(true);
  });
});

describe("a session's schedule once something else holds", () => {
  const begin = at(0);
  const now = Date.parse(at(60));

  test("without one, what has been was at whatever flows", () => {
    expect(scheduleFrom({ begin }, now, 10)).toEqual([row(0, 60, null), row(60, 60 + 7 * 1_440, 10)]);
    expect(scheduleFrom({ begin }, now, null).at(-1)).toEqual(row(60, 60 + 7 * 1_440, null));
  });

  test("what was sent is cut now; what is sent begins now at the earliest", () => {
    const schedule = [row(30, 90, 8), row(100, 110, 6)];
    expect(
      scheduleFrom({ begin, schedule }, now, [row(20, 40, 9), row(50, 70, 12), row(200, 240, 16)]),
    ).toEqual([row(30, 60, 8), row(60, 70, 12), row(200, 240, 16)]);
  });

  test("of more stretches than a record has room for the newest are kept", () => {
    const many = Array.from({ length: 230 }, (_, i) => row(i / 10, (i + 1) / 10, 8));
    const kept = scheduleFrom({ begin, schedule: many }, now, 10);
    expect(kept).toHaveLength(200);
    expect(kept.at(-1)).toEqual(row(60, 60 + 7 * 1_440, 10));
    expect(scheduleFrom({ begin, schedule: many }, now, [row(70, 80, 9)])).toHaveLength(200);
  });

  test("before it has begun nothing has been", () => {
    expect(scheduleFrom({ begin }, Date.parse(at(-5)), 10)).toEqual([row(0, 7 * 1_440, 10)]);
  });
});
