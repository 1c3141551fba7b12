const ROUNDS = 3;

/**
 * Measures the same several times, one after the other. What a machine does beside, and others on it, comes and goes; what
 * is ours comes each time: the best round is judged, and all are told.
 */
export async function rounds<T>(measure: () => Promise<T>): Promise<T[]> {
  const all: T[] = [];
  for (let i = 0; i < ROUNDS; i++) all.push(await measure());
  return all;
}

/** Times of all rounds as they are told beside the best. */
export const inRounds = (figures: readonly number[]): string =>
  `${figures.map((figure) => figure.toFixed(1)).join(", ")} ms in ${figures.length} rounds`;

/** The figure below which that share of them lie, of figures in their order. */
export const at = (figures: readonly number[], share: number): number =>
  figures[Math.floor(share * (figures.length - 1))]!;
