import { z } from "zod";
import { fraction, nameSchema, quantity } from "../../things/parts";

/** A moment in universal time, as ISO 8601 with milliseconds or without. */
export const momentSchema = z.iso.datetime({ error: "accepted: a moment such as 2026-11-23T18:10:00Z" });

/** A session that took place: what the meter said. */
const sessionRecordSchema = z.strictObject({
  name: nameSchema,
  endedAt: momentSchema,
  wallWh: quantity(0, 1_000_000, "Wh"),
  fromSoc: fraction().nullable(),
  toSoc: fraction().nullable(),
});

/** One reading of a meter, a unit or a car. */
const sampleSchema = z.strictObject({
  source: nameSchema,
  watts: quantity(-1_000_000, 1_000_000, "W").nullable(),
  amps: quantity(0, 1_000, "A").nullable(),
  volts: quantity(0, 1_500, "V").nullable(),
  soc: fraction().nullable(),
});

/** What a household records as it happens: entries are only ever added, and read by time range. */
export const SERIES = {
  sessions: { one: "session", schema: sessionRecordSchema },
  samples: { one: "sample", schema: sampleSchema },
} as const;

export type SeriesName = keyof typeof SERIES;
export const SERIES_NAMES = Object.keys(SERIES) as [SeriesName, ...SeriesName[]];

/** An entry of a series: when it was, and what. */
export interface Entry<N extends SeriesName = SeriesName> {
  readonly at: string;
  readonly spec: z.infer<(typeof SERIES)[N]["schema"]>;
}
