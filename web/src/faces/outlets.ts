import type { OutletTypeId } from "@kettleback/core";

/** An opening of a socket's face, in a box of 100 × 100: a slot (width × height, turned), a round hole, or an earth clip. */
export interface Opening {
  readonly shape: "slot" | "hole" | "clip";
  readonly role: "live" | "neutral" | "earth";
  readonly x: number;
  readonly y: number;
  /** Width and height of a slot; diameter of a hole. */
  readonly w: number;
  readonly h: number;
  /** Degrees, clockwise. */
  readonly turn: number;
}

/** A socket as one looks at it on the wall. Pin positions by the types' standards, from memory; the drawing is our own. */
export interface OutletFace {
  readonly shell: "round" | "square" | "tall" | "keyed";
  readonly openings: readonly Opening[];
}

const slot = (role: Opening["role"], x: number, y: number, w: number, h: number, turn = 0): Opening => ({
  shape: "slot",
  role,
  x,
  y,
  w,
  h,
  turn,
});
const hole = (role: Opening["role"], x: number, y: number, d: number): Opening => ({
  shape: "hole",
  role,
  x,
  y,
  w: d,
  h: d,
  turn: 0,
});
const clip = (x: number, y: number): Opening => ({
  shape: "clip",
  role: "earth",
  x,
  y,
  w: 16,
  h: 5,
  turn: 0,
});

/** IEC 60309-1: earth at its hour on the clock face, the rest evenly round the ring, the key at six. */
function ring(pins: 3 | 4 | 5, hour: number, shell: OutletFace["shell"] = "keyed"): OutletFace {
  const roles: Opening["role"][] =
    pins === 3
      ? ["earth", "live", "neutral"]
      : pins === 4
        ? ["earth", "live", "live", "live"]
        : ["earth", "live", "live", "live", "neutral"];
  return {
    shell,
    openings: roles.map((role, i) => {
      const angle = ((hour * 30 + (i * 360) / pins) * Math.PI) / 180;
      const around = (n: number) => Number(n.toFixed(2));
      return hole(
        role,
        around(50 + 24 * Math.sin(angle)),
        around(50 - 24 * Math.cos(angle)),
        role === "earth" ? 15 : 12,
      );
    }),
  };
}

/** NEMA WD 6: neutral left, live right, earth below; a larger current has its neutral turned or bent. */
const nema = (neutral: Opening, live: Opening, ...more: readonly Opening[]): OutletFace => ({
  shell: "tall",
  openings: [neutral, live, ...more],
});
const earthBelow = hole("earth", 50, 74, 15);
const large = (...middle: readonly Opening[]): OutletFace => ({
  shell: "round",
  openings: [slot("live", 24, 46, 6, 26), slot("live", 76, 46, 6, 26), ...middle],
});

export const OUTLET_FACES: Readonly<Record<OutletTypeId, OutletFace>> = {
  "nema-5-15": nema(slot("neutral", 34, 38, 6, 24), slot("live", 66, 38, 6, 20), earthBelow),
  "nema-5-20": nema(
    slot("neutral", 34, 38, 6, 24),
    slot("neutral", 28, 38, 12, 6),
    slot("live", 66, 38, 6, 20),
    earthBelow,
  ),
  "nema-tt-30": {
    shell: "round",
    openings: [
      slot("neutral", 32, 42, 6, 26, 40),
      slot("live", 68, 42, 6, 26, -40),
      hole("earth", 50, 76, 14),
    ],
  },
  "nema-6-20": nema(slot("live", 34, 38, 20, 6), slot("live", 66, 38, 6, 22), earthBelow),
  "nema-10-30": {
    shell: "round",
    openings: [
      slot("live", 30, 40, 6, 26, 35),
      slot("live", 70, 40, 6, 26, -35),
      slot("neutral", 50, 70, 6, 18),
      slot("neutral", 55, 76, 14, 6),
    ],
  },
  "nema-14-30": large(
    slot("neutral", 50, 72, 6, 18),
    slot("neutral", 55, 78, 14, 6),
    hole("earth", 50, 22, 15),
  ),
  "nema-6-50": {
    shell: "round",
    openings: [slot("live", 32, 42, 6, 28), slot("live", 68, 42, 6, 28), hole("earth", 50, 76, 15)],
  },
  "nema-14-50": large(slot("neutral", 50, 74, 6, 22), hole("earth", 50, 22, 15)),
  bs1363: {
    shell: "square",
    openings: [slot("earth", 50, 28, 9, 18), slot("neutral", 70, 64, 17, 9), slot("live", 30, 64, 17, 9)],
  },
  "cee-7": {
    shell: "round",
    openings: [hole("live", 30, 50, 12), hole("neutral", 70, 50, 12), clip(50, 15), clip(50, 85)],
  },
  "as3112-10": {
    shell: "square",
    openings: [
      slot("live", 33, 38, 5, 22, -30),
      slot("neutral", 67, 38, 5, 22, 30),
      slot("earth", 50, 72, 5, 22),
    ],
  },
  "as3112-15": {
    shell: "square",
    openings: [
      slot("live", 33, 38, 5, 22, -30),
      slot("neutral", 67, 38, 5, 22, 30),
      slot("earth", 50, 72, 8, 22),
    ],
  },
  "type-j": {
    shell: "square",
    openings: [hole("live", 26, 50, 12), hole("neutral", 74, 50, 12), hole("earth", 50, 62, 12)],
  },
  "type-l": {
    shell: "square",
    openings: [hole("live", 50, 24, 12), hole("earth", 50, 50, 12), hole("neutral", 50, 76, 12)],
  },
  // BS 546 and IS 1293: a larger earth above, the two lives below it.
  "type-d": {
    shell: "square",
    openings: [hole("earth", 50, 28, 13), hole("live", 68, 60, 10), hole("neutral", 32, 60, 10)],
  },
  "type-m": {
    shell: "square",
    openings: [hole("earth", 50, 26, 19), hole("live", 74, 66, 15), hole("neutral", 26, 66, 15)],
  },
  "as3123-20": ring(3, 12, "round"),
  "as3123-20-three": ring(5, 12, "round"),
  "as3123-32-three": ring(5, 12, "round"),
  "as3123-40-three": ring(5, 12, "round"),
  "blue-16": ring(3, 6),
  "blue-32": ring(3, 6),
  "blue-16-three": ring(4, 9),
  "blue-32-three": ring(4, 9),
  "red-16": ring(5, 6),
  "red-32": ring(5, 6),
  "red-63": ring(5, 6),
};
