import { useEffect, useState } from "react";

const CALM_MS = 80;

/** A value that follows once it has not changed for a moment, so that what is heavy stays out of quick changes. */
export function useCalm<T>(value: T): T {
  const [calm, setCalm] = useState(value);
  useEffect(() => {
    if (calm === value) return undefined;
    const timer = setTimeout(() => setCalm(value), CALM_MS);
    return () => clearTimeout(timer);
  }, [calm, value]);
  return calm;
}
