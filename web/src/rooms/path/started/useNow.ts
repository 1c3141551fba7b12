import { startTransition, useEffect, useState } from "react";

/** How often (ms) a clock on the page is looked at. */
const BEAT = 5_000;

/** The moment it is (ms since 1970), as often as a clock to the minute needs. */
export function useNow(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    // What every session on the page is drawn by: in slices, as nobody waits for it.
    const tick = () => startTransition(() => setNow(Date.now()));
    const timer = setInterval(tick, BEAT);
    // A phone that was asleep shows the time it is, at once.
    document.addEventListener("visibilitychange", tick);
    return () => {
      clearInterval(timer);
      document.removeEventListener("visibilitychange", tick);
    };
  }, []);
  return now;
}
