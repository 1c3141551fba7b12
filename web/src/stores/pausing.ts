import type { PersistStorage, StorageValue } from "zustand/middleware";
import { sayTrouble } from "./notices";

/** How long after the last change a draft is written to the browser (ms). */
const PAUSE_MS = 300;

/** What waits to be written, by its key. */
const waiting = new Map<string, StorageValue<unknown>>();
let timer: ReturnType<typeof setTimeout> | undefined;
/** Keys for which there was no room the last time, which has been said. */
const unkept = new Set<string>();

/** Writes what waits. Where the browser has no room left that is said, once until there is again. */
export function writeDrafts(): void {
  clearTimeout(timer);
  timer = undefined;
  for (const [key, value] of waiting) {
    try {
      localStorage.setItem(key, JSON.stringify(value));
      unkept.delete(key);
    } catch {
      if (unkept.size === 0)
        sayTrouble(
          "This browser has no room left to keep what you change here for a reload: what is saved to the household is safe, the rest is gone when this page is closed.",
        );
      unkept.add(key);
    }
  }
  waiting.clear();
}

if (typeof window !== "undefined") {
  // The last moments at which a page may still write; on a phone the first is often the only one.
  document.addEventListener("visibilitychange", () => document.visibilityState === "hidden" && writeDrafts());
  window.addEventListener("pagehide", writeDrafts);
}

/** The browser's storage, written to once nothing has changed for a moment: a key is not held up by it. */
export const pausingStorage = <T>(): PersistStorage<T> => ({
  getItem(key) {
    const next = waiting.get(key);
    if (next) return next as StorageValue<T>;
    const text = localStorage.getItem(key);
    return text === null ? null : (JSON.parse(text) as StorageValue<T>);
  },
  setItem(key, value) {
    waiting.set(key, value);
    clearTimeout(timer);
    timer = setTimeout(writeDrafts, PAUSE_MS);
  },
  removeItem(key) {
    waiting.delete(key);
    localStorage.removeItem(key);
  },
});
