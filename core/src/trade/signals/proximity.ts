import type { Amps, Ohms } from "../units";

/** A code of the proximity contact: the resistor a cable carries, the band in which it is read, and the amps it says. */
export interface ProximityCode {
  readonly ohms: Ohms;
  readonly from: Ohms;
  readonly to: Ohms;
  readonly amps: Amps;
}

/** Proximity resistor of a cable to the cable's amps (IEC 61851-1 / IEC 62196-2), with its interpretation range (recalled). */
export const PROXIMITY: readonly ProximityCode[] = [
  { ohms: 1500, from: 1100, to: 2460, amps: 13 },
  { ohms: 680, from: 400, to: 936, amps: 20 },
  { ohms: 220, from: 164, to: 308, amps: 32 },
  { ohms: 100, from: 80, to: 140, amps: 63 },
];

/**
 * The amps (A) a proximity resistor codes, or undefined when the reading lies in none of the four bands.
 * @example proximityToAmps(221) // 32
 */
export const proximityToAmps = (ohms: Ohms): Amps | undefined =>
  PROXIMITY.find((row) => ohms >= row.from && ohms <= row.to)?.amps;

/**
 * The resistor (Ω) a cable of these amps carries: the largest code not above the rating, or undefined below 13 A.
 * @example ampsToProximity(32) // 220
 */
export const ampsToProximity = (amps: Amps): Ohms | undefined =>
  PROXIMITY.findLast((row) => row.amps <= amps)?.ohms;
