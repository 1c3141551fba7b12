import { z } from "zod";
import { choice, quantity } from "../../things/parts";

/** Where on a car its inlet is. */
export const INLET_SPOTS = ["front-left", "front-right", "rear-left", "rear-right", "nose", "tail"] as const;
/** Where on a car its inlet is, as seen by the driver. */
export type InletSpot = (typeof INLET_SPOTS)[number];
/** Where an inlet is, in words. */
export const SPOT_WORDS: Readonly<Record<InletSpot, string>> = {
  "front-left": "front left wing",
  "front-right": "front right wing",
  "rear-left": "rear left wing",
  "rear-right": "rear right wing",
  nose: "nose",
  tail: "tail",
};

/** How a car stands in its bay: nose towards the head of it, or tail. */
export const PARKED = ["nose-in", "back-in"] as const;
/** How a car stands in its bay. */
export type Parked = (typeof PARKED)[number];

/** A car as it stands: its size, where its inlet is. Lengths in metres. */
export const bodySchema = z.strictObject({
  lengthM: quantity(1, 8, "m").default(4.3),
  widthM: quantity(0.5, 3, "m").default(1.8),
  inlet: choice(INLET_SPOTS).default("rear-right"),
  /** From the nearer end of the car to the inlet, where it is in a wing; from the middle line where it is in nose or tail. */
  inletFromEndM: quantity(0, 4, "m").default(0.8),
  inletHeightM: quantity(0.2, 1.5, "m").default(0.8),
});
/** A car as it stands. */
export type Body = z.infer<typeof bodySchema>;

/**
 * A bay seen from above: x across it from the left, y into it from the lane, so that its head is at y = depth. What one
 * charges from may stand in it, beside it or beyond its head.
 */
export const baySchema = z.strictObject({
  widthM: quantity(1.5, 8, "m").default(2.5),
  depthM: quantity(2, 12, "m").default(5),
  /** Post or socket: where, and how high its socket is. */
  postX: quantity(-10, 18, "m").default(1.25),
  postY: quantity(-10, 22, "m").default(5.3),
  postHeightM: quantity(0, 3, "m").default(1.1),
});
/** A bay and what one charges from. */
export type Bay = z.infer<typeof baySchema>;

/** A bay, a car in it, and how loosely a cable is to lie. */
export const reachSchema = z.strictObject({
  body: bodySchema.prefault({}),
  bay: baySchema.prefault({}),
  parked: choice(PARKED).default("nose-in"),
  /** Room between the end of the car and the head of the bay, and beside it from the left edge; the middle where it is left out. */
  headM: quantity(0, 6, "m").default(0.4),
  leftM: quantity(0, 6, "m").nullable().default(null),
  /** Length on top of the way, so that nothing is taut: a share of it. */
  slack: quantity(0, 1, "(a share: 0.1 is 10 %)").default(0.1),
});
/** A bay, a car in it, and how loosely a cable is to lie. */
export type ReachAsked = z.infer<typeof reachSchema>;
