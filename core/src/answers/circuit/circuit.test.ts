import fc from "fast-check";
import { law, SKIPPED } from "../../tests/law";
import { holds } from "../../tests/working";
import { carriedBy, earthFor, gaugeArea, type FixedGauge, type Surroundings } from "../../trade/conductors";
import {
  breakerForUnit,
  circuitsFor,
  codeLines,
  COMPARED_YEARS,
  endAdvice,
  runProblem,
  usualRun,
  type Fed,
  type NewRun,
  type Running,
} from ".";

const running: Running = { flowsAmps: 32, hoursAYear: 500, perKWh: 0.3, perMetre: {}, perEuro: 1 };
const nec = (amps: number, run: Partial<NewRun> = {}, more: Partial<Running> = {}) =>
  circuitsFor(
    { system: "split-phase", phases: 1, amps },
    { ...usualRun("nec"), ...run },
    { ...running, flowsAmps: amps, ...more },
  );
const iec = (fed: Partial<Fed> = {}, run: Partial<NewRun> = {}, more: Partial<Running> = {}) =>
  circuitsFor(
    { system: "230/400", phases: 1, amps: 32, ...fed },
    { ...usualRun("iec"), ...run },
    { ...running, ...more },
  );
const around = (more: Partial<Surroundings> = {}): Surroundings => ({
  laying: "conduit",
  insulationC: 70,
  ambientC: 30,
  circuits: 1,
  terminalsC: 75,
  ...more,
});

test.each([
  [80, 100],
  [48, 60],
  [40, 50],
  [32, 40],
  [24, 30],
  [16, 20],
  [12, 15],
])("a unit of %d A asks for a breaker of %d A under the NEC (625.41, 240.6)", (amps, breaker) => {
  expect(breakerForUnit(amps, "nec")).toBe(breaker);
});

test("under IEC practice a breaker of what flows does", () => {
  expect([16, 32, 20, 29].map((amps) => breakerForUnit(amps, "iec"))).toEqual([16, 32, 20, 32]);
});

describe("what a run carries", () => {
  test.each([
    // NEC 310.16, from memory: 6 AWG 55, 65 and 75 A at 60, 75 and 90 °C.
    ["6 AWG", { insulationC: 75 }, 65],
    ["6 AWG", { insulationC: 90 }, 65],
    ["6 AWG", { insulationC: 90, terminalsC: 60 }, 55],
    ["6 AWG", { laying: "cable", insulationC: 90 }, 55],
    // 90 °C insulation at 45 °C: 75 × 0.87.
    ["6 AWG", { insulationC: 90, ambientC: 45 }, 65],
    ["6 AWG", { insulationC: 90, ambientC: 50 }, 61.5],
    ["6 AWG", { insulationC: 75, ambientC: 40 }, 57.2],
    // Four and seven conductors in one raceway: 80 and 70 %.
    ["6 AWG", { insulationC: 90, circuits: 2 }, 60],
    ["6 AWG", { insulationC: 90, circuits: 4 }, 52.5],
    // IEC 60364-5-52, from memory: 6 mm² 38 A in conduit, 46 A clipped; 0.87 at 40 °C, 0.8 of two.
    ["6 mm2", {}, 38],
    ["6 mm2", { laying: "clipped" }, 46],
    ["6 mm2", { ambientC: 40 }, 33.06],
    ["6 mm2", { circuits: 2 }, 30.4],
    ["6 mm2", { circuits: 3, ambientC: 45 }, 38 * 0.7 * 0.79],
    // XLPE at 30 °C would carry 51 A; its ends hold it to 38.
    ["6 mm2", { insulationC: 90 }, 38],
    ["6 mm2", { insulationC: 90, circuits: 3, ambientC: 40 }, 51 * 0.7 * 0.91],
    ["6 mm2", { insulationC: 90, circuits: 3, ambientC: 50 }, 51 * 0.7 * 0.82],
    ["6 AWG", { insulationC: 90, circuits: 2, ambientC: 50 }, 75 * 0.8 * 0.82],
    ["6 mm2", { ambientC: 10 }, 38],
    ["6 mm2", { ambientC: 61 }, 0],
  ] as const)("%s in %j: %d A", (gauge, more, amps) => {
    expect(carriedBy(gauge, 1, around(more)).amps).toBeCloseTo(amps, 9);
  });

  test("on three phases: 34 A of 6 mm² in conduit; three conductors of each circuit count under the NEC", () => {
    expect(carriedBy("6 mm2", 3, around()).amps).toBe(34);
    expect(carriedBy("6 AWG", 3, around({ insulationC: 90, circuits: 2 })).grouping).toBe(0.8);
    expect(carriedBy("6 AWG", 3, around({ insulationC: 90, circuits: 3 })).grouping).toBe(0.7);
  });

  test("hotter, with more circuits, or thinner never carries more", () => {
    const gauges: FixedGauge[] = ["2.5 mm2", "4 mm2", "6 mm2", "10 mm2", "16 mm2", "25 mm2", "35 mm2"];
    const awg: FixedGauge[] = ["12 AWG", "10 AWG", "8 AWG", "6 AWG", "4 AWG", "3 AWG", "2 AWG", "1 AWG"];
    const any = fc.record({
      list: fc.constantFrom(gauges, awg),
      at: fc.integer({ min: 1, max: 6 }),
      laying: fc.constantFrom("conduit" as const, "clipped" as const, "cable" as const),
      insulationC: fc.constantFrom(70 as const, 75 as const, 90 as const),
      ambientC: fc.integer({ min: -10, max: 70 }),
      circuits: fc.integer({ min: 1, max: 12 }),
      phases: fc.constantFrom(1, 3),
    });
    law(any, { runs: 400, mostSkipped: 0 }, ({ list, at, phases, ...rest }) => {
      const here = carriedBy(list[at]!, phases, around(rest)).amps;
      expect(
        carriedBy(list[at]!, phases, around({ ...rest, ambientC: rest.ambientC + 5 })).amps,
      ).toBeLessThanOrEqual(here);
      expect(
        carriedBy(list[at]!, phases, around({ ...rest, circuits: rest.circuits + 1 })).amps,
      ).toBeLessThanOrEqual(here);
      expect(carriedBy(list[at - 1]!, phases, around(rest)).amps).toBeLessThanOrEqual(here);
    });
  });

  test("the earth belongs to the breaker (NEC 250.122) or to the conductor (IEC 60364-5-54)", () => {
    expect([earthFor("12 AWG", 20), earthFor("6 AWG", 60), earthFor("3 AWG", 100)]).toEqual([
      "12 AWG",
      "10 AWG",
      "8 AWG",
    ]);
    expect([earthFor("6 mm2", 32), earthFor("25 mm2", 63)]).toEqual(["6 mm2", "16 mm2"]);
  });
});

