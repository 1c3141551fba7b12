import { CURVE_SHAPES, curveOf, type AcceptancePoint, type CurveShape } from "@kettleback/core";
import { readNumber, typedNumber } from "../../format/manner";

/** A point of a curve as typed: per cent and kW. */
export interface TypedPoint {
  readonly percent: string;
  readonly kW: string;
}

/** What is typed as a number; zero where it is none yet. */
export const figureOf = (typed: string): number => {
  const n = readNumber(typed);
  return Number.isFinite(n) ? n : 0;
};

const tenth = (n: number): string => typedNumber(Math.round(n * 10) / 10);

/** A point moved; it stays between its neighbours, so that the curve always rises in state of charge. */
export function moved(
  points: readonly TypedPoint[],
  i: number,
  percent: number,
  kW: number,
): readonly TypedPoint[] {
  const low = i > 0 ? figureOf(points[i - 1]!.percent) + 1 : 0;
  const high = i < points.length - 1 ? figureOf(points[i + 1]!.percent) - 1 : 100;
  const point = {
    percent: String(Math.round(Math.min(high, Math.max(low, percent)))),
    kW: tenth(Math.max(0.1, kW)),
  };
  return points.map((p, j) => (j === i ? point : p));
}

/** A new point in the middle of the widest gap, on the line that is there. */
export function withPoint(points: readonly TypedPoint[]): readonly TypedPoint[] {
  const gaps = points.slice(1).map((p, i) => figureOf(p.percent) - figureOf(points[i]!.percent));
  const i = gaps.indexOf(Math.max(...gaps));
  const [a, b] = [points[i]!, points[i + 1]!];
  const middle = {
    percent: String(Math.round((figureOf(a.percent) + figureOf(b.percent)) / 2)),
    kW: tenth((figureOf(a.kW) + figureOf(b.kW)) / 2),
  };
  return [...points.slice(0, i + 1), middle, ...points.slice(i + 1)];
}

export const SHAPES = Object.keys(CURVE_SHAPES) as CurveShape[];

/** A curve as it is typed. */
export const typedCurve = (points: readonly AcceptancePoint[]): readonly TypedPoint[] =>
  points.map(({ soc, watts }) => ({ percent: String(Math.round(soc * 100)), kW: tenth(watts / 1000) }));

/** A generic shape for a capacity (Wh), as typed; none for one that nobody knows. */
export const shaped = (shape: string, usableWh: number): readonly TypedPoint[] =>
  shape === "" ? [] : typedCurve(curveOf(shape as CurveShape, usableWh));
