import fc from "fast-check";
import {
  atOnce,
  cutRun,
  cutSlice,
  fullest,
  glance,
  ledgerOf,
  LOSS_CAUSES,
  modeOf,
  momentAt,
  packVoltsAt,
  pathLimiter,
  pathStores,
  run,
  socAt,
  wallInside,
  type Slice,
  type State,
} from ".";
import { anyPath, between, socSpan } from "../../tests/arbitraries";
import { law, SKIPPED } from "../../tests/law";
import { bay, idealCar, pathOf, post, rapid, socket } from "../../tests/parts";
import { circuitOf } from "../../tests/solve";
import type { Car } from "../../things/parts";
import { compile, isRefusal } from "../path";

const at = (soc: number, change: Partial<State> = {}): State => ({ soc, packC: null, elapsed: 0, ...change });
const curve = [
  { soc: 0, watts: 4_000 },
  { soc: 0.3, watts: 90_000 },
  { soc: 0.6, watts: 90_000 },
  { soc: 0.9, watts: 9_000 },
  { soc: 1, watts: 1_000 },
];
const car = (change: Partial<Car["charger"]> = {}): Car => ({
  ...idealCar([{ phases: 1, amps: 32 }]),
  ownDrawW: 200,
  battery: {
    usableWh: 50_000,
    packVolts: 380,
    packOhms: 0.1,
    emptyVolts: 320,
    fullVolts: 420,
    acceptance: curve,
  },
  charger: { limits: [{ phases: 1, amps: 32 }], efficiency: 0.93, ...change },
});
const wall = circuitOf(pathOf({ car: car(), outlet: bay("230/400", "single"), evse: post(1, 32, "type2") }));
const direct = circuitOf(pathOf({ car: car(), outlet: bay("230/400", "three"), evse: rapid(60_000, 200) }));

describe("a mode", () => {
  test("is none where nothing is asked, or less than a car needs on AC", () => {
    expect(modeOf(wall, 0)).toBeUndefined();
    expect(modeOf(wall, -1)).toBeUndefined();
    expect(modeOf(wall, 5.9)).toBeUndefined();
    expect(modeOf(wall, 6)).toMatchObject({ set: 6, asked: 6 });
    expect(modeOf(direct, 5)).toMatchObject({ set: 5, levelW: undefined });
    expect(modeOf(direct, 0)).toBeUndefined();
  });

  test("stores the same at every charge on AC, and follows the pack's volts on DC", () => {
    const ac = modeOf(wall, Infinity)!;
    expect(pathStores(ac, 0.1)).toBe(ac.levelW);
    expect(pathStores(ac, 0.9)).toBe(ac.levelW);
    expect(pathStores(modeOf(wall, 16)!, 0.5)).toBeLessThan(0.52 * ac.levelW!);
    const dc = modeOf(direct, 100)!;
    // 100 A into the pack's own volts, less the car's draw and the pack's I²R (arithmetic).
    const volts = 320 + 100 * 0.5;
    const stored = pathStores(dc, 0.5);
    expect(stored + 0.1 * (stored / volts) ** 2 + 200).toBeCloseTo(100 * volts, 6);
    expect(pathStores(dc, 0.9)).toBeGreaterThan(stored);
  });

  test("is held by a setting that is made, whatever more is asked", () => {
    const set = circuitOf(
      pathOf({
        car: car({ settable: true }),
        outlet: socket("230/400", "cee-7", 16),
        evse: {
          ...post(1, 16, "type2"),
          kind: "portable",
          plugs: [{ type: "cee-7", amps: 16 }],
          knowsPlugs: false,
        },
      }),
    );
    expect(set.setting).toEqual({ by: "car", amps: 10 });
    expect([modeOf(set, Infinity)!.set, modeOf(set, 8)!.set]).toEqual([10, 8]);
  });

  test.each([
    // Equal amps of unit and charger: the car itself takes no more.
    ["amps it shares with the charger", wall, 0.5, "charger"],
    [
      "its amps",
      circuitOf(pathOf({ car: car(), outlet: bay("230/400", "single"), evse: post(1, 20, "type2") })),
      0.5,
      "evse",
    ],
    [
      "its cap",
      circuitOf(
        pathOf({ car: car({ capW: 3_000 }), outlet: bay("230/400", "single"), evse: post(1, 32, "type2") }),
      ),
      0.5,
      "charger",
    ],
    // Equal amps of station and cable: the first on the way.
    ["the station's amps", direct, 0.05, "evse"],
    [
      "the station's sign",
      circuitOf(pathOf({ car: car(), outlet: bay("230/400", "three"), evse: rapid(20_000, 200) })),
      0.5,
      "evse",
    ],
    [
      "a narrower inlet",
      circuitOf(
        pathOf({
          car: { ...car(), inlets: ["gbt-dc"] },
          outlet: bay("230/400", "three"),
          evse: {
            ...rapid(400_000, 400),
            output: { kind: "tethered", connector: "gbt-dc", lengthM: 4, gauge: "35 mm2" },
          },
        }),
      ),
      0.5,
      "inlet",
    ],
  ] as const)("%s: the link that holds the path's power is told", (_, circuit, soc, kind) => {
    expect(pathLimiter(modeOf(circuit, Infinity)!, soc)).toBe(kind);
  });
});

