import type { Clock } from "../clock";
import type { Circuit } from "../path";
import type { Connection } from "../tariff";
import type { Amps } from "../../trade/units";
import type { Plan } from "./document";

/**
 * The amps a phase somebody has chosen at the unit: set for this session, left on it, or its most.
 * @example chosenAmps(plan) // 32
 */
export const chosenAmps = ({ evse, settings }: Pick<Plan, "evse" | "settings">): Amps =>
  settings.evseAmps ?? evse.setAmps ?? evse.maxAmps;

/**
 * How a plan's car is connected, as a tariff sees it: from plugging in until it is wanted.
 * @example connectionOf(plan, circuit, clock).volts // 230
 */
export const connectionOf = (
  plan: Pick<Plan, "evse" | "settings">,
  { ways, sign, pack }: Circuit,
  { departure }: Clock,
): Connection => ({
  from: 0,
  to: departure ?? undefined,
  volts: sign > 0 ? ways[0]!.volts : (pack.emptyVolts + pack.fullVolts) / 2,
  chosenAmps: chosenAmps(plan),
});
