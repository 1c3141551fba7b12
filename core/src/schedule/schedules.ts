import { connectionOf, type Plan, type Solution } from "../plan";
import { ledgerOf, run, type Run, type Window } from "../session";
import { bill, type Bill } from "../tariff";
import type { Amps, Micros, Seconds, WattHours } from "../units";
import { choicesOf, type Choice } from "./choices";
import { optimum, type Share } from "./optimum";
import { slotsOf, type Slot } from "./slots";
import { windowsOf } from "./windows";

/** The ways of placing a session in its hours. */
export const SCHEDULE_IDS = [
  "at-once",
  "cheapest",
  "one-timer",
  "just-in-time",
  "gentlest",
  "least-lost",
] as const;
export type ScheduleId = (typeof SCHEDULE_IDS)[number];

/** A session placed in time, run and billed. */
export interface Scheduled {
  readonly id: ScheduleId;
  /** When the car may charge and at which current; those it took, ended where the target was reached. */
  readonly windows: readonly Window[];
  readonly run: Run;
  readonly bill: Bill;
  /** Seconds from plugging in; null where the target is not reached. */
  readonly readyAt: Seconds | null;
  readonly wallWh: WattHours;
  readonly lostWh: WattHours;
}

/** Time looked ahead (s) where nobody has said when the car is wanted. */
export const LOOK_AHEAD: Seconds = 24 * 3600;
const NEAR = 1e-9;

/** A plan's session ready to be placed in time. */
export interface Placing {
  readonly plan: Plan;
  readonly solution: Solution;
  /** Seconds from plugging in until the car is wanted, or until nobody looks further. */
  readonly until: Seconds;
  readonly choices: readonly Choice[];
  readonly slots: readonly Slot[];
}

export function placingOf(plan: Plan, solution: Solution): Placing {
  const { circuit, clock, start } = solution;
  const until = clock.departure ?? LOOK_AHEAD;
  const choices = choicesOf(plan, circuit, start);
  const { volts = 230, chosenAmps = 0 } = connectionOf(plan, circuit, clock);
  return {
    plan,
    solution,
    until,
    choices,
    slots: slotsOf(plan.tariff, clock, until, choices, { volts, chosenAmps }),
  };
}

/** The windows a run really used, ended where it ended. */
const usedOf = (windows: readonly Window[], { slices, end }: Run): Window[] =>
  windows
    .filter((window) => slices.some((slice) => slice.from < window.to && slice.to > window.from))
    .map((window) => ({ ...window, to: Math.min(window.to, end.elapsed) }));

function scheduled(id: ScheduleId, { plan, solution }: Placing, windows: readonly Window[]): Scheduled {
  const { circuit, start, clock } = solution;
  const { toSoc } = plan.session;
  const done = run(circuit, { windows, toSoc }, start);
  const { wall, lost } = ledgerOf(done.slices);
  return {
    id,
    windows: usedOf(windows, done),
    run: done,
    bill: bill(plan.tariff, done, clock, connectionOf(plan, circuit, clock)),
    readyAt: done.end.soc >= toSoc - NEAR ? done.end.elapsed : null,
    wallWh: wall,
    lostWh: lost,
  };
}

/** Rounds of asking for a little more where the battery's last per cents, or the cold, take longer than the sum said. */
const ROUNDS = 12;

/** Windows that follow an optimum over rates, asked for more until the session that really runs reaches its target. */
function windowsFor(placing: Placing, slots: readonly Slot[]): readonly Window[] | undefined {
  const { plan, solution, choices } = placing;
  const { circuit, start } = solution;
  const { toSoc } = plan.session;
  const wanted = (toSoc - start.soc) * circuit.pack.usableWh;
  let asked = wanted;
  for (let round = 0; round < ROUNDS; round++) {
    const found = optimum(slots, asked);
    if (!found) return undefined;
    const windows = windowsOf(padded(found.shares, slots), slots, choices);
    const done = run(circuit, { windows, toSoc }, start);
    const missing = (toSoc - done.end.soc) * circuit.pack.usableWh;
    if (missing <= NEAR * wanted) return windows;
    asked += missing * (1 + round / 4);
  }
  return undefined;
}

/** A second in a million more, so that rounding never leaves a session short of its target; it ends where that is reached. */
const padded = (shares: readonly Share[], slots: readonly Slot[]): Share[] =>
  shares.map((share) => ({ ...share, hours: Math.min(slots[share.slot]!.hours, share.hours * (1 + 1e-6)) }));

const atOnceWindows = (placing: Placing, amps?: Amps): Window[] => [{ from: 0, to: placing.until, amps }];

/** Money (micros) below which two schedules cost the same: rounding of a few lines. */
const SAME_COST = 100;

/** The cheapest; of those that cost the same the one with fewest windows to set, then the one that is done first. */
function cheapestOf(placed: readonly Scheduled[], most: Micros): Scheduled {
  const least = Math.min(...placed.map(({ bill: { total } }) => total));
  return placed
    .filter(({ bill: { total } }) => total <= Math.min(least + SAME_COST, Math.max(least, most)))
    .reduce((a, b) => (before(b, a) ? b : a));
}

