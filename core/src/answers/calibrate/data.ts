import type { Plan } from "../../engine/plan";
import type { Channel, SessionEvidence } from "../explain";
import { misfitErrors, predictFor } from "../explain";

/** Readings of one session that are fitted, at most of each kind: more say the same again. */
export const EACH_KIND = 16;

/** What is fitted of one session: figures in standard deviations, in one order whatever is predicted. */
export interface Fitting {
  readonly evidence: SessionEvidence;
  /** What was read, over its error. */
  readonly seen: Float64Array;
  /** What a plan would have had it read, over the same errors; null where nothing would charge. */
  predicted(plan: Plan): Float64Array | null;
  /** Which of its figures a meter's own gain moves. */
  readonly metered: Uint8Array;
}

const KINDS: readonly Channel[] = ["watts", "volts", "soc"];

/** Every so many-th, from the middle of each stretch. */
function thin<T>(values: readonly T[]): number[] {
  const count = Math.min(EACH_KIND, values.length);
  return Array.from({ length: count }, (_, i) => Math.floor(((i + 0.5) * values.length) / count));
}

/**
 * What is fitted of a session. The error all readings of a kind have alike is spread over them, so that their mean is no
 * surer than the instrument.
 */
export function fittingOf(evidence: SessionEvidence): Fitting {
  const direct = evidence.plan.evse.kind === "rapid";
  const along: Partial<Record<Channel, { at: number[]; values: number[] }>> = {};
  for (const kind of KINDS) {
    const readings = evidence.along[kind];
    if (!readings || (direct && kind === "volts")) continue;
    const picked = thin(readings.values);
    along[kind] = { at: picked.map((i) => readings.at[i]!), values: picked.map((i) => readings.values[i]!) };
  }
  const thinned: SessionEvidence = { ...evidence, along };
  const sigmas: number[] = [];
  const seen: number[] = [];
  const metered: number[] = [];
  for (const [kind, { values }] of Object.entries(along) as [Channel, { values: number[] }][])
    for (const value of values) {
      const sigma = misfitErrors.along(kind, value, values.length);
      sigmas.push(sigma);
      seen.push(value / sigma);
      metered.push(kind === "watts" ? 1 : 0);
    }
  if (evidence.toSoc !== null) {
    sigmas.push(misfitErrors.toSoc);
    seen.push(evidence.toSoc / misfitErrors.toSoc);
    metered.push(0);
  }
  if (evidence.wallWh !== null) {
    const sigma = misfitErrors.wallWh(evidence.wallWh);
    sigmas.push(sigma);
    seen.push(evidence.wallWh / sigma);
    metered.push(1);
  }
  return {
    evidence,
    seen: Float64Array.from(seen),
    metered: Uint8Array.from(metered),
    predicted(plan) {
      const found = predictFor(plan, thinned);
      if (!found) return null;
      const values: number[] = [];
      for (const kind of Object.keys(along) as Channel[]) values.push(...(found.along[kind] ?? []));
      if (evidence.toSoc !== null) values.push(found.toSoc);
      if (evidence.wallWh !== null) values.push(found.wallWh);
      return Float64Array.from(values, (value, i) => value / sigmas[i]!);
    },
  };
}
