import { useCallback, useSyncExternalStore } from "react";

/** A phone's window: as narrow as in the styles, or, turned on its side, as low. */
const PHONE = "(max-width: 620px), (max-height: 480px)";

const query = (px: number | undefined): MediaQueryList | undefined =>
  globalThis.window?.matchMedia?.(px === undefined ? PHONE : `(max-width: ${px}px)`);

/** Whether the window is no wider than so many px, or a phone's where none are named; followed as it is turned or widened. */
export function useNarrow(px?: number): boolean {
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
