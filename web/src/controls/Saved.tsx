import { lazyView } from "./lazyView";
import { Suspense, useState } from "react";
import type { Garage, Kept, Kind, SpecOf } from "@kettleback/core";
import { useGarage } from "../stores/garage";
import { sayDone, sayLateSave, sayTrouble } from "../stores/notices";
import { Button } from "./Button";

/** Comes once something is kept under a name. */
const NameForm = lazyView(() => import("./NameForm"));

interface KindProps<K extends Kind, D> {
  readonly kind: K;
  /** What one of the kind is called here: "path". */
  readonly one: string;
  readonly garage: Garage;
  readonly draft: D & { readonly savedId: string | null };
  /** What is kept of the draft. */
  readonly spec: SpecOf<K>;
  /** Something differs from what is kept, as far as is known. */
  readonly changed: boolean;
  readonly mayKeep: boolean;
  readonly mayOverwrite?: boolean;
  /** A kept one as the draft in view. */
  draftOf(spec: SpecOf<K>, savedId: string): D;
  /** Keeps it by another way than as it is. */
  keepAs?(name: string): Promise<Kept<SpecOf<K>>> | null;
  onChange(draft: D): void;
}

/** Opens what a household keeps of a kind, keeps what is in view by name, and deletes; the deletion can be undone. */
export function SavedKind<K extends "paths" | "lineups" | "installations", D>(props: KindProps<K, D>) {
  const {
    kind,
    one,
    garage,
    draft,
    spec,
    changed,
    mayKeep,
    mayOverwrite = true,
    draftOf,
    keepAs,
    onChange,
  } = props;
  const { keep, remove, restore } = useGarage.getState();
  const rows = garage[kind] as readonly Kept<SpecOf<K>>[];
  const saved = rows.find(({ id }) => id === draft.savedId);
  const save = async (name: string, over: boolean) => {
    try {
      const named = { ...spec, name } as SpecOf<K>;
      const row = await (keepAs?.(name) ??
        keep(kind, { ...(over && saved ? saved : {}), spec: named, parentId: null }));
      onChange(draftOf(row.spec, row.id));
      sayDone(`Saved as “${row.spec.name}”.`);
      return true;
    } catch (error) {
      sayLateSave(error, (theirs) => onChange(draftOf(theirs as SpecOf<K>, saved!.id)));
      return false;
    }
  };
  const forget = async () => {
    try {
      const gone = await remove(kind, saved!);
      onChange({ ...draft, savedId: null });
      const back = () =>
        void restore(kind, gone).then(() => onChange({ ...draft, savedId: gone.id }), sayTrouble);
      sayDone(`“${saved!.spec.name}” is deleted.`, { label: "Undo", run: back });
    } catch (error) {
      sayTrouble(error);
    }
  };
  return (
    <Saved
      one={one}
      rows={rows}
      savedId={draft.savedId}
      changed={!saved || changed}
      mayKeep={mayKeep}
      mayOverwrite={mayOverwrite}
      onOpen={(id) => {
        const row = rows.find((r) => r.id === id);
        if (row) onChange(draftOf(row.spec, row.id));
      }}
      onSave={save}
      onDelete={forget}
    />
  );
}

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
  onDelete(): Promise<void>;
}

/** Opens what is kept by name, keeps what is in view, and deletes. */
function Saved(props: Props) {
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
        <Suspense fallback={null}>
          <NameForm
            one={one}
            initial={saved ? `${saved.spec.name} 2` : ""}
            onSave={(name) => onSave(name, false).then((kept) => kept && setNaming(false))}
            onCancel={() => setNaming(false)}
          />
        </Suspense>
      ) : (
        <>
          <Button
            quiet
            disabled={!saved || !changed || !mayKeep || !mayOverwrite}
            asks={() => onSave(saved!.spec.name, true)}
          >
            Save
          </Button>
          <Button quiet disabled={!mayKeep} onClick={() => setNaming(true)}>
            Save as…
          </Button>
          <Button quiet disabled={!saved} asks={onDelete}>
            Delete
          </Button>
        </>
      )}
    </div>
  );
}
