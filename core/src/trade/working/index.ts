import type { Source } from "../sources";

/** A quantity in a formula: its symbol, what it is, the number and its unit. */
export interface Term {
  readonly symbol: string;
  readonly name: string;
  readonly value: number;
  readonly unit: string;
  readonly source?: Source;
}

/**
 * One line of arithmetic: what it finds, the formula, the numbers put in, and what comes out. A formula reads
 * `P = n·U·I`; each symbol in it is that of a term, and `t1 + … + t9` stands for the whole row.
 */
export interface Step {
  readonly what: string;
  readonly formula: string;
  readonly terms: readonly Term[];
  readonly result: Term;
}

/** Takes a step from the solver as it makes it. */
export type Tell = (step: Step) => void;

/** How an answer came about, as data a screen, a printout or a test can read. */
export interface Working {
  readonly title: string;
  readonly steps: readonly Step[];
  /** What the answer takes for granted. */
  readonly notes: readonly string[];
}

/**
 * Builds a term.
 * @example term("P", "power", 2_300, "W") // { symbol: "P", name: "power", value: 2300, unit: "W" }
 */
export const term = (symbol: string, name: string, value: number, unit: string, source?: Source): Term =>
  source ? { symbol, name, value, unit, source } : { symbol, name, value, unit };

/** Significant digits of a number put in, and of what comes out: enough to check the sum by hand to its last digit. */
export const TERM_DIGITS = 7;
/** Digits to which a result of a working is shown. */
export const RESULT_DIGITS = 4;

/**
 * A sum of terms as a formula: all of a few, the ends of many.
 * @example sumOf([term("a", "one", 1, "W"), term("b", "two", 2, "W")]) // "a + b"
 */
export const sumOf = (terms: readonly Term[]): string => {
  const symbols = terms.map((t) => t.symbol);
  return symbols.length <= 9 ? symbols.join(" + ") : `${symbols[0]} + … + ${symbols.at(-1)}`;
};
