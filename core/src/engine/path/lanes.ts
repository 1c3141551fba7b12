import type { TapVolts } from "../../trade/supply";
import type { Volts } from "../../trade/units";
import type { Link } from "./link";

export type LaneCount = 1 | 2 | 3;
export const LANE_COUNTS: readonly LaneCount[] = [1, 2, 3];

/** Conductors that carry current: both of one lane; three of two lanes, with the shared neutral; three of three. */
export const CONDUCTORS = { 1: 2, 2: 3, 3: 3 } as const;

/** Volts across a lane when n lanes are used, or undefined where n lanes cannot be. One lane of a delta spans two lines. */
export function voltsOn(n: LaneCount, live: TapVolts): Volts | undefined {
  if (n > live.lanes || (live.delta && n === 2)) return undefined;
  return live.delta && n === 1 ? live.volts * Math.sqrt(3) : live.volts;
}

/** Whether a link has n lanes to use. One that should hold nothing more still has its lanes. */
const has = (link: Link, n: LaneCount): boolean =>
  link.role === "holds" ? link.lanes >= n : link.ampsOn[n] > 0;

/** Whether every link can use n lanes. */
export function shared(links: readonly Link[], n: LaneCount): boolean {
  for (const link of links) if (!has(link, n)) return false;
  return true;
}
