import { useEffect, useState } from "react";

/**
 * What a few solves give, worked out after the screen is drawn and never while it is; the last result stays until the
 * next is there.
 * @param key changes whenever `make` would give something else
 */
export function useSolved<T>(make: () => T, key: readonly unknown[]): T | undefined {
  const [result, setResult] = useState<T>();
  useEffect(() => {
    const timer = setTimeout(() => setResult(make()));
    return () => clearTimeout(timer);
    // The key stands for everything that `make` closes over.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, key);
  return result;
}
