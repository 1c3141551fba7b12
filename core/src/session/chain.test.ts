import fc from "fast-check";
import { anyPath, acceptance } from "../tests/arbitraries";
import { isRefusal, operate } from "../path";
import {
  acceptancePieces,
  acceptedAt,
  balanceFor,
  chainOf,
  integrate,
  onPiece,
  socAfter,
  storedFromInlet,
} from ".";
import { wattHours, watts } from "../units";

test("walking the losses forth and back meets at the same inlet power and current", () => {
  fc.assert(
    fc.property(anyPath, (path) => {
      const point = operate(path);
      if (isRefusal(point)) return;
      const chain = chainOf(point, path.car, path.unit);
      const stored = storedFromInlet(chain, point.inletW);
      if (stored <= 0) return;
      const balance = balanceFor(chain, stored);
      const inlet = balance.stored + balance.battery + balance.ownDraw + balance.conversion;
      expect(inlet / point.inletW).toBeCloseTo(1, 9);
      expect((balance.wall - balance.unit) / point.drawnW).toBeCloseTo(1, 7);
      expect(balance.battery).toBeGreaterThanOrEqual(0);
    }),
    { numRuns: 1000 },
  );
});

test("less stored never draws more from the wall", () => {
  fc.assert(
    fc.property(anyPath, fc.double({ min: 0.01, max: 1, noNaN: true }), (path, share) => {
      const point = operate(path);
      if (isRefusal(point)) return;
      const chain = chainOf(point, path.car, path.unit);
      const full = storedFromInlet(chain, point.inletW);
      if (full <= 0) return;
      expect(balanceFor(chain, full * share).wall).toBeLessThanOrEqual(
        balanceFor(chain, full).wall * (1 + 1e-12),
      );
    }),
    { numRuns: 500 },
  );
});

test("the curve's pieces cover the span without gap, agree at their joints, and stay level beyond the points", () => {
  fc.assert(
    fc.property(acceptance, (points) => {
      const pieces = acceptancePieces(points, 0, 1);
      expect([pieces[0]!.from, pieces.at(-1)!.to]).toEqual([0, 1]);
      pieces.slice(1).forEach((piece, i) => {
        expect(piece.from).toBe(pieces[i]!.to);
        expect(piece.startW).toBeCloseTo(pieces[i]!.endW, 6);
      });
      for (const { soc, watts: power } of points) expect(acceptedAt(points, soc)).toBeCloseTo(power, 3);
      const [first, last] = [points[0]!, points.at(-1)!];
      expect(acceptedAt(points, first.soc - 0.5)).toBe(first.watts);
      expect(acceptedAt(points, last.soc + 0.5)).toBe(last.watts);
    }),
  );
  expect(acceptancePieces(undefined, 0.2, 0.8)).toHaveLength(1);
  expect(onPiece({ from: 0, to: 1, startW: 10, endW: 20 }, 0.25)).toBe(12.5);
});

test("charge after a time only rises, and ends where the session ends", () => {
  fc.assert(
    fc.property(acceptance, fc.double({ min: 800, max: 50_000, noNaN: true }), (points, pathW) => {
      const usable = wattHours(60_000);
      const segments = integrate(acceptancePieces(points, 0.1, 0.95), usable, watts(pathW));
      const total = segments.reduce((sum, s) => sum + s.seconds, 0);
      const socs = [0, 0.2, 0.4, 0.6, 0.8, 1, 2].map((share) => socAfter(segments, usable, share * total));
      expect(socs[0]).toBe(0.1);
      expect(socs.at(-1)).toBe(0.95);
      socs.slice(1).forEach((soc, i) => expect(soc).toBeGreaterThanOrEqual(socs[i]!));
    }),
  );
});
