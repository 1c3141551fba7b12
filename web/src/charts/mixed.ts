/** A theme's colour (#rrggbb) as its three parts. */
const parts = (colour: string): readonly number[] =>
  [1, 3, 5].map((at) => Number.parseInt(colour.slice(at, at + 2), 16));

/**
 * A colour on the way from one to another.
 * @param share 0 the first, 1 the second
 */
export function mixed(from: string, to: string, share: number): string {
  const [a, b] = [parts(from), parts(to)];
  return `rgb(${a.map((n, i) => Math.round(n + (b[i]! - n) * share)).join(" ")})`;
}
