import { clockOfLineup, fieldOf, type FieldRow, type FieldSpec, type Plan } from "@kettleback/core";

/** The field being worked on: its rows are made as they are asked for. */
let open: ((j: number) => FieldRow) | undefined;

/** Work on fields, away from the screen: opened once, then asked for rows in slices, so that it can be left at any time. */
export const fieldWork = {
  openField(plan: Plan, spec: FieldSpec): void {
    open = fieldOf(plan, spec, clockOfLineup(plan));
  },
  /** Rows from one on, as many as fit into a time (ms), at least one. */
  fieldRows(from: number, to: number, ms: number): FieldRow[] {
    const until = performance.now() + ms;
    const rows: FieldRow[] = [];
    for (let j = from; j < to && (rows.length === 0 || performance.now() < until); j++) rows.push(open!(j));
    return rows;
  },
};
