import { MEASURED, sampleOf, type Kept, type Sample, type SessionRecord } from "@kettleback/core";
import { api, type Bucket } from "../../api/client";

/** Stretches a session's readings are looked at in: finer is finer than a picture or an explanation needs. */
export const STRETCHES = 240;
/** A little more than the session itself, as clocks differ (ms). */
const SPARE = 60_000;

/** A stretch of readings as one: the mean of each, at the middle of it. */
const sampleIn = ({ from, of }: Bucket, width: number): Sample =>
  sampleOf(
    Math.round(from + width / 2),
    Object.fromEntries(MEASURED.map((measured) => [measured, of[measured]?.mean ?? null])),
  );

/** The readings of a session, in so many stretches at most; none where none were kept. */
export async function readingsOf(household: string, { id, spec }: Kept<SessionRecord>): Promise<Sample[]> {
  const from = Date.parse(spec.begin) - SPARE;
  const to = (spec.end === null ? Date.now() : Date.parse(spec.end)) + SPARE;
  const buckets = await api.buckets(household, id, from, to, STRETCHES);
  return buckets.map((bucket) => sampleIn(bucket, (to - from) / STRETCHES));
}
