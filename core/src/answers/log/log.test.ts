import fc from "fast-check";
import Papa from "papaparse";
import { demoSessions, fallowQuay } from "../../household/demo";
import { law } from "../../tests/law";
import { element, solvedDemo, tariffOf } from "../../tests/tariffs";
import { amountOf } from "../../trade/units";
import { recordSchema, type SessionRecord } from "../record";
import {
  inspectionsDue,
  logOut,
  logRow,
  logTable,
  monthIn,
  parseLog,
  printLog,
  rapidShare,
  receiptOf,
  reckonedOf,
  sumOfLog,
  sumsBy,
  LOG_FORMAT,
  type LogRow,
} from ".";

const { plan: demo } = solvedDemo(0, (plan) => plan);
const plan = { ...demo, place: null, tariff: tariffOf(element({ ENERGY: 0.4 })) };
const record = (change: Partial<SessionRecord> = {}): SessionRecord =>
  recordSchema.parse({
    name: "night",
    begin: "2026-11-23T18:10:00Z",
    end: "2026-11-24T06:10:00Z",
    source: "meter",
    key: "a",
    plan,
    fromSoc: 0.2,
    toSoc: 0.6,
    wallWh: 20_000,
    ...change,
  });
const names = { car: "Plover", place: "Boathouse" };
const row = (change: Partial<SessionRecord> = {}): LogRow =>
  logRow("7", record(change), names, "Europe/Dublin");

test("a session's line: what was stored is the span of its battery, the rest was lost", () => {
  const { usableWh } = plan.car.battery;
  expect(row()).toMatchObject({
    id: "7",
    car: "Plover",
    place: "Boathouse",
    way: plan.name,
    unit: plan.evse.name,
    tariff: plan.tariff.name,
    month: "2026-11",
    seconds: 43_200,
    storedWh: expect.closeTo(0.4 * usableWh, 6),
    lostWh: expect.closeTo(20_000 - 0.4 * usableWh, 6),
    // 20 kWh at 0.40, whatever had been reckoned.
    cost: 8,
    costBy: "tariff",
    rapid: false,
  });
  expect(row().reckonedWh).toBeCloseTo(reckonedOf(record())!.ledger.wall, 9);
});

test("what a bill said stands over what the tariff comes to; without a plan only what was noted is there", () => {
  expect(row({ paid: 6.5 })).toMatchObject({ cost: 6.5, costBy: "bill" });
  expect(row({ plan: null, current: "DC" })).toMatchObject({
    storedWh: null,
    lostWh: null,
    reckonedWh: null,
    cost: null,
    costBy: null,
    rapid: true,
    wallWh: 20_000,
  });
  expect(row({ plan: null })).toMatchObject({ rapid: null });
});

test("a receipt counts the energy of the meter and the time it stood there", () => {
  const timed = { ...plan, tariff: tariffOf(element({ ENERGY: 0.4, PARKING_TIME: 6 })) };
  const reckoned = reckonedOf(record({ plan: timed }))!;
  const bill = receiptOf(record({ plan: timed }))!;
  const idle = 12 - reckoned.seconds / 3600;
  expect(amountOf(bill.total)).toBeCloseTo(8 + (idle > 0 ? 6 * idle : 0), 1);
  // Unplugged before it could be done: it cannot have gone on longer than it stood there.
  const short = receiptOf(record({ plan: timed, end: "2026-11-23T19:10:00Z" }))!;
  expect(amountOf(short.total)).toBeCloseTo(8, 3);
  expect(Math.max(...short.lines.map(({ to }) => to))).toBeCloseTo(3_600, 6);
});

test("day and night prices are met at the hours of the session, also through the night the clocks go back", () => {
  const night = {
    ...plan,
    household: { ...plan.household, timeZone: "Europe/Dublin" },
    tariff: {
      ...plan.tariff,
      elements: [
        { ...element({ ENERGY: 0.1 }), restrictions: { start_time: "00:00", end_time: "12:00" } },
        element({ ENERGY: 0.5 }),
      ],
    },
  } as typeof plan;
  const at = (begin: string, end: string) => amountOf(receiptOf(record({ plan: night, begin, end }))!.total);
  expect(at("2026-10-24T23:30:00Z", "2026-10-25T10:00:00Z")).toBeCloseTo(2, 2);
  expect(at("2026-10-24T12:00:00Z", "2026-10-24T22:00:00Z")).toBeCloseTo(10, 2);
});

test("a month begins in the household's zone", () => {
  expect(monthIn("2026-10-31T23:30:00Z", "Europe/Dublin")).toBe("2026-10");
  expect(monthIn("2026-07-31T23:30:00Z", "Europe/Dublin")).toBe("2026-08");
  expect(monthIn("2026-11-01T03:30:00Z", "America/New_York")).toBe("2026-10");
});

