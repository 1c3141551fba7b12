import { clockOf, jumps, localTimeProblem, minuteOfDayAt, msAt, passings, repeatedAt, wallMsOf } from ".";

const at = (pluggedInAt: string, neededBy: string | null = null, zone = "Europe/Dublin") =>
  clockOf({ pluggedInAt, neededBy }, zone);
const HOUR = 3600;

test.each([
  ["an ordinary night", "2026-11-23T18:10", "07:30", 13 + 20 / 60],
  ["the same day", "2026-11-23T06:00", "07:30", 1.5],
  ["a whole day when the times are equal", "2026-11-23T07:30", "07:30", 24],
  // IANA time zone data: summer time starts on 28 March 2027 and ends on 25 October 2026.
  ["the night an hour is skipped", "2027-03-27T18:10", "07:30", 12 + 20 / 60],
  ["the night an hour is repeated", "2026-10-24T18:10", "07:30", 14 + 20 / 60],
  ["from the first of two equal hours", "2026-10-25T01:30", "07:30", 7],
  ["from the second, where its offset says so", "2026-10-25T01:30+00:00", "07:30", 6],
  ["to the second of two equal times, the first being past", "2026-10-25T01:40", "01:30", 50 / 60],
])("%s", (_, pluggedInAt, neededBy, hours) => {
  expect(at(pluggedInAt, neededBy).departure! / HOUR).toBeCloseTo(hours, 9);
});

test("nobody waiting: no departure", () => expect(at("2026-11-23T18:10").departure).toBeNull());

describe.each([
  // IANA time zone data.
  ["Europe/Dublin", "2026-10-25T01:30", "2027-03-28T01:30"],
  ["America/Toronto", "2026-11-01T01:30", "2027-03-14T02:30"],
  ["Australia/Sydney", "2027-04-04T02:30", "2026-10-04T02:30"],
])("%s", (zone, twice, never) => {
  test("an hour that comes twice is the first, an hour before the second, and said", () => {
    const offsets = repeatedAt(twice, zone);
    expect(offsets).toHaveLength(2);
    const [first, second] = offsets.map((offset) => at(twice + offset, null, zone).startMs) as [
      number,
      number,
    ];
    expect(second - first).toBe(HOUR * 1000);
    const unsaid = at(twice, null, zone);
    expect(unsaid.startMs).toBe(first);
    expect(unsaid.notes.join()).toContain("comes twice");
    expect(at(twice + offsets[1], null, zone).notes).toEqual([]);
  });

  test("an hour that is skipped is taken an hour later, with a word", () => {
    const clock = at(never, null, zone);
    expect(minuteOfDayAt(clock, 0)).toBe(Number(never.slice(11, 13)) * 60 + 90);
    expect(clock.notes.join()).toContain("does not occur");
    expect(localTimeProblem(`${never}+05:00`, zone)).toContain("does not occur");
  });

  test("local time jumps where the clocks change, and minutes of the day follow", () => {
    const day = at(`${twice.slice(0, 10)}T00:00`, null, zone);
    const [jump] = jumps(day, 0, 86_400);
    expect(minuteOfDayAt(day, jump!) + 60).toBeCloseTo(minuteOfDayAt(day, jump! - 1) + 1 / 60, 6);
    const minute = Number(twice.slice(11, 13)) * 60 + 30;
    expect(passings(day, minute, 0, 86_400)).toHaveLength(2);
    const spring = at(`${never.slice(0, 10)}T00:00`, null, zone);
    const skipped = Number(never.slice(11, 13)) * 60 + 30;
    expect(passings(spring, skipped, 0, 86_400)).toHaveLength(0);
  });
});

test("passings are a day apart where nothing changes, and lie where the clock shows that minute", () => {
  const clock = at("2026-11-23T18:10");
  const found = passings(clock, 23 * 60, 0, 3 * 86_400);
  expect(found).toEqual([4 * HOUR + 50 * 60, 28 * HOUR + 50 * 60, 52 * HOUR + 50 * 60]);
  for (const time of found) expect(minuteOfDayAt(clock, time)).toBe(23 * 60);
  expect(jumps(clock, 0, 3 * 86_400)).toEqual([]);
  expect(msAt(clock, 60)).toBe(clock.startMs + 60_000);
});

test("a clock is plain data, and no clock is made of a day that no calendar has", () => {
  const clock = at("2026-11-23T18:10", "07:30");
  expect(structuredClone(clock)).toEqual(clock);
  expect(() => at("2026-02-30T18:10")).toThrow(RangeError);
  expect(wallMsOf("2026-02-29T00:00")).toBeUndefined();
  expect(wallMsOf("2028-02-29T00:00")).toBeDefined();
  expect(localTimeProblem("2026-13-01T00:00", "Europe/Dublin")).toContain("accepted");
  expect(localTimeProblem("2026-11-23T18:10+01:00", "Europe/Dublin")).toContain("2026-11-23T18:10+00:00");
  expect(localTimeProblem("2026-11-23T18:10+00:00", "Europe/Dublin")).toBeUndefined();
});

test("a departure in a skipped hour is taken as much later, and the next day's is not", () => {
  const night = at("2027-03-27T18:10", "01:30");
  expect(minuteOfDayAt(night, night.departure!)).toBe(150);
  expect(night.notes.join()).toContain("does not occur");
});
