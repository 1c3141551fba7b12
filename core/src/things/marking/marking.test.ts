import fc from "fast-check";
import { readCable, readMarking, readRating, type PowerContact } from ".";
import { runs } from "../../tests/law";

test.each([
  ["H07BZ5-F 5G6 + 1×0.5", { cores: 5, earth: true, areaMm2: 6, controlCores: 1, family: "H07BZ5-F" }],
  ["3G2.5", { cores: 3, earth: true, areaMm2: 2.5, controlCores: 0, family: undefined }],
  ["5x2,5 mm²", { cores: 5, earth: undefined, areaMm2: 2.5, controlCores: 0, family: undefined }],
  ["3 × 6 mm2 + 2 x 0,75", { cores: 3, earth: undefined, areaMm2: 6, controlCores: 2, family: undefined }],
  ["H07RN-F 3X1.5", { cores: 3, earth: false, areaMm2: 1.5, controlCores: 0, family: "H07RN-F" }],
  [
    "EV cable 450/750 V 3G6+0.5mm2",
    { cores: 3, earth: true, areaMm2: 6, controlCores: 0, family: undefined },
  ],
])("%s", (text, marking) => expect(readMarking(text)).toEqual(marking));

test.each([
  ["H07BZ5-F5G6", 5, 6, "H07BZ5-F"],
  ["5×2.5 mm² 3×16 A", 5, 2.5, undefined],
  ["1x16A 3G2.5", 3, 2.5, undefined],
])("%s: the cores are told from the rating and the family", (text, cores, areaMm2, family) =>
  expect(readMarking(text)).toMatchObject({ cores, areaMm2, family }),
);

test("a rating is phases and amps, never an area: 3x16A is three phases of 16 A, 3x16AWG nothing", () => {
  expect(readMarking("3x16A")).toBeUndefined();
  expect(readRating("3x16A")).toEqual({ phases: 3, amps: 16 });
  expect(readCable({ marking: "3x16A" })).toMatchObject({
    phases: 3,
    amps: 16,
    certainty: { phases: "likely" },
  });
  expect(readCable({ marking: "3x16A" }).contradictions).toEqual([]);
  expect([readMarking("3x16AWG"), readRating("3x16AWG")]).toEqual([undefined, undefined]);
  expect(readRating("1×16 A, 3×16 A")).toBeUndefined();
  expect(readRating("4x16A")).toBeUndefined();
});

test("what is printed is held against cores, copper and resistor", () => {
  expect(readCable({ marking: "3G2.5 3x16A" }).contradictions.join()).toContain("cores decide");
  expect(readCable({ marking: "3G2.5 3x16A" }).phases).toBe(1);
  expect(readCable({ marking: "3G2.5 1x32A" }).contradictions.join()).toContain("usually sold as 16 A");
  expect(readCable({ marking: "5G6 3x32A", proximityOhms: 680 })).toMatchObject({
    amps: 20,
    contradictions: [expect.stringContaining("its resistor codes 20 A")],
  });
});

test("amps printed by themselves are what the cable may carry, not what its copper is usually sold as", () => {
  // 5G6 is usually sold as 32 A; printed 16 A or 20 A it is that.
  expect(readCable({ marking: "5G6 16 A" })).toMatchObject({ phases: 3, amps: 16, contradictions: [] });
  expect(readCable({ marking: "5G6 20 amps" }).amps).toBe(20);
  expect(readCable({ marking: "5G6 32A, fused 20 A" }).amps).toBe(20);
  expect(readCable({ marking: "20 A" })).toMatchObject({ phases: undefined, amps: 20, contradictions: [] });
  expect(readCable({ marking: "5G6 32 A", proximityOhms: 680 })).toMatchObject({
    amps: 20,
    contradictions: ["32 A is printed on it, but its resistor codes 20 A: that is what flows."],
  });
  expect(readCable({ marking: "3G2.5 32 A" }).contradictions.join()).toContain("usually sold as 16 A");
  // Less than the pilot's least current, or a number of cores, is no rating.
  expect(readCable({ marking: "5G6 2 A" }).amps).toBe(32);
});

test.each(["AWG 3x10", "3x10 AWG", "3C10 AWG", "AWG 10/3", "AWG 10x3 SJOOW"])(
  "%p is a size of its own, no area of 10 mm²",
  (text) => expect(readMarking(text)).toBeUndefined(),
);

