import { fallowQuay } from "../../household/demo";
import { startOf } from "../../tests/lineup";
import { askedWeek, AT_HOME, day, drive, MONDAY, plainCar, plainWay } from "../../tests/weeks";
import { jsonSchemaOf, fieldAsGiven } from "../../things/documents";
import { evenDays } from "./sustain";
import { localAt, timelineOf } from "./timeline";
import {
  away,
  awayProblem,
  judgeWeek,
  parseWeek,
  PRESETS,
  printWeek,
  SEASONS,
  WEEK_FORMAT,
  WEEK_DOCUMENT,
  type Day,
  type PresetId,
  type WeekDocument,
} from ".";

const document = (pattern: object, more: object = {}): object => ({
  format: WEEK_FORMAT,
  version: 4,
  name: "a week",
  household: fallowQuay.household.spec,
  cars: [plainCar()],
  ways: [plainWay(10)],
  pattern: {
    start: MONDAY,
    days: [AT_HOME, AT_HOME, AT_HOME, AT_HOME, AT_HOME, AT_HOME, AT_HOME],
    ...pattern,
  },
  ...more,
});
const withDay = (at: number, one: object) => {
  const days: object[] = Array(7).fill(AT_HOME);
  days[at] = one;
  return document({ days });
};
const problem = (raw: object) => {
  const judged = judgeWeek(raw);
  return judged.ok ? undefined : judged.problems[0];
};

test.each([
  [
    "a negative distance",
    withDay(1, day(drive("08:00", "17:00", -1))),
    "pattern.days.1.drives.0.km",
    "accepted: 0 to 2,000 km",
  ],
  [
    "over 2,000 km at once",
    withDay(1, day(drive("08:00", "17:00", 2_001))),
    "pattern.days.1.drives.0.km",
    "accepted: 0 to 2,000 km",
  ],
  [
    "over 2,000 km in a day",
    withDay(2, day(drive("01:00", "12:00", 1_200), drive("13:00", "23:00", 1_000))),
    "pattern.days.2.drives",
    "accepted: up to 2000 km a day; these are 2200 km",
  ],
  [
    "drives out of order",
    withDay(0, day(drive("15:00", "16:00", 5), drive("08:00", "09:00", 5))),
    "pattern.days.0.drives.1.leave",
    "out of order: it leaves before the drive of 15:00 to 16:00",
  ],
  [
    "drives that overlap",
    withDay(0, day(drive("08:00", "12:00", 5), drive("11:59", "13:00", 5))),
    "pattern.days.0.drives.1.leave",
    "overlaps the drive of 08:00 to 12:00",
  ],
  [
    "a night that overlaps the next day's drive",
    document({
      days: [
        day(drive("21:00", "06:00", 5)),
        day(drive("05:00", "09:00", 5)),
        ...Array<Day>(5).fill(AT_HOME),
      ],
    }),
    "pattern.days.1.drives.0.leave",
    "overlaps the drive of 21:00 to 06:00",
  ],
  [
    "a last drive that overlaps the first of the next week",
    document({
      days: [
        day(drive("05:00", "09:00", 5)),
        ...Array<Day>(5).fill(AT_HOME),
        day(drive("21:00", "06:00", 5)),
      ],
    }),
    "pattern.days.6.drives.0.back",
    "overlaps the first drive of the next week, 05:00 to 09:00",
  ],
  [
    "a trip over the whole first day",
    withDay(6, day(drive("21:00", "20:00", 5, { nights: 2 }))),
    "pattern.days.6.drives.0.back",
    "goes over the whole first day of the next week: begin the week on another day",
  ],
  [
    "no such time",
    withDay(0, day(drive("25:00", "26:00", 5))),
    "pattern.days.0.drives.0.leave",
    "accepted: a time such as 07:30",
  ],
  [
    "six days",
    document({ days: Array(6).fill(AT_HOME) }),
    "pattern.days",
    "needed: seven days, the first of them that of the start",
  ],
  [
    "a reserve above the limit",
    document({ reserveSoc: 0.9 }),
    "pattern.reserveSoc",
    "the reserve must be below the limit of 80 %",
  ],
  [
    "a start below the reserve",
    document({ startSoc: 0.05 }),
    "pattern.startSoc",
    "the charge at the start must not be below the reserve of 10 %",
  ],
  [
    "a day no calendar has",
    document({ start: "2026-02-30" }),
    "pattern.start",
    "accepted: a day that exists, such as 2026-11-23",
  ],
  ["a school nobody has", document({ plugIn: "often" }), "pattern.plugIn", "accepted: home, below, days"],
  [
    "work without a plug",
    withDay(3, day(drive("08:00", "17:00", 5, { stands: "work" }))),
    "pattern.days.3.drives.0.stands",
    "what it is plugged into there is not said: needed as elsewhere.work",
  ],
  ["no car", document({}, { cars: [] }), "cars", "at least one car"],
  ["no way", document({}, { ways: [] }), "ways", "at least one way"],
  [
    "another currency",
    document({}, { ways: [{ ...plainWay(10), tariff: { ...plainWay(10).tariff, currency: "USD" } }] }),
    "ways",
    "this household counts in EUR, the tariff of 10 A in USD: currencies are never mixed",
  ],
  [
    "a second car that is not there",
    document({ second: { car: 1, days: Array(7).fill(AT_HOME) } }),
    "pattern.second.car",
    "accepted: 0 to 0, the place of a car in the list",
  ],
  ["another format", { ...document({}), format: "kettleback-plan" }, "format", 'accepted: "kettleback-week"'],
])("%s is refused with its field and what is accepted", (_, raw, field, message) =>
  expect(problem(raw)).toMatchObject({ field, message }),
);

