import {
  ampacitySource,
  AWG_OHMS_PER_KFT_75C,
  cordAmps,
  fixedAmps,
  largestBreakerFor,
  type FixedGauge,
  awgArea,
  breakerFrom,
  breakerUpTo,
  copperFactor,
  FIXED_GAUGES,
  FIXED_OHMS_PER_KM,
  FLEXIBLE_GAUGES,
  FLEXIBLE_OHMS_PER_KM,
  fixedOhmsPerKm,
  flexibleOhmsPerKm,
  gaugeArea,
  oneWayOhms,
  type FlexibleGauge,
} from ".";

test.each([
  // ASTM B258.
  [14, 2.08],
  [12, 3.31],
  [10, 5.26],
  [8, 8.37],
  [6, 13.3],
  [4, 21.2],
  [2, 33.6],
])("AWG %d is %d mm²", (n, area) => expect(awgArea(n) / area).toBeCloseTo(1, 2));

test("copper from 20 to 75 °C is × 1.216 (IEC 60028)", () => expect(copperFactor(75)).toBeCloseTo(1.216, 3));

test("16 AWG is 1.31 mm² and holds 13 A as a cord, 18 AWG 10 A (ASTM B258; NEC 400.5(A)(1), from memory); no house is wired with them", () => {
  expect(gaugeArea("16 AWG")).toBeCloseTo(1.31, 2);
  expect(gaugeArea("18 AWG")).toBeCloseTo(0.823, 3);
  expect([cordAmps("16 AWG"), cordAmps("18 AWG")]).toEqual([13, 10]);
  expect(
    FIXED_GAUGES.filter((gauge) => gauge === ("16 AWG" as string) || gauge === ("18 AWG" as string)),
  ).toEqual([]);
  expect(FLEXIBLE_GAUGES).toEqual(expect.arrayContaining(["16 AWG", "18 AWG"]));
});

test("the tables are complete (IEC 60228 class 5; class 1 and 2; NEC chapter 9 table 8, from memory)", () => {
  expect(FLEXIBLE_OHMS_PER_KM["2.5 mm2"]).toBe(7.98);
  expect(Object.values(FLEXIBLE_OHMS_PER_KM)).toEqual([
    26.0, 19.5, 13.3, 7.98, 4.95, 3.3, 1.91, 1.21, 0.78, 0.554,
  ]);
  expect(Object.values(FIXED_OHMS_PER_KM)).toEqual([12.1, 7.41, 4.61, 3.08, 1.83, 1.15, 0.727, 0.524]);
  expect(Object.values(AWG_OHMS_PER_KFT_75C)).toEqual([
    7.95, 4.99, 3.14, 1.98, 1.24, 0.778, 0.491, 0.308, 0.245, 0.194, 0.154,
  ]);
});

test("resistance × area is that of copper in every row, so no row is mistyped", () => {
  // Annealed copper has 17.24 Ω·mm²/km at 20 °C (IEC 60028); stranding and purity add up to a tenth, and the
  // standard's smallest sizes are thinner in copper than their name.
  const gauges = [
    ...Object.keys(FLEXIBLE_OHMS_PER_KM),
    ...Object.keys(AWG_OHMS_PER_KFT_75C),
  ] as FlexibleGauge[];
  for (const gauge of gauges) {
    const product = flexibleOhmsPerKm(gauge) * gaugeArea(gauge);
    expect(product).toBeGreaterThan(16.9);
    expect(product).toBeLessThan(20.3);
  }
});

test("AWG and mm² of like area have like resistance, through both tables", () => {
  expect(fixedOhmsPerKm("6 AWG") / ((fixedOhmsPerKm("10 mm2") * 10) / gaugeArea("6 AWG"))).toBeCloseTo(1, 1);
});

test.each([
  // IEC 60364-5-52, PVC, 30 °C: methods B2 and C, two and three loaded conductors (from memory).
  ["1.5 mm2", 1, 16.5, 19.5],
  ["6 mm2", 1, 38, 46],
  ["6 mm2", 3, 34, 41],
  ["35 mm2", 3, 99, 119],
  // NEC 310.16, copper, 60 and 75 °C (from memory).
  ["14 AWG", 1, 15, 20],
  ["6 AWG", 1, 55, 65],
  ["1 AWG", 3, 110, 130],
] as const)(
  "%s on %d phases carries %d A by the strict reading, %d A by the kind one",
  (gauge, phases, strict, kind) => {
    expect(fixedAmps(gauge, phases, "strict")).toBe(strict);
    expect(fixedAmps(gauge, phases, "kind")).toBe(kind);
  },
);

test("thicker copper never carries less, and three loaded conductors never more than two", () => {
  const iec = Object.keys(FIXED_OHMS_PER_KM) as FixedGauge[];
  for (const judgement of ["strict", "kind"] as const) {
    for (const phases of [1, 3])
      iec
        .slice(1)
        .forEach((gauge, i) =>
          expect(fixedAmps(gauge, phases, judgement)).toBeGreaterThan(fixedAmps(iec[i]!, phases, judgement)),
        );
    for (const gauge of iec)
      expect(fixedAmps(gauge, 3, judgement)).toBeLessThan(fixedAmps(gauge, 1, judgement));
  }
});

test("small conductors have a largest breaker of their own in North America (NEC 240.4(D), from memory)", () => {
  expect(largestBreakerFor("12 AWG", 1, "kind")).toBe(20);
  expect(largestBreakerFor("6 AWG", 1, "strict")).toBe(55);
  expect(largestBreakerFor("2.5 mm2", 1, "strict")).toBe(23);
});

test("breakers are made in sizes (NEC 240.6(A), IEC 60898-1): the next one up, and the largest that is not above", () => {
  expect([breakerFrom(65, "nec"), breakerFrom(50, "nec"), breakerFrom(57, "iec")]).toEqual([70, 50, 63]);
  expect([breakerUpTo(19.5, "iec"), breakerUpTo(30, "nec"), breakerUpTo(5, "iec")]).toEqual([
    16,
    30,
    undefined,
  ]);
});

test("cords carry what they are sold for (from memory), and name their table", () => {
  expect([cordAmps("1 mm2"), cordAmps("6 mm2"), cordAmps("12 AWG"), cordAmps("25 mm2")]).toEqual([
    10,
    40,
    20,
    undefined,
  ]);
  expect(ampacitySource("10 AWG").name).toContain("NEC 310.16");
  expect(ampacitySource("6 mm2").name).toContain("60364");
});

test("one way is half the loop", () => expect(2 * oneWayOhms(7.98, 25, 20)).toBeCloseTo(0.399, 12));
