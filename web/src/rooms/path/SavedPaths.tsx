import { sameSpec, type Garage, type Plan } from "@kettleback/core";
import { SavedKind } from "../../controls/Saved";
import { draftOf, pathOfDraft, type Draft } from "../../stores/draft";
import { useGarage } from "../../stores/garage";

interface Props {
  readonly garage: Garage;
  readonly draft: Draft;
  /** The draft as a plan; null where it has problems, and cannot be kept. */
  readonly plan: Plan | null;
  onChange(draft: Draft): void;
}

/** Paths kept by name. */
export function SavedPaths({ garage, draft, plan, onChange }: Props) {
  const importPlan = useGarage((s) => s.importPlan);
  const saved = garage.paths.find(({ id }) => id === draft.savedId);
  return (
    <SavedKind
      kind="paths"
      one="path"
      garage={garage}
      draft={draft}
      spec={pathOfDraft(draft)}
      changed={draft.trial !== null || !sameSpec(saved?.spec, pathOfDraft(draft))}
      mayKeep={plan !== null}
      mayOverwrite={draft.trial === null}
      draftOf={draftOf}
      // What is tried out is kept with the parts it brings, like a plan that comes in.
      keepAs={(name) => (draft.trial && plan ? importPlan({ ...plan, name }) : null)}
      onChange={onChange}
    />
  );
}
