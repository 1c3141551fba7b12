import { socAt, type Row } from "@kettleback/core";

/** Lines closer than this everywhere (per cent of charge) are drawn as one. */
const ALIKE = 1;

/** A line of the chart, and the ways it stands for. */
export interface SocLine {
  readonly rows: readonly { readonly row: Row; readonly way: number }[];
  /** Per cent of charge at each of the times. */
  readonly percent: readonly number[];
}

/** The ways as lines; those nobody could tell apart are one. @param times seconds from plugging in */
export function linesOf(rows: SocLine["rows"], times: readonly number[]): SocLine[] {
  const lines: { rows: SocLine["rows"][number][]; percent: number[] }[] = [];
  for (const one of rows) {
    const { whole, start } = one.row.solution;
    const percent = times.map((t) => 100 * socAt(whole, start, t));
    const alike = lines.find((line) => line.percent.every((p, i) => Math.abs(p - percent[i]!) < ALIKE));
    if (alike) alike.rows.push(one);
    else lines.push({ rows: [one], percent });
  }
  return lines;
}

/** What a line is called: the way in view by its name, others by it where they are alone, or counted. */
export function nameOf({ rows }: SocLine, selected: number): string {
  const named = rows.find(({ way }) => way === selected) ?? (rows.length === 1 ? rows[0] : undefined);
  if (!named) return `${rows.length} ways`;
  const others = rows.length - 1;
  return named.row.plan.name + (others > 0 ? ` and ${others} more` : "");
}

/** Where a name stands over the chart (px): its left edge, and how many names lie below it. */
export interface Placed {
  readonly left: number;
  readonly level: number;
}

/**
 * Places names over their lines' ends so that none lies over another: each begins at its end, or as far left of it as
 * the chart's right edge asks, on the lowest level that is free there.
 * @param ends px from the chart's left edge, with the width of each name
 */
export function placed(
  ends: readonly { readonly at: number; readonly width: number }[],
  chartWidth: number,
  gap: number,
): Placed[] {
  const order = ends.map((_, i) => i).toSorted((a, b) => ends[a]!.at - ends[b]!.at);
  const taken: number[] = [];
  const all: Placed[] = [];
  for (const i of order) {
    const { at, width } = ends[i]!;
    const left = Math.max(0, Math.min(at, chartWidth - width));
    const free = taken.findIndex((right) => right + gap <= left);
    const level = free < 0 ? taken.length : free;
    taken[level] = left + width;
    all[i] = { left, level };
  }
  return all;
}
