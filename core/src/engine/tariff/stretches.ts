import { jumps, passings, type Clock } from "../clock";
import { wallInside, type Run, type Slice } from "../session";
import type { Seconds } from "../../trade/units";
import type { Prices } from "./prices";

/** A stretch of time over which no price changes: charging along one slice, or connected without. */
export interface Stretch {
  readonly from: Seconds;
  readonly to: Seconds;
  /** Undefined where the car stands connected and takes nothing. */
  readonly slice: Slice | undefined;
  /** Energy on the meter (Wh) over it. */
  readonly wall: number;
}

const TINY = 1e-9;

/**
 * Seconds within a span at which the clock may change a price.
 * @example clockCuts(pricesOf(dayNight), clock, 0, 86_400).length // 2
 */
export function clockCuts(prices: Prices, clock: Clock, from: Seconds, to: Seconds): Seconds[] {
  const times: Seconds[] = [];
  for (const minute of prices.minutes) times.push(...passings(clock, minute, from, to));
  if (prices.minutes.length > 0) times.push(...jumps(clock, from, to));
  for (const moment of prices.moments) times.push((moment - clock.startMs) / 1000);
  const { hourly } = prices;
  if (hourly) {
    const step = hourly.stepMs / 1000;
    const start = (hourly.startsMs - clock.startMs) / 1000;
    const end = start + hourly.count * step;
    let at = start + Math.max(0, Math.ceil((from - start) / step)) * step;
    for (; at <= Math.min(to, end); at += step) times.push(at);
  }
  return times;
}

/** The time in a slice by which an energy (Wh) has passed the meter, by halving: what has passed only grows. */
function timeOfEnergy(slice: Slice, wh: number): Seconds {
  if (slice.startWallW === slice.endWallW) return slice.from + (wh / slice.wall) * (slice.to - slice.from);
  let [low, high] = [slice.from, slice.to];
  for (let i = 0; i < 60 && high - low > 1e-7; i++) {
    const middle = (low + high) / 2;
    if (wallInside(slice, middle) < wh) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** The time in a slice at which its power at the meter passes a value: it follows the stored power, which rises or falls by an even share. */
function timeOfPower(slice: Slice, watts: number): Seconds | undefined {
  const { startW, endW, startWallW, endWallW, from, to } = slice;
  if ((startWallW - watts) * (endWallW - watts) >= 0) return undefined;
  const share = (watts - startWallW) / (endWallW - startWallW);
  if (Math.abs(endW / startW - 1) < TINY) return from + share * (to - from);
  return (
    from + (Math.log((startW + share * (endW - startW)) / startW) / Math.log(endW / startW)) * (to - from)
  );
}

/** Cuts inside a slice where an amount of energy is reached or its power passes a limit. */
function sliceCuts(
  { wattHours, watts, amps }: Prices,
  slice: Slice,
  before: number,
  volts: number,
): Seconds[] {
  const times: Seconds[] = [];
  for (const wh of wattHours)
    if (wh > before && wh < before + slice.wall) times.push(timeOfEnergy(slice, wh - before));
  if (slice.startWallW !== slice.endWallW)
    for (const limit of [...watts, ...amps.map((a) => a * volts)]) {
      const at = timeOfPower(slice, limit);
      if (at !== undefined) times.push(at);
    }
  return times;
}

/**
 * Puts the stretches of one slice, or of standing, on the list.
 * @param first index of the first cut that may lie inside; cuts are in order
 * @returns index of the first cut that lies beyond
 */
function cutUp(
  list: Stretch[],
  from: Seconds,
  to: Seconds,
  slice: Slice | undefined,
  cuts: readonly Seconds[],
  first: number,
): number {
  let [at, passed, i] = [from, 0, first];
  const add = (end: Seconds) => {
    const whole = slice ? (end === slice.to ? slice.wall : wallInside(slice, end)) : 0;
    list.push({ from: at, to: end, slice, wall: whole - passed });
    [at, passed] = [end, whole];
  };
  for (; i < cuts.length && cuts[i]! < to - TINY; i++) if (cuts[i]! > at + TINY) add(cuts[i]!);
  if (to > at) add(to);
  return i;
}

const ascending = (a: number, b: number): number => a - b;

/**
 * A connection cut wherever a price may change: at hours, days and moments, at durations and energies, at powers, where
 * charging begins, pauses and ends, and where the grace after it is over. Standing is left out where nothing prices it.
 * @param from plugging in @param to unplugging
 * @example stretchesOf(pricesOf(dayNight), whole, clock, 0, 43_200, 230).length // 2
 */
export function stretchesOf(
  prices: Prices,
  { slices }: Run,
  clock: Clock,
  from: Seconds,
  to: Seconds,
  volts: number,
): Stretch[] {
  const list: Stretch[] = [];
  const last = slices.at(-1)!.to;
  const parking = prices.rules.PARKING_TIME.length > 0;
  const end = parking ? to : last;
  const cuts = [
    ...clockCuts(prices, clock, from, end),
    ...prices.durations.map((duration) => from + duration),
    last + prices.grace,
  ].sort(ascending);
  const inside = prices.wattHours.length + prices.watts.length + prices.amps.length > 0;
  let [at, wh, i] = [from, 0, 0];
  for (const slice of slices) {
    if (parking && slice.from > at) i = cutUp(list, at, slice.from, undefined, cuts, i);
    const own = inside ? sliceCuts(prices, slice, wh, volts) : [];
    if (own.length > 0) cutUp(list, slice.from, slice.to, slice, [...cuts, ...own].sort(ascending), 0);
    else i = cutUp(list, slice.from, slice.to, slice, cuts, i);
    at = slice.to;
    wh += slice.wall;
  }
  if (end > at) cutUp(list, at, end, undefined, cuts, i);
  return list;
}
