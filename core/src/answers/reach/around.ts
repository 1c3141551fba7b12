import type { Metres } from "../../trade/units";

/** A point on the ground (m). */
export interface GroundPoint {
  readonly x: number;
  readonly y: number;
}
/** An upright rectangle on the ground (m). */
export interface GroundBox {
  readonly left: number;
  readonly right: number;
  readonly near: number;
  readonly far: number;
}

const between = (a: GroundPoint, b: GroundPoint): Metres => Math.hypot(a.x - b.x, a.y - b.y);
/** Lengths below which a point is on an edge, not across it. */
const TOUCH = 1e-9;

/** Whether a straight line runs through the inside of a box; along its edge is beside it. */
function crosses(a: GroundPoint, b: GroundPoint, { left, right, near, far }: GroundBox): boolean {
  // What of the line lies strictly inside, side by side (Liang and Barsky's clipping).
  let [from, to] = [0, 1];
  for (const [p, d, low, high] of [
    [a.x, b.x - a.x, left + TOUCH, right - TOUCH],
    [a.y, b.y - a.y, near + TOUCH, far - TOUCH],
  ] as const) {
    if (Math.abs(d) < TOUCH) {
      if (p <= low || p >= high) return false;
      continue;
    }
    const [t1, t2] = [(low - p) / d, (high - p) / d];
    from = Math.max(from, Math.min(t1, t2));
    to = Math.min(to, Math.max(t1, t2));
  }
  return to - from > TOUCH;
}

/**
 * The shortest way between two points on the ground around a box: straight where that is free, by one or two of its
 * corners where it is not. Exact: a shortest way around a box bends at its corners only.
 * @returns the points of the way, both ends among them
 * @example wayAround({ x: 0, y: 2 }, { x: 4, y: 2 }, { left: 1, right: 3, near: 0, far: 5 }).length // 4
 */
export function wayAround(a: GroundPoint, b: GroundPoint, box: GroundBox): GroundPoint[] {
  const corners: GroundPoint[] = [
    { x: box.left, y: box.near },
    { x: box.right, y: box.near },
    { x: box.right, y: box.far },
    { x: box.left, y: box.far },
  ];
  const tries: GroundPoint[][] = [
    [],
    ...corners.map((corner) => [corner]),
    ...corners.flatMap((corner, i) => [
      [corner, corners[(i + 1) % 4]!],
      [corner, corners[(i + 3) % 4]!],
    ]),
    ...corners.flatMap((corner, i) => [
      [corner, corners[(i + 1) % 4]!, corners[(i + 2) % 4]!],
      [corner, corners[(i + 3) % 4]!, corners[(i + 2) % 4]!],
    ]),
  ];
  let best: GroundPoint[] = [];
  let least = Infinity;
  for (const bends of tries) {
    const way = [a, ...bends, b];
    const length = lengthOf(way);
    if (length < least && way.every((point, i) => i === 0 || !crosses(way[i - 1]!, point, box)))
      [best, least] = [way, length];
  }
  return best;
}

/**
 * Length of a way (m).
 * @example lengthOf([{ x: 0, y: 0 }, { x: 3, y: 4 }]) // 5
 */
export const lengthOf = (way: readonly GroundPoint[]): Metres =>
  way.reduce((sum, point, i) => (i === 0 ? 0 : sum + between(way[i - 1]!, point)), 0);
