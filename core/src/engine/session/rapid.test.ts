import {
  atOnce,
  acceptanceFactor,
  acceptedAt,
  heatCapacity,
  LOSS_CAUSES,
  run,
  WARM_PACK_C,
  type State,
} from ".";
import { bay, idealCar, rapid as station } from "../../tests/parts";
import { charged, chargeOver, pointAt, circuitOf } from "../../tests/solve";
import type { Car, RapidStation } from "../../things/parts";
import { isRefusal, type ChargingPath } from "../path";

const CURVE = [0, 8, 15, 25, 35, 45, 55, 65, 75, 85, 95, 100].map((percent, i) => ({
  soc: percent / 100,
  watts: [70, 120, 150, 146, 130, 112, 95, 78, 60, 38, 14, 4][i]! * 1000,
}));
const car: Car = {
  ...idealCar([{ phases: 1, amps: 32 }], 71_000),
  ownDrawW: 300,
  battery: { usableWh: 71_000, packVolts: 396, packOhms: 0.07, acceptance: CURVE },
};
const rapidPath = (evse: RapidStation, its: Car = car, heatingW = 0): ChargingPath => ({
  car: its,
  outlet: bay("230/400", "three"),
  evse,
  houseRule: "usual",
  settings: { heatingW },
});
/**
 * The same physics marched by brute force in small steps of time, by the midpoint rule: station amps and sign met at
 * its output, the cable's drop on top of the pack's volts, the pack warmed by its own I²R and the heater.
 */
function bruteForce(
  path: ChargingPath,
  from: number,
  to: number,
  batteryC: number | null,
  dt: number,
): number {
  const circuit = circuitOf(path);
  const { pack, ohms, ownDrawW, heatingW, capW } = circuit;
  const most = circuit.ways[0]!.most;
  const power = (soc: number, celsius: number | null): number => {
    const volts = pack.emptyVolts + (pack.fullVolts - pack.emptyVolts) * soc;
    let amps = most;
    if (amps * volts + 2 * ohms * amps * amps > capW)
      amps = (-volts + Math.sqrt(volts * volts + 8 * ohms * capW)) / (4 * ohms);
    const net = amps * volts - ownDrawW;
    const k = pack.ohms / (volts * volts);
    const stored = (-1 + Math.sqrt(1 + 4 * k * net)) / (2 * k);
    return Math.min(stored, acceptedAt(pack, soc) * (celsius === null ? 1 : acceptanceFactor(celsius)));
  };
  const warming = (soc: number, celsius: number | null): number => {
    if (celsius === null || celsius >= WARM_PACK_C) return 0;
    const volts = pack.emptyVolts + (pack.fullVolts - pack.emptyVolts) * soc;
    return ((power(soc, celsius) / volts) ** 2 * pack.ohms + heatingW) / heatCapacity(circuit) / 3600;
  };
  let [soc, t, celsius] = [from, 0, batteryC];
  const warmed = (c: number | null, by: number) => (c === null ? null : c + by);
  for (;;) {
    const half = soc + (power(soc, celsius) * dt) / 7200 / pack.usableWh;
    const halfC = warmed(celsius, (warming(soc, celsius) * dt) / 2);
    const gain = (power(half, halfC) * dt) / 3600 / pack.usableWh;
    if (soc + gain >= to) return t + (dt * (to - soc)) / gain;
    celsius = warmed(celsius, warming(half, halfC) * dt);
    [soc, t] = [soc + gain, t + dt];
  }
}

