import type { Garage } from "@kettleback/core";
import type { AwayDraft } from "../../stores/away";

/** What every view of a trip is given. */
export interface ViewProps {
  readonly garage: Garage;
  readonly draft: AwayDraft;
  onChange(draft: AwayDraft): void;
}
