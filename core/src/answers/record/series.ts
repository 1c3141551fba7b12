import type { Fraction, Seconds, WattHours } from "../../trade/units";
import { measuredIn, sampleOf, trimmed, type Measured, type Sample } from "./recorded";

/** What may be wrong with a series of readings and is survived. */
export type TroubleCode = "doubled" | "late" | "clock" | "gap" | "roll-over" | "begun-anew";

/** Something wrong with a series of readings that did not keep it from being read. */
export interface SeriesTrouble {
  readonly code: TroubleCode;
  /** Where it was first met (ms since 1970). */
  readonly at: number;
  /** How often. */
  readonly count: number;
  readonly says: string;
}

/** What a series of readings comes to; null for what was not measured. */
export interface Totals {
  readonly beginMs: number;
  readonly endMs: number;
  /** The integral of the watts over time, straight between readings. */
  readonly wallWh: WattHours | number | null;
  /** What the counter moved by, over its turning over and beginning anew. */
  readonly counterWh: WattHours | number | null;
  readonly fromSoc: Fraction | null;
  readonly toSoc: Fraction | null;
  readonly mostW: number | null;
  /** The most of each, °C. */
  readonly packC: number | null;
  readonly plugC: number | null;
  readonly outsideC: number | null;
  /** Time in gaps, and what of the integral was taken straight across them. */
  readonly gapSeconds: Seconds;
  readonly gapWh: number;
}

/** Readings in the order of time, none at the same moment, with what was wrong and what they come to. */
export interface Series {
  readonly samples: readonly Sample[];
  readonly troubles: readonly SeriesTrouble[];
  readonly totals: Totals;
}

/** How many readings after one that comes too early tell whether it was late or the clock was put back. */
const LOOKED_AHEAD = 5;
/** A gap: longer than so many of the usual steps, and than so long (ms). */
const GAP_STEPS = 5;
const GAP_MS = 90_000;
const MS_AN_HOUR = 3_600_000;