test.each([
  ["50 kW of 125 A, warm", 50_000, 125, null, 0],
  ["150 kW, warm", 150_000, 375, null, 0],
  ["150 kW, a pack at −8 °C", 150_000, 375, -8, 0],
  ["150 kW, a pack at −8 °C, heated with 6 kW", 150_000, 375, -8, 6_000],
  ["100 kW, a pack at 5 °C", 100_000, 250, 5, 0],
])("%s: agrees with brute force to a millionth", (_, maxW, maxAmps, batteryC, heatingW) => {
  const path = rapidPath(station(maxW, maxAmps), car, heatingW);
  const exact = charged(path, { fromSoc: 0.1, toSoc: 0.9, batteryC }).secondsToTarget;
  const [coarse, fine] = [0.5, 0.25].map((dt) => bruteForce(path, 0.1, 0.9, batteryC, dt)) as [
    number,
    number,
  ];
  // Richardson's extrapolation of a second-order march: its leading error cancels.
  expect(Math.abs((4 * fine - coarse) / 3 / exact - 1)).toBeLessThan(1e-6);
});

test("a curve that is level but for its last digit loses what a level one does, cause by cause", () => {
  const losses = (...watts: number[]) => {
    const acceptance = watts.map((power, i) => ({ soc: i / (watts.length - 1), watts: power }));
    const level = { ...car, battery: { ...car.battery, acceptance } };
    return charged(rapidPath(station(150_000, 375), level), { fromSoc: 0.1, toSoc: 0.9 }).ledger;
  };
  const [level, almost] = [losses(30_000, 30_000), losses(30_000.000000000004, 30_000)];
  expect(almost.cable).toBeGreaterThan(0);
  for (const cause of LOSS_CAUSES) expect(almost[cause] - level[cause]).toBeCloseTo(0, 6);
});

test("a cold pack is warmed by what it loses and by a heater that is booked, never for nothing", () => {
  const path = rapidPath(station(150_000, 375));
  const circuit = circuitOf(path);
  const { slices, end } = run(circuit, atOnce(0.6), { soc: 0.1, packC: -5, elapsed: 0 });
  const heat = slices.reduce((sum, s) => sum + s.wh.battery, 0);
  expect((end.packC! + 5) * heatCapacity(circuit)).toBeCloseTo(heat, 0);
  const still = run(
    circuitOf(rapidPath(station(150_000, 375), { ...car, battery: { ...car.battery, packOhms: 0 } })),
    atOnce(0.6),
    {
      soc: 0.1,
      packC: -5,
      elapsed: 0,
    },
  );
  expect(still.end.packC).toBe(-5);
  const heated = charged(rapidPath(station(150_000, 375), car, 5_000), {
    fromSoc: 0.1,
    toSoc: 0.6,
    batteryC: -5,
  });
  const hours = heated.secondsToTarget / 3600;
  expect(heated.ledger.ownDraw).toBeCloseTo(hours * 5_300, 6);
  expect(heated.run.end.packC).toBeGreaterThan(end.packC!);
});

test("on AC a cold pack stays cold: a few watts of heat warm nothing", () => {
  const path: ChargingPath = {
    ...rapidPath(station(50_000, 125)),
    evse: {
      ...station(50_000, 125),
      kind: "wallbox",
      maxAmps: 16,
      output: { kind: "tethered", connector: "type2", lengthM: 5, gauge: "2.5 mm2" },
    } as unknown as ChargingPath["evse"],
    outlet: bay("230/400", "single"),
  };
  const s = charged(path, { fromSoc: 0.1, toSoc: 0.5, batteryC: -5 });
  expect(s.run.end.packC).toBeLessThan(-4);
});

test("a pause does not cool the pack to its start: what follows goes on from where it was", () => {
  const circuit = circuitOf(rapidPath(station(150_000, 375)));
  const start: State = { soc: 0.1, packC: -8, elapsed: 0 };
  const straight = run(circuit, atOnce(0.7), start);
  const paused = run(
    circuit,
    {
      toSoc: 0.7,
      windows: [
        { from: 0, to: 900 },
        { from: 4_500, to: Infinity },
      ],
    },
    start,
  );
  expect(paused.end.elapsed - 3_600).toBeCloseTo(straight.end.elapsed, 2);
  expect(paused.slices.find((s) => s.from >= 4_500)!.fromC).toBeGreaterThan(-8);
});

