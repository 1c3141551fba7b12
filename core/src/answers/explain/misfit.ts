import type { Channel, SessionEvidence } from "./evidence";
import type { Prediction } from "./predict";

// Named once: they are asked for every reading of every trial.
const { abs, max } = Math;

/** How far an instrument may be off: each reading by itself, and all of them alike. */
export interface Errors {
  /** Of one reading: a share of it and an amount, whichever is more. */
  readonly share: number;
  readonly amount: number;
  /** Of all readings alike: a share (an instrument's gain), or an amount (its offset). */
  readonly gain: number;
  readonly offset: number;
}

/**
 * What the errors of readings are taken to be, one standard deviation. Common practice: clamp meters and the meters in
 * units are good to a per cent or two, cars show whole per cent.
 */
export const ERRORS: Readonly<Record<Channel, Errors>> = {
  watts: { share: 0.01, amount: 15, gain: 0.01, offset: 0 },
  amps: { share: 0.01, amount: 0.15, gain: 0.01, offset: 0 },
  amps2: { share: 0.01, amount: 0.15, gain: 0.01, offset: 0 },
  amps3: { share: 0.01, amount: 0.15, gain: 0.01, offset: 0 },
  volts: { share: 0, amount: 0.8, gain: 0.004, offset: 0 },
  soc: { share: 0, amount: 0.003, gain: 0, offset: 0.003 },
  packC: { share: 0, amount: 1, gain: 0, offset: 1.5 },
};
/** Of what the car showed at the end. */
export const SOC_ERROR = 0.0042;
/** Of what the meter counted: a share, and an amount (Wh) for its last figure. */
export const METER_ERROR = { share: 0.015, amountWh: 40 } as const;

/** Beyond so many standard deviations a reading counts by its distance, no longer by its square: some are plain wrong. */
const HUBER = 4;

/** Cost of a residual in standard deviations. */
const costOf = (z: number): number => {
  const size = abs(z);
  return size <= HUBER ? z * z : HUBER * (2 * size - HUBER);
};

/** The misfit of one kind of reading: what all are off alike is taken out as far as the instrument may be off. */
function channelMisfit(channel: Channel, seen: readonly number[], expected: Float64Array): number {
  const { share, amount, gain, offset } = ERRORS[channel];
  const common = gain > 0 ? gain : offset;
  let [cross, square] = [0, 0];
  const sigmas = new Float64Array(seen.length);
  for (let i = 0; i < seen.length; i++) {
    const value = expected[i]!;
    const sigma = max(amount, share * abs(value));
    sigmas[i] = sigma;
    const z = (seen[i]! - value) / sigma;
    const weight = abs(z) <= HUBER ? 1 : HUBER / abs(z);
    const moves = (gain > 0 ? value : 1) / sigma;
    cross += weight * z * moves;
    square += weight * moves * moves;
  }
  const alike = common > 0 ? cross / (square + 1 / (common * common)) : 0;
  let sum = common > 0 ? (alike / common) ** 2 : 0;
  for (let i = 0; i < seen.length; i++) {
    const value = expected[i]!;
    sum += costOf((seen[i]! - value - alike * (gain > 0 ? value : 1)) / sigmas[i]!);
  }
  return sum;
}

/** How badly a prediction misses what was read: a sum of squares in standard deviations, and of how many readings. */
export interface Misfit {
  readonly chi2: number;
  readonly readings: number;
}

/** How badly a prediction misses the evidence. */
export function misfitOf({ along, toSoc, wallWh }: Prediction, evidence: SessionEvidence): Misfit {
  let [chi2, readings] = [0, 0];
  for (const [channel, expected] of Object.entries(along) as [Channel, Float64Array][]) {
    // A pack whose warmth nobody asked for is not compared.
    if (channel === "packC" && Number.isNaN(expected[0])) continue;
    const { values } = evidence.along[channel]!;
    chi2 += channelMisfit(channel, values, expected);
    readings += values.length;
  }
  if (evidence.toSoc !== null) {
    chi2 += costOf((evidence.toSoc - toSoc) / SOC_ERROR);
    readings += 1;
  }
  if (evidence.wallWh !== null) {
    const sigma = Math.hypot(METER_ERROR.amountWh, METER_ERROR.share * wallWh);
    chi2 += costOf((evidence.wallWh - wallWh) / sigma);
    readings += 1;
  }
  return { chi2, readings };
}

/** By how much a meter's own gain may be off, in all sessions alike (one standard deviation, common practice). */
export const METER_GAIN = 0.01;

/** Errors of single figures, where an instrument's common error is spread over what it read. */
export const misfitErrors = {
  along(channel: Channel, value: number, count: number): number {
    const { share, amount, gain, offset } = ERRORS[channel];
    const own = max(amount, share * abs(value));
    return Math.hypot(own, Math.sqrt(count) * (gain * abs(value) + offset));
  },
  toSoc: SOC_ERROR,
  wallWh: (wallWh: number): number => Math.hypot(METER_ERROR.amountWh, METER_ERROR.share * wallWh),
};
