import fc from "fast-check";
import { readCable, readMarking, type PowerContact } from ".";

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
    { numRuns: 5000 },
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
  expect(readCable({ proximityOhms: 400 }).contradictions.join()).toContain("none of the four codes");
  expect(readCable({}).certainty).toEqual({ lanes: "open", amps: "open" });
});
