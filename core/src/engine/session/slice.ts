import type { LinkKind } from "../path";
import type { Celsius, Fraction, Seconds, WattHours } from "../../trade/units";
import type { LossCause } from "./balance";

/**
 * A stretch of a session short enough that power runs smoothly over it. Times are seconds from plugging in; energies
 * are amounts over the stretch, and wall = stored + all causes. Plain data.
 */
export interface Slice {
  readonly from: Seconds;
  readonly to: Seconds;
  readonly fromSoc: Fraction;
  readonly toSoc: Fraction;
  /** Power into the cells (W) at both ends. */
  readonly startW: number;
  readonly endW: number;
  /** Power at the billed meter (W) at both ends. */
  readonly startWallW: number;
  readonly endWallW: number;
  readonly wh: Readonly<Record<LossCause, WattHours>>;
  readonly wall: WattHours;
  readonly stored: WattHours;
  /** Lost before the billed meter, in a rapid station. */
  readonly upstream: WattHours;
  /** Pack temperature at both ends, or null where it does not matter. */
  readonly fromC: Celsius | null;
  readonly toC: Celsius | null;
  /** Phases in use. */
  readonly phases: number;
  readonly limitedBy: LinkKind;
}

/** Where a car stands: charge, pack temperature (null for one warm enough not to matter), seconds since plugging in. */
export interface State {
  readonly soc: Fraction;
  readonly packC: Celsius | null;
  readonly elapsed: Seconds;
}

/** What a session did, and where it left the car. */
export interface Run {
  readonly slices: readonly Slice[];
  readonly end: State;
}
