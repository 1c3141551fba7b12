import {
  acceptedAt,
  atOnce,
  cutRun,
  energyOnLine,
  ledgerOf,
  LOSS_CAUSES,
  run,
  socAt,
  timeOnLine,
  wallInside,
  type State,
} from ".";
import { bay, idealCar, pathOf, post, socket, storing } from "../../tests/parts";
import { charged as session, circuitOf } from "../../tests/solve";
import type { Lead } from "../../things/parts";
import { conversionCurve, type Circuit } from "../path";
import type { Session } from "../plan";
import { wattHours } from "../../trade/units";

const hours = (s: Session) => s.secondsToTarget / 3600;
const at = (soc: number): State => ({ soc, packC: null, elapsed: 0 });

describe("common-practice times", () => {
  const wallbox = (usableWh: number, phases: 1 | 3, amps: number) =>
    pathOf({
      car: {
        ...idealCar([{ phases, amps }], usableWh),
        charger: { limits: [{ phases, amps }], efficiency: 0.99 },
      },
      outlet: bay("230/400", phases === 1 ? "single" : "three"),
      evse: post(phases, 80),
    });

  test("77 kWh at 11 kW: 0–100 % in 7 h, 60–80 % in about 1 h 24 min", () => {
    expect(hours(session(wallbox(77_000, 3, 16), { fromSoc: 0, toSoc: 1 }))).toBeCloseTo(7, 0);
    const part = hours(session(wallbox(77_000, 3, 16), { fromSoc: 0.6, toSoc: 0.8 })) * 60;
    expect(part).toBeGreaterThan(83);
    expect(part).toBeLessThan(87);
  });

  test.each([
    ["39.2 kWh at 3.3 kW, ideal: just under 12 h", 3_300, 11.5, 12],
    ["at 10 kW about 4 h", 10_000, 3.8, 4.1],
    ["at 100 kW under 30 min", 100_000, 0.3, 0.5],
  ])("%s", (_, power, least, most) => {
    const total = timeOnLine(wattHours(39_200), power, power) / 3600;
    expect(total).toBeGreaterThan(least);
    expect(total).toBeLessThan(most);
  });

  test("82 kWh at 2.4 kW from empty: about 34 h", () => {
    expect(timeOnLine(wattHours(82_000), 2_400, 2_400) / 3600).toBeCloseTo(34.2, 1);
  });
});

describe("levels as people speak of them", () => {
  test("Level 1: 120 V at 12 A is 1.44 kW; 100 Wh a mile is 14 miles an hour, 165–170 in a 12-hour night (common practice)", () => {
    const { balance } = session(
      pathOf({
        car: idealCar([{ phases: 1, amps: 32 }]),
        outlet: bay("split-phase", "single"),
        evse: post(1, 12, "type1"),
      }),
      { fromSoc: 0.1, toSoc: 0.3 },
    ).moment;
    expect(balance.wall / 1000).toBeCloseTo(1.44, 2);
    expect(balance.wall / 100).toBeCloseTo(14.4, 1);
    // Told at the rounded 14 miles an hour.
    expect(Math.floor(balance.wall / 100) * 12).toBe(168);
  });

  test("8 kW for a 3 h limit is 24 kWh (common practice)", () => {
    const s = session(
      pathOf({
        car: idealCar([{ phases: 1, amps: 48 }], 100_000),
        outlet: bay("split-phase", "high"),
        evse: post(1, 8000 / 240, "type1"),
      }),
      { fromSoc: 0.1, toSoc: 0.9 },
      3 * 3600,
    );
    expect(s.reached).toBe(false);
    expect(s.ledger.wall / 1000).toBeCloseTo(24, 1);
    expect(s.shortWh).toBeCloseTo((0.9 - s.endSoc) * 100_000, 6);
  });
});

