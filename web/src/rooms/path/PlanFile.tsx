import { PLAN_DOCUMENT, type Plan } from "@kettleback/core";
import { KindFile } from "../../controls/DocumentFile";
import { sayDone } from "../../stores/notices";
import { draftOf, type Draft } from "../../stores/draft";
import { useGarage } from "../../stores/garage";

interface Props {
  readonly plan: Plan | null;
  onImported(draft: Draft): void;
}

/** The path in view as a plan file, and a plan file as a path with the parts it brings. */
export function PlanFile({ plan, onImported }: Props) {
  const importPlan = useGarage((s) => s.importPlan);
  return (
    <KindFile
      one="plan"
      document={PLAN_DOCUMENT}
      content={plan}
      take={async (read) => {
        const path = await importPlan(read);
        onImported(draftOf(path.spec, path.id));
        sayDone(`“${path.spec.name}” is imported, with the parts it brought.`);
      }}
    />
  );
}
