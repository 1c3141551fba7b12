import { connectionOf, type Plan, type Solution } from "../../engine/plan";
import { ledgerOf, run, targetOn, type Run, type Window } from "../../engine/session";
import { bill, pricesOf, type Bill, type ChosenAmps } from "../../engine/tariff";
import type { Amps, Micros, Seconds, WattHours } from "../../trade/units";
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
/** A schedule, by what it is made for. */
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

/** Time (s) within which charging may begin where nobody has said when the car is wanted. */
export const LOOK_AHEAD: Seconds = 24 * 3600;
const NEAR = 1e-9;

/** A plan's session ready to be placed in time. */
export interface Placing {
  readonly plan: Plan;
  readonly solution: Solution;
  /** Seconds from plugging in until the car is wanted; null where nobody waits. */
  readonly departure: Seconds | null;
  /** Seconds from plugging in until the car is wanted, or until nobody looks further. */
  readonly until: Seconds;
  readonly choices: readonly Choice[];
  readonly slots: readonly Slot[];
}

/**
 * What can be chosen when, for placing a charge: currents, and hours of one price each.
 * @example placingOf(overnight, overnightSolved).slots.length // 3
 */
export function placingOf(plan: Plan, solution: Solution): Placing {
  const { circuit, clock, start } = solution;
  // Where nobody waits charging may begin within a day, and ends when it is done.
  const until = clock.departure ?? LOOK_AHEAD + solution.secondsToTarget;
  const choices = choicesOf(plan, circuit, start);
  const { volts = 230, chosenAmps = 0 } = connectionOf(plan, circuit, clock);
  return {
    plan,
    solution,
    departure: clock.departure,
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

/** The amps chosen at the unit, window by window: a schedule that sets a current is billed at that current. */
const chosenIn = (windows: readonly Window[], choices: readonly Choice[]): ChosenAmps[] =>
  windows.flatMap(({ from, to, amps }) =>
    amps !== undefined && choices.some((choice) => choice.amps === amps && choice.by === "evse")
      ? [{ from, to, amps }]
      : [],
  );

function scheduled(
  id: ScheduleId,
  { plan, solution, choices }: Placing,
  windows: readonly Window[],
): Scheduled {
  const { circuit, start, clock } = solution;
  const toSoc = targetOn(circuit, plan.session.toSoc);
  const done = run(circuit, { windows, toSoc }, start);
  const { wall, lost } = ledgerOf(done.slices);
  return {
    id,
    windows: usedOf(windows, done),
    run: done,
    bill: bill(plan.tariff, done, clock, {
      ...connectionOf(plan, circuit, clock),
      chosen: chosenIn(windows, choices),
    }),
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
  const toSoc = targetOn(circuit, plan.session.toSoc);
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

/** Until the car is wanted; until it is full where nobody waits. */
const atOnceWindows = ({ departure }: Placing, amps?: Amps): Window[] => [
  { from: 0, to: departure ?? Infinity, amps },
];

/** Money (micros) below which two schedules cost the same: rounding of a few lines. */
const SAME_COST = 100;

/**
 * The cheapest by its whole bill; of those that cost the same the one with fewest windows to set, then the one that is
 * done first. One that takes less without a price comes before any that takes more: what it would cost nobody knows.
 */
function cheapestOf(placed: readonly Scheduled[], most: Micros): Scheduled {
  const unpriced = Math.min(...placed.map(({ bill }) => bill.unpriced));
  const known = placed.filter(({ bill }) => bill.unpriced <= unpriced + NEAR);
  const least = Math.min(...known.map(({ bill: { total } }) => total));
  return known
    .filter(({ bill: { total } }) => total <= Math.min(least + SAME_COST, Math.max(least, most)))
    .reduce((a, b) => (before(b, a) ? b : a));
}

const before = (a: Scheduled, b: Scheduled): boolean =>
  a.windows.length === b.windows.length
    ? (a.readyAt ?? Infinity) < (b.readyAt ?? Infinity)
    : a.windows.length < b.windows.length;

/**
 * Whether what an hour costs hangs on nothing but the hour: then slots tell a schedule's cost. A tariff of tiers,
 * blocks, fees by the hour of plugging in, a least or a most, or prices by power or amps is judged by whole bills alone.
 */
function byTheHour({ tariff }: Plan): boolean {
  const { wattHours, durations, watts, amps, rules } = pricesOf(tariff);
  return (
    wattHours.length + durations.length + watts.length + amps.length === 0 &&
    !tariff.min_price &&
    !tariff.max_price &&
    tariff.elements.every(({ kettleback }) => !kettleback) &&
    [...rules.ENERGY, ...rules.TIME, ...rules.PARKING_TIME].every(({ step }) => step <= 1)
  );
}

/** Times (s of charging) at which an amount of energy that changes a price has been taken. */
const tierTimes = ({ plan, solution: { whole } }: Placing): Seconds[] => {
  const { wattHours } = pricesOf(plan.tariff);
  let wh = 0;
  return whole.slices.flatMap((slice) => {
    const inside = wattHours.filter((at) => at > wh && at <= wh + slice.wall);
    const times = inside.map((at) => slice.from + ((at - wh) / slice.wall) * (slice.to - slice.from));
    wh += slice.wall;
    return times;
  });
};

/**
 * The starts at which one unbroken stretch may be cheapest: it begins or ends where a price changes, or reaches an amount
 * that changes one just there; and just in time.
 */
function startsOf(placing: Placing, length: Seconds): Seconds[] {
  const { slots, until } = placing;
  const last = until - length;
  const lengths = [0, length, ...tierTimes(placing)];
  const edges = slots.flatMap(({ from, to }) => lengths.flatMap((taken) => [from - taken, to - taken]));
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

/** Candidates that are billed whole where the slots tell the cost; the others were dearer by the slots' prices. */
const BILLED = 4;
/** … and where they do not: more than any tariff of people has edges. */
const BILLED_WHOLE = 600;
/** Of two windows that begin or end where prices change, those billed whole. */
const PAIRS_BILLED = 2_500;

function oneTimer(placing: Placing): Scheduled | undefined {
  const { plan, solution, until, choices } = placing;
  const length = solution.secondsToTarget;
  if (length > until) return undefined;
  const cost = costUntil(placing, choices.length - 1);
  const whole = !byTheHour(plan);
  const last = until - length;
  const best = startsOf(placing, length)
    .map((from) => ({ from, cost: Math.round(1e6 * (cost(from + length) - cost(from))) }))
    .sort((a, b) => a.cost - b.cost || a.from - b.from)
    .slice(0, whole ? BILLED_WHOLE : BILLED)
    .map(({ from }) => from);
  // At once and just in time are timers too: none of them is dearer than this one.
  const starts = [...new Set([...best, 0, last])];
  return cheapestOf(
    starts.map((from) => scheduled("one-timer", placing, [{ from, to: placing.departure ?? Infinity }])),
    Infinity as Micros,
  );
}

/**
 * Two windows at whatever flows, for a tariff whose hours do not tell a schedule's cost: each begins or ends where a
 * price changes, and the first is as long as it takes to such a change or to an amount that changes a price.
 */
function twoWindows(placing: Placing): Scheduled[] {
  const { plan, solution, slots, until } = placing;
  if (byTheHour(plan)) return [];
  const length = solution.secondsToTarget;
  const edges = [...new Set([0, ...slots.flatMap(({ from, to }) => [from, to])])].filter((at) => at <= until);
  const tiers = tierTimes(placing).filter((at) => at < length);
  const firsts = edges.flatMap((edge) => [
    ...edges.filter((to) => to > edge && to - edge < length).map((to) => ({ from: edge, to })),
    ...tiers.flatMap((taken) => [
      { from: edge, to: edge + taken },
      { from: edge - taken, to: edge },
    ]),
  ]);
  const pairs = firsts
    .filter(({ from, to }) => from >= 0 && to > from + A_MINUTE)
    .flatMap((first) => {
      const rest = length - (first.to - first.from);
      return [...new Set([...edges, ...edges.map((edge) => edge - rest), until - rest])]
        .filter((from) => from > first.to + A_MINUTE && from + rest <= until + 1e-6)
        .map((from) => [first, { from, to: placing.departure ?? Infinity }] as const);
    });
  return pairs.slice(0, PAIRS_BILLED).map((windows) => scheduled("cheapest", placing, windows));
}

/** Windows shorter or closer than this (s) are not worth a setting. */
const A_MINUTE: Seconds = 60;

function cheapest(placing: Placing, atOnce: Scheduled, others: readonly Scheduled[]): Scheduled | undefined {
  const windows = windowsFor(placing, placing.slots);
  const found = [...(windows ? [scheduled("cheapest", placing, windows)] : []), ...twoWindows(placing)];
  const inTime = [...found, ...others].filter(
    ({ readyAt }) => readyAt !== null && readyAt <= placing.until + 1e-6,
  );
  return inTime.length > 0 ? { ...cheapestOf(inTime, atOnce.bill.total), id: "cheapest" } : undefined;
}

/** The current that loses least, for as long as it is in time, and a larger one for the rest; at one current where nobody waits. */
function leastLost(placing: Placing): Scheduled | undefined {
  const { choices, until, departure } = placing;
  if (departure === null)
    return choices
      .map(({ amps }) => scheduled("least-lost", placing, atOnceWindows(placing, amps)))
      .filter(({ readyAt }) => readyAt !== null)
      .reduce<Scheduled | undefined>((a, b) => (a && a.lostWh <= b.lostWh ? a : b), undefined);
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
 * is never dearer than starting at once. Where nobody waits there is no time to be just in, and nothing is too late.
 * @example schedulesOf(plan, solution).by.cheapest?.bill.total
 */
export function schedulesOf(plan: Plan, solution: Solution): Schedules {
  const placing = placingOf(plan, solution);
  const atOnce = scheduled("at-once", placing, atOnceWindows(placing));
  if (atOnce.readyAt === null) return { placing, atOnce, by: { "at-once": atOnce } };
  const timer = oneTimer(placing);
  const late =
    placing.departure === null
      ? undefined
      : scheduled("just-in-time", placing, [
          { from: placing.departure - solution.secondsToTarget, to: Infinity },
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
      ...(late ? { "just-in-time": late } : {}),
      ...(gentle ? { gentlest: gentle } : {}),
      "least-lost": { ...leastOf, id: "least-lost" },
    },
  };
}
