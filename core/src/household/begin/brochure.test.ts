import fc from "fast-check";
import { law, SKIPPED } from "../../tests/law";
import { isRefusal } from "../../engine/path";
import { solvePlan } from "../../engine/plan";
import { demoPlan, fallowQuay } from "../../tests/lineup";
import { carSchema, type AcceptancePoint } from "../../things/parts";
import { batteryBy, fittedCurve, type RapidBrochure, type RapidCar, type StatedTime } from ".";
import { bayOf, rapidOf } from "../start";

const carOf = (kWh: number, volts: number, ownDrawW = 250): RapidCar => ({
  battery: batteryBy(kWh * 1000, volts),
  ownDrawW,
  inlets: ["type2", "ccs2"],
});
const time = (fromSoc: number, toSoc: number, minutes: number): StatedTime => ({ fromSoc, toSoc, minutes });

/** The minutes a whole plan takes with a curve, at a station that gives all its plug carries. */
function minutesOf(
  car: RapidCar,
  acceptance: AcceptancePoint[],
  kW: number,
  { fromSoc, toSoc }: StatedTime,
): number {
  const plan = demoPlan(fallowQuay, "Plover", "Rapid, 150 kW");
  const solved = solvePlan({
    ...plan,
    car: carSchema.parse({ ...plan.car, ...car, battery: { ...car.battery, acceptance } }),
    place: null,
    outlet: bayOf("three", "230/400", 400),
    evse: { ...rapidOf(kW, 500, "ccs2"), maxVolts: 1000 },
    cable: null,
    adapter: null,
    lead: null,
    session: { ...plan.session, fromSoc, toSoc, batteryC: null, heatingW: 0, neededBy: null },
    settings: { evseAmps: null, carAmps: null, otherBusy: false },
  });
  if (isRefusal(solved)) throw new Error(solved.message);
  return solved.secondsToTarget / 60;
}

/** It never exceeds its peak, and once it falls it never rises again. */
function isFalling(points: readonly AcceptancePoint[], peakKW: number): void {
  expect(Math.max(...points.map(({ watts }) => watts))).toBeLessThanOrEqual(peakKW * 1000);
  const knee = points.findIndex(({ watts }, i) => i > 0 && watts < points[i - 1]!.watts);
  points
    .slice(knee)
    .forEach(({ watts }, i, rest) => expect(watts).toBeLessThanOrEqual(rest[i - 1]?.watts ?? Infinity));
}
const fitted = (brochure: RapidBrochure, car: RapidCar): AcceptancePoint[] => {
  const found = fittedCurve(brochure, car);
  if (!found.ok) throw new Error(found.problems.map(({ message }) => message).join("; "));
  return found.acceptance;
};
const problems = (brochure: RapidBrochure, car: RapidCar) => {
  const found = fittedCurve(brochure, car);
  return found.ok ? [] : found.problems.map(({ field, message }) => `${field}: ${message}`);
};

// Brochures of our own: nobody's cars.
test.each([
  ["a small 350 V pack", carOf(37, 350), { peakKW: 72, times: [time(0.1, 0.8, 33)] }],
  ["a large 400 V pack", carOf(88, 402), { peakKW: 168, times: [time(0.1, 0.8, 34)] }],
  ["an 800 V pack of 235 kW", carOf(76, 720), { peakKW: 235, times: [time(0.1, 0.8, 18)] }],
  [
    "a small pack at a 50 kW station",
    carOf(41, 350),
    { peakKW: 85, times: [time(0.2, 0.8, 37)], stationKW: 50 },
  ],
  [
    "times that follow each other",
    carOf(75, 396),
    { peakKW: 150, times: [time(0.1, 0.5, 14), time(0.5, 0.8, 18)] },
  ],
  [
    "three times from one start",
    carOf(75, 396),
    { peakKW: 150, times: [time(0.1, 0.8, 32), time(0.1, 0.5, 14), time(0.1, 0.9, 48)] },
  ],
] as [string, RapidCar, RapidBrochure][])(
  "%s: a whole session at the stated station takes the stated times within 1 %",
  (_, car, brochure) => {
    const points = fitted(brochure, car);
    isFalling(points, brochure.peakKW);
    expect(points.length).toBeLessThanOrEqual(12);
    for (const stated of brochure.times) {
      const took = minutesOf(car, points, brochure.stationKW ?? 500, stated);
      expect(Math.abs(took / stated.minutes - 1)).toBeLessThan(0.01);
    }
  },
);

test("only a peak: the usual shape of the pack, as high as stated", () => {
  const points = fitted({ peakKW: 120, times: [] }, carOf(75, 396));
  expect(points.find(({ soc }) => soc === 0.08)!.watts).toBe(120_000);
  // The usual shape has 0.7 C of 2.1 C left at 80 %: a third.
  expect(points.find(({ soc }) => soc === 0.8)!.watts).toBe(40_000);
});

test("what it says of itself: the average, how long the peak is held, what is left at 80 %", () => {
  const found = fittedCurve({ peakKW: 150, times: [time(0.1, 0.8, 35)] }, carOf(75, 396));
  // 52.5 kWh in 35 min.
  expect(found.ok && found.said).toMatch(
    /^10 % to 80 % in 35 min is 90\.0 kW on average: 150 kW are taken until \d+ %, [\d.]+ kW are left at 80 %$/,
  );
});