class Troubles {
  readonly #found = new Map<TroubleCode, { at: number; count: number }>();
  meet(code: TroubleCode, at: number): void {
    const known = this.#found.get(code);
    this.#found.set(code, { at: known?.at ?? at, count: (known?.count ?? 0) + 1 });
  }
  /** @param say a sentence for each, of how often it was met */
  told(say: Readonly<Record<TroubleCode, (count: number) => string>>): SeriesTrouble[] {
    return [...this.#found].map(([code, { at, count }]) => ({ code, at, count, says: say[code](count) }));
  }
}

/** The middle of the steps between readings (ms); 0 where there are none. */
function usualStep(samples: readonly Sample[]): number {
  const steps = samples
    .slice(1)
    .map(([at], i) => at - samples[i]![0])
    .filter((step) => step > 0)
    .sort((a, b) => a - b);
  return steps[Math.floor(steps.length / 2)] ?? 0;
}

/**
 * Readings in the order of time. One that comes late goes where it belongs; where the clock itself was put back, what
 * follows is moved up to go on after what was there.
 */
function inOrder(given: readonly Sample[], troubles: Troubles): Sample[] {
  const step = usualStep(given);
  const moved: Sample[] = [];
  let [shift, latest] = [0, -Infinity];
  given.forEach((sample, i) => {
    let at = sample[0] + shift;
    if (at < latest) {
      const next = given.slice(i + 1, i + 1 + LOOKED_AHEAD).map(([then]) => then + shift);
      // A clock that was put back goes on from there; after one late reading the others are where they should be.
      const back = next.length > 0 && next.every((then) => then < latest);
      if (back) {
        troubles.meet("clock", sample[0]);
        shift += latest + step - at;
        at = latest + step;
      } else troubles.meet("late", sample[0]);
    }
    latest = Math.max(latest, at);
    moved.push(at === sample[0] ? sample : trimmed([at, ...sample.slice(1)]));
  });
  return moved.sort((a, b) => a[0] - b[0]);
}

/** A moment's readings as one: what was told first counts, and what it lacked is filled in. */
function once(sorted: readonly Sample[], troubles: Troubles): Sample[] {
  const kept: Sample[] = [];
  for (const sample of sorted) {
    const last = kept.at(-1);
    if (last?.[0] !== sample[0]) {
      kept.push(sample);
      continue;
    }
    troubles.meet("doubled", sample[0]);
    const longer = last.length > sample.length ? last : sample;
    kept[kept.length - 1] = trimmed(longer.map((_, i) => last[i] ?? sample[i]));
  }
  return kept;
}

/**
 * Moments and figures of one quantity, where it was measured.
 * @example measuredOver([sampleOf(0, { watts: 1000 })], "watts") // [[0, 1000]]
 */
export const measuredOver = (samples: readonly Sample[], measured: Measured): [at: number, value: number][] =>
  samples.flatMap((sample) => {
    const value = measuredIn(sample, measured);
    return value === null ? [] : [[sample[0], value] as [number, number]];
  });

/** What a counter moved by up to each of its readings: upwards, over its turning over at a power of ten, or beginning anew. */
function countedUpTo(samples: readonly Sample[], troubles: Troubles): [at: number, wh: number][] {
  let sum = 0;
  return measuredOver(samples, "counterWh").map(([at, after], i, readings) => {
    const before = readings[i - 1]?.[1] ?? after;
    if (after >= before) sum += after - before;
    else {
      const full = 10 ** Math.ceil(Math.log10(before));
      const turned = before > 0.9 * full && after < 0.1 * full;
      troubles.meet(turned ? "roll-over" : "begun-anew", at);
      sum += turned ? full - before + after : after;
    }
    return [at, sum];
  });
}

function counted(samples: readonly Sample[], troubles: Troubles): number | null {
  const readings = countedUpTo(samples, troubles);
  return readings.length < 2 ? null : readings.at(-1)![1];
}

/**
 * Energy (Wh) taken at the meter up to each reading of a series that is in order: by the counter where there is one, else
 * by the watts, straight between readings.
 * @example energyAlong([sampleOf(0, { counterWh: 500 }), sampleOf(60_000, { counterWh: 530 })]) // [[0, 0], [60000, 30]]
 */
export function energyAlong(ordered: readonly Sample[]): [at: number, wh: number][] {
  const byCounter = countedUpTo(ordered, new Troubles());
  if (byCounter.length > 1) return byCounter;
  let sum = 0;
  return measuredOver(ordered, "watts").map(([at, watts], i, readings) => {
    const [before, wattsBefore] = readings[i - 1] ?? [at, watts];
    sum += ((watts + wattsBefore) / 2) * ((at - before) / MS_AN_HOUR);
    return [at, sum];
  });
}

const most = (samples: readonly Sample[], measured: Measured): number | null => {
  const values = measuredOver(samples, measured);
  return values.length === 0 ? null : values.reduce((top, [, value]) => Math.max(top, value), -Infinity);
};

/** The integral of the watts, and what of it lies in gaps. */
function integral(samples: readonly Sample[], longest: number, troubles: Troubles) {
  const readings = measuredOver(samples, "watts");
  let [wh, gapWh, gapSeconds] = [0, 0, 0];
  for (let i = 1; i < readings.length; i++) {
    const [[from, before], [to, after]] = [readings[i - 1]!, readings[i]!];
    const part = ((before + after) / 2) * ((to - from) / MS_AN_HOUR);
    wh += part;
    if (to - from <= longest) continue;
    troubles.meet("gap", from);
    gapWh += part;
    gapSeconds += (to - from) / 1000;
  }
  return { wallWh: readings.length < 2 ? null : wh, gapWh, gapSeconds };
}

const times = (count: number): string => (count === 1 ? "once" : `${count} times`);

/**
 * Readings as they came, put in order: doubled ones once, late ones where they belong, a clock that was put back made to
 * go on, a counter that turned over counted on. What was wrong is named.
 * @example seriesOf([sampleOf(0, { watts: 1000 }), sampleOf(3_600_000, { watts: 1000 })]).totals.wallWh // 1000
 */
export function seriesOf(given: readonly Sample[]): Series {
  const troubles = new Troubles();
  const samples = once(inOrder(given, troubles), troubles);
  const longest = Math.max(GAP_MS, GAP_STEPS * usualStep(samples));
  const { wallWh, gapWh, gapSeconds } = integral(samples, longest, troubles);
  const socs = measuredOver(samples, "soc");
  const totals: Totals = {
    beginMs: samples[0]?.[0] ?? Number.NaN,
    endMs: samples.at(-1)?.[0] ?? Number.NaN,
    wallWh,
    counterWh: counted(samples, troubles),
    fromSoc: socs[0]?.[1] ?? null,
    toSoc: socs.at(-1)?.[1] ?? null,
    mostW: most(samples, "watts"),
    packC: most(samples, "packC"),
    plugC: most(samples, "plugC"),
    outsideC: most(samples, "outsideC"),
    gapSeconds,
    gapWh,
  };
  const minutes = Math.round(gapSeconds / 60);
  const told = troubles.told({
    doubled: (n) => `Told ${times(n)} more for the same moment: the first counts.`,
    late: (n) =>
      `${n === 1 ? "One reading" : `${n} readings`} came late and went where ${n === 1 ? "it belongs" : "they belong"}.`,
    clock: (n) => `The clock was put back ${times(n)}: what follows goes on after what was there.`,
    gap: (n) =>
      `Nothing was read for ${minutes} min altogether (${n === 1 ? "one gap" : `${n} gaps`}): straight across.`,
    "roll-over": (n) => `The counter turned over ${times(n)} and is counted on.`,
    "begun-anew": (n) => `The counter began anew ${times(n)}: what it showed then is added.`,
  });
  return { samples, troubles: told, totals };
}

/** Most readings an explanation or a fit looks at: more say the same again. */
export const MOST_LOOKED_AT = 240;

/**
 * Readings thinned to so many stretches of equal length, each the mean of what was read in it, at the middle of it.
 * @example thinned([], 240) // []
 */
export function thinned(samples: readonly Sample[], count = MOST_LOOKED_AT): Sample[] {
  if (samples.length <= count) return [...samples];
  const [from, to] = [samples[0]![0], samples.at(-1)![0]];
  const width = (to - from) / count;
  const sums: { at: number; n: number; of: Map<Measured, { sum: number; n: number }> }[] = [];
  for (const sample of samples) {
    const i = Math.min(count - 1, Math.floor((sample[0] - from) / width));
    const bucket = (sums[i] ??= { at: 0, n: 0, of: new Map() });
    bucket.at += sample[0] - from;
    bucket.n += 1;
    for (const measured of MEANS) {
      const value = measuredIn(sample, measured);
      if (value === null) continue;
      const mean = bucket.of.get(measured) ?? { sum: 0, n: 0 };
      mean.sum += value;
      mean.n += 1;
      bucket.of.set(measured, mean);
    }
  }
  return sums
    .filter(Boolean)
    .map(({ at, n, of }) =>
      sampleOf(
        from + Math.round(at / n),
        Object.fromEntries([...of].map(([measured, mean]) => [measured, mean.sum / mean.n])),
      ),
    );
}

/** What a mean says something of. */
const MEANS: readonly Measured[] = [
  "watts",
  "amps",
  "volts",
  "soc",
  "amps2",
  "amps3",
  "packC",
  "plugC",
  "outsideC",
];
