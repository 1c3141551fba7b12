import type { SweepRow, SweepSpec, Plan } from "@kettleback/core";
import { worker } from "./ask";

/** Longest a slice of a sweep takes (ms), so that leaving it takes no longer. */
const SLICE_MS = 40;

/** A sweep being worked on. */
export interface SweepJob {
  /** Resolves with all rows, or with null once it was left. */
  readonly rows: Promise<SweepRow[] | null>;
  cancel(): void;
}

/**
 * Works a sweep out in the worker, slice by slice.
 * @param progress told how many rows are done
 */
export function askSweep(plan: Plan, spec: SweepSpec, progress: (done: number) => void): SweepJob {
  let left = false;
  const work = async (): Promise<SweepRow[] | null> => {
    await worker().openSweep(plan, spec);
    const rows: SweepRow[] = [];
    while (rows.length < spec.y.count && !left) {
      rows.push(...(await worker().sweepRows(rows.length, spec.y.count, SLICE_MS)));
      if (!left) progress(rows.length);
    }
    return left ? null : rows;
  };
  return { rows: work(), cancel: () => void (left = true) };
}
