import { useEffect, useState } from "react";

const CALM_MS = 80;

/** A value that follows once it has not changed for a moment, so that what is heavy stays out of quick changes. */
export function useCalm<T extends object>(value: T): T {
  const [calm, setCalm] = useState(value);
  const changed = Object.keys(value).some((key) => calm[key as keyof T] !== value[key as keyof T]);
  useEffect(() => {
    if (!changed) return undefined;
    const timer = setTimeout(() => setCalm(value), CALM_MS);
    return () => clearTimeout(timer);
  });
  return calm;
}
