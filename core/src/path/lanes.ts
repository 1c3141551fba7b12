import { MIN_AMPS } from "../signals";
import { watts, type Amps, type Ohms, type Volts, type Watts } from "../units";
import type { Link } from "./link";

/**
 * The inlet voltage below which a charger backs off, as a share of the supply (common practice). It bounds the
 * current over a very long thin run; without it the sum would promise power that the voltage drop has eaten.
 */
export const LEAST_INLET_SHARE = 0.8;

export type LaneCount = 1 | 2 | 3;

/** Conductors that carry current: both of one lane; three of two lanes, with the shared neutral; three of three. */
export const CONDUCTORS = { 1: 2, 2: 3, 3: 3 } as const;

/** The live lanes an outlet brings. `delta` means three lines without a neutral, volts as phase equivalent. */
export interface LiveLanes {
  readonly lanes: 1 | 3;
  readonly volts: Volts;
  readonly delta?: true | undefined;
}

/** Volts across a lane when n lanes are used, or undefined where n lanes cannot be. One lane of a delta spans two lines. */
export function voltsOn(n: LaneCount, live: LiveLanes): Volts | undefined {
  if (n > live.lanes || (live.delta && n === 2)) return undefined;
  return live.delta && n === 1 ? live.volts * Math.sqrt(3) : live.volts;
}

/** What holds the current where it is. */
export type BoundBy = "amps" | "lanes" | "charger-cap" | "voltage-sag";

/** The current that flows when n lanes are used. */
export interface LanePoint {
  readonly lanes: LaneCount;
  readonly volts: Volts;
  readonly amps: Amps;
  readonly inletW: Watts;
  readonly boundBy: BoundBy;
}

/** The current at which n·U·I − c·R·I² equals a power: the smaller root, written so that nothing cancels. */
export const ampsForInletPower = (power: number, laneVolts: number, lossOhms: number): Amps =>
  (2 * power) / (laneVolts + Math.sqrt(Math.max(0, laneVolts * laneVolts - 4 * lossOhms * power)));

/**
 * The point on n lanes: the least of the links' amps, lowered to the charger's cap on inlet power and to what the
 * voltage drop allows. The amps may come out below the 6 A a car needs.
 */
function pointOn(
  n: LaneCount,
  volts: Volts,
  links: readonly Link[],
  ohms: Ohms,
  capW: number | undefined,
): LanePoint {
  let amps = Infinity;
  for (const link of links) amps = Math.min(amps, link.ampsOn[n]);
  const laneVolts = n * volts;
  const lossOhms = CONDUCTORS[n] * ohms;
  let boundBy: BoundBy = "amps";
  if (capW !== undefined && laneVolts * amps - lossOhms * amps * amps > capW) {
    amps = ampsForInletPower(capW, laneVolts, lossOhms);
    boundBy = "charger-cap";
  }
  if (lossOhms > 0 && amps > ((1 - LEAST_INLET_SHARE) * laneVolts) / lossOhms) {
    amps = ((1 - LEAST_INLET_SHARE) * laneVolts) / lossOhms;
    boundBy = "voltage-sag";
  }
  return { lanes: n, volts, amps, inletW: watts(laneVolts * amps - lossOhms * amps * amps), boundBy };
}

/**
 * The lane count, among those live and usable by every link, that brings most power to the inlet. A count that
 * leaves less than 6 A counts only when no other is left.
 * @returns undefined when the links have no lane count in common
 */
export function bestLanes(
  links: readonly Link[],
  live: LiveLanes,
  ohms: Ohms,
  capW: number | undefined,
): LanePoint | undefined {
  let best: LanePoint | undefined;
  for (const n of [1, 2, 3] as const) {
    const volts = voltsOn(n, live);
    if (volts === undefined || links.some((link) => link.ampsOn[n] <= 0)) continue;
    const point = pointOn(n, volts, links, ohms, capW);
    const better =
      !best ||
      point.amps >= MIN_AMPS > (best.amps >= MIN_AMPS) ||
      (point.amps >= MIN_AMPS === best.amps >= MIN_AMPS && point.inletW > best.inletW);
    if (better) best = point;
  }
  return best;
}

/** Most a link alone would let through on these live lanes. */
export function ceilingOf(link: Link, live: LiveLanes): Watts {
  let most = 0;
  for (const n of [1, 2, 3] as const) most = Math.max(most, n * (voltsOn(n, live) ?? 0) * link.ampsOn[n]);
  return watts(most);
}
