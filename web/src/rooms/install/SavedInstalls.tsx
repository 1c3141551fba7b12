import { sameSpec, type Garage, type SavedInstallation } from "@kettleback/core";
import { SavedKind } from "../../controls/Saved";
import type { InstallDraft } from "../../stores/install";

interface Props {
  readonly garage: Garage;
  readonly draft: InstallDraft;
  readonly sound: boolean;
  onChange(draft: InstallDraft): void;
}

/** What of a draft is kept, under a name. */
const savedOf = ({ savedId: _, chosen: __, ...kept }: InstallDraft, name: string): SavedInstallation => ({
  name,
  ...kept,
});

/** Installations kept by name. */
export function SavedInstalls({ garage, draft, sound, onChange }: Props) {
  const saved = garage.installations.find(({ id }) => id === draft.savedId);
  const name = saved?.spec.name ?? "Installation";
  const spec = savedOf(draft, name);
  return (
    <SavedKind
      kind="installations"
      one="installation"
      garage={garage}
      draft={draft}
      spec={spec}
      changed={!sameSpec(spec, saved?.spec)}
      mayKeep={sound}
      draftOf={({ name: _, ...kept }, savedId) => ({ ...kept, savedId, chosen: draft.chosen })}
      onChange={onChange}
    />
  );
}
