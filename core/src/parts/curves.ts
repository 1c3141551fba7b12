import type { AcceptancePoint } from "./car";

/** Generic shapes of what a battery accepts, as multiples of its usable capacity an hour (C) over state of charge. */
export const CURVE_SHAPES = {
  "flat small pack": [
    [0, 1.05],
    [0.6, 1.15],
    [0.8, 0.55],
    [0.95, 0.15],
    [1, 0.04],
  ],
  "early peak": [
    [0, 1.2],
    [0.08, 2.1],
    [0.4, 1.8],
    [0.6, 1.15],
    [0.8, 0.7],
    [0.95, 0.22],
    [1, 0.05],
  ],
  "800 V plateau": [
    [0, 1.8],
    [0.1, 2.8],
    [0.5, 2.7],
    [0.6, 2.1],
    [0.8, 1.5],
    [0.9, 0.6],
    [1, 0.05],
  ],
} as const satisfies Record<string, readonly (readonly [soc: number, c: number])[]>;
export type CurveShape = keyof typeof CURVE_SHAPES;

/** A generic curve for a pack of a usable capacity (Wh). */
export const curveOf = (shape: CurveShape, usableWh: number): AcceptancePoint[] =>
  CURVE_SHAPES[shape].map(([soc, c]) => ({ soc, watts: Math.max(100, Math.round(c * usableWh)) }));
