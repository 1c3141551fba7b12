/** A count as people read it. */
export const round = (n: number) => Math.round(n).toLocaleString("en-GB");

/** How many times a second a job runs in a spell of so long (ms). */
function spell(job: () => void, ms: number): number {
  const start = performance.now();
  let n = 0;
  while (performance.now() - start < ms) {
    for (let i = 0; i < 10; i++) job();
    n += 10;
  }
  return (n / (performance.now() - start)) * 1000;
}

/**
 * How many times a second each of several jobs runs: of each the best of six spells of a third of a second, in turn, so
 * that a machine that slows down meanwhile does so for ours and rivals alike.
 */
export function eachPerSecond(...jobs: (() => void)[]): number[] {
  for (const job of jobs) spell(job, 300);
  const best = jobs.map(() => 0);
  for (let i = 0; i < 6; i++) jobs.forEach((job, n) => (best[n] = Math.max(best[n]!, spell(job, 330))));
  return best;
}

/** How many times a second a job runs. */
export const perSecond = (job: () => void): number => eachPerSecond(job)[0]!;
