import { useEffect, useState } from "react";

/** How often ages are told anew (ms). */
const EVERY = 30_000;

/** The moment (ms), as near as ages on a screen need it. */
export function useNow(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), EVERY);
    return () => clearInterval(timer);
  }, []);
  return now;
}
