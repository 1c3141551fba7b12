import { useCallback, useState } from "react";

/**
 * Whether what a frame holds is no wider than the frame, followed as either changes; not before it was measured.
 * @returns for the frame's ref, and whether it fits
 */
export function useFits(asked: boolean): [(frame: HTMLElement | null) => (() => void) | undefined, boolean] {
  const [fits, setFits] = useState(false);
  const ref = useCallback(
    (frame: HTMLElement | null) => {
      const held = frame?.firstElementChild;
      if (!asked || !frame || !held) return undefined;
      const watch = new ResizeObserver(() =>
        setFits(held.getBoundingClientRect().width <= Math.ceil(frame.getBoundingClientRect().width)),
      );
      watch.observe(frame);
      watch.observe(held);
      return () => watch.disconnect();
    },
    [asked],
  );
  return [ref, fits];
}
