/** An amount that is only known between two figures (currency units). */
export interface Range {
  readonly low: number;
  readonly high: number;
}

/** What has to be bought for a way, or is granted towards it. */
export interface Item {
  readonly what: string;
  /** A grant counts off. */
  readonly sign: 1 | -1;
  readonly cost: Range;
}

/** A way of charging: what it takes to have it, what a distance costs on it, and its share of the distance. */
export interface WayCost {
  readonly name: string;
  readonly items: readonly Item[];
  /** Currency units for 100 km, and for a year whatever is driven. */
  readonly per100Km: number;
  readonly aYear: number;
  /** Of the yearly distance, 0 to 1; the rest is charged elsewhere. */
  readonly share: number;
}

/** Where the rest is charged, and how far one drives. */
export interface Driving {
  readonly kmAYear: number;
  readonly elsewherePer100Km: number;
}

/**
 * What has to be laid out, grants off; never below nothing.
 * @example outlay([wallbox, grant]) // { low: 200, high: 500 }
 */
export const outlay = (items: readonly Item[]): Range => {
  // The most laid out goes with the least granted.
  const total = (own: "low" | "high", granted: "low" | "high") =>
    Math.max(
      0,
      items.reduce((sum, { sign, cost }) => sum + sign * cost[sign > 0 ? own : granted], 0),
    );
  return { low: total("low", "high"), high: total("high", "low") };
};

/**
 * What a year costs on a way, without what it took to have it.
 * @example yearly({ ...overSocket, share: 0.8 }, driving) // 840
 */
export const yearly = (
  { per100Km, aYear, share }: WayCost,
  { kmAYear, elsewherePer100Km }: Driving,
): number => aYear + (kmAYear / 100) * (share * per100Km + (1 - share) * elsewherePer100Km);

/** How a dearer way to have stands to what one has. */
export interface Payback {
  readonly outlay: Range;
  readonly yearlyNow: number;
  readonly yearlyThen: number;
  readonly savedAYear: number;
  /** Years until it has saved what it cost; null where it saves nothing. */
  readonly years: Range | null;
  /** Whether that is within the years it is kept: for the least and for the most it may cost. */
  readonly pays: "yes" | "perhaps" | "no";
  /** Distances a year (km) at which it pays within those years, at the middle of its cost. */
  readonly turnKm: Turn;
  /** … and prices for 100 km elsewhere. */
  readonly turnPer100Km: Turn;
}

/** Where something pays: from a value up, up to a value, whatever the value, or at none. */
export type Turn =
  { readonly side: "from" | "up to"; readonly at: number } | { readonly side: "always" | "never" };

/** Where a straight line reaches what is needed, at values of nothing and above. */
function turnOf(atZero: number, slope: number, needed: number): Turn {
  const at = (needed - atZero) / slope;
  if (slope > 0) return at <= 0 ? { side: "always" } : { side: "from", at };
  if (slope < 0) return at < 0 ? { side: "never" } : { side: "up to", at };
  return { side: atZero >= needed ? "always" : "never" };
}

/**
 * Holds a way against the way one has now.
 * @param years it is kept
 * @example payback(overSocket, overWallbox, driving, 10).savedAYear // 120
 */
export function payback(now: WayCost, then: WayCost, driving: Driving, years: number): Payback {
  const cost = outlay(then.items);
  const [yearlyNow, yearlyThen] = [yearly(now, driving), yearly(then, driving)];
  const savedAYear = yearlyNow - yearlyThen;
  const span = savedAYear > 0 ? { low: cost.low / savedAYear, high: cost.high / savedAYear } : null;
  const needed = (cost.low + cost.high) / 2 / years;
  // Saved a year is straight in the distance, and in the price elsewhere.
  const fixed = now.aYear - then.aYear;
  const perKm = (savedAYear - fixed) / driving.kmAYear;
  const moved = ((then.share - now.share) * driving.kmAYear) / 100;
  const turnKm = turnOf(fixed, perKm, needed);
  const turnPer100Km = turnOf(savedAYear - moved * driving.elsewherePer100Km, moved, needed);
  return {
    outlay: cost,
    yearlyNow,
    yearlyThen,
    savedAYear,
    years: span,
    pays: span === null || span.low > years ? "no" : span.high <= years ? "yes" : "perhaps",
    turnKm,
    turnPer100Km,
  };
}
