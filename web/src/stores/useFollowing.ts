import { useEffect } from "react";
import { followHousehold, useLive } from "./live";

/** Follows a household while something may happen in it. */
export function useFollowing(household: string, follows: boolean): void {
  const loadPoints = useLive((s) => s.loadPoints);
  useEffect(() => {
    if (!follows) return;
    // Without it the page works as it does by hand.
    loadPoints(household).catch(() => undefined);
    return followHousehold(household);
  }, [household, follows, loadPoints]);
}
