import {
  attemptsEach,
  bestLeaving,
  cableChoices,
  cableVerdicts,
  clockOfLineup,
  everywhereOf,
  figuresFor,
  fitsOf,
  fromTimes,
  GOALS,
  hangOnStart,
  hangsOn,
  homeTariffs,
  isNoWay,
  leavingTimes,
  middleOf,
  plannerOf,
  portableCandidates,
  portableChoices,
  postRows,
  readNetwork,
  schedulesOf,
  sweepOf,
  vary,
  weekMatters,
  weekSchools,
  whyShown,
  withKnown,
  yearBlocks,
  type CablesAsked,
  type Goal,
  type KitAsked,
  type NoWay,
  type OutletTypeId,
  type OwnPost,
  type PlaceOnEarth,
  type Plan,
  type PortableCandidate,
  type PortablesAsked,
  type PostsAsked,
  type Seconds,
  type Solution,
  type SweepRow,
  type SweepSpec,
  type TripAsked,
  type TripPlan,
} from "@kettleback/core";
import { caseOf } from "@kettleback/core/learn";
import { asideOf } from "./aside";
import { fittingJob, meterFile, meterMapped } from "./install";
import { calibrated, explained, logged, tableRead } from "./log";

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

/** A network read and weighed for a car and its kit; every post as a row. */
const posts = (source: string, asked: PostsAsked, from: PlaceOnEarth | null, own: readonly OwnPost[]) => {
  const read = readNetwork(source, asked.household.currency);
  if (!read.ok) return { ok: false as const, problems: read.problems };
  const network = withKnown(
    {
      ...read.value,
      tariffs: {
        ...read.value.tariffs,
        ...Object.fromEntries(own.flatMap(({ post, tariff }) => (tariff ? [[post.key, tariff]] : []))),
      },
    },
    own,
  );
  const here = from ?? middleOf(network.posts);
  return {
    ok: true as const,
    here,
    rows: postRows(network, figuresFor(asked), here),
    notes: read.value.notes,
  };
};

/** A trip's plan for each goal, and for the one that is asked what each of its stops would leave if it were taken. */
function* trip(asked: TripAsked | null) {
  if (!asked) return null;
  const planner = plannerOf(asked);
  const plans: Record<string, TripPlan | NoWay> = {};
  for (const [i, goal] of GOALS.entries()) {
    plans[goal] = planner.plan(goal);
    yield (i + 1) / (GOALS.length + 1);
  }
  const chosen = plans[asked.goal]!;
  const without = isNoWay(chosen)
    ? []
    : chosen.stops.map(({ stop }) => ({ stop, plan: planner.plan(asked.goal, [stop]) }));
  return { plans: plans as Record<Goal, TripPlan | NoWay>, without, useless: planner.useless };
}

/** Everything that may take longer than a frame, by name. */
export const JOBS = {
  /** What would lift a path, and every current of its unit. */
  aside: asideOf,
  sweep,
  /** Every car at every outlet of a garage. */
  fits: fitsOf,
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
  /** Everything that can be put together at each place of a trip, place by place. */
  kit: function* (asked: KitAsked | null) {
    return asked ? yield* attemptsEach(asked) : [];
  },
  posts: inOne(posts),
  trip,
  /** What a house leaves for a car, and every way to fit it in. */
  fitting: fittingJob,
  /** What a meter's file is, and what a table of it comes to. */
  meterFile: inOne(meterFile),
  meterMapped: inOne(meterMapped),
  cables: inOne(cables),
  portables: inOne(portables),
  /** Sessions as lines, and their sums. */
  logged: inOne(logged),
  /** What explains a session. */
  explained: inOne(explained),
  /** What sessions tell of one's own car. */
  calibrated,
  /** What a table of sessions or readings comes to. */
  tableRead: inOne(tableRead),
  /** A case of a sitting. */
  learnCase: inOne(caseOf),
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
