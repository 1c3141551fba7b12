import type { FieldProblem } from "../../things/documents";
import { demandOf, MOST_INTERVALS, seriesFrom, type MeterReading, type MeterSeries } from "./series";

/** What was read, or why nothing was. */
export type ReadMeter =
  | { readonly ok: true; readonly value: MeterSeries; readonly notes: readonly string[] }
  | { readonly ok: false; readonly problems: readonly FieldProblem[] };

const fail = (field: string, message: string) => ({ ok: false as const, problems: [{ field, message }] });
const MINUTE_MS = 60_000;

/** A series of readings in order, if it is one. */
export function madeOf(
  kept: readonly MeterReading[],
  stepMinutes: number,
  notes: readonly string[],
): ReadMeter {
  const [first, last] = [kept[0]![0], kept.at(-1)![0]];
  if (first < Date.UTC(2000, 0, 1) || last >= Date.UTC(2100, 0, 1))
    return fail("(file)", "accepted: moments of the years 2000 to 2099");
  if ((last - first) / (Math.max(15, stepMinutes) * MINUTE_MS) >= MOST_INTERVALS)
    return fail(
      "(file)",
      `its first and last interval lie too far apart; accepted: up to ${MOST_INTERVALS} intervals`,
    );
  const value = seriesFrom(kept, stepMinutes);
  const demand = demandOf(value)!;
  return {
    ok: true,
    value,
    notes: [
      ...notes,
      ...(demand.fedIn
        ? ["The house feeds in at times: what it draws behind its own generation is not in these figures."]
        : []),
    ],
  };
}
