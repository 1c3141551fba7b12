import fc from "fast-check";
import { runs } from "../../tests/law";
import { MONDAY } from "../../tests/weeks";
import {
  away,
  awayProblem,
  readTripTable,
  tripsOf,
  weekOfTrips,
  type Trip,
  type TripColumns,
  type TripTable,
} from ".";

const COLUMNS: TripColumns = { date: 0, km: 1, out: 2, back: 3, dates: "year first", unit: "km" };
const table = (...rows: string[]): TripTable => {
  const read = readTripTable(["date,km,out,back", ...rows].join("\n"));
  if (!read.ok) throw new Error(read.problems[0]!.message);
  return read.value;
};
const trips = (...rows: string[]): Trip[] => {
  const read = tripsOf(table(...rows), COLUMNS);
  if (!read.ok) throw new Error(`${read.problems[0]!.field}: ${read.problems[0]!.message}`);
  return read.value;
};
const problem = (rows: string[], columns: Partial<TripColumns> = {}) => {
  const read = tripsOf(table(...rows), { ...COLUMNS, ...columns });
  return read.ok ? undefined : [read.problems[0]!.field, read.problems[0]!.message];
};
const GOOD = "2026-11-02,44,07:40,17:50";

test.each([
  [
    "a broken line",
    [GOOD, "2026-11-03,fourty,07:40,17:50"],
    ["line 3: distance", "accepted: a number of km, 0 to 2000"],
  ],
  ["a line cut short", [GOOD, "2026-11-03,44"], ["line 3: out", "accepted: a time such as 07:40"]],
  [
    "a negative distance",
    ["2026-11-03,-4,07:40,17:50"],
    ["line 2: distance", "accepted: a number of km, 0 to 2000"],
  ],
  [
    "over 2,000 km",
    ["2026-11-03,2000.5,07:40,17:50"],
    ["line 2: distance", "accepted: a number of km, 0 to 2000"],
  ],
  [
    "over 2,000 km on one day",
    ["2026-11-03,1500,01:00,10:00", "2026-11-03,600,11:00,20:00"],
    ["line 3: distance", "more than 2000 km on 2026-11-03; accepted: up to that a day"],
  ],
  [
    "no such day",
    ["2026-11-31,4,07:40,17:50"],
    ["line 2: date", "accepted: a day that exists, year first, such as 2026-11-23"],
  ],
  ["no such time", ["2026-11-03,4,24:10,17:50"], ["line 2: out", "accepted: a time such as 07:40"]],
  [
    "back as it left",
    ["2026-11-03,4,07:40,07:40"],
    ["line 2: back", "the same as the time out: it must be back after it left"],
  ],
  [
    "out of order",
    [GOOD, "2026-11-05,4,07:40,08:50", "2026-11-04,4,07:40,08:50", "2026-11-06,4,07:40,08:50"],
    ["line 4: date", "out of order: it begins before the trip of line 3"],
  ],
  ["overlapping", [GOOD, "2026-11-02,4,17:49,18:50"], ["line 3: out", "overlaps the trip of line 2"]],
  [
    "overlapping over night",
    ["2026-11-02,4,20:00,06:00", "2026-11-03,4,05:00,07:00"],
    ["line 3: out", "overlaps the trip of line 2"],
  ],
])("%s is refused with its line and field", (_, rows, told) => expect(problem(rows)).toEqual(told));

test("one column cannot be two things", () =>
  expect(problem([GOOD], { out: 1 })).toEqual([
    "columns",
    "date, distance, out and back each need a column of their own",
  ]));

test.each([
  ["", "line 1", "needed: a header with a date, a distance, a time out and a time back"],
  ["date,km,out,back\n\n", "(file)", "needed: at least one trip below the header"],
  ["x".repeat(2 * 1024 * 1024 + 1), "(file)", "too large: 2097153 characters; accepted: up to 2097152"],
  [`date,km,out,back\n${`${GOOD}\n`.repeat(20_001)}`, "line 20002", "accepted: up to 20000 trips"],
])("a file that is none is refused", (text, field, message) =>
  expect(readTripTable(text)).toEqual({ ok: false, problems: [{ field, message }] }),
);

