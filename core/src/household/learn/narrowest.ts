import { isRefusal, LINK_WORDS, wordsOf } from "../../engine/path";
import { explain, pathOf, solvePlan, type Plan } from "../../engine/plan";
import { pick, type CaseOption, type Chance, type MadeCase } from "./case";
import { factsOf } from "./plans";

/** Which link is the narrowest? Judged by the solver, which link binds at full flow. */
export function narrowestCase(plans: readonly Plan[], chance: Chance): MadeCase | null {
  const plan = pick(plans, chance);
  const solution = solvePlan(plan);
  if (isRefusal(solution)) return null;
  const { circuit, moment } = solution;
  const path = pathOf(plan);
  const options = circuit.links.map(({ kind }): CaseOption => {
    const { name, why } = wordsOf(path, kind);
    return { id: kind, says: `${LINK_WORDS[kind]}: ${name}`, because: `${name}: ${why}.` };
  });
  const answer = circuit.links[moment.binding]!.kind;
  return options.length < 3
    ? null
    : {
        facts: factsOf(plan),
        asks: "Which link holds the power down?",
        options,
        answer,
        working: explain("flow", solution, plan),
        plan,
      };
}
