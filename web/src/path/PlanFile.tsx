import { parsePlan, PLAN_MAX_BYTES, printPlan, type FieldProblem, type Plan } from "@kettleback/core";
import type { Refused } from "../api/client";
import { DocumentFile } from "../shell/DocumentFile";
import { sayDone } from "../shell/notices";
import { draftOf, type Draft } from "../state/draft";
import { useGarage } from "../state/garage";

interface Props {
  readonly plan: Plan | null;
  onImported(draft: Draft): void;
}

/** The path in view as a plan file, and a plan file as a path with the parts it brings. */
export function PlanFile({ plan, onImported }: Props) {
  const importPlan = useGarage((s) => s.importPlan);
  const take = async (text: string): Promise<readonly FieldProblem[]> => {
    const parsed = parsePlan(text);
    if (!parsed.ok) return parsed.problems;
    try {
      const path = await importPlan(parsed.value);
      onImported(draftOf(path.spec, path.id));
      sayDone(`“${path.spec.name}” is imported, with the parts it brought.`);
      return [];
    } catch (error) {
      const { errors, message } = error as Refused;
      return errors?.length ? errors : [{ field: "(file)", message }];
    }
  };
  return (
    <DocumentFile
      one="plan"
      content={plan && { name: plan.name, text: () => printPlan(plan) }}
      maxBytes={PLAN_MAX_BYTES}
      take={take}
    />
  );
}
