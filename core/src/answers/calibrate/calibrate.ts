import { levenbergMarquardt } from "ml-levenberg-marquardt";
import { inverse, Matrix } from "ml-matrix";
import type { Plan } from "../../engine/plan";
import type { SessionEvidence } from "../explain";
import { METER_GAIN } from "../explain";
import { oddSession } from "./odd";
import { fittingOf, type Fitting } from "./data";
import { CALIBRATED, PARAMETERS, sameWiring, type Calibrated, type Parameter } from "./parameters";

/** Fewest sessions anything is estimated from. */
export const FEWEST_SESSIONS = 3;
/** Most sessions that are fitted together. */
export const MOST_SESSIONS = 200;

/** What one figure came to. */
export interface FigureTold {
  readonly id: Exclude<Calibrated, "economy">;
  readonly name: string;
  readonly unit: string;
  readonly digits: number;
  readonly was: number;
  readonly value: number;
  /** Nine times of ten it lies between these. */
  readonly low: number;
  readonly high: number;
  /** The sessions say it: what was usual before is no longer needed for it. */
  readonly told: boolean;
  /** Why not, in words; null where it is told. */
  readonly why: string | null;
}

/** How far off computed figures are, in the mean over sessions. */
export interface Miss {
  /** Share of what the meter counted; null where no session has it. */
  readonly meter: number | null;
  /** Share of a full battery by which the final charge is missed; null where no session has it. */
  readonly soc: number | null;
  /** Of all that was read, in standard deviations. */
  readonly all: number;
}

/** A session that was left out, by its place among those given, and what was otherwise. */
export interface OddOne {
  readonly at: number;
  readonly why: string;
}

/** What sessions told. */
export interface Calibration {
  /** Sessions in which something was otherwise: they say nothing of the car. */
  readonly odd: readonly OddOne[];
  /** The way whose resistance is told. */
  readonly way: { readonly outlet: string; readonly lead: string | null };
  readonly sessions: number;
  readonly estimates: readonly FigureTold[];
  /** Over sessions that were left out of the fit, with the figures as they were and as they were fitted without them. */
  readonly before: Miss;
  readonly after: Miss;
  /** The new figures do better where they were not fitted. */
  readonly better: boolean;
}

/** Why nothing was estimated, in words. */
export interface NotCalibrated {
  readonly odd?: readonly OddOne[];
  readonly refused: string;
}

/** Share of what was usual that has to be left at most for a figure to be told. */
const TOLD = 0.5;
/** Standard deviations within which nine of ten lie. */
const NINE_OF_TEN = 1.645;
const STEP = 2e-3;
const FOLDS = 3;
/** Beyond it a reading is not worth its square: it pulls no more than this (standard deviations). */
const CLIP = 5;

/** All figures in one: a plan with each put into it. */
const withAll = (
  plan: Plan,
  parameters: readonly Parameter[],
  values: readonly number[],
  reference: Plan,
): Plan => parameters.reduce((made, parameter, i) => parameter.put(made, values[i]!, reference), plan);

/** The way most of the sessions went: resistance is told for that one. */
function mostUsed(sessions: readonly SessionEvidence[]): Plan {
  const counts = sessions.map(({ plan }) => sessions.filter((other) => sameWiring(plan, other.plan)).length);
  return sessions[counts.indexOf(Math.max(...counts))]!.plan;
}

