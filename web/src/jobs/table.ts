import {
  bestLeaving,
  cableChoices,
  cableVerdicts,
  clockOfLineup,
  everywhereOf,
  fitOf,
  fromTimes,
  hangOnStart,
  hangsOn,
  homeTariffs,
  leavingTimes,
  portableCandidates,
  portableChoices,
  schedulesOf,
  sweepOf,
  vary,
  weekMatters,
  weekSchools,
  whyShown,
  yearBlocks,
  type CablesAsked,
  type Fit,
  type Garage,
  type OutletTypeId,
  type Plan,
  type PortableCandidate,
  type PortablesAsked,
  type Seconds,
  type Solution,
  type SweepRow,
  type SweepSpec,
} from "@kettleback/core";
import { asideOf } from "./aside";

/**
 * Work in steps: it yields how far it is (0 to 1), or what there is so far, wherever it can be left, and returns its result. What goes in and what
 * comes out is plain data, as it travels between threads.
 */
export type Work<Input extends readonly unknown[], Result, Step = number> = (
  ...input: Input
) => Generator<Step, Result>;

/** Work that is too short to be left halfway. */
const inOne = <Input extends readonly unknown[], Result>(
  make: (...input: Input) => Result,
): Work<Input, Result> =>
  // eslint-disable-next-line require-yield
  function* (...input) {
    return make(...input);
  };

function* sweep(plan: Plan, spec: SweepSpec): Generator<number, SweepRow[]> {
  const rowAt = sweepOf(plan, spec, clockOfLineup(plan));
  const rows: SweepRow[] = [];
  for (let j = 0; j < spec.y.count; j++) {
    rows.push(rowAt(j));
    yield (j + 1) / spec.y.count;
  }
  return rows;
}

function* fits(garage: Garage): Generator<number, Fit[][]> {
  const rows: Fit[][] = [];
  for (const outlet of garage.outlets) {
    rows.push(garage.cars.map((car) => fitOf(garage, car, outlet)));
    yield rows.length / garage.outlets.length;
  }
  return rows;
}

const leaving = (plan: Plan, solution: Solution, limit: Seconds | null) => {
  const times = leavingTimes(plan, solution, limit);
  return { times, best: bestLeaving(times) };
};

const cables = (asked: CablesAsked) => {
  const choices = cableChoices(asked);
  return { choices, verdicts: cableVerdicts(asked, choices), posts: asked.posts };
};

const portables = (asked: PortablesAsked, mine: readonly PortableCandidate[], wallPlug: OutletTypeId) =>
  portableChoices(asked, [...mine, ...portableCandidates(asked.car, asked.system, wallPlug)]);

/** Everything that may take longer than a frame, by name. */
export const JOBS = {
  /** What would lift a path, and every current of its unit. */
  aside: asideOf,
  sweep,
  /** Every car at every outlet of a garage. */
  fits,
  vary: inOne(vary),
  schedules: inOne(schedulesOf),
  leaving: inOne(leaving),
  everywhere: inOne(everywhereOf),
  hangs: inOne(hangsOn),
  /** What hangs on a charge at the start that nobody knows. */
  hangOnStart: inOne(hangOnStart),
  /** A year under each of several home tariffs. */
  homeTariffs,
  /** What each assumption of a week does to the answer. */
  weekMatters: inOne(weekMatters),
  /** The schools of plugging in, side by side. */
  weekSchools: inOne(weekSchools),
  /** Years of luck and weather; each step is the blocks there are so far. */
  years: yearBlocks,
  cables: inOne(cables),
  portables: inOne(portables),
  /** What alone would make a display true. */
  whyShown: inOne(whyShown),
  /** What times at several currents come to. */
  fromTimes: inOne(fromTimes),
};

export type Jobs = typeof JOBS;
/** The name of a job. */
export type JobKind = keyof Jobs;
/** What a job is asked with. */
export type JobInput<K extends JobKind> = Parameters<Jobs[K]>;
/** What a job comes to. */
export type JobResult<K extends JobKind> =
  ReturnType<Jobs[K]> extends Generator<unknown, infer R> ? R : never;
/** What a job tells on its way: how far it is, or what there is so far. */
export type JobStep<K extends JobKind> = ReturnType<Jobs[K]> extends Generator<infer S, unknown> ? S : never;
