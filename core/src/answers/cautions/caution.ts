import type { ChargingPath, Circuit } from "../../engine/path";
import type { Moment, State } from "../../engine/session";
import type { Amps, Fraction } from "../../trade/units";
import type { CautionCode } from "./codes";

/** stop: do not charge like this; careful: change it or watch it; note: worth knowing. */
export const SEVERITIES = ["stop", "careful", "note"] as const;
/** How grave a caution is. */
export type Severity = (typeof SEVERITIES)[number];

/** How one gets out of what a caution says, and what that usually costs (euros, from and to; common practice). */
export interface WayOut {
  readonly what: string;
  readonly euros: readonly [low: number, high: number];
}

/** A caution: what is the matter, why with its number, and what to do. */
export interface Caution {
  readonly code: CautionCode;
  readonly severity: Severity;
  readonly what: string;
  readonly why: string;
  readonly todo: string;
  /** How far it goes, beside itself on another path: a ratio, amps, a length. Every one to be careful of has it. */
  readonly amount?: number;
  /** Ways out of it, the usual one first, where there is more than a setting to change. */
  readonly waysOut?: readonly WayOut[];
}

/** What flows along a path, as far as cautions ask. */
export interface Flowing {
  readonly circuit: Circuit;
  /** Where the car stood when it was plugged in. */
  readonly start: State;
  /** The moment of full flow. */
  readonly moment: Moment;
}

/** What the rules look at. */
export interface Situation {
  readonly path: ChargingPath;
  readonly toSoc: Fraction;
  /** Undefined where nothing flows. */
  readonly flowing: Flowing | undefined;
  /** Amps a phase that flow, any setting that is made included; zero where nothing flows. */
  readonly amps: Amps;
  /** Direct current: outlet, circuit and lead are the station's own business. */
  readonly direct: boolean;
}

/** A rule gives the cautions of a situation, usually one or none. */
export type Rule = (situation: Situation) => Caution | readonly Caution[] | undefined;

/**
 * Amps as a caution tells them.
 * @example ampsWord(9.76) // "9.8 A"
 */
export const ampsWord = (amps: Amps): string => `${Math.round(amps * 10) / 10} A`;

/**
 * Whether a current is above another by more than rounding.
 * @example above(16, 16) // false
 */
export const above = (amps: Amps, most: Amps): boolean => amps > most * (1 + 1e-9) + 1e-9;