describe("the moment of full flow", () => {
  test("is the earliest at which most is stored", () => {
    const whole = run(wall, atOnce(0.95), at(0));
    const best = fullest(whole, at(0));
    expect(best.storedW).toBe(Math.max(...whole.slices.flatMap((s) => [s.startW, s.endW])));
    const first = whole.slices.find((s) => s.endW >= best.storedW * (1 - 1e-12))!;
    expect([best.soc, best.elapsed]).toEqual([first.toSoc, first.to]);
    expect(fullest({ slices: [], end: at(0.3) }, at(0.3))).toEqual({ ...at(0.3), storedW: 0 });
    const cold = { soc: 0.1, packC: -5, elapsed: 0 };
    const warming = run(direct, atOnce(0.3), cold);
    const most = warming.slices.reduce((a, b) => (b.endW > a.endW ? b : a));
    expect(most.toC).toBeGreaterThan(most.fromC!);
    expect(fullest(warming, cold)).toEqual({
      soc: most.toSoc,
      packC: most.toC,
      elapsed: most.to,
      storedW: most.endW,
    });
    const falling = fullest(run(direct, atOnce(0.95), at(0.8)), at(0.8));
    expect([falling.soc, falling.elapsed]).toEqual([0.8, 0]);
  });

  test("on AC: amps, drop and balance of what flows", () => {
    const { storedW } = fullest(run(wall, atOnce(0.5), at(0.2)), at(0.2));
    const m = momentAt(wall, { ...at(0.2), storedW });
    expect(m.amps).toBe(32);
    expect(m.dropVolts).toBeCloseTo(2 * 32 * wall.ohms, 9);
    expect(m.inletW).toBeCloseTo(230 * 32 - 2 * wall.ohms * 32 * 32, 6);
    expect(m.balance.wall - m.balance.evse).toBeCloseTo(230 * 32, 6);
    expect([m.soc, m.packC, m.at]).toEqual([0.2, null, 0]);
  });

  test("where the battery takes less: it is the narrowest, and amps follow what it takes", () => {
    const m = momentAt(wall, { ...at(1), storedW: 1_000 });
    expect(wall.links[m.binding]!.kind).toBe("battery");
    expect(m.amps).toBeLessThan(8);
    expect(m.balance.wall - m.balance.evse).toBeCloseTo(230 * m.amps, 6);
    const cold = momentAt(direct, { ...at(0.5, { packC: -10, elapsed: 60 }), storedW: 14_000 });
    expect(direct.links[cold.binding]!.kind).toBe("battery");
    expect([cold.packC, cold.at]).toEqual([-10, 60]);
    expect(cold.amps).toBeCloseTo(cold.inletW / packVoltsAt(direct, 0.5), 9);
  });
});

test("a session at a glance is the session run: the same moment, time and end, over both currents", () => {
  law(
    fc.tuple(anyPath, socSpan, fc.constantFrom(null, null, -5, 40)),
    { runs: 800, mostSkipped: 0.75 },
    ([path, span, packC]) => {
      const circuit = compile(path);
      if (isRefusal(circuit)) return SKIPPED;
      const start = at(span.fromSoc, { packC });
      const whole = run(circuit, atOnce(span.toSoc), start);
      const told = glance(circuit, span.toSoc, start);
      const best = fullest(whole, start);
      if (best.storedW <= 0) return SKIPPED;
      expect(told.endSoc).toBe(whole.end.soc);
      expect(Math.abs(told.seconds / whole.end.elapsed - 1)).toBeLessThan(1e-9);
      expect(Math.abs(told.fullest.storedW / best.storedW - 1)).toBeLessThan(1e-9);
      expect(Math.abs(told.fullest.soc - best.soc)).toBeLessThan(1e-6);
    },
  );
});

