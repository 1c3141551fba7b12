import { clockOfLineup, sweepOf, type SweepRow, type SweepSpec, type Plan } from "@kettleback/core";

/** The field being worked on: its rows are made as they are asked for. */
let open: ((j: number) => SweepRow) | undefined;

/** Work on sweeps, away from the screen: opened once, then asked for rows in slices, so that it can be left at any time. */
export const sweepWork = {
  openSweep(plan: Plan, spec: SweepSpec): void {
    open = sweepOf(plan, spec, clockOfLineup(plan));
  },
  /** Rows from one on, as many as fit into a time (ms), at least one. */
  sweepRows(from: number, to: number, ms: number): SweepRow[] {
    const until = performance.now() + ms;
    const rows: SweepRow[] = [];
    for (let j = from; j < to && (rows.length === 0 || performance.now() < until); j++) rows.push(open!(j));
    return rows;
  },
};
