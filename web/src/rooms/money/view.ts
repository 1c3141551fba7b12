import type { Garage } from "@kettleback/core";
import type { Charging } from "../../jobs/answer";
import type { Draft } from "../../stores/draft";

/** What a view of the path is given. */
export interface MoneyProps {
  readonly garage: Garage;
  readonly charging: Charging;
  readonly draft: Draft;
  onChange(draft: Draft): void;
}
