import fc from "fast-check";
import { ampsToPilot, ampsToProximity, pilotToAmps, proximityToAmps } from ".";

describe("control pilot (IEC 61851-1 annex A, SAE J1772)", () => {
  test.each([
    [0.1, 6],
    [0.16, 9.6],
    [0.25, 15],
    [0.5, 30],
    [0.533, 32],
    [0.8, 48],
    [0.85, 51],
    [0.9, 65],
    [0.96, 80],
    [0.09, 6],
    [0.97, 80],
  ])("duty %d offers %d A", (duty, amps) => {
    const meaning = pilotToAmps(duty);
    expect(meaning.kind === "amps" && meaning.amps).toBeCloseTo(amps, 1);
  });

  test.each([
    [0.05, "digital"],
    [0.03, "digital"],
    [0.02, "none"],
    [0.075, "none"],
    [0.98, "none"],
    [0, "none"],
    [1, "none"],
  ])("duty %d means %s", (duty, kind) => expect(pilotToAmps(duty).kind).toBe(kind));

  test("every current from 6 to 80 A has a duty cycle that says it, and more duty never says less", () => {
    fc.assert(
      fc.property(fc.double({ min: 6, max: 80, noNaN: true }), (amps) => {
        const meaning = pilotToAmps(ampsToPilot(amps)!);
        // The standard's two lines leave 51 to 52.5 A unsaid.
        const sayable = amps > 51 && amps < 52.5 ? 51 : amps;
        expect(meaning.kind === "amps" && Math.abs(meaning.amps - sayable)).toBeLessThan(0.01);
      }),
    );
    const unit = fc.double({ min: 0.08, max: 0.97, noNaN: true });
    fc.assert(
      fc.property(unit, unit, (a, b) => {
        const [low, high] = [pilotToAmps(Math.min(a, b)), pilotToAmps(Math.max(a, b))];
        expect(low.kind === "amps" && high.kind === "amps" && low.amps <= high.amps).toBe(true);
      }),
    );
    expect(ampsToPilot(5)).toBeUndefined();
  });
});

describe("proximity resistor (IEC 61851-1 / IEC 62196-2)", () => {
  test.each([
    [1500, 13],
    [680, 20],
    [220, 32],
    [100, 63],
  ])("%d Ω is %d A", (ohms, amps) => {
    expect(proximityToAmps(ohms)).toBe(amps);
    expect(ampsToProximity(amps)).toBe(ohms);
  });

  test.each([
    // Interpretation ranges, from memory.
    [1100, 2460, 13],
    [400, 936, 20],
    [164, 308, 32],
    [80, 140, 63],
  ])("from %d to %d Ω reads as %d A", (from, to, amps) => {
    expect([from, (from + to) / 2, to].map(proximityToAmps)).toEqual([amps, amps, amps]);
  });

  test("a reading between the codes codes nothing, and a cable is never coded above its rating", () => {
    for (const ohms of [0, 79, 141, 163, 309, 399, 937, 1099, 2461, NaN])
      expect(proximityToAmps(ohms)).toBeUndefined();
    expect(ampsToProximity(16)).toBe(1500);
    expect(ampsToProximity(10)).toBeUndefined();
  });
});
