import { useMemo } from "react";
import { worldOf, worldOfSupply, type World } from "@kettleback/core";
import { useGarage } from "../stores/garage";

/** Whose words come first for the household in view. */
export function useWorld(): World {
  const outlets = useGarage((s) => s.garage?.outlets);
  return useMemo(() => (outlets ? worldOfSupply(worldOf({ outlets })) : "iec"), [outlets]);
}
