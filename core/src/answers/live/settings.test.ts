import { settingsAdvice } from ".";

const all = "Energy.Active.Import.Register,Power.Active.Import, Current.Import.L1,Voltage";
const of = (values: Record<string, string>) =>
  settingsAdvice(Object.entries(values).map(([key, value]) => ({ key, value })));

test("a unit that tells all of it every minute needs nothing", () => {
  expect(of({ MeterValueSampleInterval: "60", MeterValuesSampledData: all })).toEqual([]);
  expect(of({ metervaluesampleinterval: "300", METERVALUESSAMPLEDDATA: all })).toEqual([]);
});

test("one that tells nothing, or seldom, is said to, with what to set", () => {
  const [silent] = of({ MeterValueSampleInterval: "0", MeterValuesSampledData: all });
  expect(silent).toMatch(/^It tells nothing while it charges: set MeterValueSampleInterval to 60/);
  expect(of({ MeterValueSampleInterval: "900", MeterValuesSampledData: all })).toEqual([
    expect.stringMatching(/^It tells its meter every 15 min only/),
  ]);
  expect(of({ MeterValuesSampledData: all })).toEqual([]);
});

test("what it does not tell is named with what is not seen then; where nothing is set it is the register alone", () => {
  const without = [
    "Its MeterValuesSampledData has no Current.Import: a phase that carries nothing is not seen.",
    "Its MeterValuesSampledData has no Voltage: volts that are too low are not seen.",
  ];
  expect(of({ MeterValueSampleInterval: "60" })).toEqual(without);
  expect(of({ MeterValueSampleInterval: "60", MeterValuesSampledData: "" })).toEqual(without);
  expect(of({ MeterValuesSampledData: "Voltage,Current.Import" })).toEqual([
    "Its MeterValuesSampledData has no Energy.Active.Import.Register: how much it has taken is not counted.",
  ]);
});