describe("the integrator", () => {
  const acceptance = [
    { soc: 0, watts: 20_000 },
    { soc: 0.5, watts: 40_000 },
    { soc: 0.8, watts: 9_000 },
    { soc: 1, watts: 900 },
  ];

  /** Fixed steps of state of charge, midpoint rule: the brute force. */
  const bruteForce = (circuit: Circuit, pathW: number, from: number, to: number, steps: number): number => {
    let seconds = 0;
    const step = (to - from) / steps;
    for (let i = 0; i < steps; i++)
      seconds +=
        (step * circuit.pack.usableWh * 3600) /
        Math.min(pathW, acceptedAt(circuit.pack, from + (i + 0.5) * step));
    return seconds;
  };

  test.each([3_000, 9_500, 15_000])("agrees with brute force at a path of about %d W", (pathW) => {
    const circuit = circuitOf(storing(pathW, { acceptance }));
    const done = run(circuit, atOnce(0.97), at(0.1));
    const level = done.slices.find((s) => s.limitedBy !== "battery")!.startW;
    expect(done.end.elapsed / bruteForce(circuit, level, 0.1, 0.97, 200_000)).toBeCloseTo(1, 6);
    expect(done.end.soc).toBe(0.97);
  });

  test("time on a line and energy after a time are inverses, level lines included", () => {
    for (const [p1, p2] of [
      [5_000, 900],
      [900, 5_000],
      [3_000, 3_000],
      [3_000, 3_000.0000001],
    ] as const)
      expect(energyOnLine(wattHours(7_000), p1, p2, timeOnLine(wattHours(7_000), p1, p2))).toBeCloseTo(
        7_000,
        6,
      );
  });

  test("the losses of a taper agree with a thousand times finer steps", () => {
    const path = storing(6_000, { acceptance, packOhms: 0.1 });
    path.car.ownDrawW = 280;
    const circuit = circuitOf(path);
    const whole = ledgerOf(run(circuit, atOnce(0.99), at(0.7)).slices);
    const sum = { wall: 0, conversion: 0, battery: 0, cable: 0 };
    const N = 3_000;
    let state = at(0.7);
    for (let i = 1; i <= N; i++) {
      const part = run(circuit, atOnce(0.7 + (0.29 * i) / N), state);
      for (const s of part.slices) {
        // The trapezoid of a step so short that nothing bends over it.
        const hours = (s.to - s.from) / 3600;
        sum.wall += (hours * (s.startWallW + s.endWallW)) / 2;
      }
      const own = ledgerOf(part.slices);
      sum.conversion += own.conversion;
      sum.battery += own.battery;
      sum.cable += own.cable;
      state = part.end;
    }
    expect(sum.wall / whole.wall).toBeCloseTo(1, 6);
    for (const cause of ["conversion", "battery", "cable"] as const)
      expect(sum[cause] / whole[cause]).toBeCloseTo(1, 7);
  });
});

describe("a schedule", () => {
  const path = storing(7_000, {
    acceptance: [
      { soc: 0, watts: 12_000 },
      { soc: 0.8, watts: 8_000 },
      { soc: 1, watts: 1_000 },
    ],
  });
  const circuit = circuitOf(path);
  const whole = run(circuit, atOnce(0.95), at(0.3));

  test("starts late, pauses, and stores the same on the meter in the same charging time", () => {
    const pause = { from: 3_600, to: 3_600 + 2 * 3_600 };
    const done = run(circuit, { toSoc: 0.95, windows: [pause, { from: 20_000, to: Infinity }] }, at(0.3));
    expect(done.slices[0]!.from).toBe(3_600);
    expect(done.slices.some((s) => s.from < 20_000 && s.to > pause.to)).toBe(false);
    const charging = done.slices.reduce((sum, s) => sum + s.to - s.from, 0);
    expect(charging / whole.end.elapsed).toBeCloseTo(1, 9);
    expect(ledgerOf(done.slices).wall / ledgerOf(whole.slices).wall).toBeCloseTo(1, 9);
  });

  test("changes its amps: the windows carry what was asked, and below 6 A nothing flows", () => {
    const done = run(
      circuit,
      {
        toSoc: 0.95,
        windows: [
          { from: 0, to: 3_600, amps: 10 },
          { from: 3_600, to: 7_200, amps: 5 },
          { from: 7_200, to: 10_800, amps: 20 },
        ],
      },
      at(0.3),
    );
    const stored = (from: number, to: number) =>
      done.slices.filter((s) => s.from >= from && s.to <= to).reduce((sum, s) => sum + s.stored, 0);
    expect(stored(0, 3_600)).toBeGreaterThan(2_200);
    expect(stored(3_600, 7_200)).toBe(0);
    expect(stored(7_200, 10_800) / stored(0, 3_600)).toBeCloseTo(2, 1);
    expect(done.end.elapsed).toBeCloseTo(10_800, 6);
  });

  test("goes on from where a run left the car, and is cut anywhere without changing a total", () => {
    const ledger = ledgerOf(whole.slices);
    for (const share of [0.001, 0.2, 0.5, 0.8, 0.999]) {
      const time = share * whole.end.elapsed;
      const first = run(circuit, atOnce(0.95, time), at(0.3));
      const rest = run(circuit, atOnce(0.95), first.end);
      expect(rest.end.elapsed / whole.end.elapsed).toBeCloseTo(1, 9);
      const [a, b] = cutRun(whole, at(0.3), time);
      expect(a.end.soc).toBeCloseTo(first.end.soc, 7);
      expect(socAt(whole, at(0.3), time)).toBeCloseTo(first.end.soc, 7);
      for (const cause of [...LOSS_CAUSES, "wall", "stored"] as const) {
        expect(ledgerOf(a.slices)[cause] + ledgerOf(b.slices)[cause]).toBeCloseTo(ledger[cause], 6);
        expect(ledgerOf(first.slices)[cause] + ledgerOf(rest.slices)[cause]).toBeCloseTo(ledger[cause], 4);
      }
      expect(ledgerOf(a.slices).wall / ledgerOf(first.slices).wall).toBeCloseTo(1, 6);
    }
  });

  test("energy inside a slice runs from nothing to its own, and only rises", () => {
    for (const slice of whole.slices) {
      expect(wallInside(slice, slice.from)).toBeCloseTo(0, 9);
      expect(wallInside(slice, slice.to)).toBeCloseTo(slice.wall, 6);
      const middle = wallInside(slice, (slice.from + slice.to) / 2);
      expect(middle).toBeGreaterThan(0);
      expect(middle).toBeLessThan(slice.wall);
    }
  });

  test("a run is plain data", () => {
    expect(structuredClone(whole)).toEqual(whole);
    expect(structuredClone(circuit)).toEqual(circuit);
  });

  test("before the run its start, after it its end, in a pause no change", () => {
    const later = run(circuit, { toSoc: 0.5, windows: [{ from: 100, to: Infinity }] }, at(0.3));
    expect([socAt(later, at(0.3), 50), socAt(later, at(0.3), 1e9)]).toEqual([0.3, 0.5]);
  });
});

