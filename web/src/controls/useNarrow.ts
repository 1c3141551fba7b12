import { useCallback, useMemo, useSyncExternalStore } from "react";

/** A phone's window: as narrow as in the styles, or, turned on its side, as low. */
const PHONE = "(max-width: 620px), (max-height: 480px)";

/** Whether a media query holds, followed as it changes. */
function useMedia(query: string): boolean {
  // Asked once: drawing reads what it says.
  const list = useMemo(() => globalThis.window?.matchMedia?.(query), [query]);
  const subscribe = useCallback(
    (changed: () => void) => {
      list?.addEventListener?.("change", changed);
      return () => list?.removeEventListener?.("change", changed);
    },
    [list],
  );
  return useSyncExternalStore(
    subscribe,
    () => list?.matches ?? false,
    () => false,
  );
}

/** Whether the window is no wider than so many px, or a phone's where none are named. */
export const useNarrow = (px?: number): boolean =>
  useMedia(px === undefined ? PHONE : `(max-width: ${px}px)`);

/** Whether the page is being laid out for paper: a list that draws only what is in view is then drawn whole. */
export const usePrinting = (): boolean => useMedia("print");
