import type { Amps, Fraction, Seconds } from "../../trade/units";
import type { LiveCourse } from "./course";
import type { Progress } from "./progress";

/** Power below which nothing is being charged (W). */
export const IDLE_W = 60;
/** Amps from which a lane carries: less is a meter's own noise. */
export const LIVE_A = 1;

/** What a session that goes on may ask somebody to look at. */
export const ALARM_CODES = [
  "plug-hot",
  "overdrawn",
  "plug-warm",
  "not-started",
  "stopped",
  "phase-lost",
  "low-volts",
  "car-limit",
  "slow",
  "late",
  "silent",
  "idle-fee",
] as const;
/** What a session that goes on may ask somebody to look at. */
export type AlarmCode = (typeof ALARM_CODES)[number];

/** Something to look at, and what to do. */
export interface Alarm {
  readonly code: AlarmCode;
  /** Stop: somebody or something may be hurt. Careful: it will not be as planned. */
  readonly level: "stop" | "careful";
  readonly says: string;
  readonly todo: string;
}

/** A charge with what it may be off: what it is told by says how far. */
export interface Banded {
  readonly soc: Fraction;
  readonly low: Fraction;
  readonly high: Fraction;
}

/** What tells the charge: the car, the meter's counter through the path, or the clock alone. */
export type ToldBy = "car" | "counter" | "clock";

/** One lane of the path: what should flow in it now and what does (A); null where nobody reads it. */
export interface LaneNow {
  readonly expected: Amps;
  readonly measured: Amps | null;
}

/** A session that goes on, as it stands at a moment: expected beside measured. Times on its clock (s). */
export interface Watch {
  /** As far as the car's own limit lets it go. */
  readonly course: LiveCourse;
  /** The charge that was asked for, where the car's own limit is below it; null otherwise. */
  readonly wished: Fraction | null;
  readonly progress: Progress;
  readonly now: Seconds;
  /** Since its beginning. */
  readonly elapsed: Seconds;
  /** Age (s) of the newest reading; null where there is none. */
  readonly age: Seconds | null;
  /** What was read is too old to speak of now. */
  readonly stale: boolean;
  readonly charge: Banded & { readonly by: ToldBy };
  readonly expected: Banded;
  /** At the meter now (W): what should flow at this charge in these hours, and what does. */
  readonly expectedW: number;
  readonly measuredW: number | null;
  readonly lanes: readonly LaneNow[];
  readonly expectedWh: number;
  readonly wallWh: number | null;
  /** In the household's currency; null while nothing was counted. */
  readonly cost: number | null;
  /** When it is done as it goes now; null where it does not get there. */
  readonly readyAt: Seconds | null;
  /** Whether its hours have it charge now. */
  readonly due: boolean;
  readonly alarms: readonly Alarm[];
}