test("sums by any grouping are the sum of all", () => {
  const sessions = fc.array(
    fc.record({
      month: fc.integer({ min: 1, max: 12 }),
      wallWh: fc.option(fc.integer({ min: 0, max: 60_000 })),
      paid: fc.option(fc.integer({ min: 0, max: 40 })),
      rapid: fc.boolean(),
      outsideC: fc.option(fc.integer({ min: -20, max: 35 })),
    }),
    { maxLength: 30 },
  );
  law(sessions, { runs: 100, mostSkipped: 0 }, (found) => {
    const rows = found.map(({ month, wallWh, paid, rapid, outsideC }, i) =>
      row({
        begin: `2026-${String(month).padStart(2, "0")}-10T10:00:00Z`,
        end: `2026-${String(month).padStart(2, "0")}-10T12:00:00Z`,
        wallWh,
        plan: null,
        current: rapid ? "DC" : "AC",
        key: String(i),
        ...(paid === null ? {} : { paid }),
        ...(outsideC === null ? {} : { outsideC }),
      }),
    );
    const all = sumOfLog(null, rows);
    for (const by of ["month", "car", "place", "way"] as const) {
      const sums = sumsBy(rows, by);
      const total = (of: (sum: (typeof sums)[number]) => number) =>
        sums.reduce((sum, one) => sum + of(one), 0);
      expect(total((s) => s.sessions)).toBe(all.sessions);
      expect(total((s) => s.wallWh)).toBe(all.wallWh);
      expect(total((s) => s.cost)).toBe(all.cost);
      expect(total((s) => s.seconds)).toBe(all.seconds);
      expect(total((s) => s.rapid)).toBe(all.rapid);
      expect(total((s) => s.of.cost)).toBe(found.filter(({ paid }) => paid !== null).length);
    }
    const months = sumsBy(rows, "month").map(({ key }) => key!);
    expect(months).toEqual([...months].sort());
    const cold = found.map(({ outsideC }) => outsideC).filter((c) => c !== null);
    expect(all.coldestC).toBe(cold.length ? Math.min(...cold) : null);
  });
});

test("what is lost is a share of those sessions that say both", () => {
  const sums = sumOfLog(null, [row(), row({ plan: null, wallWh: 90_000 })]);
  expect(sums.wallWh).toBe(110_000);
  expect(sums.lostShare).toBeCloseTo((20_000 - 0.4 * plan.car.battery.usableWh) / 20_000, 9);
  expect(sums.of).toMatchObject({ wallWh: 2, lostWh: 1 });
});

// Common practice: one rapid session in four or five at most.
test.each([
  [1, 4, "few"],
  [2, 10, "within"],
  [3, 12, "at"],
  [3, 10, "above"],
] as const)("%i rapid sessions of %i are %s", (rapid, of, says) => {
  const rows = Array.from({ length: of }, (_, i) => row({ plan: null, current: i < rapid ? "DC" : "AC" }));
  expect(rapidShare(sumOfLog(null, rows))).toEqual({ rapid, of, share: rapid / of, says });
});

test("looks are due a year after the last, half a year for leads; a month ahead; what nobody looked at, now", () => {
  const tested = (on: string) => ({ tested: { on, by: "me", result: "sound" as const } });
  const due = inspectionsDue(
    [
      { name: "cable", kind: "cable", state: tested("2025-12-10") },
      { name: "lead", kind: "lead", state: tested("2026-05-20") },
      { name: "box", kind: "evse", state: tested("2026-06-01") },
      { name: "socket", kind: "outlet" },
      { name: "leap", kind: "outlet", state: tested("2024-02-29") },
    ],
    "2026-11-28",
  );
  expect(due.map(({ name, by, overdue }) => [name, by, overdue])).toEqual([
    ["leap", "2025-02-28", true],
    ["lead", "2026-11-20", true],
    ["socket", "2026-11-28", true],
    ["cable", "2026-12-10", false],
  ]);
});

test("the demo's log as a document reads back equal, and its table has a line a session", () => {
  const { "fallow-quay": recorded } = demoSessions();
  const sessions = recorded!.slice(20).map(({ spec, samples }) => ({
    car: "Plover",
    place: null,
    spec: { ...spec, carId: null, placeId: null },
    samples: [...samples],
  }));
  const document = {
    format: LOG_FORMAT as "kettleback-log",
    version: 4 as const,
    name: "autumn",
    household: fallowQuay.household.spec,
    sessions,
  };
  const again = parseLog(printLog(document));
  expect(again.ok && again.value).toEqual(document);
  const out = logOut(document);
  const { data } = Papa.parse<Record<string, string>>(logTable(out.rows), {
    header: true,
    skipEmptyLines: true,
  });
  expect(data).toHaveLength(sessions.length);
  expect(Number(data[0]!["meter (kWh)"])).toBeCloseTo(sessions[0]!.spec.wallWh! / 1000, 6);
  expect(out.sum.wallWh).toBe(sessions.reduce((sum, { spec }) => sum + spec.wallWh!, 0));
});

test("a log with an end before its beginning, or another format, is refused by line and field", () => {
  const bad = parseLog(
    JSON.stringify(
      {
        format: LOG_FORMAT,
        version: 4,
        name: "x",
        household: fallowQuay.household.spec,
        sessions: [
          {
            spec: {
              name: "n",
              begin: "2026-11-23T18:10:00Z",
              end: "2026-11-22T18:10:00Z",
              source: "m",
              key: "k",
            },
          },
        ],
      },
      null,
      1,
    ),
  );
  expect(bad.ok ? [] : bad.problems.map(({ field, message }) => `${field}: ${message}`)).toEqual([
    expect.stringMatching(/sessions\.0\.spec\.end: cannot be before the session begins$/),
  ]);
  expect(parseLog("{}").ok).toBe(false);
});

test("a name that a spreadsheet would take for a formula is kept from it", () => {
  expect(logTable([row({ name: "=1+1" })])).toContain("'=1+1");
});
