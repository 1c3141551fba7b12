import type { Amps, Ohms } from "../units";

/** Proximity resistor of a cable to the cable's amps (IEC 61851-1 / IEC 62196-2). */
export const PROXIMITY: readonly { readonly ohms: Ohms; readonly amps: Amps }[] = [
  { ohms: 1500, amps: 13 },
  { ohms: 680, amps: 20 },
  { ohms: 220, amps: 32 },
  { ohms: 100, amps: 63 },
];

/** A resistor reads as a coded value when it lies within this share of it; the codes are far wider apart. */
export const PROXIMITY_TOLERANCE = 0.1;

/** The amps a proximity resistor codes, or undefined when the reading lies near none of the four values. */
export const proximityToAmps = (ohms: Ohms): Amps | undefined =>
  PROXIMITY.find((row) => Math.abs(ohms - row.ohms) <= row.ohms * PROXIMITY_TOLERANCE)?.amps;

/** The resistor a cable of these amps carries: the largest code not above the rating, or undefined below 13 A. */
export const ampsToProximity = (amps: Amps): Ohms | undefined =>
  PROXIMITY.findLast((row) => row.amps <= amps)?.ohms;
