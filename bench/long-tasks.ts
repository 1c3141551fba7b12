import type { Page } from "@playwright/test";

/**
 * Follows the main thread of a page from its next address on.
 * @returns tells the longest task since it was last asked (ms); 0 where none took 50 ms, as the browser tells of no shorter ones
 */
export async function followTasks(page: Page): Promise<() => Promise<number>> {
  await page.addInitScript(() => {
    const seen: number[] = [];
    Object.assign(window, { longTasks: seen });
    new PerformanceObserver((list) => seen.push(...list.getEntries().map((e) => e.duration))).observe({
      entryTypes: ["longtask"],
    });
  });
  return () =>
    page.evaluate(() => Math.max(0, ...(window as unknown as { longTasks: number[] }).longTasks.splice(0)));
}

/** The longest task as it is told. */
export const told = (ms: number): string => (ms > 0 ? `${ms.toFixed(0)} ms` : "under 50 ms");
