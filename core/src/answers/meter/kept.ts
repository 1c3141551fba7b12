import { measuredIn, recordSchema, sampleOf, type Sample, type SessionRecord } from "../record";
import type { Watts } from "../../trade/units";
import { seriesFrom, stepOf, type MeterReading, type MeterSeries } from "./series";

/** What the key of a record begins with that is no charging session but what a house's meter told. */
export const HOUSE_METER_KEY = "house-meter ";
/** Who such a record says it was told by. */
export const HOUSE_METER = "house meter";

/**
 * What a house's meter told, as it is recorded: a stretch of time with readings, like every other, that is no session.
 * @param id of its own among the household's records
 * @example meterRecord("Year 2026", { startMs: Date.UTC(2026, 0), stepMinutes: 60, watts: [1, 2] }, "7").end // "2026-01-01T02:00:00.000Z"
 */
export const meterRecord = (name: string, series: MeterSeries, id: string): SessionRecord =>
  recordSchema.parse({
    name,
    carId: null,
    placeId: null,
    begin: new Date(series.startMs).toISOString(),
    end: new Date(series.startMs + series.watts.length * stepOf(series) * 1000).toISOString(),
    source: HOUSE_METER,
    key: `${HOUSE_METER_KEY}${id}`,
  });

/**
 * A series as readings of such a record: what is missing is left out.
 * @example meterSamples({ startMs: Date.UTC(2026, 0), stepMinutes: 15, watts: [1, null] }).length // 1
 */
export const meterSamples = (series: MeterSeries): Sample[] => {
  const stepMs = stepOf(series) * 1000;
  return series.watts.flatMap((watts, i) =>
    watts === null ? [] : [sampleOf(series.startMs + i * stepMs, { watts })],
  );
};

/** How far apart most readings lie (min): a quarter, half or whole hour. */
function stepOfReadings(readings: readonly MeterReading[]): MeterSeries["stepMinutes"] {
  const counts = { 15: 0, 30: 0, 60: 0 };
  for (let i = 1; i < readings.length; i++) {
    const apart = (readings[i]![0] - readings[i - 1]![0]) / 60_000;
    if (apart === 15 || apart === 30 || apart === 60) counts[apart] += 1;
  }
  return ([15, 30, 60] as const).reduce((most, step) => (counts[step] > counts[most] ? step : most), 15);
}

/**
 * The series of readings that were recorded; null of fewer than two.
 * @example meterSeriesOf([]) // null
 */
export function meterSeriesOf(samples: readonly Sample[]): MeterSeries | null {
  const readings = samples.flatMap((sample): MeterReading[] => {
    const watts = measuredIn(sample, "watts");
    return watts === null ? [] : [[sample[0], watts as Watts]];
  });
  return readings.length < 2 ? null : seriesFrom(readings, stepOfReadings(readings));
}
