import fc from "fast-check";
import { law } from "../../tests/law";
import { problemsOf } from "../../things/documents";
import { measuredOver, sampleOf, sampleSchema, seriesOf, thinned, trimmed, type Sample } from ".";

const T0 = Date.UTC(2026, 10, 23, 18);
const at = (seconds: number, of: Parameters<typeof sampleOf>[1]): Sample => sampleOf(T0 + seconds * 1000, of);
const codes = (samples: readonly Sample[]) =>
  seriesOf(samples).troubles.map(({ code, count }) => [code, count]);

test("the integral of level power over an hour is that power", () => {
  const samples = Array.from({ length: 61 }, (_, i) => at(i * 60, { watts: 2_300, soc: 0.2 + i / 1000 }));
  const { totals, troubles } = seriesOf(samples);
  expect(totals.wallWh).toBeCloseTo(2_300, 9);
  expect([totals.fromSoc, totals.toSoc, totals.mostW, totals.gapSeconds]).toEqual([0.2, 0.26, 2_300, 0]);
  expect(troubles).toEqual([]);
});

test("doubled readings count once, the first of them, with what it lacked filled in", () => {
  const samples = [
    at(0, { watts: 1000 }),
    at(60, { watts: 1000 }),
    at(60, { watts: 9000, soc: 0.5 }),
    at(120, { watts: 1000 }),
  ];
  expect(codes(samples)).toEqual([["doubled", 1]]);
  const { samples: kept, totals } = seriesOf(samples);
  expect(totals.wallWh).toBeCloseTo(1000 / 30, 9);
  expect(measuredOver(kept, "soc")).toEqual([[T0 + 60_000, 0.5]]);
});

test("a late reading goes where it belongs; a clock put back an hour goes on after what was there", () => {
  const level = (seconds: number) => at(seconds, { watts: 2_000 });
  const late = [0, 60, 180, 120, 240, 300, 360, 420].map(level);
  expect(codes(late)).toEqual([["late", 1]]);
  expect(seriesOf(late).samples.map(([ms]) => (ms - T0) / 1000)).toEqual([
    0, 60, 120, 180, 240, 300, 360, 420,
  ]);
  const back = [
    ...Array.from({ length: 61 }, (_, i) => i * 60),
    ...Array.from({ length: 60 }, (_, i) => 60 + i * 60),
  ].map(level);
  expect(codes(back)).toEqual([["clock", 1]]);
  // Two hours altogether, though the clock only tells one.
  expect(seriesOf(back).totals.wallWh).toBeCloseTo(4_000, 6);
});

test("a gap is told with its time and its share, and taken straight across", () => {
  const samples = [...[0, 60, 120, 180, 240], ...[3_840, 3_900]].map((s) => at(s, { watts: 1_000 }));
  const { totals, troubles } = seriesOf(samples);
  expect(troubles.map(({ code }) => code)).toEqual(["gap"]);
  expect(troubles[0]!.says).toBe("Nothing was read for 60 min altogether (one gap): straight across.");
  expect([totals.gapSeconds, totals.gapWh]).toEqual([3_600, 1_000]);
});

test("a counter that turns over is counted on, one that begins anew adds what it shows", () => {
  const counter = (values: readonly number[]) => values.map((counterWh, i) => at(i * 60, { counterWh }));
  const over = counter([99_990, 99_998, 4, 12]);
  expect([seriesOf(over).totals.counterWh, codes(over)]).toEqual([22, [["roll-over", 1]]]);
  const anew = counter([5_000, 5_400, 100, 300]);
  expect([seriesOf(anew).totals.counterWh, codes(anew)]).toEqual([700, [["begun-anew", 1]]]);
});

test("any readings leave a total that is their integral, in whatever order they came", () => {
  const readings = fc.uniqueArray(
    fc.tuple(fc.integer({ min: 0, max: 50_000 }), fc.integer({ min: 0, max: 22_000 })),
    {
      selector: ([s]) => s,
      minLength: 2,
      maxLength: 60,
    },
  );
  law(readings, { runs: 300, mostSkipped: 0 }, (found) => {
    const sorted = [...found].sort(([a], [b]) => a - b);
    const expected = sorted
      .slice(1)
      .reduce((sum, [s, w], i) => sum + ((w + sorted[i]![1]) / 2) * ((s - sorted[i]![0]) / 3600), 0);
    const told = seriesOf(sorted.map(([s, watts]) => at(s, { watts }))).totals;
    expect(told.wallWh).toBeCloseTo(expected, 6);
    expect(seriesOf(seriesOf(sorted.map(([s, watts]) => at(s, { watts }))).samples).totals).toEqual(told);
  });
});

test("thinned readings keep the mean of each stretch, and few are left alone", () => {
  const samples = Array.from({ length: 1_000 }, (_, i) =>
    at(i, { watts: i < 500 ? 1_000 : 3_000, soc: i / 1_000 }),
  );
  const few = thinned(samples, 10);
  expect(few).toHaveLength(10);
  expect(measuredOver(few, "watts").map(([, w]) => Math.round(w))).toEqual([
    1000, 1000, 1000, 1000, 1000, 3000, 3000, 3000, 3000, 3000,
  ]);
  expect(thinned(samples.slice(0, 5), 10)).toEqual(samples.slice(0, 5));
});

test("what was not measured at the end is left out, up to the figures every reading has", () => {
  expect(trimmed([1, 2, null, null, null, null, null])).toEqual([1, 2, null, null, null]);
  expect(trimmed([1, null, null, null, null, null, 7, undefined])).toEqual([
    1,
    null,
    null,
    null,
    null,
    null,
    7,
  ]);
});

test("a reading of too few figures, or too many, is told in words what it takes", () => {
  const said = (raw: unknown) => {
    const judged = sampleSchema.safeParse(raw);
    return judged.success ? [] : problemsOf(judged.error, sampleSchema).map(({ message }) => message);
  };
  const takes =
    "accepted: a moment and the figures measured at it, from four to ten, null for what was not measured";
  expect(said([T0, 2_300, 10])).toEqual([takes]);
  expect(said([T0, ...Array<null>(11).fill(null)])).toEqual([takes]);
  expect(said("a reading")).toEqual([takes]);
  expect(said([T0, 2_300, 10, 230, 0.5])).toEqual([]);
});
