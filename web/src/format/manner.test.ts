import { DateTime } from "luxon";
import {
  calendarText,
  clockText,
  dateText,
  dayText,
  dayTimeText,
  hourText,
  mannerKey,
  momentText,
  readDate,
  readNumber,
  readTime,
  timesIn,
  typedNumber,
  writeAs,
} from "./manner";
import { decimals, moneyText, percentText } from "./number";
import { micros } from "@kettleback/core";

const AMERICAN = { clock: "12 h", dates: "month first" } as const;
const CONTINENTAL = { decimals: "comma" } as const;
const at = DateTime.fromISO("2026-11-24T18:10", { zone: "utc" });

afterEach(() => writeAs({}));

test("without a word: decimal point, 24 hours, day first", () => {
  expect([clockText("18:10"), dayTimeText(at), dayText(at), dateText(at), hourText(7)]).toEqual([
    "18:10",
    "Tue 18:10",
    "Tue 24 Nov",
    "24 Nov 2026",
    "07",
  ]);
  expect([decimals(1234.5, 1), typedNumber(0.5), timesIn("07:00–23:00")]).toEqual([
    "1,234.5",
    "0.5",
    "07:00–23:00",
  ]);
});

test("twelve hours, month first", () => {
  writeAs(AMERICAN);
  expect([clockText("18:10"), clockText("00:05"), dayTimeText(at), dayText(at), dateText(at)]).toEqual([
    "6:10 pm",
    "12:05 am",
    "Tue 6:10 pm",
    "Tue Nov 24",
    "Nov 24, 2026",
  ]);
  expect([0, 11, 12, 13, 23, 24].map(hourText)).toEqual(["12a", "11a", "12p", "1p", "11p", "12a"]);
  expect(["2026-11-24", "2026-02-30", "one day"].map(calendarText)).toEqual([
    "Nov 24, 2026",
    "2026-02-30",
    "one day",
  ]);
  expect(timesIn("07:00–24:00, Mon–Fri, from 2026-11-24")).toBe("7:00 am–midnight, Mon–Fri, from 2026-11-24");
});

test("decimal comma: shown, typed and read", () => {
  writeAs(CONTINENTAL);
  expect([decimals(1234.5, 1), percentText(0.055, 1), typedNumber(0.5)]).toEqual(["1.234,5", "5,5 %", "0,5"]);
  expect(moneyText(micros(9.59), "EUR")).toMatch(/^9,59\s€$/);
  expect(mannerKey(CONTINENTAL)).not.toBe(mannerKey({}));
});

test.each([
  ["18:10", "18:10"],
  ["18.10", "18:10"],
  ["1810", "18:10"],
  ["6:10 pm", "18:10"],
  ["6:10 p.m.", "18:10"],
  ["6pm", "18:00"],
  ["12 am", "00:00"],
  ["12:30 pm", "12:30"],
  ["7", "07:00"],
  ["0730", "07:30"],
  ["24:00", undefined],
  ["18:60", undefined],
  ["13 pm", undefined],
  ["0 am", undefined],
  ["six", undefined],
  ["", undefined],
])("the time %p is %p, whatever the manner", (typed, kept) => {
  expect(readTime(typed)).toBe(kept);
  writeAs(AMERICAN);
  expect(readTime(typed)).toBe(kept);
});

test("every minute of a day is read back as it was written, in both clocks", () => {
  for (const clock of ["24 h", "12 h"] as const) {
    writeAs({ clock });
    for (let minute = 0; minute < 1440; minute++) {
      const kept = `${String(Math.floor(minute / 60)).padStart(2, "0")}:${String(minute % 60).padStart(2, "0")}`;
      expect(readTime(clockText(kept))).toBe(kept);
    }
  }
});

test.each([
  ["2026-11-24", "2026-11-24", "2026-11-24"],
  ["24 Nov 2026", "2026-11-24", "2026-11-24"],
  ["November 24, 2026", "2026-11-24", "2026-11-24"],
  ["3/4/2026", "2026-04-03", "2026-03-04"],
  ["24.11.2026", "2026-11-24", undefined],
  ["31/2/2026", undefined, undefined],
  ["2026-02-30", undefined, undefined],
  ["tomorrow", undefined, undefined],
])("the date %p is %p where the day comes first, %p where the month does", (typed, dayFirst, monthFirst) => {
  expect(readDate(typed)).toBe(dayFirst);
  writeAs(AMERICAN);
  expect(readDate(typed)).toBe(monthFirst);
});

test.each([
  ["0.5", 0.5, 0.5],
  ["0,5", 0.5, 0.5],
  ["12,25", 12.25, 12.25],
  ["1,500", 1500, 1.5],
  ["1.500", 1.5, 1500],
  ["0.125", 0.125, 0.125],
  ["1,234,567.8", 1_234_567.8, NaN],
  ["1.234.567,8", NaN, 1_234_567.8],
  ["−3", -3, -3],
  ["1 500", 1500, 1500],
  ["", NaN, NaN],
  ["five", NaN, NaN],
])("%p is %d with a decimal point, %d with a comma", (typed, point, comma) => {
  expect(readNumber(typed)).toBe(point);
  writeAs(CONTINENTAL);
  expect(readNumber(typed)).toBe(comma);
});

test.each([
  ["18:10", "18:10"],
  ["18.10", "18:10"],
  ["18h10", "18:10"],
  ["1810", "18:10"],
  ["18 10", "18:10"],
  ["7", "07:00"],
  ["6pm", "18:00"],
  ["6:10 p.m.", "18:10"],
  ["12 am", "00:00"],
  ["12pm", "12:00"],
  ["23:59", "23:59"],
  ["24:00", undefined],
  ["12:60", undefined],
  ["13 pm", undefined],
  ["0 am", undefined],
  ["at 7", undefined],
  ["7 or so", undefined],
  ["18:1", undefined],
  ["18:105", undefined],
  ["18x10", undefined],
  ["", undefined],
])("typed %j is the time %s", (typed, kept) => expect(readTime(typed)).toBe(kept));

test.each([
  // From Monday 23 at 18:00: the same day and the next morning need no name; noon, and any later day, do.
  ["2026-11-23T23:59", "23:59"],
  ["2026-11-24T00:00", "00:00"],
  ["2026-11-24T11:59", "11:59"],
  ["2026-11-24T12:00", "Tue 12:00"],
  ["2026-11-25T07:00", "Wed 07:00"],
])("%s is told as %s", (moment, told) => {
  const from = DateTime.fromISO("2026-11-23T18:00", { zone: "Europe/Dublin" });
  expect(momentText(from, DateTime.fromISO(moment, { zone: "Europe/Dublin" }))).toBe(told);
});

test("a night on which the clocks change is one day on", () => {
  for (const [from, to] of [
    ["2026-10-24T18:00", "2026-10-25T07:00"],
    ["2026-03-28T18:00", "2026-03-29T07:00"],
  ] as const) {
    const zone = "Europe/Dublin";
    expect(momentText(DateTime.fromISO(from, { zone }), DateTime.fromISO(to, { zone }))).toBe("07:00");
  }
});