test("the cable's loss is part of the sign: 50 kW on it, and no more at the meter", () => {
  const point = pointAt(rapidPath(station(50_000, 150)));
  expect(point.drawnW).toBeCloseTo(50_000, 6);
  expect(point.inletW).toBeLessThan(50_000);
});

test("inlet and adapter count on DC: a 400 A station into a 250 A inlet gives 250 A", () => {
  const gbt: RapidStation = {
    ...station(180_000, 400),
    output: { kind: "tethered", connector: "gbt-dc", lengthM: 4, gauge: "35 mm2" },
  };
  const its = { ...car, inlets: ["gbt-dc" as const], battery: { ...car.battery, acceptance: undefined } };
  const point = pointAt(rapidPath(gbt, its));
  expect(point.amps).toBe(250);
  expect(point.inletW).toBeCloseTo(250 * point.volts, 6);
  const adapted: ChargingPath = {
    ...rapidPath(station(180_000, 400), { ...its, inlets: ["chademo"] }),
    adapter: { name: "adapter", from: "ccs2", to: "chademo", amps: 125 },
  };
  expect(pointAt(adapted).amps).toBe(125);
});

test("the station's own draw and its rectifier's loss lie before the billed meter", () => {
  const s = charged(rapidPath(station(50_000, 125)), { fromSoc: 0.1, toSoc: 0.5 });
  expect(s.ledger.evse).toBe(0);
  const hours = s.secondsToTarget / 3600;
  expect(s.ledger.upstream).toBeCloseTo(s.ledger.wall * (1 / 0.95 - 1) + 40 * hours, 6);
});

test("a 50 kW station of 125 A gives 40–48 kW to a 320–385 V pack (common practice)", () => {
  const pack = {
    ...car,
    battery: {
      ...car.battery,
      packVolts: 352,
      emptyVolts: 320,
      fullVolts: 385,
      acceptance: undefined,
      neverLimits: true,
    },
  };
  const at = (soc: number) =>
    charged(rapidPath(station(50_000, 125), pack), { fromSoc: soc, toSoc: soc + 0.01 }).moment.inletW / 1000;
  expect(at(0)).toBeCloseTo(40, 0);
  expect(at(0.98)).toBeGreaterThan(47);
  expect(at(0.98)).toBeLessThan(48.2);
});

test("50 kW at full rate into a car of 100 Wh a mile: 500 miles an hour, before it tapers (common practice)", () => {
  expect(50_000 / 100).toBe(500);
  const { slices } = charged(rapidPath(station(50_000, 150)), { fromSoc: 0.1, toSoc: 0.95 }).whole;
  const [first, last] = [slices[0]!, slices.at(-1)!];
  expect(first.startW / 100).toBeGreaterThan(480);
  expect(last.endW / 100).toBeLessThan(200);
});

test("an 800 V pack at a 500 V station: refused in words", () => {
  const high = { ...car, battery: { ...car.battery, packVolts: 740 } };
  const result = chargeOver(rapidPath({ ...station(50_000, 125), maxVolts: 500 }, high), {
    fromSoc: 0.1,
    toSoc: 0.8,
  });
  expect(isRefusal(result) && result.code).toBe("station-volts-too-low");
});

test("sharing halves what the station gives; a colder pack is slower; the last fifth is the slowest", () => {
  const path = rapidPath(station(100_000, 250));
  const span = { fromSoc: 0.1, toSoc: 0.8 };
  const alone = charged(path, span).secondsToTarget;
  const beside = charged({ ...path, settings: { otherBusy: true } }, span).secondsToTarget;
  expect(beside).toBeGreaterThan(1.5 * alone);
  const times = [-15, -5, 5, 15, 25].map((batteryC) => charged(path, { ...span, batteryC }).secondsToTarget);
  times.slice(1).forEach((time, i) => expect(time).toBeLessThan(times[i]!));
  const fifth = charged(path, { fromSoc: 0.8, toSoc: 1 }).secondsToTarget;
  expect(fifth).toBeGreaterThan(charged(path, { fromSoc: 0.4, toSoc: 0.6 }).secondsToTarget * 2);
});
