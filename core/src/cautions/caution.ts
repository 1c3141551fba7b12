import type { HouseRule } from "../outlets";
import type { ChargingPath, OperatingPoint } from "../path";
import type { SessionRequest } from "../session";

/** stop: do not charge like this; careful: change it or watch it; note: worth knowing. */
export const SEVERITIES = ["stop", "careful", "note"] as const;
export type Severity = (typeof SEVERITIES)[number];

/** A caution: what is the matter, why with its number, and what to do. */
export interface Caution {
  readonly code: string;
  readonly severity: Severity;
  readonly what: string;
  readonly why: string;
  readonly todo: string;
}

/** What the rules look at. The point is undefined where nothing flows. */
export interface Situation {
  readonly path: ChargingPath;
  readonly request: SessionRequest;
  readonly point: OperatingPoint | undefined;
  readonly houseRule: HouseRule;
  /** Amps a lane the car would really pull: unit, cable and charger limit it; a socket or a breaker does not. */
  readonly pulls: number | undefined;
}

/** A rule gives the cautions of a situation, usually one or none. */
export type Rule = (situation: Situation) => Caution | readonly Caution[] | undefined;
