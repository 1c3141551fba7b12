import type { AcceptancePoint, Battery } from "./car";

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
/** A generic shape of an acceptance curve, by its name. */
export type CurveShape = keyof typeof CURVE_SHAPES;

/**
 * A generic curve for a pack of a usable capacity (Wh).
 * @example curveOf("early peak", 71_000).length // 7
 */
export const curveOf = (shape: CurveShape, usableWh: number): AcceptancePoint[] =>
  CURVE_SHAPES[shape].map(([soc, c]) => ({ soc, watts: Math.max(100, Math.round(c * usableWh)) }));

/** Pack volts from which a car is of the kind that takes a plateau of power, and capacity below which a pack is small. */
const HIGH_VOLTS = 600;
const SMALL_WH = 25_000;

/**
 * The shape that is usual for a pack of its volts and size (common practice).
 * @example usualShape({ packVolts: 396, usableWh: 71_000 }) // "early peak"
 */
export const usualShape = ({ packVolts, usableWh }: Pick<Battery, "packVolts" | "usableWh">): CurveShape =>
  packVolts >= HIGH_VOLTS ? "800 V plateau" : usableWh < SMALL_WH ? "flat small pack" : "early peak";

/**
 * Whether what a battery takes has to be assumed: nobody has said, and the direct current of a station asks.
 * @example curveAssumed(plan.car.battery, true) // false
 */
export const curveAssumed = (battery: Battery, direct: boolean): boolean =>
  direct && !battery.acceptance && !battery.neverLimits;

/**
 * What a battery accepts: its own curve; where nobody knows it, on rapid charging, the one that is usual for its pack;
 * undefined for one that never limits. Alternating current is too little for most packs to mind.
 * @example acceptanceOf(plan.car.battery, true)?.length // 7
 */
export const acceptanceOf = (battery: Battery, direct: boolean): readonly AcceptancePoint[] | undefined =>
  battery.acceptance ??
  (curveAssumed(battery, direct) ? curveOf(usualShape(battery), battery.usableWh) : undefined);
