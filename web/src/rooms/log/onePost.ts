import type { Kept, SessionRecord } from "@kettleback/core";

/** Sessions one after the other on a post are told of together within so long (ms). */
const SOON = 2 * 3_600_000;
/** Sessions drawn on one clock at most, beside the one in view. */
const MOST = 5;

/** @param now ms since 1970: a session that goes on has come so far */
const endOf = ({ end, begin }: SessionRecord, now: number): number =>
  end === null ? Math.max(now, Date.parse(begin)) : Date.parse(end);
/** Where it was charged: the outlet of its plan, or its place. */
const postOf = ({ plan, placeId }: SessionRecord): string | null =>
  plan ? `${plan.place?.name ?? ""} ${plan.evse.name}` : placeId;

/** Sessions of other cars on the same post, at once or soon before or after. */
export const besideOf = (
  rows: readonly Kept<SessionRecord>[],
  { id, spec }: Kept<SessionRecord>,
  now: number,
): Kept<SessionRecord>[] =>
  rows
    .filter(
      (other) =>
        other.id !== id &&
        postOf(other.spec) !== null &&
        (postOf(other.spec) === postOf(spec) ||
          (spec.placeId !== null && other.spec.placeId === spec.placeId)) &&
        Date.parse(other.spec.begin) < endOf(spec, now) + SOON &&
        endOf(other.spec, now) > Date.parse(spec.begin) - SOON,
    )
    .slice(0, MOST);

/** What a session drew in the mean (W); null where nobody counted. */
export function meanWatts({ begin, end, wallWh }: SessionRecord): number | null {
  const hours = end === null ? 0 : (Date.parse(end) - Date.parse(begin)) / 3_600_000;
  return wallWh === null || hours <= 0 ? null : wallWh / hours;
}

/** How long (s) at least two of some sessions went on at once. */
export function sharedSeconds(rows: readonly Kept<SessionRecord>[], now: number): number {
  const marks = rows
    .flatMap(({ spec }) => [
      [Date.parse(spec.begin), 1],
      [endOf(spec, now), -1],
    ])
    .sort((a, b) => a[0]! - b[0]!);
  let [open, sum, last] = [0, 0, 0];
  for (const [at, step] of marks) {
    if (open > 1) sum += at! - last;
    open += step!;
    last = at!;
  }
  return sum / 1000;
}
