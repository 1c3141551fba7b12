import {
  cautionsFor,
  clockOf,
  isRefusal,
  pathOf,
  planOf,
  pointOf,
  repeatedAt,
  solvePlan,
  type Caution,
  type Clock,
  type FieldProblem,
  type Garage,
  type OperatingPoint,
  type Plan,
  type Refusal,
  type Solution,
} from "@kettleback/core";
import { pathOfDraft, type Draft } from "../stores/draft";
import { fixesFor, type Fix } from "./fixes";

/** A path that charges: everything the screen shows of it. */
export interface Charging {
  readonly kind: "charging";
  readonly plan: Plan;
  readonly solution: Solution;
  readonly point: OperatingPoint;
  readonly cautions: readonly Caution[];
}

/** A sound path along which nothing would charge, with what the household has that would. */
export interface Stuck {
  readonly kind: "stuck";
  readonly plan: Plan;
  readonly refusal: Refusal;
  readonly cautions: readonly Caution[];
  readonly fixes: readonly Fix[];
}

/** A path with fields that are missing or out of range. */
export interface Unsound {
  readonly kind: "unsound";
  readonly problems: readonly FieldProblem[];
}

/** What a draft comes to, and what it was asked of. */
export type Answered = (Charging | Stuck | Unsound) & {
  readonly garage: Garage;
  readonly draft: Draft;
  /** Offsets of the two moments a doubled hour stands for; none for a time that comes once. */
  readonly repeated: readonly string[];
};

/** Zone arithmetic costs more than a whole session, and most changes leave the times alone. */
let last: { key: string; clock: Clock; repeated: readonly string[] } | undefined;

function timesOf({ session, household }: Plan): { clock: Clock; repeated: readonly string[] } {
  const key = `${session.pluggedInAt} ${session.neededBy} ${household.timeZone}`;
  if (last?.key !== key)
    last = {
      key,
      clock: clockOf(session, household.timeZone),
      repeated: repeatedAt(session.pluggedInAt, household.timeZone),
    };
  return last;
}

/** The plan of a draft, what is being tried out in place of what is kept. */
export function planOfDraft(garage: Garage, draft: Draft): ReturnType<typeof planOf> {
  const made = planOf(garage, pathOfDraft(draft));
  if (!made.ok || !draft.trial) return made;
  const { household = made.value.household, ...parts } = draft.trial.parts;
  // Of a household only its rule is ever tried out.
  const { houseRule } = household;
  return { ok: true, value: { ...made.value, ...parts, household: { ...made.value.household, houseRule } } };
}

/** Solves a draft over a household's parts, all of it at once. */
export function answerOf(garage: Garage, draft: Draft): Answered {
  const made = planOfDraft(garage, draft);
  if (!made.ok) return { kind: "unsound", problems: made.problems, garage, draft, repeated: [] };
  const plan = made.value;
  const { clock, repeated } = timesOf(plan);
  const solution = solvePlan(plan, clock);
  const path = pathOf(plan);
  const { toSoc } = plan.session;
  if (isRefusal(solution))
    return {
      kind: "stuck",
      plan,
      refusal: solution,
      cautions: cautionsFor(path, undefined, toSoc),
      fixes: fixesFor(garage, draft, solution, clock),
      garage,
      draft,
      repeated,
    };
  return {
    kind: "charging",
    plan,
    solution,
    point: pointOf(path, solution),
    cautions: cautionsFor(path, solution, toSoc),
    garage,
    draft,
    repeated,
  };
}
