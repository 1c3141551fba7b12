import type { ConnectorId } from "@kettleback/core";

/** A contact of a face: where it sits (in a box of 100 × 120), how large it is, and what it does. */
export interface Contact {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly r: number;
  readonly role: "power" | "neutral" | "earth" | "signal" | "direct";
}

/** A face as one looks at the car's inlet. Positions follow the standards, from memory; the drawing is our own. */
export interface Face {
  /** Outline as an SVG path in the same box. */
  readonly outline: string;
  readonly contacts: readonly Contact[];
  readonly note: string;
}

const at = (id: string, x: number, y: number, r: number, role: Contact["role"]): Contact => ({
  id,
  x,
  y,
  r,
  role,
});

const ROUND = "M50 8a42 42 0 1 1 0 84a42 42 0 1 1 0-84z";
const FLAT_TOP = "M22 14H78A44 44 0 0 1 50 94A44 44 0 0 1 22 14z";

const TYPE1: readonly Contact[] = [
  at("L1", 34, 32, 9, "power"),
  at("N", 66, 32, 9, "neutral"),
  at("PP", 24, 56, 5, "signal"),
  at("CP", 76, 56, 5, "signal"),
  at("PE", 50, 72, 9, "earth"),
];
const TYPE2: readonly Contact[] = [
  at("PP", 37, 27, 5, "signal"),
  at("CP", 63, 27, 5, "signal"),
  at("N", 25, 48, 8, "neutral"),
  at("PE", 50, 50, 8, "earth"),
  at("L1", 75, 48, 8, "power"),
  at("L3", 37, 72, 8, "power"),
  at("L2", 63, 72, 8, "power"),
];

/** The AC part made small, over the two direct-current contacts of a combined inlet. */
const combined = (contacts: readonly Contact[]): readonly Contact[] => [
  ...contacts.map((c) => at(c.id, 50 + (c.x - 50) * 0.74, 4 + c.y * 0.66, c.r * 0.74, c.role)),
  at("DC−", 34, 94, 13, "direct"),
  at("DC+", 66, 94, 13, "direct"),
];
const COMBINED_OUTLINE =
  "M50 4a32 32 0 0 1 31 42l-5 27a21 21 0 0 1 1 42H23a21 21 0 0 1 1-42l-5-27A32 32 0 0 1 50 4z";

/** Faces by connector. */
export const FACES: Readonly<Record<ConnectorId, Face>> = {
  type1: { outline: ROUND, contacts: TYPE1, note: "Five contacts: one phase, earth and two signals." },
  type2: {
    outline: FLAT_TOP,
    contacts: TYPE2,
    note: "Seven contacts: up to three phases. L2 and L3 may stay empty.",
  },
  "j3400-ac": {
    outline: "M20 20H80Q94 56 74 90Q50 104 26 90Q6 56 20 20z",
    contacts: [
      at("L1", 31, 40, 12, "power"),
      at("N", 69, 40, 12, "neutral"),
      at("CP", 35, 74, 5, "signal"),
      at("PE", 50, 68, 8, "earth"),
      at("PP", 65, 74, 5, "signal"),
    ],
    note: "The two large contacts carry AC here, and DC at a rapid station.",
  },
  "gbt-ac": {
    outline: ROUND,
    contacts: TYPE2.map((c) => at(c.id, 100 - c.x, c.y, c.r, c.role)),
    note: "Seven contacts, mirrored and of the other sex than Type 2: they do not mate.",
  },
  ccs1: {
    outline: COMBINED_OUTLINE,
    contacts: combined(TYPE1),
    note: "A Type 1 above, two contacts for direct current below.",
  },
  ccs2: {
    outline: COMBINED_OUTLINE,
    contacts: combined(TYPE2),
    note: "A Type 2 above, two contacts for direct current below. It takes the AC plug of its type.",
  },
  chademo: {
    outline: ROUND,
    contacts: [
      at("DC−", 28, 50, 12, "direct"),
      at("DC+", 72, 50, 12, "direct"),
      ...[38, 50, 62].map((x, i) => at(`S${i + 1}`, x, 26, 4, "signal")),
      at("S4", 50, 50, 4, "signal"),
      ...[38, 50, 62].map((x, i) => at(`S${i + 5}`, x, 74, 4, "signal")),
    ],
    note: "Direct current only: such a car has another inlet for AC.",
  },
  "gbt-dc": {
    outline: ROUND,
    contacts: [
      at("DC−", 32, 44, 11, "direct"),
      at("DC+", 68, 44, 11, "direct"),
      at("PE", 50, 70, 8, "earth"),
      ...[26, 42, 58, 74].map((x, i) => at(`S${i + 1}`, x, i % 3 ? 24 : 66, 4, "signal")),
    ],
    note: "Direct current only: such a car has another inlet for AC.",
  },
  "j3400-dc": {
    outline: "M20 20H80Q94 56 74 90Q50 104 26 90Q6 56 20 20z",
    contacts: [
      at("DC+", 31, 40, 12, "direct"),
      at("DC−", 69, 40, 12, "direct"),
      at("CP", 35, 74, 5, "signal"),
      at("PE", 50, 68, 8, "earth"),
      at("PP", 65, 74, 5, "signal"),
    ],
    note: "The same face as for AC.",
  },
};
