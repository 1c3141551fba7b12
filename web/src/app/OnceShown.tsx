import { useEffect, useRef } from "react";

/** How long the first view stands before the rest is fetched (ms): what is asked for along with it goes first. */
const AFTER_MS = 2_000;

/** Stands beside the first view, and once that is there has the rest done; it shows nothing. */
export function OnceShown({ then }: { then(): void }) {
  const rest = useRef(then);
  useEffect(() => {
    const timer = setTimeout(() => rest.current(), AFTER_MS);
    return () => clearTimeout(timer);
  }, []);
  return null;
}
