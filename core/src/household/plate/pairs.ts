/** An amount with its unit family, or one of two states it may stand for, in the order they are printed. */
export type Item =
  | { readonly is: "amount"; readonly value: number; readonly unit: string }
  | { readonly is: "state"; readonly lesser: boolean };

/** A state with the amount that goes with it, by their places among the items. */
export interface Pair {
  readonly state: number;
  readonly amount: number;
}

/** Every state with the amount on one side of it; undefined where one has none there. */
function oneSided(items: readonly Item[], step: 1 | -1): Pair[] | undefined {
  const pairs: Pair[] = [];
  for (const [state, item] of items.entries()) {
    if (item.is !== "state") continue;
    const beside = items[state + step];
    if (beside?.is !== "amount") return undefined;
    pairs.push({ state, amount: state + step });
  }
  return pairs;
}

const lesserOf = (items: readonly Item[], { state }: Pair): boolean => {
  const item = items[state]!;
  return item.is === "state" && item.lesser;
};
const valueOf = (items: readonly Item[], { amount }: Pair): number => {
  const item = items[amount]!;
  return item.is === "amount" ? item.value : Number.NaN;
};
/** A house's volts, to hold amps against watts by. */
const USUAL_VOLTS = 230;
const weightOf = (items: readonly Item[], pair: Pair): number =>
  valueOf(items, pair) * (unitOf(items, pair) === "A" ? USUAL_VOLTS : 1);
const unitOf = (items: readonly Item[], { amount }: Pair): string => {
  const item = items[amount]!;
  return item.is === "amount" ? item.unit : "";
};

/** Whether the amounts are of one kind and those of the lesser state (coiled, usable) are not above the others. */
function agrees(items: readonly Item[], pairs: readonly Pair[]): boolean {
  const low = pairs.filter((pair) => lesserOf(items, pair)).map((pair) => valueOf(items, pair));
  const high = pairs.filter((pair) => !lesserOf(items, pair)).map((pair) => valueOf(items, pair));
  return (
    new Set(pairs.map((pair) => unitOf(items, pair))).size <= 1 &&
    (low.length === 0 || high.length === 0 || Math.max(...low) <= Math.min(...high))
  );
}

/**
 * Which amount goes with which state where both are printed in a row: "1000 W coiled 3500 W unrolled" as well as
 * "coiled 1000 W unrolled 3500 W". The amounts all stand before their states or all after them. Where both ways of
 * reading agree with themselves the one that claims less is taken; where neither does, none is.
 */
export function pairsOf(items: readonly Item[]): readonly Pair[] {
  const claim = (pairs: readonly Pair[]) => pairs.reduce((sum, pair) => sum + weightOf(items, pair), 0);
  const [before, after] = [oneSided(items, -1), oneSided(items, 1)].filter(
    (pairs): pairs is Pair[] => pairs !== undefined && agrees(items, pairs),
  );
  if (!before || !after) return before ?? after ?? [];
  return claim(before) <= claim(after) ? before : after;
}
