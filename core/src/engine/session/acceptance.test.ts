import fc from "fast-check";
import {
  acceptanceFactor,
  acceptancePieces,
  acceptedAt,
  atOnce,
  balanceFor,
  flowAt,
  glance,
  modeOf,
  onPiece,
  run,
  type State,
} from ".";
import { storing } from "../../tests/parts";
import { circuitOf } from "../../tests/solve";

const at = (soc: number): State => ({ soc, packC: null, elapsed: 0 });

describe("the acceptance curve", () => {
  const points = [
    { soc: 0.1, watts: 20_000 },
    { soc: 0.5, watts: 40_000 },
    { soc: 0.8, watts: 9_000 },
  ];
  const { pack } = circuitOf(storing(5_000, { acceptance: points }));

  test("goes through its points, straight between them, level beyond", () => {
    for (const { soc, watts } of points) expect(acceptedAt(pack, soc)).toBe(watts);
    expect(acceptedAt(pack, 0.3)).toBe(30_000);
    expect([acceptedAt(pack, 0), acceptedAt(pack, 1)]).toEqual([20_000, 9_000]);
    expect(acceptedAt({ ...pack, socs: [], accepts: [] }, 0.5)).toBe(Infinity);
  });

  test("its pieces cover a span without gap and agree at their joints", () => {
    const pieces = acceptancePieces(pack, 0.05, 0.95);
    expect(pieces.map((p) => [p.from, p.to])).toEqual([
      [0.05, 0.1],
      [0.1, 0.5],
      [0.5, 0.8],
      [0.8, 0.95],
    ]);
    pieces.slice(1).forEach((p, i) => expect(p.startW).toBe(pieces[i]!.endW));
  });

  test("a warm pack takes a little less than its curve: a battery hardly above the path then limits", () => {
    const level = modeOf(circuitOf(storing(5_000, {})), Infinity)!.levelW!;
    const warm = circuitOf(storing(5_000, { acceptance: [{ soc: 0, watts: level * 1.001 }] }));
    const start = { soc: 0.2, packC: 33, elapsed: 0 };
    const takes = level * 1.001 * acceptanceFactor(33);
    expect(takes).toBeLessThan(level * 0.998);
    const seconds = (0.5 * warm.pack.usableWh * 3600) / takes;
    const { slices, end } = run(warm, atOnce(0.7), start);
    expect(slices.map(({ limitedBy }) => limitedBy)).toEqual(["battery"]);
    expect(end.elapsed).toBeCloseTo(seconds, 4);
    expect(glance(warm, 0.7, start).seconds).toBeCloseTo(seconds, 4);
  });

  test("a cold pack on AC takes a share of a curve that lies far above the path", () => {
    const level = modeOf(circuitOf(storing(5_000, {})), Infinity)!.levelW!;
    const cold = circuitOf(storing(5_000, { acceptance: [{ soc: 0, watts: 2 * level }] }));
    const { slices } = run(cold, atOnce(0.7), { soc: 0.2, packC: -10, elapsed: 0 });
    expect(slices[0]!.limitedBy).toBe("battery");
    expect(slices[0]!.startW).toBeCloseTo(2 * level * acceptanceFactor(-10), 6);
  });

  test("power at the meter at the ends of a slice is the whole balance there, the unit's own draw with it", () => {
    const acceptance = points.map((p) => ({ ...p, watts: p.watts / 9 }));
    const plain = storing(5_000, { acceptance });
    const falling = circuitOf({ ...plain, evse: { ...plain.evse, standingW: 6 } });
    expect(falling.standingW).toBeGreaterThan(0);
    const { slices } = run(falling, atOnce(0.9), at(0.1));
    expect(slices.length).toBeGreaterThan(3);
    for (const { fromSoc, toSoc, startW, endW, startWallW, endWallW } of slices) {
      expect(startWallW).toBeCloseTo(
        balanceFor(falling, flowAt(falling, Infinity, 0)!, startW, fromSoc).wall,
        6,
      );
      expect(endWallW).toBeCloseTo(balanceFor(falling, flowAt(falling, Infinity, 0)!, endW, toSoc).wall, 6);
    }
  });

  test("where more is accepted than is enough, it is one piece; the rest of the curve stays as it is", () => {
    const soc = fc.integer({ min: 0, max: 100 }).map((percent) => percent / 100);
    const curve = fc
      .array(fc.record({ soc, watts: fc.integer({ min: 100, max: 20_000 }) }), { minLength: 1, maxLength: 8 })
      .map((points) => [...new Map(points.map((p) => [p.soc, p])).values()].sort((a, b) => a.soc - b.soc));
    let merged = 0;
    fc.assert(
      fc.property(curve, soc, soc, fc.integer({ min: 100, max: 20_000 }), (points, one, other, enough) => {
        const [from, to] = [Math.min(one, other), Math.max(one, other)];
        fc.pre(to > from);
        const curved = { ...pack, socs: points.map((p) => p.soc), accepts: points.map((p) => p.watts) };
        const pieces = acceptancePieces(curved, from, to, enough);
        expect(pieces[0]!.from).toBe(from);
        expect(pieces.at(-1)!.to).toBe(to);
        pieces.forEach((piece, i) => {
          if (i > 0) expect(piece.from).toBe(pieces[i - 1]!.to);
          if (i > 0) expect([piece.startW, pieces[i - 1]!.startW]).not.toEqual([Infinity, Infinity]);
          if (piece.startW === Infinity) merged += 1;
          const middle = (piece.from + piece.to) / 2;
          const said = Math.min(onPiece(piece, middle), enough);
          expect(said).toBeCloseTo(Math.min(acceptedAt(curved, middle), enough), 6);
        });
      }),
    );
    expect(merged).toBeGreaterThan(20);
  });
});