test("a figure that contradicts the others is named at its field, with what would be possible", () => {
  const car = carOf(75, 396);
  const asked = (peakKW: number, minutes: number, stationKW?: number) =>
    problems({ peakKW, times: [time(0.1, 0.8, minutes)], ...(stationKW ? { stationKW } : {}) }, car);
  // 52.5 kWh in 15 min are 210 kW; at 150 kW they take 21 min.
  expect(asked(150, 15)).toEqual([
    "times.0.minutes: 10 % to 80 % in 15 min is 210 kW on average, more than the peak of 150 kW: at the peak throughout it would take 21 min. Is the battery smaller, or the peak another's?",
  ]);
  expect(asked(150, 35, 50)).toEqual([
    "times.0.minutes: 10 % to 80 % in 35 min is 90.0 kW on average, more than a station of 50 kW gives: there it takes 63 min or more",
  ]);
  expect(asked(150, 400)[0]).toMatch(
    /^times\.0\.minutes: .* no car with a peak of 150 kW is as slow\. Was it a slower station\?/,
  );
  expect(asked(700, 30)).toEqual(["peakKW: accepted: 5 to 500 kW"]);
  expect(asked(150, 1)).toEqual(["times.0.minutes: accepted: 2 to 600 min"]);
  expect(problems({ peakKW: 150, times: [time(0.8, 0.1, 30)] }, car)).toEqual([
    "times.0.toSoc: accepted: 85 % to 100 %",
  ]);
});

test("more amps than the plug carries at the pack's volts are named with what that pack can take", () => {
  // 235 kW at 360 V are 653 A; 500 A at 390 V full are 195 kW.
  expect(problems({ peakKW: 235, times: [time(0.1, 0.8, 16)] }, carOf(74, 360))).toEqual([
    "peakKW: 10 % to 80 % cannot be met: 235 kW at the 360 V of this pack are 653 A, and the plug carries 500 A, 195 kW at the most. Is its voltage higher?",
  ]);
});

test("times that overlap, or ask for more power towards full, are named", () => {
  const car = carOf(75, 396);
  const of = (...times: StatedTime[]) => problems({ peakKW: 150, times }, car);
  expect(of(time(0.1, 0.6, 20), time(0.5, 0.8, 15))).toEqual([
    "times.1.fromSoc: accepted: times that follow each other, or begin at the same per cent",
  ]);
  expect(of(time(0.1, 0.5, 24), time(0.5, 0.8, 10))[0]).toMatch(/^times\.1\.minutes: .*turned round\?$/);
  expect(of(time(0.1, 0.5, 30), time(0.1, 0.8, 20))[0]).toMatch(
    /^times\.1\.minutes: a longer charge takes longer/,
  );
});

test("beyond what is stated a slow curve falls on no slower than the usual shape would", () => {
  // 52.5 kWh in an hour: far below the peak, so that the shape is bent steeply.
  const points = fitted({ peakKW: 150, times: [time(0.1, 0.8, 60)] }, carOf(75, 396));
  const at = (soc: number) => points.find((point) => point.soc === soc)!.watts;
  // The usual shape has 0.22 C of 2.1 C left at 95 %.
  expect(at(0.95)).toBeLessThan(0.5 * 150_000 * (0.22 / 2.1));
});

test("two times that would ask for a small rise give no rising curve", () => {
  const found = fittedCurve({ peakKW: 150, times: [time(0.1, 0.5, 20), time(0.5, 0.8, 14)] }, carOf(75, 396));
  expect(found.ok).toBe(false);
});

const brochures = fc.record({
  kWh: fc.double({ min: 8, max: 120, noNaN: true }),
  volts: fc.constantFrom(110, 350, 360, 400, 720, 800),
  // Of its capacity an hour: what cars take at their peak.
  peakC: fc.double({ min: 0.8, max: 3.4, noNaN: true }),
  from: fc.constantFrom(0, 0.05, 0.1, 0.2),
  to: fc.constantFrom(0.6, 0.7, 0.8, 0.9, 1),
  share: fc.double({ min: 0.3, max: 0.995, noNaN: true }),
  own: fc.integer({ min: 0, max: 600 }),
  station: fc.option(fc.double({ min: 0.5, max: 1.5, noNaN: true }), { nil: null }),
});

test("any peak and any average below it give a falling curve whose session takes the stated time within 1 %", () => {
  law(brochures, { runs: 150, mostSkipped: 0.35 }, ({ kWh, volts, peakC, from, to, share, own, station }) => {
    const peakKW = Math.min(500, Math.max(5, kWh * peakC));
    const car = carOf(kWh, volts, own);
    // No more than the plug carries at these volts.
    if (peakKW * 1000 > 500 * volts * (11 / 12)) return SKIPPED;
    const minutes = (60 * (to - from) * kWh) / (peakKW * share);
    const stationKW =
      station === null ? undefined : Math.min(500, Math.max(5, peakKW * Math.max(station, share * 1.05)));
    const brochure = { peakKW, times: [time(from, to, minutes)], stationKW };
    const found = fittedCurve(brochure, car);
    if (!found.ok) {
      // Too slow for any curve, or faster than what is left of the station's power.
      expect(found.problems[0]!.message).toMatch(/as slow|cannot be met|turned round/);
      return SKIPPED;
    }
    isFalling(found.acceptance, peakKW);
    const took = minutesOf(car, found.acceptance, stationKW ?? 500, brochure.times[0]!);
    expect(Math.abs(took / minutes - 1)).toBeLessThan(0.01);
  });
});
