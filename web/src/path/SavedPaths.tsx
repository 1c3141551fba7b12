import { useState } from "react";
import Button from "react-bootstrap/Button";
import { nameSchema, type Garage, type Plan } from "@kettleback/core";
import { sayDone, sayTrouble } from "../shell/notices";
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
  const [naming, setNaming] = useState(false);
  const saved = garage.paths.find((p) => p.id === draft.savedId);
  const changed =
    !saved || draft.trial !== null || JSON.stringify(saved.spec) !== JSON.stringify(pathOfDraft(draft));
  const sound = plan !== null;

  const save = async (name: string, row: typeof saved) => {
    try {
      // What is tried out is kept with the parts it brings, like a plan that comes in.
      const kept =
        draft.trial && plan
          ? await importPlan({ ...plan, name })
          : await keep("paths", { ...row, spec: { ...pathOfDraft(draft), name }, parentId: null });
      onChange(draftOf(kept.spec, kept.id));
      setNaming(false);
      sayDone(`Saved as “${kept.spec.name}”.`);
    } catch (error) {
      sayTrouble(error);
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
    <div className="saved">
      <select
        aria-label="Saved paths"
        className="form-select form-select-sm"
        value={draft.savedId && saved ? draft.savedId : ""}
        onChange={(e) => {
          const row = garage.paths.find((p) => p.id === e.target.value);
          if (row) onChange(draftOf(row.spec, row.id));
        }}
      >
        {!saved && <option value="">{garage.paths.length ? "Not saved yet" : "No saved path yet"}</option>}
        {garage.paths.map((p) => (
          <option key={p.id} value={p.id}>
            {p.spec.name}
            {p.id === draft.savedId && changed ? " (changed)" : ""}
          </option>
        ))}
      </select>
      {naming ? (
        <NameForm
          initial={saved ? `${saved.spec.name} 2` : ""}
          onSave={(name) => void save(name, undefined)}
          onCancel={() => setNaming(false)}
        />
      ) : (
        <>
          <Button
            size="sm"
            variant="quiet"
            disabled={!saved || !changed || !sound || draft.trial !== null}
            onClick={() => void save(saved!.spec.name, saved)}
          >
            Save
          </Button>
          <Button size="sm" variant="quiet" disabled={!sound} onClick={() => setNaming(true)}>
            Save as…
          </Button>
          <Button size="sm" variant="quiet" disabled={!saved} onClick={() => void forget()}>
            Delete
          </Button>
        </>
      )}
    </div>
  );
}

function NameForm({
  initial,
  onSave,
  onCancel,
}: {
  initial: string;
  onSave(name: string): void;
  onCancel(): void;
}) {
  const [name, setName] = useState(initial);
  const [problem, setProblem] = useState<string>();
  return (
    <form
      className="name-form"
      onSubmit={(event) => {
        event.preventDefault();
        const parsed = nameSchema.safeParse(name);
        if (parsed.success) onSave(parsed.data);
        else setProblem(parsed.error.issues[0]!.message);
      }}
      onKeyDown={(e) => e.key === "Escape" && onCancel()}
    >
      <input
        className="form-control form-control-sm"
        aria-label="Name of the path"
        aria-invalid={!!problem}
        aria-describedby="path-name-problem"
        placeholder="Name of the path"
        autoFocus
        value={name}
        onChange={(e) => setName(e.target.value)}
      />
      <Button size="sm" type="submit">
        Save
      </Button>
      <Button size="sm" variant="quiet" onClick={onCancel}>
        Cancel
      </Button>
      {problem && (
        <span id="path-name-problem" className="problem" role="alert">
          {problem}
        </span>
      )}
    </form>
  );
}
