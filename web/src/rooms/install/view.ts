import type { FittingAnswer, Garage, InstallAsked, Method, MeterSeries } from "@kettleback/core";
import type { InstallDraft } from "../../stores/install";

/** What every view of an installation is given. */
export interface ViewProps {
  readonly garage: Garage;
  readonly draft: InstallDraft;
  readonly asked: InstallAsked;
  /** What the meter told; null where a usual house stands in. */
  readonly series: MeterSeries | null;
  /** What is left by every method, as what is typed says. */
  readonly methods: readonly Method[];
  readonly method: Method;
  /** Every way to fit a car in; null until it is worked out, and for an older input while `stale`. */
  readonly answer: FittingAnswer | null;
  readonly stale: boolean;
  onChange(draft: InstallDraft): void;
}