describe("the conductor that is chosen", () => {
  test("48 A: 6 AWG in conduit carries it, as sheathed cable it does not (NEC 334.80)", () => {
    expect(nec(48).fits!.gauge).toBe("6 AWG");
    expect(nec(48, { laying: "cable" }).fits!.gauge).toBe("4 AWG");
    expect(nec(48, { terminalsC: 60 }).fits!.gauge).toBe("4 AWG");
    expect(nec(80).fits!.gauge).toBe("3 AWG");
    // Small conductors stand behind no more than 30 A, whatever they carry (NEC 240.4(D)).
    expect(nec(32).fits!.gauge).toBe("8 AWG");
    expect([nec(20).breakerAmps, nec(20).fits!.gauge]).toEqual([25, "10 AWG"]);
  });

  test("a long run asks for more copper than the amps do: 32 A over 60 m, 6 mm² loses 6.15 %", () => {
    const short = iec();
    expect(short.fits!.gauge).toBe("6 mm2");
    const long = iec({}, { lengthM: 60 });
    const six = long.conductors.find(({ gauge }) => gauge === "6 mm2")!;
    // 2 × 32 A × 3.08 Ω/km × (1 + 0.00393 × 50) × 60 m, of 230 V.
    expect(six.dropVolts).toBeCloseTo(2 * 32 * 0.003_08 * 1.1965 * 60, 9);
    expect(six.dropShare).toBeCloseTo(0.061_5, 4);
    expect([six.carries, six.holdsDrop]).toEqual([true, false]);
    expect(long.fits!.gauge).toBe("16 mm2");
    expect(iec({}, { lengthM: 60, dropShare: 0.05 }).fits!.gauge).toBe("10 mm2");
    // Nothing thicker goes into the terminals of such a unit, and less into those of a socket for 32 A.
    expect(long.next).toBeUndefined();
    expect(iec({}, { lengthM: 60, end: "socket" }).fits).toBeUndefined();
    expect(iec({}, { end: "socket" }).next!.gauge).toBe("10 mm2");
  });

  test("three phases lose on one conductor each, and nothing in the neutral", () => {
    const three = iec({ phases: 3, amps: 16 }, {}, { flowsAmps: 16 });
    const found = three.fits!;
    expect(found.gauge).toBe("2.5 mm2");
    expect(found.dropVolts).toBeCloseTo(16 * 0.007_41 * 1.1965 * 18, 9);
    expect(found.lossW).toBeCloseTo(3 * 16 ** 2 * 0.007_41 * 1.1965 * 18, 9);
  });

  test("what a year loses follows what flows, not what the unit could", () => {
    const full = iec().fits!;
    expect(full.lossW).toBeCloseTo(2 * 32 ** 2 * 0.003_08 * 1.1965 * 18, 9);
    expect(full.lossKWhAYear).toBeCloseTo((full.lossW * 500) / 1000, 9);
    expect(full.lossPerYear).toBeCloseTo(full.lossKWhAYear * 0.3, 9);
    expect(full.tenYears).toBeCloseTo(full.price + COMPARED_YEARS * full.lossPerYear, 9);
    const set = iec({}, {}, { flowsAmps: 16 }).fits!;
    expect(set.gauge).toBe(full.gauge);
    expect(set.lossW).toBeCloseTo(full.lossW / 4, 9);
  });

  test("the cheapest over ten years may not be the thinnest", () => {
    const much = iec({}, { lengthM: 25 }, { hoursAYear: 2_500, perKWh: 0.4 });
    expect(gaugeArea(much.cheapest!.gauge)).toBeGreaterThan(gaugeArea(much.fits!.gauge));
    const little = iec({}, { lengthM: 25 }, { hoursAYear: 100, perKWh: 0.1 });
    expect(little.cheapest!.gauge).toBe(little.fits!.gauge);
    expect(iec({}, {}, { perMetre: { "6 mm2": 9 } }).fits!.price).toBe(18 * 9);
    expect(iec({}, {}, { perEuro: 2 }).fits!.price).toBeCloseTo(2 * iec().fits!.price, 9);
  });

  test("what fits carries its breaker, holds the drop, goes into its ends, and is the thinnest that does", () => {
    const any = fc.record({
      system: fc.constantFrom(
        "split-phase" as const,
        "230/400" as const,
        "it-230" as const,
        "100/200" as const,
      ),
      amps: fc.constantFrom(6, 10, 16, 20, 24, 29, 32, 40, 48, 64, 80),
      three: fc.boolean(),
      lengthM: fc.integer({ min: 1, max: 150 }),
      ambientC: fc.integer({ min: 0, max: 55 }),
      circuits: fc.integer({ min: 1, max: 5 }),
      dropShare: fc.constantFrom(0.01, 0.03, 0.05),
      end: fc.constantFrom("hardwired" as const, "socket" as const),
    });
    law(any, { runs: 400, mostSkipped: 0.6 }, ({ system, amps, three, ...run }) => {
      const trade = system === "split-phase" ? "nec" : "iec";
      const phases = three && (system === "230/400" || system === "it-230") ? 3 : 1;
      const found = circuitsFor(
        { system, phases, amps },
        { ...usualRun(trade), ...run },
        { ...running, flowsAmps: amps },
      );
      found.steps.forEach((step) => holds(step, `${system} ${amps}`));
      const { fits, conductors, breakerAmps } = found;
      if (!fits) return SKIPPED;
      expect(fits.carried.amps).toBeGreaterThanOrEqual(breakerAmps - 1e-9);
      expect(breakerAmps).toBeGreaterThanOrEqual(amps * (trade === "nec" ? 1.25 : 1) - 1e-9);
      expect(fits.dropShare).toBeLessThanOrEqual(run.dropShare + 1e-9);
      const thinner = conductors.slice(0, conductors.indexOf(fits));
      expect(thinner.every((one) => !(one.carries && one.holdsDrop && one.fitsTerminals))).toBe(true);
      if (found.next) expect(found.next.lossPerYear).toBeLessThan(fits.lossPerYear);
      return undefined;
    });
  });
});

