import fc from "fast-check";
import { ALL_RUNS, law, SKIPPED } from "../../tests/law";
import { box, reel, type2Cable } from "../../tests/parts";
import type { KitPiece } from "../kit";
import {
  INLET_SPOTS,
  lengthOf,
  needOf,
  parkings,
  reachingOf,
  reachSchema,
  toBuy,
  wayAround,
  type GroundPoint,
  type ReachAsked,
} from ".";

const asked = (change: Partial<ReachAsked> = {}): ReachAsked => ({ ...reachSchema.parse({}), ...change });

describe("the way round a car", () => {
  const car = { left: 0, right: 2, near: 0, far: 4 };

  test("is straight where nothing is in the way, along an edge too", () => {
    expect(lengthOf(wayAround({ x: -1, y: 0 }, { x: -1, y: 4 }, car))).toBe(4);
    expect(lengthOf(wayAround({ x: 0, y: 5 }, { x: 0, y: -1 }, car))).toBe(6);
  });

  test("from one side to the other goes round the nearer end: 1 + 2 + √(1 + 1) by hand", () => {
    // From (−1, 1) to (2, 1): down to (0, 0), along to (2, 0), up to (2, 1).
    expect(lengthOf(wayAround({ x: -1, y: 1 }, { x: 2, y: 1 }, car))).toBeCloseTo(Math.SQRT2 + 2 + 1, 12);
  });

  /** Another way of finding it: relaxing over a grid of points beside the box, each seeing its neighbours. */
  const onGrid = (a: GroundPoint, b: GroundPoint): number => {
    const inside = ({ x, y }: GroundPoint) => x > 1e-9 && x < 2 - 1e-9 && y > 1e-9 && y < 4 - 1e-9;
    const clear = (p: GroundPoint, q: GroundPoint) =>
      Array.from({ length: 121 }, (_, i) => ({
        x: p.x + ((q.x - p.x) * i) / 120,
        y: p.y + ((q.y - p.y) * i) / 120,
      })).every((point) => !inside(point));
    // The rim of the box, finely: a shortest way lies on it wherever it is not straight.
    const rim = Array.from({ length: 60 }, (_, i) => {
      const at = (i / 60) * 12;
      if (at < 2) return { x: at, y: 0 };
      if (at < 6) return { x: 2, y: at - 2 };
      return at < 8 ? { x: 8 - at, y: 4 } : { x: 0, y: 12 - at };
    });
    const points = [a, b, ...rim];
    const far = points.map((_, i) => (i === 0 ? 0 : Infinity));
    const open = new Set(points.keys());
    while (open.size > 0) {
      const next = [...open].reduce((p, q) => (far[p]! <= far[q]! ? p : q));
      open.delete(next);
      if (next === 1) break;
      for (const other of open) {
        const length =
          far[next]! + Math.hypot(points[next]!.x - points[other]!.x, points[next]!.y - points[other]!.y);
        if (length < far[other]! && clear(points[next]!, points[other]!)) far[other] = length;
      }
    }
    return far[1]!;
  };

  test("is the shortest that a search over the rim finds", () => {
    const outside = fc
      .record({ x: fc.integer({ min: -30, max: 50 }), y: fc.integer({ min: -30, max: 70 }) })
      .map(({ x, y }) => ({ x: x / 10, y: y / 10 }))
      .filter(({ x, y }) => !(x > 0 && x < 2 && y > 0 && y < 4));
    law(fc.tuple(outside, outside), { runs: 12, mostSkipped: 0 }, ([a, b]) => {
      const found = lengthOf(wayAround(a, b, car));
      expect(found).toBeGreaterThanOrEqual(Math.hypot(a.x - b.x, a.y - b.y) - 1e-9);
      expect(found).toBeCloseTo(onGrid(a, b), 1);
      expect(found).toBeLessThanOrEqual(onGrid(a, b) + 1e-6);
    });
  });
});

