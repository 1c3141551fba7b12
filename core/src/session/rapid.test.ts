import fc from "fast-check";
import { acceptance } from "../tests/arbitraries";
import { bay, idealCar } from "../tests/parts";
import { packVoltsAt, type Car, type RapidStation } from "../parts";
import { isRefusal, type ChargingPath } from "../path";
import {
  acceptanceFactor,
  acceptedAt,
  charge,
  LOSS_CAUSES,
  packTemperature,
  type Session,
  type SessionRequest,
} from ".";

const CURVE = [0, 8, 15, 25, 35, 45, 55, 65, 75, 85, 95, 100].map((percent, i) => ({
  soc: percent / 100,
  watts: [70, 120, 150, 146, 130, 112, 95, 78, 60, 38, 14, 4][i]! * 1000,
}));
const car: Car = {
  ...idealCar([{ lanes: 1, amps: 32 }], 71_000),
  ownDrawW: 300,
  battery: { usableWh: 71_000, packVolts: 396, packOhms: 0.07, acceptance: CURVE },
};
const station = (maxW: number, maxAmps: number): RapidStation => ({
  kind: "rapid",
  name: "station",
  lanes: 1,
  maxW,
  maxAmps,
  maxVolts: 920,
  shared: true,
  rectifierEfficiency: 0.95,
  steps: [],
  standingW: 40,
  output: { kind: "tethered", connector: "ccs2", lengthM: 4, gauge: "35 mm2" },
});
const rapidPath = (unit: RapidStation, its: Car = car): ChargingPath => ({
  car: its,
  outlet: bay("230/400", "three"),
  unit,
  houseRule: "usual",
});
const solved = (path: ChargingPath, request: SessionRequest): Session => {
  const s = charge(path, request);
  if (isRefusal(s)) throw new Error(s.message);
  return s;
};

/** The same physics marched by brute force in small steps of time. */
function bruteForce(
  unit: RapidStation,
  from: number,
  to: number,
  batteryC: number | null,
  dt: number,
): number {
  let [soc, t] = [from, 0];
  for (;;) {
    const volts = packVoltsAt(car.battery, soc);
    const net = Math.min(unit.maxW, unit.maxAmps * volts) - car.ownDrawW;
    const k = car.battery.packOhms / (volts * volts);
    const path = (2 * net) / (1 + Math.sqrt(1 + 4 * k * net));
    const factor = batteryC === null ? 1 : acceptanceFactor(packTemperature(batteryC, t + dt / 2));
    const power = Math.min(path, acceptedAt(CURVE, soc) * factor);
    const gain = (power * dt) / 3600 / car.battery.usableWh;
    if (soc + gain >= to) return t + (dt * (to - soc)) / gain;
    [soc, t] = [soc + gain, t + dt];
  }
}

test.each([
  ["50 kW of 125 A, warm", 50_000, 125, null],
  ["150 kW, warm", 150_000, 375, null],
  ["150 kW, a pack at −8 °C", 150_000, 375, -8],
  ["100 kW, a pack at 5 °C", 100_000, 250, 5],
])("%s: agrees with brute force, which halves its error with its step", (_, maxW, maxAmps, batteryC) => {
  const unit = station(maxW, maxAmps);
  const exact = solved(rapidPath(unit), { fromSoc: 0.1, toSoc: 0.9, batteryC }).secondsToTarget;
  const [coarse, fine] = [0.1, 0.05].map((dt) => bruteForce(unit, 0.1, 0.9, batteryC, dt)) as [
    number,
    number,
  ];
  // Richardson's extrapolation of a first-order march: its leading error cancels.
  expect((2 * fine - coarse) / exact).toBeCloseTo(1, 6);
  expect(fine / exact).toBeCloseTo(1, 4);
});

