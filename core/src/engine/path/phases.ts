import type { TapVolts } from "../../trade/supply";
import type { Volts } from "../../trade/units";
import type { Link } from "./link";

/** How many phases are in use. */
export type PhaseCount = 1 | 2 | 3;
/** Every count of phases there may be. */
export const PHASE_COUNTS: readonly PhaseCount[] = [1, 2, 3];

/** Conductors that carry current: both of one phase; three of two phases, with the shared neutral; three of three. */
export const CONDUCTORS = { 1: 2, 2: 3, 3: 3 } as const;

/**
 * Volts across a phase when n phases are used, or undefined where n phases cannot be. One phase of a delta spans two lines.
 * @example voltsOn(1, feedAt(path).live) // 230
 */
export function voltsOn(n: PhaseCount, live: TapVolts): Volts | undefined {
  if (n > live.phases || (live.delta && n === 2)) return undefined;
  return live.delta && n === 1 ? live.volts * Math.sqrt(3) : live.volts;
}

/**
 * Whether every link can use n phases. One that should hold nothing more still has its phases.
 * @example shared(circuit.links, 3) // false
 */
export function shared(links: readonly Link[], n: PhaseCount): boolean {
  for (const { role, phases, ampsOn } of links)
    if (role === "holds" ? phases < n : !(ampsOn[n] > 0)) return false;
  return true;
}