test.each([
  // Usual pairs of copper and resistor, common practice.
  ["3G2.5", 680, 20],
  ["3G1.5", 1500, 13],
  ["5G6", 220, 32],
])("%s with %d Ω belong together", (marking, proximityOhms, amps) => {
  const reading = readCable({ marking, proximityOhms });
  expect(reading.amps).toBe(amps);
  expect(reading.contradictions).toEqual([]);
});

test.each(["", "H07BZ5-F", "5G7", "1x0.5", "32 A 480 V", "three cores"])("%p names no power cores", (text) =>
  expect(readMarking(text)).toBeUndefined(),
);

test("the reader never throws and never claims what does not stand in the text", () => {
  const piece = fc.oneof(
    fc.string({ maxLength: 12 }),
    fc.constantFrom("H07", "BZ5-F", "5", "G", "x", "×", "6", "2,5", "+", " ", "mm²", "1×0.5", "3G"),
  );
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 14 }), (pieces) => {
      const text = pieces.join("");
      const marking = readMarking(text);
      if (!marking) return;
      expect(text).toContain(String(marking.cores));
      expect(text.replaceAll(",", ".")).toContain(String(marking.areaMm2));
      if (marking.earth) expect(text).toMatch(/g/i);
      if (marking.family) expect(text).toContain(marking.family);
      const { amps, phases } = readCable({ marking: text });
      if (phases === 3) expect(marking.cores).toBe(5);
      if (amps) expect(amps).toBeLessThanOrEqual(63);
    }),
    { numRuns: runs(5000) },
  );
});

const face = (...contacts: PowerContact[]) => new Set(contacts);
const FULL = face("L1", "L2", "L3", "N", "PE");

test.each([
  // Usual pairs, common practice.
  ["3G2.5", 1, 16],
  ["3G4", 1, 32],
  ["3G6", 1, 32],
  ["5G2.5", 3, 16],
  ["5G6", 3, 32],
])("%s: %d phases of %d A, amps likely", (marking, phases, amps) =>
  expect(readCable({ marking })).toMatchObject({
    phases,
    amps,
    certainty: { phases: "certain", amps: "likely" },
  }),
);

test("cores decide, pins do not: a three-phase face on a three-core cable is named", () => {
  const reading = readCable({ marking: "3G6", filled: FULL });
  expect(reading.phases).toBe(1);
  expect(reading.contradictions.join()).toContain("three-phase face on a three-core cable");
});

test("empty L2 and L3 are certain; filled ones prove nothing; a missing earth is a stop", () => {
  expect(readCable({ filled: face("L1", "N", "PE") })).toMatchObject({
    phases: 1,
    certainty: { phases: "certain" },
  });
  expect(readCable({ filled: FULL })).toMatchObject({ phases: 3, certainty: { phases: "likely" } });
  expect(readCable({ filled: face("L1", "N") }).contradictions.join()).toContain("Do not use it");
});

test("the resistor is certain about amps, and is held against the copper", () => {
  expect(readCable({ proximityOhms: 220 })).toMatchObject({
    amps: 32,
    certainty: { amps: "certain", phases: "open" },
  });
  expect(readCable({ marking: "5G2.5", proximityOhms: 220 }).contradictions.join()).toContain(
    "thinner copper",
  );
  expect(readCable({ proximityOhms: 350 }).contradictions.join()).toContain("none of the four codes");
  expect(readCable({}).certainty).toEqual({ phases: "open", amps: "open" });
});

