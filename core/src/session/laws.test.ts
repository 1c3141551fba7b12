import fc from "fast-check";
import { charge, LOSS_CAUSES, type Session } from ".";
import { anyPath, socSpan } from "../tests/arbitraries";
import { isRefusal, operate, type ChargingPath } from "../path";

const RUNS = { numRuns: 1500 };
const solved = (
  path: ChargingPath,
  fromSoc: number,
  toSoc: number,
  deadline?: number,
): Session | undefined => {
  const result = charge(path, { fromSoc, toSoc, deadline });
  return isRefusal(result) ? undefined : result;
};
const hour = fc.double({ min: 60, max: 40 * 3600, noNaN: true });

test("energy balances: the meter is the battery plus every loss, and nothing is negative or not a number", () => {
  fc.assert(
    fc.property(
      anyPath,
      socSpan,
      fc.option(hour, { nil: undefined }),
      (path, { fromSoc, toSoc }, deadline) => {
        const s = solved(path, fromSoc, toSoc, deadline);
        if (!s) return;
        const { ledger } = s;
        const sum = LOSS_CAUSES.reduce<number>((total, cause) => total + ledger[cause], ledger.stored);
        expect(Math.abs(sum - ledger.wall)).toBeLessThanOrEqual(1e-9 * ledger.wall);
        const gained = (s.endSoc - fromSoc) * path.car.battery.usableWh;
        expect(Math.abs(ledger.stored - gained)).toBeLessThanOrEqual(1e-7 * gained + 1e-6);
        for (const value of [...Object.values(ledger), ...Object.values(s.atFlow), s.seconds, s.endSoc])
          expect(value).toBeGreaterThanOrEqual(-1e-9);
      },
    ),
    RUNS,
  );
});

test("lanes used never exceed lanes live, and no link carries more than its ceiling", () => {
  fc.assert(
    fc.property(anyPath, (path) => {
      const point = operate(path);
      if (isRefusal(point)) return;
      expect(point.lanes).toBeLessThanOrEqual(point.liveLanes);
      expect(point.amps).toBeGreaterThanOrEqual(6);
      for (const link of point.links) {
        expect(point.amps).toBeLessThanOrEqual(link.ceilingAmps * (1 + 1e-12));
        expect(point.lanes).toBeLessThanOrEqual(link.lanes);
      }
    }),
    RUNS,
  );
});

type Widening = (path: ChargingPath) => ChargingPath;
const circuit = (path: ChargingPath, change: Partial<ChargingPath["outlet"]["circuit"]>): ChargingPath => ({
  ...path,
  outlet: { ...path.outlet, circuit: { ...path.outlet.circuit, ...change } },
});
const WIDER: Record<string, Widening> = {
  "a larger breaker": (p) => circuit(p, { breakerAmps: p.outlet.circuit.breakerAmps * 1.4 }),
  "no other loads": (p) => circuit(p, { otherLoadAmps: 0 }),
  "no resistance in the run": (p) => circuit(p, { run: undefined }),
  "the rated figure of the outlet": (p) => ({ ...p, houseRule: "rated" }),
  "a lead of more amps": (p) => ({ ...p, lead: p.lead && { ...p.lead, amps: p.lead.amps * 1.3 } }),
  "a shorter lead": (p) => ({ ...p, lead: p.lead && { ...p.lead, lengthM: p.lead.lengthM / 3 } }),
  "a stronger unit": (p) => ({ ...p, unit: { ...p.unit, maxAmps: p.unit.maxAmps * 1.3 } }),
  "a cable of more amps": (p) => ({ ...p, cable: p.cable && { ...p.cable, amps: p.cable.amps * 1.3 } }),
  "a three-phase cable": (p) => ({
    ...p,
    cable: p.cable && { ...p.cable, lanes: p.cable.stationEnd === "type2" ? 3 : p.cable.lanes },
  }),
  "a battery that takes more": (p) => ({
    ...p,
    car: {
      ...p.car,
      battery: {
        ...p.car.battery,
        acceptance: p.car.battery.acceptance?.map((point) => ({ ...point, watts: point.watts * 1.2 })),
      },
    },
  }),
};

test.each(Object.entries(WIDER))("%s never slows charging and never stops it", (_, widen) => {
  fc.assert(
    fc.property(anyPath, socSpan, (path, { fromSoc, toSoc }) => {
      const before = solved(path, fromSoc, toSoc);
      if (!before) return;
      const after = solved(widen(path), fromSoc, toSoc);
      expect(after).toBeDefined();
      expect(after!.secondsToTarget).toBeLessThanOrEqual(before.secondsToTarget * (1 + 1e-9));
    }),
    { numRuns: 400 },
  );
});

test("a stronger onboard charger never brings less to the inlet", () => {
  // Not time: a larger charger of the same rated efficiency wastes more at part load, as real ones do.
  fc.assert(
    fc.property(anyPath, (path) => {
      const before = operate(path);
      if (isRefusal(before)) return;
      const { charger } = path.car;
      const limits = charger.limits.map((l) => ({ ...l, amps: l.amps * 1.3 }));
      const after = operate({ ...path, car: { ...path.car, charger: { ...charger, limits } } });
      expect(!isRefusal(after) && after.inletW >= before.inletW * (1 - 1e-12)).toBe(true);
    }),
    RUNS,
  );
});

test("two part sessions equal one whole, in time and in every cause of loss", () => {
  fc.assert(
    fc.property(
      anyPath,
      socSpan,
      fc.double({ min: 0.05, max: 0.95, noNaN: true }),
      (path, { fromSoc, toSoc }, share) => {
        const middle = fromSoc + share * (toSoc - fromSoc);
        const whole = solved(path, fromSoc, toSoc);
        if (!whole) return;
        const [first, second] = [solved(path, fromSoc, middle)!, solved(path, middle, toSoc)!];
        expect((first.secondsToTarget + second.secondsToTarget) / whole.secondsToTarget).toBeCloseTo(1, 9);
        for (const cause of [...LOSS_CAUSES, "wall"] as const)
          expect(
            Math.abs(first.ledger[cause] + second.ledger[cause] - whole.ledger[cause]),
          ).toBeLessThanOrEqual(1e-6 * whole.ledger.wall);
      },
    ),
    RUNS,
  );
});

test("a later target is never reached earlier, and a longer stay never ends lower", () => {
  fc.assert(
    fc.property(anyPath, socSpan, hour, hour, (path, { fromSoc, toSoc }, a, b) => {
      const whole = solved(path, fromSoc, toSoc);
      if (!whole) return;
      const nearer = solved(path, fromSoc, (fromSoc + toSoc) / 2)!;
      expect(nearer.secondsToTarget).toBeLessThan(whole.secondsToTarget);
      const [short, long] = [
        solved(path, fromSoc, toSoc, Math.min(a, b))!,
        solved(path, fromSoc, toSoc, Math.max(a, b))!,
      ];
      expect(short.endSoc).toBeLessThanOrEqual(long.endSoc + 1e-12);
    }),
    RUNS,
  );
});