describe("cutting", () => {
  const start = at(0.1);
  const whole = run(direct, atOnce(0.9), start);
  const sums = (slices: readonly Slice[]) => ledgerOf(slices);

  test("before it begins, after it ends and at a seam nothing is split", () => {
    expect(cutRun(whole, start, -1)).toEqual([{ slices: [], end: start }, whole]);
    expect(cutRun(whole, start, whole.end.elapsed + 1)[0]).toEqual(whole);
    expect(cutRun(whole, start, whole.end.elapsed + 1)[1]).toEqual({ slices: [], end: whole.end });
    const seam = whole.slices[2]!;
    const [before, after] = cutRun(whole, start, seam.to);
    expect(before.slices).toEqual(whole.slices.slice(0, 3));
    expect(after.slices).toEqual(whole.slices.slice(3));
    expect(before.end).toEqual({ soc: seam.toSoc, packC: seam.toC, elapsed: seam.to });
  });

  test("a slice cut in two meets in the middle, and nothing is lost or made", () => {
    law(
      fc.tuple(fc.nat(whole.slices.length - 1), between(0.01, 0.99)),
      { runs: 200, mostSkipped: 0 },
      ([i, share]) => {
        const slice = whole.slices[i]!;
        const time = slice.from + share * (slice.to - slice.from);
        const [a, b] = cutSlice(slice, time);
        expect([a.from, a.to, b.from, b.to]).toEqual([slice.from, time, time, slice.to]);
        expect([a.fromSoc, b.toSoc, a.startW, b.endW]).toEqual([
          slice.fromSoc,
          slice.toSoc,
          slice.startW,
          slice.endW,
        ]);
        expect([b.fromSoc, b.startW, b.startWallW, b.fromC]).toEqual([a.toSoc, a.endW, a.endWallW, a.toC]);
        expect(a.toSoc).toBeGreaterThan(slice.fromSoc);
        expect(a.endW).toBeGreaterThanOrEqual(Math.min(slice.startW, slice.endW) - 1e-9);
        expect(a.endWallW).toBeLessThanOrEqual(Math.max(slice.startWallW, slice.endWallW) + 1e-9);
        expect(a.upstream + b.upstream).toBeCloseTo(slice.upstream, 9);
        const [whole2, parts] = [sums([slice]), sums([a, b])];
        for (const key of [...LOSS_CAUSES, "wall", "stored"] as const)
          expect(parts[key]).toBeCloseTo(whole2[key], 9);
        for (const part of [a, b])
          expect(
            part.wall - part.stored - LOSS_CAUSES.reduce((sum, cause) => sum + part.wh[cause], 0),
          ).toBeCloseTo(0, 9);
        // What is stored up to a time is what the charge has risen by.
        expect(a.stored).toBeCloseTo((a.toSoc - a.fromSoc) * 50_000, 3);
        expect(wallInside(slice, time)).toBeCloseTo(a.wall, 9);
      },
    );
  });

  test("charge at a time: the start before, the end after, rising in between", () => {
    expect(socAt(whole, start, -5)).toBe(0.1);
    expect(socAt(whole, start, 0)).toBe(0.1);
    expect(socAt(whole, start, whole.end.elapsed)).toBe(whole.end.soc);
    expect(socAt(whole, start, 1e9)).toBe(whole.end.soc);
    const times = Array.from({ length: 50 }, (_, i) => (whole.end.elapsed * i) / 49);
    const socs = times.map((t) => socAt(whole, start, t));
    for (let i = 1; i < 50; i++) expect(socs[i]).toBeGreaterThan(socs[i - 1]!);
    const late = run(wall, { windows: [{ from: 3_600, to: Infinity }], toSoc: 0.5 }, at(0.2));
    expect(socAt(late, at(0.2), 1_800)).toBe(0.2);
  });
});