describe("a reading in full", () => {
  const face = (...names: PowerContact[]) => new Set(names);
  const all = face("L1", "L2", "L3", "N", "PE");
  const LOOK = "The marking names no power cores that could be read: look for something like 3G2.5 or 5G6.";
  const one = "3 cores with earth: one phase.";
  const three = "5 cores with earth: three phases and neutral.";
  const usual = "2.5 mm² is usually sold as 16 A (common practice).";
  const filled = "All contacts are filled; that alone proves nothing, cores decide.";
  const empty = "L2 or L3 is empty: certainly one phase.";

  test.each<[Parameters<typeof readCable>[0], unknown, unknown, readonly string[], readonly string[]]>([
    [{ marking: "3G2.5" }, 1, 16, [one, usual], []],
    [{ marking: "5G2.5" }, 3, 16, [three, usual], []],
    [{ marking: "5x2.5" }, 3, 16, ["5 cores: three phases and neutral.", usual], []],
    [{ marking: "3x2.5" }, 1, 16, ["3 cores: one phase.", usual], []],
    [
      { marking: "4G2.5" },
      undefined,
      16,
      ["4 cores are neither the three of one phase nor the five of three phases.", usual],
      [],
    ],
    [{ marking: "nothing" }, undefined, undefined, [], [LOOK]],
    [{ marking: "  " }, undefined, undefined, [], []],
    [{}, undefined, undefined, [], []],
    [{ marking: "3x16A" }, 3, 16, ["It is printed 3 × 16 A."], []],
    [{ marking: "2x16A" }, undefined, 16, ["It is printed 2 × 16 A."], []],
    [{ filled: all }, 3, undefined, [filled], []],
    [{ filled: face("L1", "N", "PE") }, 1, undefined, [empty], []],
    [{ filled: face("L1", "L2", "N", "PE") }, 1, undefined, [empty], []],
    [{ filled: face("L1", "L3", "N", "PE") }, 1, undefined, [empty], []],
    [
      { marking: "5G2.5", filled: face("L1", "N", "PE") },
      1,
      16,
      [three, empty, usual],
      ["Five cores, yet L2 or L3 is empty: the spare cores end nowhere; count on one phase."],
    ],
    [
      { marking: "3G2.5", filled: all },
      1,
      16,
      [one, filled, usual],
      ["A three-phase face on a three-core cable: cores decide, so it is one phase."],
    ],
    [
      { filled: face("L1", "N") },
      1,
      undefined,
      [empty],
      ["The earth contact (PE) is empty: no charging cable is made like that. Do not use it."],
    ],
    [
      { marking: "H07RN-F 3X2.5" },
      1,
      16,
      ["3 cores: one phase.", usual],
      ["X in a harmonised code means no earth core: not a charging cable. Do not use it."],
    ],
    [{ proximityOhms: 220 }, undefined, 32, ["220 Ω codes 32 A (IEC 62196-2)."], []],
    [
      { proximityOhms: 5 },
      undefined,
      undefined,
      [],
      ["5 Ω is none of the four codes: 1500, 680, 220 or 100 Ω."],
    ],
    [{ marking: "3G2.5", proximityOhms: 680 }, 1, 20, [one, "680 Ω codes 20 A (IEC 62196-2)."], []],
    [
      { marking: "3G2.5", proximityOhms: 220 },
      1,
      32,
      [one, "220 Ω codes 32 A (IEC 62196-2)."],
      [
        "The resistor codes 32 A, but 2.5 mm² is usually sold as 16 A: thinner copper than the code promises.",
      ],
    ],
    [
      { marking: "3G6 1x32A", proximityOhms: 220 },
      1,
      32,
      [one, "It is printed 1 × 32 A.", "220 Ω codes 32 A (IEC 62196-2)."],
      [],
    ],
  ])("%#", (evidence, phases, amps, because, contradictions) => {
    expect(readCable(evidence)).toMatchObject({ phases, amps });
    expect(readCable(evidence).because).toEqual(because);
    expect(readCable(evidence).contradictions).toEqual(contradictions);
  });

  test("the thickest group is the power, thinner ones are control, and the edges of what is read", () => {
    expect(readMarking("2x0.5 + 3G6 + 1x0.75")).toMatchObject({ cores: 3, areaMm2: 6, controlCores: 3 });
    expect(readMarking("3G6 3G6")).toMatchObject({ cores: 3, controlCores: 0 });
    expect(readMarking("12G1.5")).toMatchObject({ cores: 12 });
    expect(readMarking("13G1.5")).toBeUndefined();
    expect(readMarking("0G1.5")).toBeUndefined();
    expect(readMarking("2x0.75")).toMatchObject({ cores: 2, areaMm2: 0.75 });
    expect(readMarking("2x0.5")).toBeUndefined();
    expect(readMarking("1x6")).toBeUndefined();
    expect(readMarking("3X2.5")).toMatchObject({ earth: undefined });
    expect(readMarking(`${" ".repeat(300)}3G6`)).toBeUndefined();
    expect([readRating("1x6A"), readRating("1x5A")]).toEqual([{ phases: 1, amps: 6 }, undefined]);
    expect(readRating("3x16A 3x32A")).toBeUndefined();
    expect(readRating(`${" ".repeat(300)}3x16A`)).toBeUndefined();
  });
});
