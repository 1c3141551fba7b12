import { choice } from "./quantity";

/** How a household writes figures, clocks and dates; what is left out is decimal point, 24 hours, day first. */
export const DECIMALS = ["point", "comma"] as const;
/** How times of day are written. */
export const CLOCKS = ["24 h", "12 h"] as const;
/** Which part of a date comes first. */
export const DATES = ["day first", "month first"] as const;

/** The fields by which a household says how it writes; left out where the currency and zone already tell. */
export const mannerFields = {
  decimals: choice(DECIMALS).optional(),
  clock: choice(CLOCKS).optional(),
  dates: choice(DATES).optional(),
};

/** How figures, dates and clocks are written. */
export interface Manner {
  readonly decimals: (typeof DECIMALS)[number];
  readonly clock: (typeof CLOCKS)[number];
  readonly dates: (typeof DATES)[number];
}

/** As a household has it: each may be left out. */
export type MannerSaid = { readonly [K in keyof Manner]?: Manner[K] | undefined };

/**
 * A household's manner with what it leaves out filled in.
 * @example mannerOf({ clock: "12 h" }) // { decimals: "point", clock: "12 h", dates: "day first" }
 */
export const mannerOf = ({ decimals, clock, dates }: MannerSaid): Manner => ({
  decimals: decimals ?? "point",
  clock: clock ?? "24 h",
  dates: dates ?? "day first",
});
