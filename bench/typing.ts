import type { Page } from "@playwright/test";

/** A pause as between two keystrokes (ms), in which what is not in view follows. */
const PAUSE_MS = 60;
/** Values that go first, while the browser's compiler takes its time. */
const WARM = 10;

/**
 * Puts values into a field, one after the other, and waits each time until another text is shown, its layout included.
 * @param field a selector of the field
 * @param shown a selector of what follows from it: a value that changes nothing is waited for in vain
 * @returns the times (ms), shortest first
 */
export const typed = (
  page: Page,
  field: string,
  shown: string,
  values: readonly string[],
): Promise<number[]> =>
  page.evaluate(
    async ({ field, shown, values, pause, warm }) => {
      const input = document.querySelector<HTMLInputElement>(field)!;
      const setValue = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")!.set!;
      const measured: number[] = [];
      for (const value of values) {
        const before = document.querySelector(shown)!.textContent;
        const from = performance.now();
        setValue.call(input, value);
        input.dispatchEvent(new Event("input", { bubbles: true }));
        // A message comes with the next task; a nested timer would wait four milliseconds.
        while (document.querySelector(shown)!.textContent === before)
          await new Promise((done) => {
            const { port1, port2 } = new MessageChannel();
            port1.onmessage = done;
            port2.postMessage(0);
          });
        document.querySelector(shown)!.getBoundingClientRect();
        measured.push(performance.now() - from);
        await new Promise((done) => requestAnimationFrame(() => setTimeout(done, pause)));
      }
      return measured.slice(warm).sort((a, b) => a - b);
    },
    { field, shown, values, pause: PAUSE_MS, warm: WARM },
  );
