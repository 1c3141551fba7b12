import fc from "fast-check";
import { away, awayProblem, type Day, type Drive } from "@kettleback/core";
import { added, blocksOf, moved, sound, spanOf, withDrive, withoutDrive } from "./strip";

const drive = (leave: string, back: string, km = 20, more: Partial<Drive> = {}): Drive => ({
  leave,
  back,
  km,
  stands: "nowhere",
  ...more,
});
const day = (...drives: Drive[]): Day => ({ drives, home: "home" });
const week = (first: Day, second: Day = day()): Day[] => [first, second, day(), day(), day(), day(), day()];

test.each([
  ["moved", { of: "both", minutes: 30 }, "08:30", "17:30", undefined],
  ["moved back before midnight", { of: "both", minutes: -600 }, "00:00", "09:00", undefined],
  ["moved on over midnight", { of: "both", minutes: 540 }, "17:00", "02:00", undefined],
  ["its leaving alone", { of: "leave", minutes: -60 }, "07:00", "17:00", undefined],
  [
    "its leaving up to a quarter of an hour before it is back",
    { of: "leave", minutes: 900 },
    "16:45",
    "17:00",
    undefined,
  ],
  ["its coming back alone", { of: "back", minutes: 45 }, "08:00", "17:45", undefined],
  [
    "its coming back up to a quarter of an hour after it left",
    { of: "back", minutes: -900 },
    "08:00",
    "08:15",
    undefined,
  ],
  ["its coming back two nights on", { of: "back", minutes: 48 * 60 }, "08:00", "17:00", 2],
] as const)("%s", (_, move, leave, back, nights) => {
  const found = moved(drive("08:00", "17:00"), move);
  expect([found.leave, found.back, found.nights]).toEqual([leave, back, nights]);
});

test("its distance, never below nothing or above what a day may be", () => {
  expect(moved(drive("08:00", "17:00", 20), { of: "km", km: 5 }).km).toBe(25);
  expect(moved(drive("08:00", "17:00", 20), { of: "km", km: -50 }).km).toBe(0);
  expect(moved(drive("08:00", "17:00", 1_999), { of: "km", km: 50 }).km).toBe(2_000);
});

test("a move keeps how long a drive stays away, and whatever it makes can be moved back", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 95 }),
      fc.integer({ min: 1, max: 200 }),
      fc.integer({ min: -40, max: 40 }),
      (leave, span, by) => {
        const at = (quarters: number) => new Date((quarters % 96) * 900_000).toISOString().slice(11, 16);
        const nights = Math.floor((leave + span) / 96);
        const one = drive(at(leave), at(leave + span), 20, { nights });
        expect(spanOf(one)).toBe(span * 15);
        const other = moved(one, { of: "both", minutes: by * 15 });
        expect(spanOf(other)).toBe(span * 15);
      },
    ),
  );
});

test("a drive is drawn where there is room, in order among the others, and is selected", () => {
  const days = week(day(drive("08:00", "10:00"), drive("18:00", "20:00")));
  const made = added(days, 0, 13 * 60 + 4, 11 * 60 + 50)!;
  expect(made.days[0]!.drives.map(({ leave, back }) => `${leave} ${back}`)).toEqual([
    "08:00 10:00",
    "11:45 13:00",
    "18:00 20:00",
  ]);
  expect(made.at).toEqual({ day: 0, at: 1 });
  expect(added(days, 0, 9 * 60, 11 * 60)).toBeUndefined();
  expect(added(days, 0, 12 * 60, 12 * 60 + 5)).toBeUndefined();
  expect(added(days, 1, 22 * 60, 24 * 60)!.days[1]!.drives[0]).toMatchObject({
    leave: "22:00",
    back: "00:00",
  });
  const full = day(
    ...Array.from({ length: 12 }, (_, i) =>
      drive(`${String(i + 1).padStart(2, "0")}:00`, `${String(i + 1).padStart(2, "0")}:30`),
    ),
  );
  expect(added(week(full), 0, 20 * 60, 21 * 60)).toBeUndefined();
});

test("a drive is changed and taken away in its place; what overlaps is not sound", () => {
  const days = week(day(drive("08:00", "10:00"), drive("18:00", "20:00")));
  expect(withDrive(days, { day: 0, at: 1 }, drive("17:00", "19:00"))[0]!.drives[1]!.leave).toBe("17:00");
  expect(withoutDrive(days, { day: 0, at: 0 })[0]!.drives.map(({ leave }) => leave)).toEqual(["18:00"]);
  expect(sound(days)).toBe(days);
  expect(sound(withDrive(days, { day: 0, at: 1 }, drive("09:00", "19:00")))).toBeUndefined();
});

test("a drive over midnight goes on in the next day's strip, over the seventh in the first", () => {
  const rows = (days: Day[]) =>
    blocksOf(days).map(({ row, from, to, begins, ends }) => [row, from, to, begins, ends]);
  expect(rows(week(day(drive("21:00", "06:00"))))).toEqual([
    [0, 1_260, 1_440, true, false],
    [1, 0, 360, false, true],
  ]);
  const away2 = [...week(day()).slice(0, 6), day(drive("20:00", "10:00", 5, { nights: 1 }))];
  expect(awayProblem(away(away2))).toBeUndefined();
  expect(rows(away2)).toEqual([
    [6, 1_200, 1_440, true, false],
    [0, 0, 600, false, true],
  ]);
});
