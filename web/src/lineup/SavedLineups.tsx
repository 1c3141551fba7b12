import { useDeferredValue, useMemo } from "react";
import type { Garage } from "@kettleback/core";
import { sayDone, sayTrouble } from "../shell/notices";
import { Saved } from "../shell/Saved";
import { useGarage } from "../state/garage";
import { lineupDraftOf, savedLineupOf, type LineupDraft } from "../state/lineup";

interface Props {
  readonly garage: Garage;
  readonly draft: LineupDraft;
  readonly sound: boolean;
  onChange(draft: LineupDraft): void;
}

/** Line-ups kept by name. */
export function SavedLineups({ garage, draft, sound, onChange }: Props) {
  const { keep, remove, restore } = useGarage.getState();
  const saved = garage.lineups.find(({ id }) => id === draft.savedId);
  const spec = savedLineupOf(draft);
  const kept = useMemo(() => JSON.stringify(saved?.spec), [saved]);
  const settled = useDeferredValue(draft, null);
  const differs = useMemo(
    () => settled !== null && JSON.stringify(savedLineupOf(settled)) !== kept,
    [settled, kept],
  );
  const save = async (name: string, over: boolean) => {
    try {
      const row = await keep("lineups", {
        ...(over && saved ? saved : {}),
        spec: { ...spec, name },
        parentId: null,
      });
      onChange({ ...lineupDraftOf(row.spec, row.id), carAt: draft.carAt });
      sayDone(`Saved as “${row.spec.name}”.`);
      return true;
    } catch (error) {
      sayTrouble(error);
      return false;
    }
  };
  const forget = async () => {
    try {
      const gone = await remove("lineups", saved!);
      onChange({ ...draft, savedId: null });
      const back = () =>
        void restore("lineups", gone).then(() => onChange({ ...draft, savedId: gone.id }), sayTrouble);
      sayDone(`“${saved!.spec.name}” is deleted.`, { label: "Undo", run: back });
    } catch (error) {
      sayTrouble(error);
    }
  };
  return (
    <Saved
      one="line-up"
      rows={garage.lineups}
      savedId={draft.savedId}
      changed={!saved || differs}
      mayKeep={sound}
      mayOverwrite
      onOpen={(id) => {
        const row = garage.lineups.find((r) => r.id === id);
        if (row) onChange(lineupDraftOf(row.spec, row.id));
      }}
      onSave={save}
      onDelete={() => void forget()}
    />
  );
}
