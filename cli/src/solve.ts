import {
  ANSWERS,
  cautionsFor,
  explain,
  isRefusal,
  ladder,
  parsePlan,
  pathOf,
  pointOf,
  solvePlan,
  type Caution,
  type FieldProblem,
  type Plan,
  type Refusal,
} from "@kettleback/core";
import type { Solved } from "./print";

/** What became of a plan: solved, refused as a document, or sound yet without charging. */
export type Outcome =
  | { readonly kind: "solved"; readonly solved: Solved }
  | { readonly kind: "bad"; readonly problems: readonly FieldProblem[] }
  | { readonly kind: "stuck"; readonly refusal: Refusal; readonly cautions: readonly Caution[] };

/** Solves a plan with everything that is told of it. */
export function solved(plan: Plan, working: boolean): Outcome {
  const solution = solvePlan(plan);
  const path = pathOf(plan);
  const { toSoc } = plan.session;
  if (isRefusal(solution))
    return { kind: "stuck", refusal: solution, cautions: cautionsFor(path, undefined, toSoc) };
  return {
    kind: "solved",
    solved: {
      plan,
      solution,
      point: pointOf(path, solution),
      cautions: cautionsFor(path, solution, toSoc),
      upgrades: ladder(plan, solution.clock),
      workings: working ? ANSWERS.map((answer) => explain(answer, solution, plan)) : [],
    },
  };
}

/** Reads a plan from text and solves it. */
export function solveText(text: string, working: boolean): Outcome {
  const parsed = parsePlan(text);
  return parsed.ok ? solved(parsed.value, working) : { kind: "bad", problems: parsed.problems };
}
