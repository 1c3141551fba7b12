import type { Explanation, Household } from "@kettleback/core";
import { fallowQuay } from "@kettleback/core/demo";
import { writeAs } from "../format/manner";
import {
  figureValueText,
  nothingSaid,
  observedText,
  reasonText,
  seenOf,
  stepOf,
  timesOf,
  type TypedSays,
} from "./says";

const km = fallowQuay.household.spec;
const miles: Household = { ...km, distanceUnit: "mi", economyUnit: "mi/kWh" };
const START = "2026-11-23T18:10";
const typed = (change: Partial<TypedSays>): TypedSays => ({ ...nothingSaid(0.2, 0.9), ...change });
beforeEach(() => writeAs({}));

test("a display's step is that of its last figure", () => {
  expect(["8", "7.4", "12.25", ""].map(stepOf).map((n) => n.toFixed(3))).toEqual([
    "1.000",
    "0.100",
    "0.010",
    "1.000",
  ]);
});

test("what is typed becomes an observation in the core's units, km and miles alike", () => {
  const seen = (change: Partial<TypedSays>, household = km) => seenOf(typed(change), household, START);
  expect(seen({ said: "speed", value: "8" })).toEqual({ kind: "speed", kmPerHour: 8, step: 1 });
  expect(seen({ said: "speed", value: "5" }, miles)).toEqual({
    kind: "speed",
    kmPerHour: 8.04672,
    step: 1.609344,
  });
  expect(seen({ said: "power", value: "2.1" })).toEqual({ kind: "power", watts: 2_100, step: 100 });
  expect(seen({ said: "amps", value: "8" })).toEqual({ kind: "amps", amps: 8, step: 1 });
  expect(seen({ said: "left", hours: "9", minutes: "30" })).toEqual({
    kind: "left",
    seconds: 34_200,
    step: 300,
  });
  // From 18:10 to the next 06:40.
  expect(seen({ said: "ready", ready: "06:40" })).toEqual({ kind: "left", seconds: 45_000, step: 300 });
  expect(seen({ said: "gained", from: "30", to: "55", hours: "4" })).toEqual({
    kind: "gained",
    fromSoc: 0.3,
    toSoc: 0.55,
    seconds: 14_400,
    step: 0.01,
  });
  expect(seen({ said: "metered", value: "12.4", from: "30", to: "55" })).toEqual({
    kind: "metered",
    wallWh: 12_400,
    fromSoc: 0.3,
    toSoc: 0.55,
    step: 100,
  });
});

test("what is missing, or cannot be, is no observation", () => {
  for (const change of [
    { said: "speed", value: "" },
    { said: "power", value: "0" },
    { said: "amps", value: "x" },
    { said: "left" },
    { said: "ready", ready: "" },
    { said: "ready", ready: "18:10" },
    { said: "gained", from: "60", to: "50", hours: "1" },
    { said: "metered", value: "9", from: "30", to: "130" },
    { said: "times" },
  ] as Partial<TypedSays>[])
    expect([change, seenOf(typed(change), km, START)]).toEqual([change, null]);
});

test("times count where both current and time are there, of two currents at least", () => {
  const rows = [
    { amps: "6", hours: "10", minutes: "" },
    { amps: "8", hours: "", minutes: "432" },
    { amps: "10", hours: "", minutes: "" },
  ];
  expect(timesOf(typed({ rows }))).toEqual([
    { amps: 6, time: 36_000 },
    { amps: 8, time: 25_920 },
  ]);
  expect(timesOf(typed({ rows: [rows[0]!, { ...rows[1]!, amps: "6" }] }))).toBeNull();
  expect(timesOf(typed({ rows, from: "90", to: "20" }))).toBeNull();
});

const reason: Explanation = {
  kind: "figure",
  figure: "economy",
  name: "what the car counts for a distance",
  unit: "Wh/km",
  was: 150,
  value: 250,
  from: 240,
  to: 260,
  atWall: 300,
  usual: false,
};

test("reasons in words, in the household's own units", () => {
  expect(reasonText(reason, "speed", km)).toBe(
    "What the car counts for a distance is about 25.0 kWh/100 km (24.0 to 26.0, as the display rounds; 30.0 at the wall) instead of 15.0: that would be unusual.",
  );
  // Miles a kWh grow as the consumption falls: the lesser stands first all the same.
  expect(reasonText({ ...reason, usual: true }, "speed", miles)).toMatch(
    /is about 2\.49 mi\/kWh \(2\.39 to 2\.59, as the display rounds; 2\.07 at the wall\) instead of 4\.14\.$/,
  );
  expect(reasonText({ kind: "wall", value: 15.4 }, "speed", km)).toBe(
    "It counts at the wall: 15.4 km/h there.",
  );
  expect(reasonText({ kind: "wall", value: 2310 }, "power", km)).toBe(
    "It counts at the wall: 2.31 kW there.",
  );
  expect(reasonText({ kind: "step", amps: 8 }, "amps", km)).toBe(
    "It is set to 8 A: on the unit, or in the car.",
  );
  expect(reasonText({ kind: "one-phase" }, "power", km)).toMatch(/^Only one phase carries/);
});

test("what is observed and what a figure comes to read with their units", () => {
  expect(observedText("speed", 16.09344, miles)).toBe("10.0 mi/h");
  expect(observedText("left", 34_200, km)).toBe("9 h 30 min");
  expect(observedText("gained", 0.55, km)).toBe("55 %");
  expect(observedText("metered", 12_400, km)).toBe("12.4 kWh");
  expect(observedText("amps", 8, km)).toBe("8 A");
  expect(figureValueText("ownDraw", 84.6, km)).toBe("85 W");
  expect(figureValueText("capacity", 33.04, km)).toBe("33.0 kWh");
  expect(figureValueText("efficiency", 91.26, km)).toBe("91.3 %");
});
