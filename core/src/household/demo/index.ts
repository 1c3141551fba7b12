import type { Garage } from "../garage";
import { fallowQuay } from "./fallow-quay";
import { larchHollow } from "./larch-hollow";

/** The two demo households, whose ids never change. */
export const DEMO_GARAGES: readonly Garage[] = [fallowQuay, larchHollow];
export { fallowQuay, larchHollow };
export { DEMO_CHARGE_POINT, DEMO_METERED_PATH, DEMO_RAPID } from "./charge-point";
export * from "./network";
export { demoSessions } from "./sessions";
