import fc from "fast-check";
import { readCable, readMarking, readRating, type PowerContact } from ".";
import { runs } from "../tests/law";

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

test("a rating is lanes and amps, never an area: 3x16A is three lanes of 16 A, 3x16AWG nothing", () => {
  expect(readMarking("3x16A")).toBeUndefined();
  expect(readRating("3x16A")).toEqual({ lanes: 3, amps: 16 });
  expect(readCable({ marking: "3x16A" })).toMatchObject({
    lanes: 3,
    amps: 16,
    certainty: { lanes: "likely" },
  });
  expect(readCable({ marking: "3x16A" }).contradictions).toEqual([]);
  expect([readMarking("3x16AWG"), readRating("3x16AWG")]).toEqual([undefined, undefined]);
  expect(readRating("1×16 A, 3×16 A")).toBeUndefined();
  expect(readRating("4x16A")).toBeUndefined();
});

test("what is printed is held against cores, copper and resistor", () => {
  expect(readCable({ marking: "3G2.5 3x16A" }).contradictions.join()).toContain("cores decide");
  expect(readCable({ marking: "3G2.5 3x16A" }).lanes).toBe(1);
  expect(readCable({ marking: "3G2.5 1x32A" }).contradictions.join()).toContain("usually sold as 16 A");
  expect(readCable({ marking: "5G6 3x32A", proximityOhms: 680 })).toMatchObject({
    amps: 20,
    contradictions: [expect.stringContaining("its resistor codes 20 A")],
  });
});

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
      const { amps, lanes } = readCable({ marking: text });
      if (lanes === 3) expect(marking.cores).toBe(5);
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
])("%s: %d lanes of %d A, amps likely", (marking, lanes, amps) =>
  expect(readCable({ marking })).toMatchObject({
    lanes,
    amps,
    certainty: { lanes: "certain", amps: "likely" },
  }),
);

test("cores decide, pins do not: a three-phase face on a three-core cable is named", () => {
  const reading = readCable({ marking: "3G6", filled: FULL });
  expect(reading.lanes).toBe(1);
  expect(reading.contradictions.join()).toContain("three-phase face on a three-core cable");
});

test("empty L2 and L3 are certain; filled ones prove nothing; a missing earth is a stop", () => {
  expect(readCable({ filled: face("L1", "N", "PE") })).toMatchObject({
    lanes: 1,
    certainty: { lanes: "certain" },
  });
  expect(readCable({ filled: FULL })).toMatchObject({ lanes: 3, certainty: { lanes: "likely" } });
  expect(readCable({ filled: face("L1", "N") }).contradictions.join()).toContain("Do not use it");
});

test("the resistor is certain about amps, and is held against the copper", () => {
  expect(readCable({ proximityOhms: 220 })).toMatchObject({
    amps: 32,
    certainty: { amps: "certain", lanes: "open" },
  });
  expect(readCable({ marking: "5G2.5", proximityOhms: 220 }).contradictions.join()).toContain(
    "thinner copper",
  );
  expect(readCable({ proximityOhms: 350 }).contradictions.join()).toContain("none of the four codes");
  expect(readCable({}).certainty).toEqual({ lanes: "open", amps: "open" });
});
