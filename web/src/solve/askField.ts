import type { FieldRow, FieldSpec, Plan } from "@kettleback/core";
import { worker } from "./ask";

/** Longest a slice of a field takes (ms), so that leaving it takes no longer. */
const SLICE_MS = 40;

/** A field being worked on. */
export interface FieldJob {
  /** Resolves with all rows, or with null once it was left. */
  readonly rows: Promise<FieldRow[] | null>;
  cancel(): void;
}

/**
 * Works a field out in the worker, slice by slice.
 * @param progress told how many rows are done
 */
export function askField(plan: Plan, spec: FieldSpec, progress: (done: number) => void): FieldJob {
  let left = false;
  const work = async (): Promise<FieldRow[] | null> => {
    await worker().openField(plan, spec);
    const rows: FieldRow[] = [];
    while (rows.length < spec.y.count && !left) {
      rows.push(...(await worker().fieldRows(rows.length, spec.y.count, SLICE_MS)));
      if (!left) progress(rows.length);
    }
    return left ? null : rows;
  };
  return { rows: work(), cancel: () => void (left = true) };
}