const before = (a: Scheduled, b: Scheduled): boolean =>
  a.windows.length === b.windows.length
    ? (a.readyAt ?? Infinity) < (b.readyAt ?? Infinity)
    : a.windows.length < b.windows.length;

/** The starts at which one unbroken stretch may be cheapest: it begins or ends where a price changes. */
function startsOf({ slots, until }: Placing, length: Seconds): Seconds[] {
  const last = until - length;
  const edges = slots.flatMap(({ from, to }) => [from, to, from - length, to - length]);
  return [...new Set([0, last, ...edges.filter((at) => at > 0 && at < last)])];
}

/** Money (currency units) of drawing a choice from plugging in until a time, by the slots' own prices: straight between their edges. */
function costUntil({ slots }: Placing, choice: number): (time: Seconds) => number {
  const sums = [0];
  for (const { hours, rates } of slots) sums.push(sums.at(-1)! + rates[choice]!.cost * hours);
  return (time) => {
    let [low, high] = [0, slots.length - 1];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (slots[middle]!.from <= time) low = middle;
      else high = middle - 1;
    }
    const { from, rates } = slots[low]!;
    return sums[low]! + (rates[choice]!.cost * (time - from)) / 3600;
  };
}

/** Candidates that are billed whole; the others were dearer by the slots' prices. */
const BILLED = 4;

function oneTimer(placing: Placing): Scheduled | undefined {
  const { solution, until, choices } = placing;
  const length = solution.secondsToTarget;
  if (length > until) return undefined;
  const cost = costUntil(placing, choices.length - 1);
  const best = startsOf(placing, length)
    .map((from) => ({ from, cost: Math.round(1e6 * (cost(from + length) - cost(from))) }))
    .sort((a, b) => a.cost - b.cost || a.from - b.from)
    .slice(0, BILLED);
  return cheapestOf(
    best.map(({ from }) => scheduled("one-timer", placing, [{ from, to: until }])),
    Infinity as Micros,
  );
}

function cheapest(placing: Placing, atOnce: Scheduled, others: readonly Scheduled[]): Scheduled | undefined {
  const windows = windowsFor(placing, placing.slots);
  const found = windows ? [scheduled("cheapest", placing, windows)] : [];
  const inTime = [...found, ...others].filter(
    ({ readyAt }) => readyAt !== null && readyAt <= placing.until + 1e-6,
  );
  return inTime.length > 0 ? { ...cheapestOf(inTime, atOnce.bill.total), id: "cheapest" } : undefined;
}

/** The current that loses least, for as long as it is in time, and a larger one for the rest. */
function leastLost(placing: Placing): Scheduled | undefined {
  const { choices, until } = placing;
  const rates = choices.map(({ wallW, storedW }) => ({ cost: wallW - storedW, storedW }));
  const slots = [{ from: 0, to: until, hours: until / 3600, perKWh: null, rates }];
  const windows = windowsFor(placing, slots);
  return windows && scheduled("least-lost", placing, windows);
}

function gentlest(placing: Placing): Scheduled | undefined {
  for (const { amps } of placing.choices) {
    const tried = scheduled("gentlest", placing, atOnceWindows(placing, amps));
    if (tried.readyAt !== null) return tried;
  }
  return undefined;
}

/** All ways of placing a session in its hours; those that cannot be in time are left out, starting at once never is. */
export interface Schedules {
  readonly placing: Placing;
  readonly atOnce: Scheduled;
  readonly by: Readonly<Partial<Record<ScheduleId, Scheduled>>>;
}

/**
 * Places a plan's session in its hours: at once, cheapest, cheapest in one stretch, just in time, at the gentlest
 * current that is in time, and losing least. None is later than the departure where that can be met, and the cheapest
 * is never dearer than starting at once.
 * @example schedulesOf(plan, solution).by.cheapest?.bill.total
 */
export function schedulesOf(plan: Plan, solution: Solution): Schedules {
  const placing = placingOf(plan, solution);
  const atOnce = scheduled("at-once", placing, atOnceWindows(placing));
  if (atOnce.readyAt === null) return { placing, atOnce, by: { "at-once": atOnce } };
  const timer = oneTimer(placing);
  const late = scheduled("just-in-time", placing, [
    { from: placing.until - solution.secondsToTarget, to: Infinity },
  ]);
  const gentle = gentlest(placing);
  const least = leastLost(placing);
  const others = [atOnce, timer, late, gentle, least].filter((s) => s !== undefined);
  const cheap = cheapest(placing, atOnce, others);
  const leastOf = [...others, ...(cheap ? [cheap] : [])].reduce((a, b) => (b.lostWh < a.lostWh ? b : a));
  return {
    placing,
    atOnce,
    by: {
      "at-once": atOnce,
      ...(cheap ? { cheapest: cheap } : {}),
      ...(timer ? { "one-timer": timer } : {}),
      "just-in-time": late,
      ...(gentle ? { gentlest: gentle } : {}),
      "least-lost": { ...leastOf, id: "least-lost" },
    },
  };
}
