import { contours } from "d3-contour";
import { axisValue, LINK_KINDS, type SweepRow, type SweepSpec, type LinkKind } from "@kettleback/core";

/** A sweep as it is drawn: values and links in one flat grid each, rows from the bottom up. */
export interface Grid {
  readonly spec: SweepSpec;
  readonly width: number;
  readonly height: number;
  readonly values: Float64Array;
  readonly links: Uint8Array;
  readonly low: number;
  readonly high: number;
}

export function gridOf(spec: SweepSpec, rows: readonly SweepRow[]): Grid {
  const [width, height] = [spec.x.count, spec.y.count];
  const values = new Float64Array(width * height);
  const links = new Uint8Array(width * height);
  let [low, high] = [Infinity, -Infinity];
  rows.forEach((row, j) => {
    values.set(row.values, j * width);
    links.set(row.links, j * width);
    for (const value of row.values) {
      if (Number.isNaN(value)) continue;
      low = Math.min(low, value);
      high = Math.max(high, value);
    }
  });
  return { spec, width, height, values, links, low, high };
}

/** A closed outline in grid places: points lie between 0 and the grid's width and height. */
export type Outline = readonly (readonly [number, number])[];

const MOST_STEPS = 9;

/** Round steps from one number to another, both included where they are round: at most so many. */
export function roundSteps(from: number, to: number, most: number): number[] {
  const raw = (to - from) / most;
  const ten = 10 ** Math.floor(Math.log10(raw));
  const step = ten * [1, 2, 2.5, 5, 10].find((m) => ten * m >= raw * (1 - 1e-9))!;
  const first = Math.ceil(from / step - 1e-9);
  const last = Math.floor(to / step + 1e-9);
  // Multiplied rather than added up, and cut to their digits, so that 0.3 is not 0.30000000000000004.
  return Array.from({ length: last - first + 1 }, (_, i) => Number(((first + i) * step).toPrecision(10)));
}

/** Steps of a grid's contours: round values between its lowest and its highest. */
export const stepsOf = ({ low, high }: Grid): number[] =>
  high - low > 1e-9 * Math.max(Math.abs(high), 1)
    ? roundSteps(low, high, MOST_STEPS).filter((step) => step > low + (high - low) * 1e-6)
    : [];

/** The part of a grid where the value is a step or more. */
export interface Contour {
  readonly value: number;
  readonly outlines: readonly Outline[];
}

/** Contours of a grid at its steps, one at a time: each takes a few milliseconds. */
export function* contoursOf(grid: Grid): Generator<Contour> {
  const { width, height, values, low } = grid;
  const filled = Array.from(values, (value) => (Number.isNaN(value) ? low - 1 : value));
  const make = contours().size([width, height]).smooth(true);
  for (const value of stepsOf(grid))
    yield {
      value,
      outlines: make.contour(filled, value).coordinates.flatMap((polygon) => polygon.map(ring)),
    };
}

const ring = (points: readonly (readonly number[])[]): Outline => points.map(([x, y]) => [x!, y!] as const);

/** The part of a sweep in which one link is the narrowest, with the place at which its name stands. */
export interface Region {
  readonly kind: LinkKind;
  readonly outlines: readonly Outline[];
  readonly at: readonly [number, number];
  readonly cells: number;
}

/** Regions of a grid, one at a time. */
export function* regionsOf({ width, height, links }: Grid): Generator<Region> {
  const make = contours().size([width, height]).smooth(false);
  for (const [id, kind] of LINK_KINDS.entries()) {
    const mask = Array.from(links, (link) => (link === id ? 1 : 0));
    const cells = mask.reduce<number>((sum, is) => sum + is, 0);
    if (cells === 0) continue;
    const outlines = make.contour(mask, 0.5).coordinates.flatMap((polygon) => polygon.map(ring));
    yield { kind, outlines, at: heart(mask, width, height), cells };
  }
}

/** What is drawn of a grid. */
export interface Shapes {
  readonly contours: readonly Contour[];
  /** The largest first. */
  readonly regions: readonly Region[];
}

/** Everything drawn of a grid, in steps of a few milliseconds between which the screen has its turn. */
export async function shapesOf(grid: Grid, turn: () => Promise<void>): Promise<Shapes> {
  const found: { contours: Contour[]; regions: Region[] } = { contours: [], regions: [] };
  for (const contour of contoursOf(grid)) {
    found.contours.push(contour);
    await turn();
  }
  for (const region of regionsOf(grid)) {
    found.regions.push(region);
    await turn();
  }
  found.regions.sort((a, b) => b.cells - a.cells);
  return found;
}

/** The cell of a mask that lies furthest inside it: where a name has most room. */
function heart(mask: readonly number[], width: number, height: number): readonly [number, number] {
  // Two passes of a chamfer distance, the grid's edge counting as outside.
  const far = new Float64Array(width * height);
  const at = (x: number, y: number) =>
    x < 0 || y < 0 || x >= width || y >= height ? 0 : far[y * width + x]!;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      if (mask[y * width + x]) far[y * width + x] = Math.min(at(x - 1, y), at(x, y - 1)) + 1;
  let [best, bx, by] = [-1, 0, 0];
  for (let y = height - 1; y >= 0; y--)
    for (let x = width - 1; x >= 0; x--) {
      if (!mask[y * width + x]) continue;
      const d = Math.min(far[y * width + x]!, at(x + 1, y) + 1, at(x, y + 1) + 1);
      far[y * width + x] = d;
      if (d > best) [best, bx, by] = [d, x, y];
    }
  return [bx + 0.5, by + 0.5];
}

/** One row a point, for CSV. */
export const pointsOf = ({ spec: { x, y, of }, width, height, values, links }: Grid): object[] =>
  Array.from({ length: width * height }, (_, k) => ({
    [x.quantity]: axisValue(x, k % width),
    [y.quantity]: axisValue(y, Math.floor(k / width)),
    [of]: Number.isNaN(values[k]!) ? null : values[k]!,
    narrowest: LINK_KINDS[links[k]!] ?? null,
  }));

/** Place of a value along an axis, as a fraction of its cells; undefined outside of it. */
export function placeOf({ from, to, count }: SweepSpec["x"], value: number): number | undefined {
  const share = (value - from) / (to - from);
  return share >= -1e-9 && share <= 1 + 1e-9 ? share * (count - 1) + 0.5 : undefined;
}
