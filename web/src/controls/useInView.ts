import { useEffect, useRef, type RefObject } from "react";

/** Brings what a press has opened into view, where it is not: whatever is pressed, its answer is seen. */
export function useInView<T extends Element>(
  key: unknown,
  block: ScrollLogicalPosition = "nearest",
): RefObject<T | null> {
  const ref = useRef<T>(null);
  const seen = useRef(key);
  useEffect(() => {
    if (seen.current === key) return;
    seen.current = key;
    ref.current?.scrollIntoView?.({ block });
  }, [key, block]);
  return ref;
}