test("a document says the least and is read with what is usual; written, it is read the same", () => {
  const judged = judgeWeek(withDay(0, { drives: [{ leave: "08:00", back: "17:00", km: 30 }] }));
  if (!judged.ok) throw new Error(JSON.stringify(judged.problems));
  expect(judged.value.pattern).toMatchObject({
    startSoc: 0.8,
    reserveSoc: 0.1,
    limitSoc: 0.8,
    plugIn: "home",
    charges: "at-once",
    second: null,
    season: { consumption: 1, preheatWh: 0, packC: null, sunKm: 0 },
  });
  expect(judged.value.pattern.days[0]).toEqual(day(drive("08:00", "17:00", 30)));
  const again = parseWeek(printWeek(judged.value));
  expect(again.ok && again.value).toEqual(judged.value);
  expect(jsonSchemaOf(WEEK_DOCUMENT)).toMatchObject({ title: "Kettleback week", type: "object" });
  expect(fieldAsGiven("pattern.days", judged.value)).toBe("pattern.days");
});

test("ways and cars of an older document are brought along", () => {
  const { ways, cars } = startOf(fallowQuay);
  const { place: _, evse, ...old } = ways.find((way) => way.evse.kind === "wallbox")!;
  const { phases: lanes, ...unit } = evse;
  const judged = judgeWeek({
    ...document({}),
    version: 3,
    cars: cars.slice(2),
    ways: [
      { ...old, unit: { ...unit, lanes }, settings: { unitAmps: null, carAmps: null, otherBusy: false } },
    ],
  });
  expect(judged.ok ? (judged.value as WeekDocument).ways[0]!.evse : judged.problems).toEqual(evse);
});