test("columns are told by their heads, dates by what they hold, a distance's unit by its head", () => {
  const guessed = (text: string) => {
    const read = readTripTable(text);
    return read.ok ? read.value.guess : undefined;
  };
  expect(guessed("Id;Day;Leave home;Back home;Distance (mi)\n1;23/11/2026;7:40;17:50;27,5\n")).toEqual({
    date: 1,
    km: 4,
    out: 2,
    back: 3,
    dates: "day first",
    unit: "mi",
  });
  expect(guessed("date,departed,returned,km\n11/23/2026,8:00 am,5:10 pm,3\n")).toMatchObject({
    out: 1,
    back: 2,
    dates: "month first",
    unit: "km",
  });
  expect(guessed("a,b,c,d\n1,2,3,4\n")).toEqual({
    date: null,
    km: null,
    out: null,
    back: null,
    dates: null,
    unit: null,
  });
  expect(guessed("date,km,out,back\n03/04/2026,3,08:00,09:00\n")!.dates).toBeNull();
});

test("miles, decimal commas, twelve-hour clocks and a table written newest first are read", () => {
  const read = readTripTable(
    "date;miles;out;back\n24/11/2026;10;8:00 am;5:10 pm\n23/11/2026;27,5;12:05 am;12:30 pm\n",
  );
  if (!read.ok) throw new Error("read");
  const told = tripsOf(read.value, { ...COLUMNS, dates: "day first", unit: "mi" });
  expect(told).toEqual({
    ok: true,
    value: [
      { date: "2026-11-23", km: expect.closeTo(27.5 * 1.609344, 9), out: "00:05", back: "12:30" },
      { date: "2026-11-24", km: expect.closeTo(16.09344, 9), out: "08:00", back: "17:10" },
    ],
  });
});

test("a weekday drives its mean, days without a trip among them, from its usual time out to its usual time back", () => {
  // Three Mondays of which one was not driven, one Wednesday of two trips.
  const week = weekOfTrips(
    trips(
      "2026-11-02,40,07:40,17:50",
      "2026-11-04,10,09:00,10:00",
      "2026-11-04,20,14:00,16:30",
      "2026-11-16,50,08:00,18:10",
    ),
    MONDAY,
  );
  expect(
    week.days.map(({ drives }) => drives.map(({ leave, back, km }) => `${leave} ${back} ${km}`)[0]),
  ).toEqual(["07:40 17:50 30", undefined, "09:00 16:30 15", undefined, undefined, undefined, undefined]);
  expect(week.distances.map((km) => km.join())).toEqual([
    "40,0,50",
    "0,0",
    "30,0",
    "0,0",
    "0,0",
    "0,0",
    "0,0",
  ]);
  expect([week.from, week.to]).toEqual(["2026-11-02", "2026-11-16"]);
});

test("whatever trips make is a week of which nothing is wrong, and drives as far as they did", () => {
  const trip = fc.record({
    day: fc.integer({ min: 0, max: 40 }),
    out: fc.integer({ min: 0, max: 1_439 }),
    length: fc.integer({ min: 1, max: 900 }),
    km: fc.integer({ min: 1, max: 300 }),
  });
  const text = (minutes: number) => new Date(minutes * 60_000).toISOString().slice(11, 16);
  fc.assert(
    fc.property(
      fc.uniqueArray(trip, { minLength: 1, maxLength: 40, selector: ({ day }) => day }),
      (found) => {
        const rows = found
          .sort((a, b) => a.day - b.day)
          .map(({ day, out, length, km }): Trip => ({
            date: new Date(Date.parse(MONDAY) + day * 86_400_000).toISOString().slice(0, 10),
            km,
            out: text(out),
            back: text((out + length) % 1_440),
          }));
        const { days, distances } = weekOfTrips(rows, MONDAY);
        expect(awayProblem(away(days))).toBeUndefined();
        const driven = distances.flat().reduce((sum, km) => sum + km, 0);
        expect(driven).toBe(rows.reduce((sum, { km }) => sum + km, 0));
        days.forEach(({ drives }, at) => {
          const mean = distances[at]!.reduce((sum, km) => sum + km, 0) / Math.max(1, distances[at]!.length);
          expect(Math.abs((drives[0]?.km ?? 0) - mean)).toBeLessThan(0.051);
        });
      },
    ),
    { numRuns: runs(150) },
  );
});
