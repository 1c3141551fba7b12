import type { Fraction, Seconds, WattHours } from "../../trade/units";
import { LOSS_CAUSES, type LossCause } from "./balance";
import { storedByShare } from "./integrate";
import type { Run, Slice, State } from "./slice";

const SMALL = 1e-9;

const shareOf = (slice: Slice, time: Seconds): number =>
  slice.to > slice.from ? Math.min(1, Math.max(0, (time - slice.from) / (slice.to - slice.from))) : 1;

/** State of charge inside a slice, at a time (s from plugging in). */
const socInside = (slice: Slice, time: Seconds): Fraction =>
  slice.fromSoc +
  (slice.toSoc - slice.fromSoc) * storedByShare(slice.startW, slice.endW, shareOf(slice, time));

/**
 * Energy at the meter inside a slice, from its start to a time. Wall power is told from stored power by the straight
 * line through the slice's ends; what that misses of the slice's own total is spread evenly.
 * @example wallInside(whole.slices[0], whole.slices[0].to) // 38231.9
 */
export function wallInside(slice: Slice, time: Seconds): WattHours {
  const share = shareOf(slice, time);
  const hours = (slice.to - slice.from) / 3600;
  const { startW, endW, startWallW, endWallW } = slice;
  const slope = Math.abs(endW - startW) > SMALL * startW ? (endWallW - startWallW) / (endW - startW) : 0;
  const base = startWallW - slope * startW;
  const told = base * hours + slope * slice.stored;
  const passed = base * hours * share + slope * slice.stored * storedByShare(startW, endW, share);
  return (passed + (slice.wall - told) * share) as WattHours;
}

/**
 * Both parts of a slice cut at a time inside it. Every total of the two is the total of the one.
 * @example cutSlice(whole.slices[0], 1800)[0].to // 1800
 */
export function cutSlice(slice: Slice, time: Seconds): readonly [Slice, Slice] {
  const share = shareOf(slice, time);
  const soc = socInside(slice, time);
  const stored = slice.stored * storedByShare(slice.startW, slice.endW, share);
  const wall = wallInside(slice, time);
  // What the losses have in common with time alone is exact; the rest goes by what was lost altogether.
  const lost = slice.wall > slice.stored ? (wall - stored) / (slice.wall - slice.stored) : share;
  const at = (start: number, end: number) => start + (end - start) * share;
  const middle = {
    W: slice.startW * (slice.endW / slice.startW) ** share,
    wallW: at(slice.startWallW, slice.endWallW),
    C: slice.fromC === null || slice.toC === null ? null : at(slice.fromC, slice.toC),
  };
  const first: Slice = {
    ...slice,
    to: time,
    toSoc: soc,
    endW: middle.W,
    endWallW: middle.wallW,
    toC: middle.C,
    wh: scaled(slice.wh, lost),
    wall,
    stored: stored as WattHours,
    upstream: (slice.upstream * share) as WattHours,
  };
  const second: Slice = {
    ...slice,
    from: time,
    fromSoc: soc,
    startW: middle.W,
    startWallW: middle.wallW,
    fromC: middle.C,
    wh: less(slice.wh, first.wh),
    wall: (slice.wall - wall) as WattHours,
    stored: (slice.stored - stored) as WattHours,
    upstream: (slice.upstream - first.upstream) as WattHours,
  };
  return [first, second];
}

type Wh = Readonly<Record<LossCause, WattHours>>;
const each = (value: (cause: LossCause) => number): Wh =>
  Object.fromEntries(LOSS_CAUSES.map((cause) => [cause, value(cause)])) as Wh;
const scaled = (wh: Wh, share: number): Wh => each((cause) => wh[cause] * share);
const less = (wh: Wh, part: Wh): Wh => each((cause) => wh[cause] - part[cause]);

const endOf = (slice: Slice): State => ({ soc: slice.toSoc, packC: slice.toC, elapsed: slice.to });

/**
 * A run cut in two at a time (s from plugging in). No total changes: what the parts hold adds up to what the run held.
 * @param start the state in which the run began
 * @example cutRun(whole, start, 1800)[0].end.elapsed // 1800
 */
export function cutRun(whole: Run, start: State, time: Seconds): readonly [Run, Run] {
  const before: Slice[] = [];
  const after: Slice[] = [];
  for (const slice of whole.slices)
    if (slice.to <= time) before.push(slice);
    else if (slice.from >= time) after.push(slice);
    else {
      const [first, second] = cutSlice(slice, time);
      before.push(first);
      after.push(second);
    }
  const last = before.at(-1);
  return [
    { slices: before, end: last ? endOf(last) : start },
    { slices: after, end: after.length > 0 ? whole.end : last ? endOf(last) : start },
  ];
}

/**
 * State of charge at a time (s from plugging in); before the run its start, after it its end.
 * @example socAt(whole, start, 4 * 3600) // 0.5235
 */
export function socAt(whole: Run, start: State, time: Seconds): Fraction {
  let soc = start.soc;
  for (const slice of whole.slices) {
    if (time < slice.from) return soc;
    if (time < slice.to) return socInside(slice, time);
    soc = slice.toSoc;
  }
  return soc;
}
