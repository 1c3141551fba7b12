import { useDeferredValue, useMemo } from "react";
import { sameSpec, type Garage } from "@kettleback/core";
import { SavedKind } from "../../controls/Saved";
import { lineupDraftOf, savedLineupOf, type LineupDraft } from "../../stores/lineup";

interface Props {
  readonly garage: Garage;
  readonly draft: LineupDraft;
  readonly sound: boolean;
  onChange(draft: LineupDraft): void;
}

/** Line-ups kept by name. */
export function SavedLineups({ garage, draft, sound, onChange }: Props) {
  const saved = garage.lineups.find(({ id }) => id === draft.savedId);
  // A line-up of thousands of ways takes a while to compare: not while one types.
  const settled = useDeferredValue(draft, null);
  const differs = useMemo(
    () => settled !== null && !sameSpec(savedLineupOf(settled), saved?.spec),
    [settled, saved],
  );
  return (
    <SavedKind
      kind="lineups"
      one="line-up"
      garage={garage}
      draft={draft}
      spec={savedLineupOf(draft)}
      changed={differs}
      mayKeep={sound}
      draftOf={(spec, id) => ({ ...lineupDraftOf(spec, id), carAt: draft.carAt })}
      onChange={onChange}
    />
  );
}