test("what local code asks is told with why, by trade and by what is built", () => {
  const of = (fed: Fed, run: Partial<NewRun> = {}) => {
    const whole = { ...usualRun(fed.system === "split-phase" ? "nec" : "iec"), ...run };
    return codeLines(fed, whole, circuitsFor(fed, whole, running))
      .map(({ what, why }) => `${what} ${why}`)
      .join("\n");
  };
  expect(of({ system: "230/400", phases: 3, amps: 16 })).toMatch(
    /type B, or type A where the unit itself switches off at 6 mA[\s\S]*all four poles, 16 A[\s\S]*TN-C-S[\s\S]*Surge/,
  );
  expect(of({ system: "it-230", phases: 1, amps: 16 })).toContain("without a neutral");
  expect(of({ system: "split-phase", phases: 1, amps: 32 }, { end: "socket" })).toContain(
    "A breaker with ground-fault protection (GFCI) before the socket, 40 A.",
  );
  expect(of({ system: "split-phase", phases: 1, amps: 32 })).toContain("no second one before it");
  expect(of({ system: "split-phase", phases: 1, amps: 80 })).toContain("locked open");
  expect(of({ system: "split-phase", phases: 1, amps: 48 })).not.toContain("locked open");
  expect(of({ system: "230/400", phases: 1, amps: 16 }, { outdoors: true })).toContain("entries from below");
});

test("above what a socket holds for hours it is wired in", () => {
  const inside = { outdoors: false };
  expect(endAdvice({ system: "split-phase", amps: 48 }, inside).must).toBe("hardwired");
  expect(endAdvice({ system: "split-phase", amps: 40 }, inside).must).toBeNull();
  expect(endAdvice({ system: "230/400", amps: 32 }, inside).must).toBeNull();
  expect(endAdvice({ system: "230/400", amps: 40 }, inside).says).toBe(
    "40 A for hours is more than a socket holds (32 A): it has to be wired in.",
  );
  expect(endAdvice({ system: "230/400", amps: 16 }, { outdoors: true }).says).toContain(
    "wired in is the quieter life",
  );
});

test("how a run is laid belongs to the trade that lays it", () => {
  expect(runProblem({ laying: "clipped" }, "nec")).toBe("accepted: conduit or cable");
  expect(runProblem({ laying: "cable" }, "iec")).toBe("accepted: conduit or clipped");
  expect(runProblem({ laying: "conduit" }, "iec")).toBeUndefined();
});
