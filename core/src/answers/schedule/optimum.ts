/** What one choice does in one slot: money an hour (Infinity where nobody knows), and Wh stored an hour. */
export interface Rate {
  readonly cost: number;
  readonly storedW: number;
}

/** A slot's length and what each choice does in it; standing still costs and stores nothing. */
export interface Open {
  readonly hours: number;
  readonly rates: readonly Rate[];
}

/** How much of a slot goes to a choice. */
export interface Share {
  readonly slot: number;
  readonly choice: number;
  readonly hours: number;
}

/** The cheapest placing of a charge over slots of one price each. */
export interface Optimum {
  readonly cost: number;
  /** In order of slots; within one, at most two choices. */
  readonly shares: readonly Share[];
}

/** A step up a slot's hull: from one choice (−1 for standing) to the next, and the price of the Wh it adds. */
interface Step {
  readonly slot: number;
  readonly from: number;
  readonly to: number;
  readonly storedWh: number;
  readonly cost: number;
  readonly slope: number;
}

const ascends = (rates: readonly Rate[]): boolean =>
  rates.every((rate, i) => i === 0 || rate.storedW > rates[i - 1]!.storedW);

/**
 * The choices of a slot that any best mixture uses: the lower convex hull over stored power, from standing (−1) up.
 * @example hullOf([{ cost: 1, storedW: 1_000 }, { cost: 3, storedW: 2_000 }, { cost: 3, storedW: 3_000 }]) // [-1, 2]
 */
export function hullOf(rates: readonly Rate[]): number[] {
  const order = rates.map((_, i) => i);
  // Choices come least current first, so that sorting them again is hardly ever needed.
  if (!ascends(rates))
    order.sort((a, b) => rates[a]!.storedW - rates[b]!.storedW || rates[a]!.cost - rates[b]!.cost);
  const hull: number[] = [-1];
  const cost = (i: number): number => (i < 0 ? 0 : rates[i]!.cost);
  const stored = (i: number): number => (i < 0 ? 0 : rates[i]!.storedW);
  for (const c of order) {
    if (stored(c) <= stored(hull.at(-1)!)) continue;
    while (hull.length > 1) {
      const [a, b] = [hull[hull.length - 2]!, hull[hull.length - 1]!];
      if ((cost(b) - cost(a)) * (stored(c) - stored(a)) < (cost(c) - cost(a)) * (stored(b) - stored(a)))
        break;
      hull.pop();
    }
    hull.push(c);
  }
  return hull;
}

function stepsOf(spans: readonly Open[]): Step[] {
  const steps: Step[] = [];
  // Slots of the same prices share their rates, and so a hull.
  const hulls = new Map<readonly Rate[], number[]>();
  spans.forEach(({ hours, rates }, slot) => {
    const open = rates.every(({ cost }) => Number.isFinite(cost));
    const hull = hulls.get(rates) ?? (open ? hullOf(rates) : [-1]);
    hulls.set(rates, hull);
    for (let i = 1; i < hull.length; i++) {
      const [from, to] = [hull[i - 1]!, hull[i]!];
      const cost = rates[to]!.cost - (from < 0 ? 0 : rates[from]!.cost);
      const storedW = rates[to]!.storedW - (from < 0 ? 0 : rates[from]!.storedW);
      steps.push({ slot, from, to, storedWh: storedW * hours, cost: cost * hours, slope: cost / storedW });
    }
  });
  return steps;
}

/**
 * The cheapest way to store an energy over slots whose choices may share a slot in any proportion: the optimum of the
 * linear programme, found by filling the slots' hulls by the price of their next Wh. Of equal prices the earlier is
 * filled first.
 * @param energyWh to be stored
 * @returns undefined where the slots cannot store it all
 * @example optimum([dearHours, cheapHours], 5_000)?.cost // 0.7
 */
export function optimum(spans: readonly Open[], energyWh: number): Optimum | undefined {
  const steps = stepsOf(spans).sort((a, b) => a.slope - b.slope || a.slot - b.slot);
  /** By slot: the choice it is filled with, and a part of the hours in which it is already the next one. */
  const filled: { choice: number; next: number; share: number }[] = [];
  let [left, cost] = [energyWh, 0];
  for (const { slot, from, to, storedWh, cost: more } of steps) {
    if (left <= 0) break;
    const share = left / storedWh;
    if (share < 1) {
      filled[slot] = { choice: from, next: to, share };
      cost += share * more;
      left = 0;
    } else {
      filled[slot] = { choice: to, next: to, share: 0 };
      cost += more;
      left -= storedWh;
    }
  }
  if (left > 1e-9 * energyWh) return undefined;
  const shares: Share[] = [];
  spans.forEach(({ hours }, slot) => {
    const found = filled[slot];
    if (!found) return;
    const { choice, next, share } = found;
    if (choice >= 0 && share < 1) shares.push({ slot, choice, hours: hours * (1 - share) });
    if (share > 0) shares.push({ slot, choice: next, hours: hours * share });
  });
  return { cost, shares };
}
