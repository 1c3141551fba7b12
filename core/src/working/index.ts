import type { Source } from "../sources";

/** A quantity in a formula: its symbol, what it is, the number and its unit. */
export interface Term {
  readonly symbol: string;
  readonly name: string;
  readonly value: number;
  readonly unit: string;
  readonly source?: Source;
}

/** One line of arithmetic: what it finds, the formula, the numbers put in, and what comes out. */
export interface Step {
  readonly what: string;
  readonly formula: string;
  readonly terms: readonly Term[];
  readonly result: Term;
}

/** How an answer came about, as data a screen, a printout or a test can read. */
export interface Working {
  readonly title: string;
  readonly steps: readonly Step[];
  /** What the answer takes for granted. */
  readonly notes: readonly string[];
}

/** Builds a term. */
export const term = (symbol: string, name: string, value: number, unit: string, source?: Source): Term =>
  source ? { symbol, name, value, unit, source } : { symbol, name, value, unit };