describe("what a bay asks of a cable", () => {
  test("a post at the head, an inlet in the nose: straight to it, down and up, and a tenth more", () => {
    const need = needOf(
      asked({
        body: { lengthM: 4, widthM: 2, inlet: "nose", inletFromEndM: 0, inletHeightM: 0.7 },
        headM: 0.5,
        bay: { widthM: 2.5, depthM: 5, postX: 1.25, postY: 5.5, postHeightM: 1 },
      }),
    );
    expect(need).toMatchObject({ around: false, blocked: false, upAndDownM: 1.7 });
    expect(need.groundM).toBeCloseTo(1, 12);
    expect(need.lengthM).toBeCloseTo(1.1 * 2.7, 12);
  });

  test("backed in, the same inlet is at the other end: the way goes along the whole car", () => {
    const there = asked({
      body: { lengthM: 4, widthM: 2, inlet: "nose", inletFromEndM: 0, inletHeightM: 0.7 },
      headM: 0.5,
    });
    const [near, far] = [needOf(there, "nose-in"), needOf(there, "back-in")];
    expect(far.around).toBe(true);
    // Longer by the car's length and half its width on either side, at least.
    expect(far.groundM - near.groundM).toBeGreaterThan(4 + 1);
    expect(parkings(there).map(({ parked }) => parked)).toEqual(["nose-in", "back-in"]);
  });

  test("the driver's left is the bay's left with the nose in, its right with the tail in", () => {
    const left = asked({ body: { ...asked().body, inlet: "front-left" } });
    const { car } = needOf(left);
    expect(needOf(left, "nose-in").inlet).toMatchObject({ x: car.left, y: car.far - 0.8 });
    expect(needOf(left, "back-in").inlet).toMatchObject({ x: car.right, y: car.near + 0.8 });
    const rear = asked({ body: { ...asked().body, inlet: "rear-right" } });
    expect(needOf(rear, "nose-in").inlet).toMatchObject({ x: car.right, y: car.near + 0.8 });
    expect(needOf(rear, "back-in").inlet).toMatchObject({ x: car.left, y: car.far - 0.8 });
  });

  test("most bays with a post at their head need no more than 5 m from one of the two ways of parking (common practice)", () => {
    for (const inlet of INLET_SPOTS)
      expect(parkings(asked({ body: { ...asked().body, inlet } }))[0]!.lengthM).toBeLessThan(5);
  });

  const anyBay = fc
    .record({
      inlet: fc.constantFrom(...INLET_SPOTS),
      along: fc.constantFrom(0, 0.4, 0.9),
      x: fc.integer({ min: -40, max: 65 }),
      y: fc.integer({ min: -20, max: 90 }),
      slack: fc.constantFrom(0, 0.1, 0.3),
    })
    .map(({ inlet, along, x, y, slack }) =>
      asked({
        body: { ...asked().body, inlet, inletFromEndM: along },
        bay: { ...asked().bay, postX: x / 10, postY: y / 10 },
        slack,
      }),
    );

  test("no cable is shorter than the straight line through the air, and more slack is longer", () => {
    law(anyBay, { runs: 200, mostSkipped: 0 }, (one) => {
      const need = needOf(one);
      const air = Math.hypot(
        need.inlet.x - need.post.x,
        need.inlet.y - need.post.y,
        one.bay.postHeightM - one.body.inletHeightM,
      );
      if (!need.blocked) expect(need.lengthM).toBeGreaterThanOrEqual(air - 1e-9);
      expect(need.lengthM).toBeCloseTo((1 + one.slack) * (need.groundM + need.upAndDownM), 9);
    });
  });

  test("a bay in the mirror asks as much of a car in the mirror", () => {
    const mirrored = {
      "front-left": "front-right",
      "front-right": "front-left",
      "rear-left": "rear-right",
      "rear-right": "rear-left",
    } as const;
    law(anyBay, { runs: 100, mostSkipped: 0.5 }, (one) => {
      const { inlet } = one.body;
      if (inlet === "nose" || inlet === "tail") return SKIPPED;
      const other = asked({
        ...one,
        body: { ...one.body, inlet: mirrored[inlet] },
        bay: { ...one.bay, postX: one.bay.widthM - one.bay.postX },
      });
      expect(needOf(other).lengthM).toBeCloseTo(needOf(one).lengthM, 9);
      return undefined;
    });
  });

  test("a post that is moved by a hair asks for hardly more or less, close to the car too", () => {
    let close = 0;
    law(anyBay, { runs: 200, mostSkipped: 0.3 }, (one) => {
      const need = needOf(one);
      if (need.blocked) return SKIPPED;
      const { postX, postY } = one.bay;
      for (const [dx, dy] of [
        [0.002, 0],
        [0, 0.002],
      ] as const) {
        const moved = needOf({ ...one, bay: { ...one.bay, postX: postX + dx, postY: postY + dy } });
        if (!moved.blocked)
          expect(Math.abs(moved.lengthM - need.lengthM)).toBeLessThanOrEqual(
            0.002 * (1 + one.slack) * 2 + 1e-6,
          );
      }
      if (need.way[0] !== undefined && need.way.length > 3) close += 1;
      return undefined;
    });
    if (ALL_RUNS) expect(close).toBeGreaterThan(0);
  });

  test("a post where the car stands is said to be in the way", () => {
    expect(needOf(asked({ bay: { ...asked().bay, postY: 3 } })).blocked).toBe(true);
    expect(needOf(asked()).blocked).toBe(false);
  });
});

describe("which of one's cables reach", () => {
  const cable = (lengthM: number): KitPiece => ({
    kind: "cable",
    cable: { ...type2Cable(1, 32), name: `${lengthM} m`, lengthM },
    have: "own",
  });
  const unit: KitPiece = { kind: "unit", unit: box(10, { type: "cee-7", amps: 10 }), have: "own" };
  const lead: KitPiece = { kind: "lead", lead: reel({ lengthM: 10 }), have: "own" };

  test("at a post the cables, the one with least to spare first, then what is short by least", () => {
    const found = reachingOf([cable(10), cable(5), cable(7), unit, lead], 6, "post");
    expect(found.map(({ name, spareM, reaches }) => [name, spareM, reaches])).toEqual([
      ["7 m", 1, true],
      ["10 m", 4, true],
      ["5 m", -1, false],
    ]);
  });

  test("at a socket the units, and over one lead of their own kind", () => {
    const found = reachingOf([cable(10), unit, lead], 8, "socket");
    expect(found.map(({ name, overLead, reaches }) => [name, overLead, reaches])).toEqual([
      ["box over reel", true, true],
      ["box", false, false],
    ]);
    const blue: KitPiece = { kind: "lead", lead: reel({ plug: "blue-16", socket: "blue-16" }), have: "own" };
    expect(reachingOf([unit, blue], 8, "socket")).toHaveLength(1);
  });

  test("what to buy is the first length sold that does; a portable long; beyond 10 m nothing (common practice)", () => {
    expect([toBuy(4.9, "post").lengthM, toBuy(5.1, "post").lengthM, toBuy(9, "post").lengthM]).toEqual([
      5, 7.5, 10,
    ]);
    expect(toBuy(3, "socket").lengthM).toBe(10);
    for (const from of ["post", "socket"] as const) {
      expect(toBuy(10.2, from).lengthM).toBeNull();
      expect(toBuy(10.2, from).says).toMatch(/over 10 m some cars refuse/);
    }
  });
});
