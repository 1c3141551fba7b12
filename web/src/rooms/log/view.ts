import type { Garage, Kept, SessionRecord } from "@kettleback/core";
import type { LoggedYear } from "../../jobs/log";

/** What every view of the log is given. */
export interface ViewProps {
  readonly garage: Garage;
  readonly year: number;
  /** What the server keeps of the year. */
  readonly kept: readonly Kept<SessionRecord>[];
  /** The same as lines, and its sums. */
  readonly log: LoggedYear;
  onYear(year: number): void;
}
