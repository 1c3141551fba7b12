import fc from "fast-check";
import { law } from "../../tests/law";
import { watts } from "../../trade/units";
import { coinOf, leadFigures, lossBetween, ownDrawOver, repaid, thicker, type LeadAsked } from ".";

const asked: LeadAsked = { known: { by: "loop", ohms: 0.37 }, amps: 12.51, volts: 230, lengthM: 25 };

test("12.51 A through a loop of 0.37 Ω: 57.9 W (common practice, arithmetic)", () => {
  const found = leadFigures(asked);
  expect(found.lostW).toBeCloseTo(57.9, 1);
  expect(found.wattsPerMetre).toBeCloseTo(57.9 / 25, 1);
  expect(found.dropVolts).toBeCloseTo(4.63, 2);
  expect(found.dropShare).toBeCloseTo(0.0201, 4);
  expect(found.nearW - found.farW).toBeCloseTo(found.lostW, 9);
});

test("two meters that read 3000 W and 2948 W: about 50 W are lost (common practice), and the loop follows", () => {
  const known = { by: "meters", nearW: watts(3000), farW: watts(2948) } as const;
  const found = leadFigures({ ...asked, known, amps: 13 });
  expect(found.lostW).toBeCloseTo(52, 9);
  expect(found.loopOhms).toBeCloseTo(52 / 169, 9);
  expect([found.nearW, found.farW]).toEqual([3000, expect.closeTo(2948, 9)]);
});

test("by conductor: both conductors of 25 m of 2.5 mm² at 20 °C are 0.399 Ω (IEC 60228)", () => {
  const known = { by: "conductor", gauge: "2.5 mm2", temperatureC: 20 } as const;
  expect(leadFigures({ ...asked, known }).loopOhms).toBeCloseTo(0.399, 9);
});

test("54 W for 12 h at 0.34 a kWh: 0.22 a session, 22 a hundred sessions (common practice)", () => {
  const coin = coinOf(54, { hoursASession: 12, sessionsAYear: 250, perKWh: 0.34 });
  expect(coin.aSession).toBeCloseTo(0.22, 2);
  expect(coin.aHundred).toBeCloseTo(22, 0);
  expect(coin.aYear).toBeCloseTo(2.5 * coin.aHundred, 9);
});

test("a thicker lead is repaid by what it saves; what saves nothing never is", () => {
  const use = { hoursASession: 12, sessionsAYear: 100, perKWh: 0.34 };
  const { lostW } = leadFigures(asked);
  const heavy = repaid(thicker(asked, "6 mm2", 120), lostW, use);
  expect(heavy.what).toBe("a lead of 6 mm²");
  expect(heavy.sessions! * (coinOf(lostW, use).aSession - coinOf(heavy.lostW, use).aSession)).toBeCloseTo(
    120,
    9,
  );
  expect(heavy.years).toBeCloseTo(heavy.sessions! / 100, 9);
  const thin = repaid(thicker(asked, "0.75 mm2", 20), lostW, use);
  expect([thin.sessions, thin.years]).toEqual([null, null]);
  expect(thin.savedAYear).toBeLessThan(0);
});

test("the heat of a lead grows with the square of the current and with its length, whatever they are", () => {
  const any = fc.record({
    amps: fc.double({ min: 1, max: 40, noNaN: true }),
    lengthM: fc.double({ min: 1, max: 100, noNaN: true }),
  });
  law(any, { runs: 200, mostSkipped: 0 }, ({ amps, lengthM }) => {
    const known = { by: "conductor", gauge: "1.5 mm2", temperatureC: 30 } as const;
    const at = (a: number, m: number) => leadFigures({ known, amps: a, volts: 230, lengthM: m });
    expect(at(2 * amps, lengthM).lostW / at(amps, lengthM).lostW).toBeCloseTo(4, 9);
    expect(at(amps, 2 * lengthM).lostW / at(amps, lengthM).lostW).toBeCloseTo(2, 9);
    expect(at(amps, 2 * lengthM).wattsPerMetre).toBeCloseTo(at(amps, lengthM).wattsPerMetre, 9);
  });
});

test("the car's own draw: 250 W over 24 kWh at 2 kW is 3 kWh, at 8 kW a quarter of it", () => {
  expect(ownDrawOver(24_000, 250, 2_000, 8_000)).toEqual({ slowWh: 3_000, fastWh: 750 });
});

test("two meters that may each be off by 1 % tell a small loss apart from none only when they differ by more", () => {
  const between = lossBetween(watts(3000), watts(2948));
  expect(between.leastW).toBe(0);
  // By hand: 3000 × 1.01 − 2948 × 0.99.
  expect(between.mostW).toBeCloseTo(111.48, 9);
  // 3000 × 0.99 − 2800 × 1.01 and 3000 × 1.01 − 2800 × 0.99.
  expect(lossBetween(watts(3000), watts(2800))).toEqual({
    leastW: expect.closeTo(142, 9),
    mostW: expect.closeTo(258, 9),
  });
  expect(lossBetween(watts(3000), watts(2948), 0)).toEqual({ leastW: 52, mostW: 52 });
});
