import type { Cause, Knob } from "./causes";
import type { SessionEvidence } from "./evidence";
import { misfitOf, type Misfit } from "./misfit";
import { predict, type Prediction } from "./predict";
import type { Setup } from "./setup";

/** A cause with the figures that suit the evidence best, and how well. */
export interface Fitted {
  readonly causes: readonly Cause[];
  /** Of each cause, its figures. */
  readonly values: readonly (readonly number[])[];
  readonly misfit: Misfit;
  readonly prediction: Prediction;
  /** Logarithm of how likely the evidence is under it, whatever its figures are; up to what all have in common. */
  readonly logLikelihood: number;
}

const GOLDEN = (Math.sqrt(5) - 1) / 2;
const REFINEMENTS = 9;
/** Values of a figure looked at before the best is refined. */
const GRID = 7;

/** The values of a figure that are looked at first. */
const grid = ({ values, low, high, starts }: Knob): readonly number[] =>
  values ??
  starts?.filter((value) => value >= low && value <= high) ??
  Array.from({ length: GRID }, (_, i) => low + ((high - low) * (i + 0.5)) / GRID);

/** How badly some figures do; Infinity where nothing would charge. */
type Badness = (values: readonly number[]) => number;

/** Where along one figure the badness is least, all others standing still. */
function alongKnob(
  bad: Badness,
  at: readonly number[],
  k: number,
  knob: Knob,
  span: number,
): readonly number[] {
  const put = (value: number) => at.map((old, i) => (i === k ? value : old));
  if (knob.values) {
    let best = at;
    let least = bad(at);
    for (const value of knob.values) {
      const found = bad(put(value));
      if (found < least) [least, best] = [found, put(value)];
    }
    return best;
  }
  let [a, b] = [Math.max(knob.low, at[k]! - span), Math.min(knob.high, at[k]! + span)];
  let [p, q] = [b - GOLDEN * (b - a), a + GOLDEN * (b - a)];
  let [fp, fq] = [bad(put(p)), bad(put(q))];
  for (let i = 0; i < REFINEMENTS; i++) {
    if (fp < fq) {
      [b, q, fq] = [q, p, fp];
      p = b - GOLDEN * (b - a);
      fp = bad(put(p));
    } else {
      [a, p, fp] = [p, q, fq];
      q = a + GOLDEN * (b - a);
      fq = bad(put(q));
    }
  }
  const found = put(fp < fq ? p : q);
  return Math.min(fp, fq) <= bad(at) ? found : at;
}

/** The figures that do best, from the best of the first ones. */
function search(bad: Badness, knobs: readonly Knob[]): readonly number[] {
  let starts: (readonly number[])[] = [[]];
  for (const knob of knobs) starts = starts.flatMap((at) => grid(knob).map((value) => [...at, value]));
  let [best, least] = [starts[0]!, Infinity];
  for (const at of starts) {
    const found = bad(at);
    if (found < least) [least, best] = [found, at];
  }
  const rounds = knobs.length > 1 ? 2 : 1;
  for (let round = 0; round < rounds; round++)
    knobs.forEach((knob, k) => {
      if (knob.values && round === 0 && knobs.length === 1) return;
      const count = knob.starts?.length ?? GRID;
      best = alongKnob(
        bad,
        best,
        k,
        knob,
        // Once round at the distance of the first values, once more closely.
        (knob.high - knob.low) / count / (round === 0 ? 1 : 4),
      );
    });
  return best;
}

/** Share of what a figure might have been that suits the evidence: the less, the less the cause could have foretold it. */
function suits(bad: Badness, best: readonly number[], least: number, k: number, knob: Knob): number {
  if (knob.values) {
    // Of some values, those that do as well as the best count with it.
    const put = (value: number) => best.map((old, i) => (i === k ? value : old));
    const weights = knob.values.map((value) => Math.exp(-0.5 * (bad(put(value)) - least)));
    return Math.min(1, weights.reduce((a, b) => a + b, 0) / knob.values.length);
  }
  const width = knob.high - knob.low;
  const put = (value: number) => best.map((old, i) => (i === k ? value : old));
  let h = width / 20;
  for (let i = 0; i < 6; i++) {
    const [up, down] = [best[k]! + h, best[k]! - h];
    const sides = [up <= knob.high ? bad(put(up)) : NaN, down >= knob.low ? bad(put(down)) : NaN].filter(
      (value) => !Number.isNaN(value),
    );
    const rise = sides.length === 0 ? 0 : sides.reduce((a, b) => a + b, 0) / sides.length - least;
    if (rise > 9 && i < 5) {
      h /= 4;
      continue;
    }
    if (rise <= 0) return 1;
    const sigma = h / Math.sqrt(rise);
    // At the end of its range only one side of it counts.
    const sides2 = sides.length === 2 ? 1 : 0.5;
    return Math.min(1, (sigma * Math.sqrt(2 * Math.PI) * sides2) / width);
  }
  return 1;
}

/** How a cause, or some together, suit the evidence at their best; null where they cannot be. */
export function fit(causes: readonly Cause[], evidence: SessionEvidence, base: Setup): Fitted | null {
  const knobs: Knob[] = [];
  const counts: number[] = [];
  for (const cause of causes) {
    const own = cause.knobs(evidence, base);
    if (!own) return null;
    knobs.push(...own);
    counts.push(own.length);
  }
  const split = (values: readonly number[]): readonly (readonly number[])[] => {
    let from = 0;
    return counts.map((count) => values.slice(from, (from += count)));
  };
  const setupAt = (values: readonly number[]): Setup | null => {
    const own = split(values);
    return causes.reduce<Setup | null>(
      (setup, cause, i) => setup && cause.change(setup, own[i]!, evidence),
      base,
    );
  };
  const known = new Map<string, number>();
  const bad: Badness = (values) => {
    const key = values.join();
    const before = known.get(key);
    if (before !== undefined) return before;
    const setup = setupAt(values);
    const found = setup ? misfitOf(predict(setup, evidence), evidence).chi2 : Infinity;
    known.set(key, found);
    return found;
  };
  const best = knobs.length === 0 ? [] : search(bad, knobs);
  const setup = setupAt(best);
  if (!setup) return null;
  const prediction = predict(setup, evidence);
  const misfit = misfitOf(prediction, evidence);
  const share = knobs.reduce((product, knob, k) => product * suits(bad, best, misfit.chi2, k, knob), 1);
  return {
    causes,
    values: split(best),
    misfit,
    prediction,
    logLikelihood: -0.5 * misfit.chi2 + Math.log(Math.max(1e-12, share)),
  };
}
