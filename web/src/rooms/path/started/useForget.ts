import type { Kept, SessionRecord } from "@kettleback/core";
import { sayDone, sayTrouble } from "../../../stores/notices";
import { useSessions } from "../../../stores/sessions";

/** Takes a session out, with a way back. */
export function useForget(household: string): (row: Kept<SessionRecord>) => Promise<unknown> {
  const { remove, restore } = useSessions();
  return (row) =>
    remove(household, row).then(
      (gone) =>
        sayDone(`${row.spec.name} is taken out.`, {
          label: "Undo",
          run: () => void restore(household, gone).catch(sayTrouble),
        }),
      sayTrouble,
    );
}
