import { z } from "zod";
import type { Seconds, Watts } from "../../trade/units";

/** Lengths of an interval (min) a meter may tell in; shorter ones are averaged to 15. */
export const STEPS_MIN = [15, 30, 60] as const;
/** Most intervals of one series: four years of quarter hours. */
export const MOST_INTERVALS = 150_000;
/** Most a house's meter may tell (W), drawn or fed in. */
export const MOST_METER_W = 400_000;

const EARLIEST = Date.UTC(2000, 0, 1);
const LATEST = Date.UTC(2100, 0, 1);

/** What a house drew, interval by interval. */
export const meterSeriesSchema = z.strictObject({
  /** The moment the first interval begins (ms since 1970). */
  startMs: z
    .int({ error: "accepted: a moment in ms since 1970" })
    .min(EARLIEST, { error: "accepted: moments of the years 2000 to 2099" })
    .max(LATEST, { error: "accepted: moments of the years 2000 to 2099" }),
  stepMinutes: z.literal(STEPS_MIN, { error: `accepted: intervals of ${STEPS_MIN.join(", ")} minutes` }),
  /** The mean power drawn in each (W), below zero where the house fed in; null where nothing was told. */
  watts: z
    .array(
      z
        .number({ error: "accepted: a power in W, or null for none" })
        .min(-MOST_METER_W, { error: `accepted: ${-MOST_METER_W} to ${MOST_METER_W} W` })
        .max(MOST_METER_W, { error: `accepted: ${-MOST_METER_W} to ${MOST_METER_W} W` })
        .nullable(),
    )
    .min(1, { error: "at least one interval" })
    .max(MOST_INTERVALS, { error: `accepted: up to ${MOST_INTERVALS} intervals` }),
});
/** What a house drew, interval by interval. */
export type MeterSeries = z.infer<typeof meterSeriesSchema>;

/** The length of an interval (s). @example stepOf({ stepMinutes: 15 }) // 900 */
export const stepOf = ({ stepMinutes }: Pick<MeterSeries, "stepMinutes">): Seconds => stepMinutes * 60;

/** A reading: a moment (ms since 1970) at which an interval begins, and what was drawn in it (W). */
export type MeterReading = readonly [at: number, watts: Watts];

/** The most that was drawn over one interval, and how much of the time was told. */
export interface Demand {
  /** The highest mean over an interval (W). */
  readonly peakW: Watts;
  /** When that interval began (ms since 1970). */
  readonly peakAt: number;
  /** Days that were told, and days from the first interval to the last. */
  readonly days: number;
  readonly spanDays: number;
  /** The house fed in at some time: what it draws itself is not in the meter's figure. */
  readonly fedIn: boolean;
}

/** A night or some hours of it: the local hours that count. */
export interface HoursOfDay {
  /** Minute of the day (0–1439) from which, and up to which. */
  readonly from: number;
  readonly to: number;
}

const DAY_MS = 86_400_000;

/**
 * The highest demand of a series; null where nothing was told.
 * @param counts whether an interval that begins at a moment counts; all of them where nothing is said
 * @example demandOf({ startMs: 0, stepMinutes: 15, watts: [400, 2300] })?.peakW // 2300
 */
export function demandOf(series: MeterSeries, counts?: (at: number) => boolean): Demand | null {
  const { startMs, watts } = series;
  const stepMs = stepOf(series) * 1000;
  let [peakW, peakAt, told, fedIn] = [-Infinity, startMs, 0, false];
  watts.forEach((drawn, i) => {
    if (drawn === null) return;
    const at = startMs + i * stepMs;
    told += 1;
    fedIn ||= drawn < 0;
    if (drawn > peakW && (!counts || counts(at))) [peakW, peakAt] = [drawn, at];
  });
  if (peakW === -Infinity) return null;
  return {
    peakW: peakW as Watts,
    peakAt,
    days: (told * stepMs) / DAY_MS,
    spanDays: (watts.length * stepMs) / DAY_MS,
    fedIn,
  };
}

/**
 * Readings put in order on an even grid: averaged to 15 minutes where they come oftener. Of one moment told twice the
 * first counts.
 * @param stepMinutes how long each reading holds
 * @example seriesFrom([[0, 400], [900_000, 500]], 15).watts // [400, 500]
 */
export function seriesFrom(readings: readonly MeterReading[], stepMinutes: number): MeterSeries {
  const step = Math.max(15, stepMinutes) as MeterSeries["stepMinutes"];
  const [stepMs, each] = [step * 60_000, stepMinutes * 60_000];
  let [first, last] = [Infinity, -Infinity];
  for (const [at] of readings) [first, last] = [Math.min(first, at), Math.max(last, at)];
  const startMs = Math.floor(first / stepMs) * stepMs;
  const count = Math.floor((last - startMs) / stepMs) + 1;
  const sums = new Float64Array(count);
  const counted = new Uint16Array(count);
  const seen = new Set<number>();
  for (const [at, drawn] of readings) {
    const slot = Math.round((at - startMs) / each);
    if (seen.has(slot)) continue;
    seen.add(slot);
    const i = Math.floor((at - startMs) / stepMs);
    sums[i]! += drawn;
    counted[i]! += 1;
  }
  const watts = Array.from(sums, (sum, i) => (counted[i] ? Math.round((sum / counted[i]) * 10) / 10 : null));
  return { startMs, stepMinutes: step, watts };
}

/**
 * A series as readings: what is kept of it.
 * @example readingsOf({ startMs: 0, stepMinutes: 15, watts: [400, null, 500] }) // [[0, 400], [1800000, 500]]
 */
export function readingsOf(series: MeterSeries): MeterReading[] {
  const stepMs = stepOf(series) * 1000;
  return series.watts.flatMap((drawn, i): MeterReading[] =>
    drawn === null ? [] : [[series.startMs + i * stepMs, drawn as Watts]],
  );
}

/**
 * The energy drawn in all (Wh), what was fed in taken off.
 * @example drawnWh({ startMs: 0, stepMinutes: 30, watts: [400, 600] }) // 500
 */
export const drawnWh = (series: MeterSeries): number =>
  series.watts.reduce<number>((sum, drawn) => sum + (drawn ?? 0), 0) * (series.stepMinutes / 60);
