import type { Kept, Kind } from "@kettleback/core";
import { useGarage } from "./garage";
import { sayDone, sayTrouble } from "./notices";

/** Deletes a thing of a kind, says so, and offers to bring it back. */
export function useForgetting(kind: Kind): (row: Kept<unknown>, says: string) => Promise<void> {
  const { remove, restore } = useGarage();
  return (row, says) =>
    remove(kind, row).then(
      (gone) => sayDone(says, { label: "Undo", run: () => void restore(kind, gone).catch(sayTrouble) }),
      sayTrouble,
    );
}
