import { useState } from "react";
import Button from "react-bootstrap/Button";
import { nameSchema, type Kept } from "@kettleback/core";

interface Props {
  /** What is kept, in words: "path". */
  readonly one: string;
  readonly rows: readonly Kept<{ readonly name: string }>[];
  readonly savedId: string | null;
  /** Something differs from what is kept. */
  readonly changed: boolean;
  readonly mayKeep: boolean;
  readonly mayOverwrite: boolean;
  onOpen(id: string): void;
  /** Keeps it under a name: over the kept one, or as a new one. */
  onSave(name: string, over: boolean): Promise<boolean>;
  onDelete(): void;
}

/** Opens what is kept by name, keeps what is in view, and deletes. */
export function Saved(props: Props) {
  const { one, rows, savedId, changed, mayKeep, mayOverwrite, onOpen, onSave, onDelete } = props;
  const [naming, setNaming] = useState(false);
  const saved = rows.find(({ id }) => id === savedId);
  return (
    <div className="saved">
      <select
        aria-label={`Saved ${one}s`}
        className="form-select form-select-sm"
        value={saved?.id ?? ""}
        onChange={(e) => e.target.value && onOpen(e.target.value)}
      >
        {!saved && <option value="">{rows.length ? "Not saved yet" : `No saved ${one} yet`}</option>}
        {rows.map(({ id, spec }) => (
          <option key={id} value={id}>
            {spec.name}
            {id === savedId && changed ? " (changed)" : ""}
          </option>
        ))}
      </select>
      {naming ? (
        <NameForm
          one={one}
          initial={saved ? `${saved.spec.name} 2` : ""}
          onSave={(name) => void onSave(name, false).then((kept) => kept && setNaming(false))}
          onCancel={() => setNaming(false)}
        />
      ) : (
        <>
          <Button
            size="sm"
            variant="quiet"
            disabled={!saved || !changed || !mayKeep || !mayOverwrite}
            onClick={() => void onSave(saved!.spec.name, true)}
          >
            Save
          </Button>
          <Button size="sm" variant="quiet" disabled={!mayKeep} onClick={() => setNaming(true)}>
            Save as…
          </Button>
          <Button size="sm" variant="quiet" disabled={!saved} onClick={onDelete}>
            Delete
          </Button>
        </>
      )}
    </div>
  );
}

interface NameProps {
  readonly one: string;
  readonly initial: string;
  onSave(name: string): void;
  onCancel(): void;
}

function NameForm({ one, initial, onSave, onCancel }: NameProps) {
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
        aria-label={`Name of the ${one}`}
        aria-invalid={!!problem}
        aria-describedby="name-problem"
        placeholder={`Name of the ${one}`}
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
        <span id="name-problem" className="problem" role="alert">
          {problem}
        </span>
      )}
    </form>
  );
}
