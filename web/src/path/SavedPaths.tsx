import type { Garage, Plan } from "@kettleback/core";
import { sayDone, sayTrouble } from "../shell/notices";
import { Saved } from "../shell/Saved";
import { draftOf, pathOfDraft, type Draft } from "../state/draft";
import { useGarage } from "../state/garage";

interface Props {
  readonly garage: Garage;
  readonly draft: Draft;
  /** The draft as a plan; null where it has problems, and cannot be kept. */
  readonly plan: Plan | null;
  onChange(draft: Draft): void;
}

/** Opens a saved path, saves the one in view by name, and undoes. */
export function SavedPaths({ garage, draft, plan, onChange }: Props) {
  const keep = useGarage((s) => s.keep);
  const importPlan = useGarage((s) => s.importPlan);
  const remove = useGarage((s) => s.remove);
  const restore = useGarage((s) => s.restore);
  const saved = garage.paths.find((p) => p.id === draft.savedId);
  const changed =
    !saved || draft.trial !== null || JSON.stringify(saved.spec) !== JSON.stringify(pathOfDraft(draft));

  const save = async (name: string, row: typeof saved) => {
    try {
      // What is tried out is kept with the parts it brings, like a plan that comes in.
      const kept =
        draft.trial && plan
          ? await importPlan({ ...plan, name })
          : await keep("paths", { ...row, spec: { ...pathOfDraft(draft), name }, parentId: null });
      onChange(draftOf(kept.spec, kept.id));
      sayDone(`Saved as “${kept.spec.name}”.`);
      return true;
    } catch (error) {
      sayTrouble(error);
      return false;
    }
  };
  const forget = async () => {
    try {
      const gone = await remove("paths", saved!);
      onChange({ ...draft, savedId: null });
      sayDone(`“${draft.name}” is deleted.`, {
        label: "Undo",
        run: () =>
          void restore("paths", gone).then(() => onChange({ ...draft, savedId: gone.id }), sayTrouble),
      });
    } catch (error) {
      sayTrouble(error);
    }
  };

  return (
    <Saved
      one="path"
      rows={garage.paths}
      savedId={draft.savedId}
      changed={changed}
      mayKeep={plan !== null}
      mayOverwrite={draft.trial === null}
      onOpen={(id) => {
        const row = garage.paths.find((p) => p.id === id);
        if (row) onChange(draftOf(row.spec, row.id));
      }}
      onSave={(name, over) => save(name, over ? saved : undefined)}
      onDelete={() => void forget()}
    />
  );
}
