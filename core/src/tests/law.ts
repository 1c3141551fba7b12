import fc, { type Arbitrary } from "fast-check";

/** Scales every property's runs: KETTLEBACK_RUNS=0.1 runs a tenth. */
const SCALE = Number(process.env.KETTLEBACK_RUNS ?? 1);

/** Below it only whether a law fails is asked, as of a mutant, and no smaller case is looked for. */
const SHRUNK_FROM = 0.05;

/** How many runs a property of n gets. */
export const runs = (n: number): number => Math.max(5, Math.round(n * SCALE));

/** Whether every run is made: of a few cases none may be of a kind a law also counts. */
export const ALL_RUNS = SCALE >= 1;

/** Share of runs in which chance alone may do what would otherwise be a fault. */
const UNLIKELY = 1e-6;

/** Said by a check of a case it has nothing to say about. */
export const SKIPPED = Symbol("skipped");

/**
 * Checks a law over random cases. A check that skips says so; the share skipped is counted and bounded, so that no law
 * passes by looking away.
 */
export function law<T>(
  cases: Arbitrary<T>,
  { runs: n, mostSkipped }: { readonly runs: number; readonly mostSkipped: number },
  check: (value: T) => typeof SKIPPED | void,
): void {
  let [seen, skipped] = [0, 0];
  fc.assert(
    fc.property(cases, (value) => {
      seen += 1;
      if (check(value) === SKIPPED) skipped += 1;
    }),
    { numRuns: runs(n), endOnFailure: SCALE < SHRUNK_FROM },
  );
  // Of few cases a share says little: the bound is wider by three standard deviations of what chance does.
  const chance = 3 * Math.sqrt((mostSkipped * (1 - mostSkipped)) / seen);
  expect(skipped / seen).toBeLessThanOrEqual(mostSkipped + chance);
  // A law that looked at nothing has not been tried, unless it drew so few cases that chance may have skipped them all.
  if (mostSkipped ** seen < UNLIKELY) expect(seen - skipped).toBeGreaterThan(0);
}
