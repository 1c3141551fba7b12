import type { Circuit } from "../../engine/path";
import { atOnce, isCold, run } from "../../engine/session";
import type { Celsius, Fraction, Seconds } from "../../trade/units";

/** What a car gains at a plug, by the charge it comes with and the time it stands there. */
export interface Gain {
  /** Charge after so many seconds, no further than a target. */
  after(this: void, soc: Fraction, seconds: Seconds, target: Fraction): Fraction;
  /** The same, quick enough for thousands of weeks: for a cold pack within a few thousandths of the charge. */
  near(this: void, soc: Fraction, seconds: Seconds, target: Fraction): Fraction;
  /** Time from a charge to a target; Infinity where it never comes so far. */
  secondsTo(this: void, soc: Fraction, target: Fraction): Seconds;
}

/** Change of power over a slice, as a share, below which time goes with the charge. */
const LEVEL = 1e-9;

/**
 * A whole charge from empty as one curve of time over charge. Where temperature does not matter a session from any
 * charge is a stretch of it, and a pause changes nothing: a night is two look-ups instead of a solve.
 */
export function warmGain(circuit: Circuit): Gain {
  const { slices } = run(circuit, atOnce(circuit.pack.endsSoc), { soc: 0, packC: null, elapsed: 0 });
  const n = slices.length;
  const soc = Float64Array.from([0, ...slices.map(({ toSoc }) => toSoc)]);
  const time = Float64Array.from([0, ...slices.map(({ to }) => to)]);
  const growth = Float64Array.from(slices.map(({ startW, endW }) => endW / startW - 1));
  const log = Float64Array.from(slices.map(({ startW, endW }) => Math.log(endW / startW)));
  const last = { soc: soc[n]!, time: time[n]! };
  const timeAt = (at: Fraction): Seconds => {
    if (at >= last.soc) return last.time;
    let i = 0;
    while (at >= soc[i + 1]!) i++;
    const share = (at - soc[i]!) / (soc[i + 1]! - soc[i]!);
    const part = Math.abs(growth[i]!) < LEVEL ? share : Math.log1p(share * growth[i]!) / log[i]!;
    return time[i]! + part * (time[i + 1]! - time[i]!);
  };
  const socOf = (at: Seconds): Fraction => {
    if (at >= last.time) return last.soc;
    let i = 0;
    while (at >= time[i + 1]!) i++;
    const share = (at - time[i]!) / (time[i + 1]! - time[i]!);
    const part = Math.abs(growth[i]!) < LEVEL ? share : Math.expm1(share * log[i]!) / growth[i]!;
    return soc[i]! + part * (soc[i + 1]! - soc[i]!);
  };
  const after: Gain["after"] = (from, seconds, target) =>
    from >= target || seconds <= 0 ? from : Math.max(from, Math.min(target, socOf(timeAt(from) + seconds)));
  return {
    after,
    near: after,
    secondsTo: (from, target) =>
      from >= target ? 0 : target > last.soc + LEVEL ? Infinity : timeAt(target) - timeAt(from),
  };
}

/** Charges from which the sessions of a cold pack are made; between two of them both are followed. */
const COLD_STARTS = 81;

/** A session as the moments at which its power bends, and the charge at each. */
interface Knots {
  readonly time: Float64Array;
  readonly soc: Float64Array;
}

function knotsOf(circuit: Circuit, packC: Celsius, from: Fraction): Knots {
  const { slices } = run(circuit, atOnce(circuit.pack.endsSoc), { soc: from, packC, elapsed: 0 });
  return {
    time: Float64Array.from([0, ...slices.map(({ to }) => to)]),
    soc: Float64Array.from([from, ...slices.map(({ toSoc }) => toSoc)]),
  };
}

/** Charge after so long, straight between two moments: power changes by a quarter at most from one to the next. */
function socIn({ time, soc }: Knots, seconds: Seconds): Fraction {
  const last = time.length - 1;
  if (seconds >= time[last]!) return soc[last]!;
  let i = 0;
  while (seconds >= time[i + 1]!) i++;
  return soc[i]! + ((seconds - time[i]!) / (time[i + 1]! - time[i]!)) * (soc[i + 1]! - soc[i]!);
}

/**
 * What a car gains whose pack is cold as charging begins. It warms as it charges, so that no session is a stretch of
 * another: each is solved; where thousands are asked, sessions from evenly spaced charges are made once, and what lies
 * between two of them is told by its share of both.
 */
export function coldGain(circuit: Circuit, packC: Celsius): Gain {
  const top = circuit.pack.endsSoc;
  const made: (Knots | undefined)[] = Array.from({ length: COLD_STARTS });
  const at = (i: number, seconds: Seconds): Fraction =>
    socIn((made[i] ??= knotsOf(circuit, packC, (i / (COLD_STARTS - 1)) * top)), seconds);
  const between = (soc: Fraction, seconds: Seconds): Fraction => {
    const place = Math.min(COLD_STARTS - 1, (soc / top) * (COLD_STARTS - 1));
    const [low, share] = [Math.floor(place), place - Math.floor(place)];
    return share === 0 ? at(low, seconds) : at(low, seconds) * (1 - share) + at(low + 1, seconds) * share;
  };
  return {
    after: (soc, seconds, target) =>
      soc >= target || seconds <= 0
        ? soc
        : run(circuit, atOnce(target, seconds), { soc, packC, elapsed: 0 }).end.soc,
    near: (soc, seconds, target) =>
      soc >= target || seconds <= 0 ? soc : Math.max(soc, Math.min(target, between(soc, seconds))),
    secondsTo: (soc, target) => {
      if (soc >= target) return 0;
      const { end } = run(circuit, atOnce(target), { soc, packC, elapsed: 0 });
      return end.soc < target - LEVEL ? Infinity : end.elapsed;
    },
  };
}

/**
 * What a car gains on a circuit, night after night.
 * @param packC the pack as charging begins; null for one warm enough not to matter
 * @example gainOf(circuit, null).secondsTo(0.35, 0.8) // 37340
 */
export const gainOf = (circuit: Circuit, packC: Celsius | null): Gain =>
  isCold(packC) ? coldGain(circuit, packC) : warmGain(circuit);
