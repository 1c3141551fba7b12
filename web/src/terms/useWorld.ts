import { useMemo } from "react";
import { worldOf, worldOfSupply, type World } from "@kettleback/core";
import { useGarage } from "../stores/garage";

/** Whose words come first for the household in view. */
export function useWorld(): World {
  const outlets = useGarage((s) => s.garage?.outlets);
  const household = useGarage((s) => s.garage?.household);
  return useMemo(
    () => (outlets && household ? worldOfSupply(worldOf({ outlets, household })) : "iec"),
    [outlets, household],
  );
}
