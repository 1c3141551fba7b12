import {
  energyOnLine,
  integrate,
  timeOnLine,
  acceptancePieces,
  charge,
  cutAt,
  conversionCurve,
  ledgerOf,
  LOSS_CAUSES,
  type Session,
} from ".";
import { bay, idealCar, pathOf, post } from "../tests/parts";
import type { Lead } from "../parts";
import { isRefusal, type ChargingPath } from "../path";
import { wattHours, watts } from "../units";

const session = (path: ChargingPath, fromSoc: number, toSoc: number, deadline?: number): Session => {
  const result = charge(path, { fromSoc, toSoc, deadline });
  if (isRefusal(result)) throw new Error(result.message);
  return result;
};
const hours = (s: Session) => s.secondsToTarget / 3600;

describe("common-practice times", () => {
  const wallbox = (usableWh: number, lanes: 1 | 3, amps: number) =>
    pathOf({
      car: {
        ...idealCar([{ lanes, amps }], usableWh),
        charger: { limits: [{ lanes, amps }], efficiency: 0.99 },
      },
      outlet: bay("230/400", lanes === 1 ? "single" : "three"),
      unit: post(lanes, 80),
    });

  test("77 kWh at 11 kW: 0–100 % in 7 h, 60–80 % in about 1 h 24 min", () => {
    expect(hours(session(wallbox(77_000, 3, 16), 0, 1))).toBeCloseTo(7, 0);
    expect(hours(session(wallbox(77_000, 3, 16), 0.6, 0.8)) * 60).toBeGreaterThan(83);
    expect(hours(session(wallbox(77_000, 3, 16), 0.6, 0.8)) * 60).toBeLessThan(87);
  });

  test.each([
    ["39.2 kWh at 3.3 kW, ideal: just under 12 h", 3_300, 11.5, 12],
    ["at 10 kW about 4 h", 10_000, 3.8, 4.1],
    ["at 100 kW under 30 min", 100_000, 0.3, 0.5],
  ])("%s", (_, power, least, most) => {
    const pieces = acceptancePieces(undefined, 0, 1);
    const total =
      integrate(pieces, wattHours(39_200), watts(power)).reduce((sum, s) => sum + s.seconds, 0) / 3600;
    expect(total).toBeGreaterThan(least);
    expect(total).toBeLessThan(most);
  });

  test("82 kWh at 2.4 kW from empty: about 34 h", () => {
    expect(timeOnLine(wattHours(82_000), 2_400, 2_400) / 3600).toBeCloseTo(34.2, 1);
  });
});

describe("levels as people speak of them", () => {
  test("Level 1: 120 V at 12 A is 1.44 kW; 100 Wh a mile is 14 miles an hour, 165–170 in a 12-hour night (common practice)", () => {
    const { atFlow } = session(
      pathOf({
        car: idealCar([{ lanes: 1, amps: 32 }]),
        outlet: bay("split-phase", "single"),
        unit: post(1, 12, "type1"),
      }),
      0.1,
      0.3,
    );
    expect(atFlow.wall / 1000).toBeCloseTo(1.44, 2);
    expect(atFlow.wall / 100).toBeCloseTo(14.4, 1);
    // Told at the rounded 14 miles an hour.
    expect(Math.floor(atFlow.wall / 100) * 12).toBe(168);
  });

  test("8 kW for a 3 h limit is 24 kWh (common practice)", () => {
    const s = session(
      pathOf({
        car: idealCar([{ lanes: 1, amps: 48 }], 100_000),
        outlet: bay("split-phase", "high"),
        unit: post(1, 8000 / 240, "type1"),
      }),
      0.1,
      0.9,
      3 * 3600,
    );
    expect(s.reached).toBe(false);
    expect(s.ledger.wall / 1000).toBeCloseTo(24, 1);
  });
});

