import fc from "fast-check";
import { law } from "../../tests/law";
import { measuredIn, MEASURED, sampleSchema, type Measured } from "../record";
import { readingOf, type SampledValue } from ".";

const AT = "2026-11-23T18:15:00Z";
const read = (...sampledValue: SampledValue[]) => readingOf({ timestamp: AT, sampledValue });
const figures = (...sampledValue: SampledValue[]): Partial<Record<Measured, number>> => {
  const sample = read(...sampledValue)!;
  return Object.fromEntries(
    MEASURED.flatMap((measured) => {
      const value = measuredIn(sample, measured);
      return value === null ? [] : [[measured, value]];
    }),
  );
};
const of = (measurand: string, value: string, rest: Partial<SampledValue> = {}): SampledValue => ({
  measurand,
  value,
  ...rest,
});

// What each says by OCPP 1.6, 7.31 to 7.35 (SampledValue, Measurand, Phase, Location, UnitOfMeasure), from memory.
test.each<[string, SampledValue[], Partial<Record<Measured, number>>]>([
  ["left bare it is the energy register in Wh", [{ value: "1204600" }], { counterWh: 1_204_600 }],
  ["energy in kWh", [of("Energy.Active.Import.Register", "12.5", { unit: "kWh" })], { counterWh: 12_500 }],
  ["power in kW", [of("Power.Active.Import", "7.2", { unit: "kW" })], { watts: 7_200 }],
  [
    "power told of each line is their sum",
    [1, 2, 3].map((n) => of("Power.Active.Import", `${n}000`, { phase: `L${n}` })),
    { watts: 6_000 },
  ],
  [
    "where all and each are told, all counts",
    [of("Power.Active.Import", "5900"), of("Power.Active.Import", "2000", { phase: "L1-N" })],
    { watts: 5_900 },
  ],
  [
    "amps of each line, the neutral's left out",
    [
      of("Current.Import", "16.1", { phase: "L1" }),
      of("Current.Import", "15.9", { phase: "L2" }),
      of("Current.Import", "0", { phase: "L3" }),
      of("Current.Import", "16", { phase: "N" }),
    ],
    { amps: 16.1, amps2: 15.9, amps3: 0 },
  ],
  ["amps without a line are the first's", [of("Current.Import", "9.8")], { amps: 9.8 }],
  [
    "volts across the first line",
    [of("Voltage", "231.5", { phase: "L2-N" }), of("Voltage", "229", { phase: "L1-N" })],
    { volts: 229 },
  ],
  [
    "volts between lines of three phases",
    [of("Voltage", "400", { phase: "L1-L2" })],
    { volts: 400 / Math.sqrt(3) },
  ],
  [
    "… and of split phase, across which the car sits",
    [of("Voltage", "238", { phase: "L1-L2" })],
    { volts: 238 },
  ],
  ["charge in per cent", [of("SoC", "52", { unit: "Percent" })], { soc: 0.52 }],
  [
    "warmth of the plug, and of the pack",
    [
      of("Temperature", "104", { unit: "Fahrenheit", location: "Outlet" }),
      of("Temperature", "18", { unit: "Celsius", location: "EV" }),
    ],
    { plugC: 40, packC: 18 },
  ],
  ["kelvin", [of("Temperature", "313.15", { unit: "K" })], { plugC: 40 }],
  [
    "what is offered, exported or signed tells nothing of what the car took",
    [
      of("Current.Offered", "32"),
      of("Power.Offered", "22000"),
      of("Energy.Active.Export.Register", "5"),
      of("Energy.Active.Import.Register", "c2lnbmVk", { format: "SignedData" }),
      of("Current.Import", "10"),
    ],
    { amps: 10 },
  ],
  [
    "a figure beyond any meter is none",
    [of("Current.Import", "99999"), of("Voltage", "230")],
    { volts: 230 },
  ],
])("%s", (_, values, expected) => {
  const found = figures(...values);
  expect(Object.keys(found).sort()).toEqual(Object.keys(expected).sort());
  for (const [measured, value] of Object.entries(expected))
    expect(found[measured as Measured]).toBeCloseTo(value, 9);
});

test("nothing of use, or a moment that is none, is no reading", () => {
  expect(read()).toBeNull();
  expect(read(of("Frequency", "50"))).toBeNull();
  expect(read({ value: "" })).toBeNull();
  expect(read({ value: "lots" })).toBeNull();
  expect(readingOf({ timestamp: "yesterday", sampledValue: [{ value: "1" }] })).toBeNull();
  expect(readingOf({ timestamp: "1970-01-01T00:00:00Z", sampledValue: [{ value: "1" }] })).toBeNull();
});

test("whatever a charge point tells, what is made of it can be recorded", () => {
  let [seen, made] = [0, 0];
  law(
    fc.array(
      fc.record(
        {
          value: fc.oneof(fc.string(), fc.double().map(String), fc.integer().map(String)),
          measurand: fc.constantFrom(
            "SoC",
            "Voltage",
            "Temperature",
            "Current.Import",
            "Power.Active.Import",
            "Energy.Active.Import.Register",
          ),
          phase: fc.constantFrom("L1", "L2", "L3", "N", "L1-N", "L1-L2"),
          unit: fc.constantFrom("Wh", "kWh", "W", "kW", "A", "V", "Celsius", "Fahrenheit", "K", "Percent"),
          location: fc.constantFrom("Outlet", "Inlet", "Cable", "Body", "EV"),
        },
        { requiredKeys: ["value"] },
      ),
      { maxLength: 8 },
    ),
    { runs: 400, mostSkipped: 0 },
    (sampledValue) => {
      seen += 1;
      const sample = readingOf({ timestamp: AT, sampledValue: sampledValue as SampledValue[] });
      if (sample === null) return;
      made += 1;
      expect(sampleSchema.safeParse(sample).error).toBeUndefined();
    },
  );
  // Most of what is drawn is no number at all; of enough of it a reading is made.
  expect(made).toBeGreaterThan(seen / 10);
});

test.each([
  "0x10",
  "0b11",
  "0o7",
  "1_000",
  "Infinity",
  "-Infinity",
  "NaN",
  "",
  " ",
  "1,5",
  "+",
  ".",
  "e3",
  "12abc",
  "1e999",
  "--5",
])("%j is no meter value", (value) => expect(read({ value })).toBeNull());
test.each([
  ["1204600", 1_204_600],
  [" 12.50 ", 12.5],
  ["1.2046e6", 1_204_600],
  [".5", 0.5],
  ["7.", 7],
])("%j is the meter value %d", (value, wh) => expect(read({ value })?.[10]).toBe(wh));
