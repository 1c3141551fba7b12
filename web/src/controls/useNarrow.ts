import { useCallback, useSyncExternalStore } from "react";

/** Width (px) up to which a window is a phone's: the same as in the styles. */
const PHONE = 620;

const query = (px: number): MediaQueryList | undefined =>
  globalThis.window?.matchMedia?.(`(max-width: ${px}px)`);

/** Whether the window is no wider than so many px, a phone's where none are named; followed as it is turned or widened. */
export function useNarrow(px = PHONE): boolean {
  const subscribe = useCallback(
    (changed: () => void) => {
      const list = query(px);
      list?.addEventListener?.("change", changed);
      return () => list?.removeEventListener?.("change", changed);
    },
    [px],
  );
  return useSyncExternalStore(
    subscribe,
    () => query(px)?.matches ?? false,
    () => false,
  );
}
