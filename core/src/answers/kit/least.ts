import type { Kilometres } from "../../trade/units";
import type { Attempt } from "./combine";
import type { Measure } from "./document";
import { piecesOf, smallestAt } from "./serve";
import type { Weight } from "./weight";

/** What a kit weighs (kg), takes up (litres), still costs and counts. */
export interface KitSum {
  readonly mass: number;
  readonly volume: number;
  readonly price: number;
  readonly pieces: number;
}

/**
 * What a kit comes to.
 * @example kitSum(0b11, kitWeights).pieces // 2
 */
export const kitSum = (kit: number, weights: readonly Weight[]): KitSum =>
  piecesOf(kit).reduce<KitSum>(
    (sum, at) => ({
      mass: sum.mass + weights[at]!.massKg,
      volume: sum.volume + weights[at]!.litres,
      price: sum.price + weights[at]!.price,
      pieces: sum.pieces + 1,
    }),
    { mass: 0, volume: 0, price: 0, pieces: 0 },
  );

/** A kit that reaches what is wanted wherever any would, and where none does. */
export interface LeastKit {
  readonly kit: number;
  readonly sum: KitSum;
  /** Places at which no combination of all the pieces reaches it, by their place in the list. */
  readonly beyond: readonly number[];
}

/** What is weighed after the measure asked for, where two kits are equal in it. */
const THEN: readonly Measure[] = ["price", "mass", "pieces", "volume"];
/** Sums that differ by less are equal: what is left is rounding. */
const EQUAL = 1e-9;

/** Negative where the first sum is the smaller one. */
function compare(a: KitSum, b: KitSum, measure: Measure): number {
  for (const by of [measure, ...THEN]) {
    const difference = a[by] - b[by];
    if (Math.abs(difference) > EQUAL * (1 + Math.abs(a[by]))) return difference;
  }
  return 0;
}

/** Sets of masks that are wanted of a kit: places that ask the same are one, those easier than another fall away. */
function demandsOf(masks: readonly (readonly number[])[]): (readonly number[])[] {
  const distinct = [...new Map(masks.map((one) => [[...one].sort((a, b) => a - b).join(), one])).values()];
  /** Whatever serves the harder serves the easier: each of the harder's sets holds one of the easier's. */
  const follows = (easier: readonly number[], harder: readonly number[]) =>
    harder.every((mask) => easier.some((one) => (one & ~mask) === 0));
  return distinct
    .filter((one, i) =>
      distinct.every((other, j) => i === j || !follows(one, other) || (follows(other, one) && i < j)),
    )
    .sort((a, b) => a.length - b.length);
}

/**
 * The least kit that brings a wanted range at every place where any of all the pieces would. Exact: every way of
 * serving the places is followed, and left only where what it already holds is no less than the best found.
 * @param attempts what can be put together at each place
 * @example leastKit(attemptsEverywhere(kit), kitWeights, 100, "mass").kit // 0b100001010
 */
export function leastKit(
  attempts: readonly (readonly Attempt[])[],
  weights: readonly Weight[],
  wantedKm: Kilometres,
  measure: Measure,
): LeastKit {
  const masks = attempts.map((at) => smallestAt(at, weights.length, wantedKm));
  const beyond = masks.flatMap((at, place) => (at.length === 0 ? [place] : []));
  const demands = demandsOf(masks.filter((at) => at.length > 0));
  const seen = demands.map(() => new Set<number>());
  let best: { kit: number; sum: KitSum } | undefined;
  const follow = (place: number, kit: number): void => {
    const sum = kitSum(kit, weights);
    // A kit only grows: one that is no less than the best already will not be the least.
    if (best && compare(sum, best.sum, measure) >= 0) return;
    if (place === demands.length) {
      best = { kit, sum };
      return;
    }
    if (seen[place]!.has(kit)) return;
    seen[place]!.add(kit);
    for (const mask of demands[place]!) follow(place + 1, kit | mask);
  };
  follow(0, 0);
  return { ...best!, beyond };
}