describe("the integrator", () => {
  const curve = [
    { soc: 0, watts: 20_000 },
    { soc: 0.5, watts: 40_000 },
    { soc: 0.8, watts: 9_000 },
    { soc: 1, watts: 900 },
  ];
  const usable = wattHours(50_000);

  /** Fixed steps of state of charge, midpoint rule: the brute force. */
  const bruteForce = (pathW: number, from: number, to: number, steps: number): number => {
    let seconds = 0;
    const step = (to - from) / steps;
    for (let i = 0; i < steps; i++) {
      const soc = from + (i + 0.5) * step;
      const next = curve.findIndex((p) => p.soc >= soc);
      const [a, b] = [curve[next - 1]!, curve[next]!];
      const accepted = a.watts + ((b.watts - a.watts) * (soc - a.soc)) / (b.soc - a.soc);
      seconds += ((step * usable) / Math.min(pathW, accepted)) * 3600;
    }
    return seconds;
  };

  test.each([3_000, 15_000, 30_000, 60_000])("agrees with brute force at a path of %d W", (pathW) => {
    const segments = integrate(acceptancePieces(curve, 0.1, 0.97), usable, watts(pathW));
    const exact = segments.reduce((sum, s) => sum + s.seconds, 0);
    expect(exact / bruteForce(pathW, 0.1, 0.97, 200_000)).toBeCloseTo(1, 6);
    expect(segments.at(-1)!.toSoc).toBeCloseTo(0.97, 12);
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

  test("a deadline cuts inside the taper, exactly where time runs out", () => {
    const segments = integrate(acceptancePieces(curve, 0.5, 1), usable, watts(12_000));
    const total = segments.reduce((sum, s) => sum + s.seconds, 0);
    const cut = cutAt(segments, usable, total * 0.9);
    expect(cut.reduce((sum, s) => sum + s.seconds, 0)).toBeCloseTo(total * 0.9, 6);
    const rest = integrate(acceptancePieces(curve, cut.at(-1)!.toSoc, 1), usable, watts(12_000));
    expect(rest.reduce((sum, s) => sum + s.seconds, 0)).toBeCloseTo(total * 0.1, 5);
  });
});

describe("losses", () => {
  const car = {
    ...idealCar([{ lanes: 1, amps: 32 }]),
    ownDrawW: 280,
    charger: { limits: [{ lanes: 1 as const, amps: 32 }], efficiency: 0.93 },
  };
  const slow = session(pathOf({ car, outlet: bay("230/400", "single"), unit: post(1, 8) }), 0.3, 0.8);
  const fast = session(pathOf({ car, outlet: bay("230/400", "single"), unit: post(1, 16) }), 0.3, 0.8);

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

  test("the heat in the wires is I²R by the loop: 12.51 A through 0.37 Ω is 57.9 W (common practice)", () => {
    const path = pathOf({
      car: idealCar([{ lanes: 1, amps: 32 }]),
      outlet: {
        kind: "socket",
        name: "socket",
        condition: "sound",
        exposed: false,
        type: "nema-5-20",
        supply: { system: "split-phase" },
        circuit: { breakerAmps: 20, otherLoadAmps: 0 },
      },
      lead: {
        name: "lead",
        plug: "nema-5-20",
        socket: "nema-5-20",
        amps: 16,
        lengthM: 20,
        coiled: false,
        chained: false,
        overBlock: false,
        resistance: { by: "loop", loopOhms: 0.37 - 2 * 0.003 },
      },
      unit: { ...post(1, 12.51, "type1"), kind: "portable", plugs: [{ type: "nema-5-20", amps: 16 }] },
    });
    expect(session(path, 0.2, 0.5).atFlow.lead).toBeCloseTo(57.9, 1);
  });

  test("two meters and a loop reading are two ways to the same I²R", () => {
    const over = (resistance: Lead["resistance"]) =>
      session(
        pathOf({
          car: idealCar([{ lanes: 1, amps: 32 }]),
          outlet: {
            kind: "socket",
            name: "socket",
            condition: "sound",
            exposed: false,
            type: "blue-16",
            supply: { system: "230/400" },
            circuit: { breakerAmps: 16, otherLoadAmps: 0 },
          },
          lead: {
            name: "lead",
            plug: "blue-16",
            socket: "blue-16",
            amps: 16,
            lengthM: 25,
            coiled: false,
            chained: false,
            overBlock: false,
            resistance,
          },
          unit: { ...post(1, 13), kind: "portable", plugs: [{ type: "blue-16", amps: 16 }] },
        }),
        0.2,
        0.5,
      ).ledger.lead;
    // Two meters of one circuit: 3000 W and 2948 W (common practice), at 12.51 A.
    const loopOhms = (3000 - 2948) / 12.51 ** 2;
    expect(over({ by: "meters", wattsIn: 3000, wattsOut: 2948, amps: 12.51 })).toBeCloseTo(
      over({ by: "loop", loopOhms }),
      6,
    );
  });

  test("the ledger of a tapering session agrees with a thousand small level ones", () => {
    const tapering = {
      ...car,
      battery: {
        ...car.battery,
        packOhms: 0.1,
        acceptance: [
          { soc: 0.5, watts: 6_000 },
          { soc: 1, watts: 800 },
        ],
      },
    };
    const s = session(
      pathOf({ car: tapering, outlet: bay("230/400", "single"), unit: post(1, 32) }),
      0.4,
      0.99,
    );
    const usable = wattHours(tapering.battery.usableWh);
    const fine = s.segments.flatMap((seg) =>
      Array.from({ length: 1000 }, (_, i) => {
        const soc = (k: number) => seg.fromSoc + ((seg.toSoc - seg.fromSoc) * k) / 1000;
        const power = watts(seg.startW + ((seg.endW - seg.startW) * (i + 0.5)) / 1000);
        const energy = wattHours((soc(i + 1) - soc(i)) * usable);
        return {
          ...seg,
          fromSoc: soc(i),
          toSoc: soc(i + 1),
          startW: power,
          endW: power,
          seconds: (energy / power) * 3600,
        };
      }),
    );
    const brute = ledgerOf(fine, s.delivery);
    for (const cause of [...LOSS_CAUSES, "wall"] as const)
      expect(Math.abs(s.ledger[cause] - brute[cause])).toBeLessThan(1e-5 * s.ledger.wall);
  });
});