/** A problem of least squares in figures of one scale: how far each lies from what it was, in what is usual for it. */
class Problem {
  readonly #centres: readonly number[];
  readonly #widths: readonly number[];
  readonly size: number;
  readonly targets: Float64Array;
  constructor(
    readonly fittings: readonly Fitting[],
    readonly parameters: readonly Parameter[],
    readonly reference: Plan,
  ) {
    this.#centres = parameters.map((parameter) => parameter.of(reference));
    this.#widths = parameters.map((parameter) => parameter.usual(reference));
    this.size = fittings.reduce((sum, { seen }) => sum + seen.length, 0) + parameters.length;
    this.targets = new Float64Array(this.size);
    let at = 0;
    for (const { seen } of fittings) {
      this.targets.set(seen, at);
      at += seen.length;
    }
  }
  valuesAt(scaled: ArrayLike<number>): number[] {
    return this.parameters.map((parameter, i) => {
      const [low, high] = parameter.within(this.reference);
      return Math.min(high, Math.max(low, this.#centres[i]! + scaled[i]! * this.#widths[i]!));
    });
  }
  bounds(): { low: number[]; high: number[] } {
    const at = (end: 0 | 1) =>
      this.parameters.map(
        (parameter, i) => (parameter.within(this.reference)[end] - this.#centres[i]!) / this.#widths[i]!,
      );
    return { low: at(0), high: at(1) };
  }
  width(i: number): number {
    return this.#widths[i]!;
  }
  /** All that would have been read, over its errors; what is usual stands at the end as readings of its own. */
  predictedAt(scaled: ArrayLike<number>): Float64Array {
    const values = this.valuesAt(scaled);
    const all = new Float64Array(this.size);
    let at = 0;
    for (const { evidence, seen, predicted } of this.fittings) {
      const found = predicted(withAll(evidence.plan, this.parameters, values, this.reference));
      for (let i = 0; i < seen.length; i++) {
        const off = found ? found[i]! - seen[i]! : CLIP;
        // A reading that is plain wrong pulls no further than one that is just beyond belief.
        all[at + i] = seen[i]! + CLIP * Math.tanh(off / CLIP);
      }
      at += seen.length;
    }
    for (let i = 0; i < this.parameters.length; i++) all[at + i] = scaled[i]!;
    return all;
  }
}

/** The figures that suit best, scaled, by bounded least squares. */
function solve(problem: Problem): number[] {
  const { low, high } = problem.bounds();
  const x = Float64Array.from({ length: problem.size }, (_, i) => i);
  const cache = new Map<string, Float64Array>();
  const { parameterValues } = levenbergMarquardt(
    { x, y: problem.targets },
    (scaled) => {
      const key = scaled.join();
      const known = cache.get(key) ?? problem.predictedAt(scaled);
      cache.set(key, known);
      return (i) => known[i]!;
    },
    {
      initialValues: problem.parameters.map(() => 0),
      minValues: low,
      maxValues: high,
      gradientDifference: STEP,
      centralDifference: false,
      maxIterations: 12,
      damping: 1e-2,
      errorTolerance: 1e-9,
      improvementThreshold: 1e-4,
    },
  );
  return [...parameterValues];
}

/** How uncertain the figures are: from how each reading moves with them, and what a meter's own gain does to all. */
function covarianceAt(problem: Problem, best: readonly number[]): Matrix {
  const centre = problem.predictedAt(best);
  const count = problem.parameters.length;
  const jacobian = new Matrix(problem.size, count);
  for (let k = 0; k < count; k++) {
    const moved = best.map((value, i) => (i === k ? value + STEP : value));
    const found = problem.predictedAt(moved);
    for (let i = 0; i < problem.size; i++) jacobian.set(i, k, (found[i]! - centre[i]!) / STEP);
  }
  const inverted = inverse(jacobian.transpose().mmul(jacobian));
  // A meter that shows so much more in every session alike is told by none of them.
  const gain = new Matrix(problem.size, 1);
  let at = 0;
  for (const { seen, metered } of problem.fittings)
    for (let i = 0; i < seen.length; i++) gain.set(at++, 0, metered[i] ? seen[i]! * METER_GAIN : 0);
  const shift = inverted.mmul(jacobian.transpose()).mmul(gain);
  return inverted.add(shift.mmul(shift.transpose()));
}

function missOf(fittings: readonly Fitting[], planned: (plan: Plan) => Plan): Miss {
  const [meters, socs]: [number[], number[]] = [[], []];
  let [square, count] = [0, 0];
  for (const { evidence, seen, predicted } of fittings) {
    const found = predicted(planned(evidence.plan));
    if (!found) continue;
    found.forEach((value, i) => {
      square += Math.min(CLIP * CLIP, (value - seen[i]!) ** 2);
      count += 1;
    });
    const last = seen.length - 1;
    if (evidence.wallWh !== null) meters.push(Math.abs(found[last]! / seen[last]! - 1));
    if (evidence.toSoc !== null) {
      const i = evidence.wallWh === null ? last : last - 1;
      socs.push(Math.abs(found[i]! - seen[i]!) * (evidence.toSoc / seen[i]!));
    }
  }
  const mean = (values: readonly number[]) =>
    values.length === 0 ? null : values.reduce((a, b) => a + b, 0) / values.length;
  return { meter: mean(meters), soc: mean(socs), all: Math.sqrt(square / Math.max(1, count)) };
}

/** The mean of misses, each by how many sessions it is of. */
function together(misses: readonly (readonly [Miss, number])[]): Miss {
  const mean = (of: (miss: Miss) => number | null) => {
    const known = misses.filter(([miss]) => of(miss) !== null);
    const count = known.reduce((sum, [, n]) => sum + n, 0);
    return count === 0 ? null : known.reduce((sum, [miss, n]) => sum + of(miss)! * n, 0) / count;
  };
  return { meter: mean(({ meter }) => meter), soc: mean(({ soc }) => soc), all: mean(({ all }) => all) ?? 0 };
}

const WHY: Readonly<Record<Parameter["id"], string>> = {
  ownDraw:
    "Own draw shows between sessions at different currents: charge once at 6 or 8 A with a meter at the wall.",
  efficiency: "Needs a meter at the wall and the charge before and after, at the usual current.",
  capacity: "Needs sessions over a long span, half of the battery or more, with a meter at the wall.",
  acceptance:
    "Needs sessions in which the battery, not the way in, holds the power down: rapid ones, with the kW read along the way.",
  resistance: "Needs the volts at the unit, read along a session.",
};

const tooFew = (count: number, odd: number): string =>
  `${count === 1 ? "One session" : `${count} sessions`} cannot say: ${FEWEST_SESSIONS} at least, as one is left out to see whether the others foretell it.${odd > 0 ? ` In ${odd === 1 ? "one" : odd} more something was otherwise.` : ""}`;

/** Sessions by turns left out: of every third, of each where there are few. */
function folds(count: number): number[][] {
  const groups = Math.min(count, FOLDS);
  return Array.from({ length: groups }, (_, g) =>
    Array.from({ length: count }, (__, i) => i).filter((i) => i % groups === g),
  );
}

/**
 * What sessions tell of one's own car and wiring, fitted together, with how sure it is and how much better it does on
 * sessions it was not fitted to.
 * @returns steps by how far it is (0 to 1), then what it came to
 * @example [...calibrateSteps([])].length // 0
 */
export function* calibrateSteps(
  given: readonly SessionEvidence[],
  asked: readonly Calibrated[] = CALIBRATED,
): Generator<number, Calibration | NotCalibrated> {
  if (given.length > MOST_SESSIONS)
    return {
      refused: `${given.length} sessions are more than can be fitted together; accepted: up to ${MOST_SESSIONS}.`,
    };
  const odd: OddOne[] = [];
  const sessions: SessionEvidence[] = [];
  for (const [at, evidence] of given.entries()) {
    const why = oddSession(evidence);
    if (why === null) sessions.push(evidence);
    else odd.push({ at, why });
    yield (0.4 * (at + 1)) / given.length;
  }
  if (sessions.length < FEWEST_SESSIONS) return { odd, refused: tooFew(sessions.length, odd.length) };
  const fittings = sessions.map(fittingOf);
  if (fittings.every(({ seen }) => seen.length === 0))
    return { odd, refused: "None of these sessions has anything that was read." };
  const reference = mostUsed(sessions);
  const parameters = PARAMETERS.filter(({ id }) => asked.includes(id));
  const problem = new Problem(fittings, parameters, reference);
  const best = solve(problem);
  yield 0.4 + 0.6 / (FOLDS + 2);
  const covariance = covarianceAt(problem, best);
  const values = problem.valuesAt(best);
  yield 0.4 + 1.2 / (FOLDS + 2);
  const misses: { before: readonly [Miss, number]; after: readonly [Miss, number] }[] = [];
  const left = folds(fittings.length);
  for (const [g, out] of left.entries()) {
    const kept = new Problem(
      fittings.filter((_, i) => !out.includes(i)),
      parameters,
      reference,
    );
    const foretold = kept.valuesAt(solve(kept));
    const tried = out.map((i) => fittings[i]!);
    misses.push({
      before: [missOf(tried, (plan) => plan), tried.length],
      after: [missOf(tried, (plan) => withAll(plan, parameters, foretold, reference)), tried.length],
    });
    yield 0.4 + (0.6 * (g + 3)) / (FOLDS + 2);
  }
  const before = together(misses.map((one) => one.before));
  const after = together(misses.map((one) => one.after));
  const estimates = parameters.map((parameter, i): FigureTold => {
    const sigma = Math.sqrt(covariance.get(i, i));
    const spread = NINE_OF_TEN * sigma * problem.width(i);
    const [low, high] = parameter.within(reference);
    const told = sigma <= TOLD;
    return {
      id: parameter.id,
      name: parameter.name,
      unit: parameter.unit,
      digits: parameter.digits,
      was: parameter.of(reference),
      value: values[i]!,
      low: Math.max(low, values[i]! - spread),
      high: Math.min(high, values[i]! + spread),
      told,
      why: told ? null : WHY[parameter.id],
    };
  });
  const way = { outlet: reference.outlet.name, lead: reference.lead?.name ?? null };
  return { odd, way, sessions: sessions.length, estimates, before, after, better: after.all < before.all };
}

/**
 * The same in one go.
 * @example "refused" in calibrate([]) // true
 */
export function calibrate(
  sessions: readonly SessionEvidence[],
  asked?: readonly Calibrated[],
): Calibration | NotCalibrated {
  const steps = calibrateSteps(sessions, asked);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}