describe("losses", () => {
  const car = {
    ...idealCar([{ phases: 1, amps: 32 }]),
    ownDrawW: 280,
    charger: { limits: [{ phases: 1 as const, amps: 32 }], efficiency: 0.93 },
  };
  const slow = session(pathOf({ car, outlet: bay("230/400", "single"), evse: post(1, 8) }), {
    fromSoc: 0.3,
    toSoc: 0.8,
  });
  const fast = session(pathOf({ car, outlet: bay("230/400", "single"), evse: post(1, 16) }), {
    fromSoc: 0.3,
    toSoc: 0.8,
  });

  test("halving the current more than doubles the time, and loses more", () => {
    expect(slow.secondsToTarget).toBeGreaterThan(2 * fast.secondsToTarget);
    expect(slow.ledger.lost).toBeGreaterThan(fast.ledger.lost);
  });

  test("the charger loses 7 % at full and half load and 10 % at a fifth (from memory)", () => {
    const { a, b, c } = conversionCurve(car);
    const lossAt = (share: number) => {
      const p = share * 32 * 230;
      return (a + b * p + c * p * p) / p;
    };
    expect(lossAt(1)).toBeCloseTo(0.07, 9);
    expect(lossAt(0.5)).toBeCloseTo(0.07, 9);
    expect(lossAt(0.2)).toBeCloseTo(0.1, 9);
  });

  const over = (
    type: "nema-5-20" | "blue-16" | "red-16",
    resistance: Lead["resistance"],
    amps: number,
  ): Session => {
    const phases = type === "red-16" ? 3 : 1;
    const system = type === "nema-5-20" ? "split-phase" : "230/400";
    return session(
      pathOf({
        car: idealCar([{ phases, amps: 32 }]),
        outlet: socket(system, type, 20),
        lead: {
          name: "lead",
          plug: type,
          socket: type,
          amps: 16,
          lengthM: 20,
          coiled: false,
          chained: false,
          overBlock: false,
          resistance,
        },
        evse: {
          ...post(phases, amps, phases === 1 ? "type1" : "type2"),
          kind: "portable",
          plugs: [{ type, amps: 16 }],
          knowsPlugs: true,
        },
      }),
      { fromSoc: 0.2, toSoc: 0.5 },
    );
  };

  test("a lead measured by its loop: 12.51 A through 0.37 Ω is 57.9 W as measured, its contacts in it (common practice)", () => {
    expect(over("nema-5-20", { by: "loop", loopOhms: 0.37 }, 12.51).moment.balance.lead).toBeCloseTo(57.9, 1);
  });

  test("two meters that read 3000 W and 2948 W: about 50 W are lost between them (common practice)", () => {
    const meters = { by: "meters", wattsIn: 3000, wattsOut: 2948, amps: 12.51 } as const;
    expect(over("blue-16", meters, 12.51).moment.balance.lead).toBeCloseTo(52, 6);
    expect(over("red-16", meters, 12.51).moment.balance.lead).toBeCloseTo(52, 6);
  });

  test("a loop reading on three phases: three conductors of half the loop each (arithmetic)", () => {
    const loop = { by: "loop", loopOhms: 0.4 } as const;
    expect(over("red-16", loop, 10).moment.balance.lead).toBeCloseTo(3 * 100 * 0.2, 6);
  });

  test("a conductor's own ohms have its contacts added", () => {
    const cord = over("blue-16", { by: "conductor", gauge: "2.5 mm2" }, 10).moment.balance.lead;
    // IEC 60228: 7.98 Ω/km at 20 °C; 30 °C in use.
    expect(cord).toBeCloseTo(2 * 100 * (0.00798 * 20 * (1 + 0.00393 * 10) + 0.003), 6);
  });
});