describe("a week on one clock", () => {
  const zone = "Europe/Dublin";
  const hours = (days: readonly Day[], start = MONDAY) => {
    const timeline = timelineOf(start, days, zone);
    return timeline.pieces.map((piece) => [
      piece.kind === "stay" ? piece.at : piece.kind,
      piece.day,
      localAt(timeline, piece.from).slice(5),
    ]);
  };

  test("pieces follow one another without a gap, from the first departure to the next", () => {
    for (const { days } of Object.values(PRESETS)) {
      const { pieces, turns } = timelineOf(MONDAY, days, zone);
      let at = 0;
      for (const piece of pieces) {
        if (piece.kind === "sun" || piece.kind === "turn") continue;
        expect(piece.from).toBeCloseTo(at, 6);
        at = piece.to;
      }
      expect([pieces[0]!.from, at]).toEqual([0, turns[7]]);
      expect(turns[7]).toBe(7 * 86_400);
      expect(pieces.filter(({ kind }) => kind === "turn").length).toBe(7);
      expect(pieces.filter(({ kind }) => kind === "sun").length).toBe(7);
    }
  });

  test("a drive stands where it says between its ways, and the day turns as it leaves", () => {
    expect(
      hours([day(drive("08:00", "18:00", 50, { stands: "work" })), ...Array<Day>(6).fill(AT_HOME)]).slice(
        0,
        5,
      ),
    ).toEqual([
      ["leg", 0, "11-23T08:00"],
      // Half an hour's road each way at 50 km/h; what the sun brings is there before the plug.
      ["sun", 0, "11-23T08:30"],
      ["work", 0, "11-23T08:30"],
      ["leg", 0, "11-23T17:30"],
      ["home", 0, "11-23T18:00"],
    ]);
  });

  test("a night shift is of the day it began on; a drive over the end of the week wraps into the first", () => {
    const { pieces } = timelineOf(MONDAY, PRESETS.shifts.days, zone);
    const legs = pieces.filter(({ kind }) => kind === "leg");
    expect(legs.slice(0, 4).map(({ day: d }) => d)).toEqual([0, 0, 1, 1]);
    const wrapped = hours([...Array<Day>(6).fill(AT_HOME), day(drive("22:00", "09:00", 40))]);
    expect(wrapped[1]).toEqual(["home", 0, "11-23T22:00"]);
    expect(wrapped.filter(([kind]) => kind === "leg").map(([, , at]) => at)).toEqual([
      "11-29T22:00",
      "11-30T08:36",
    ]);
  });

  test("an hour clocks jump over is an hour later", () => {
    const days = [...Array<Day>(6).fill(AT_HOME), day(drive("01:30", "05:00", 40))];
    const timeline = timelineOf("2027-03-22", days, zone);
    const leg = timeline.pieces.find(({ kind }) => kind === "leg")!;
    expect(localAt(timeline, leg.from)).toBe("2027-03-28T02:30");
    expect(localAt(timeline, leg.from, 2)).toBe("2027-04-11T02:30");
  });
});

test("every week to start from is sound, and every season is one a pattern may have", () => {
  for (const id of Object.keys(PRESETS) as PresetId[]) {
    expect(awayProblem(away(PRESETS[id].days))).toBeUndefined();
    for (const { name: _, ...season } of Object.values(SEASONS))
      expect(askedWeek({ pattern: { days: [...PRESETS[id].days], season } }).pattern.season).toEqual(season);
  }
});

test("even days drive once a day at their own hours, else at those of the day before", () => {
  const days = evenDays([
    day(drive("08:00", "12:00", 9), drive("13:00", "17:00", 50)),
    AT_HOME,
    day(drive("21:00", "06:00", 40)),
    AT_HOME,
    day(drive("16:00", "19:00", 300, { nights: 2 })),
    AT_HOME,
    AT_HOME,
  ]);
  expect(
    days.map(({ drives }) => drives.map(({ leave, back, km }) => [leave, back, km].join(" "))[0]),
  ).toEqual([
    "08:00 17:00 1",
    "08:00 17:00 1",
    "21:00 06:00 1",
    "21:00 06:00 1",
    "16:00 19:00 1",
    "16:00 19:00 1",
    "16:00 19:00 1",
  ]);
  expect(evenDays(Array(7).fill(AT_HOME))[3]!.drives).toEqual([drive("08:00", "18:00", 1)]);
});