test("a 50 kW station of 125 A gives 40–48 kW to a 320–385 V pack (common practice)", () => {
  const pack = {
    ...car,
    battery: { ...car.battery, packVolts: 352, emptyVolts: 320, fullVolts: 385, acceptance: undefined },
  };
  const at = (soc: number) =>
    solved(rapidPath(station(50_000, 125), pack), { fromSoc: soc, toSoc: soc + 0.01 });
  expect(at(0).point.inletW).toBeCloseTo(40_000, 0);
  expect(at(0.98).point.inletW / 1000).toBeGreaterThan(47);
  expect(at(0.98).point.inletW / 1000).toBeLessThan(48.2);
});

test("50 kW at full rate into a car of 100 Wh a mile: 500 miles an hour, before it tapers (common practice)", () => {
  expect(50_000 / 100).toBe(500);
  const s = solved(rapidPath(station(50_000, 150)), { fromSoc: 0.1, toSoc: 0.95 });
  const [first, last] = [s.segments[0]!, s.segments.at(-1)!];
  expect(first.startW / 100).toBeGreaterThan(480);
  expect(last.endW / 100).toBeLessThan(200);
});

test("an 800 V pack at a 500 V station: refused in words", () => {
  const high = { ...car, battery: { ...car.battery, packVolts: 740 } };
  const result = charge(rapidPath({ ...station(50_000, 125), maxVolts: 500 }, high), {
    fromSoc: 0.1,
    toSoc: 0.8,
  });
  expect(isRefusal(result) && result.code).toBe("station-volts-too-low");
});

test("sharing halves what the station gives; a colder pack is slower; the last fifth is the slowest", () => {
  const path = rapidPath(station(100_000, 250));
  const span = { fromSoc: 0.1, toSoc: 0.8 };
  const alone = solved(path, span).secondsToTarget;
  const beside = solved({ ...path, settings: { otherBusy: true } }, span).secondsToTarget;
  expect(beside).toBeGreaterThan(1.5 * alone);
  const times = [-15, -5, 5, 15, 25].map((batteryC) => solved(path, { ...span, batteryC }).secondsToTarget);
  times.slice(1).forEach((time, i) => expect(time).toBeLessThan(times[i]!));
  const fifth = solved(path, { fromSoc: 0.8, toSoc: 1 }).secondsToTarget;
  expect(fifth).toBeGreaterThan(solved(path, { fromSoc: 0.4, toSoc: 0.6 }).secondsToTarget * 2);
});

test("for any curve, station and temperature the ledger balances and two halves make the whole", () => {
  const any = fc.record({
    curve: acceptance,
    kW: fc.double({ min: 10, max: 300, noNaN: true }),
    amps: fc.double({ min: 40, max: 500, noNaN: true }),
    batteryC: fc.option(fc.double({ min: -20, max: 35, noNaN: true })),
  });
  fc.assert(
    fc.property(any, ({ curve, kW, amps, batteryC }) => {
      const its = { ...car, battery: { ...car.battery, acceptance: curve } };
      const path = rapidPath(station(kW * 1000, amps), its);
      const s = solved(path, { fromSoc: 0.12, toSoc: 0.83, batteryC });
      const sum = LOSS_CAUSES.reduce<number>((total, cause) => total + s.ledger[cause], s.ledger.stored);
      expect(Math.abs(sum / s.ledger.wall - 1)).toBeLessThan(1e-9);
      // A curve that leaps within a per cent of charge is beyond any battery; its steps are told to a thousandth.
      expect(s.ledger.stored / ((0.83 - 0.12) * 71_000)).toBeCloseTo(1, 3);
      // The meter's own-draw hours are the session's hours.
      expect(s.ledger.ownDraw / ((s.seconds / 3600) * 300)).toBeCloseTo(1, 9);
      const half = solved(path, { fromSoc: 0.12, toSoc: 0.83, batteryC, deadline: s.secondsToTarget / 2 });
      const rest =
        batteryC === null
          ? solved(path, { fromSoc: half.endSoc, toSoc: 0.83 }).secondsToTarget
          : s.secondsToTarget / 2;
      expect(rest / (s.secondsToTarget / 2)).toBeCloseTo(1, 4);
    }),
    { numRuns: 150 },
  );
});
