import { isRefusal, operate, type ChargingPath, type OperatingPoint, type Refusal } from "../path";
import { wattHours, watts, type Fraction, type Seconds, type WattHours } from "../units";
import { acceptancePieces } from "./acceptance";
import { balanceFor, chainOf, storedFromInlet, type Chain, type PowerBalance } from "./chain";
import { cutAt, integrate, type Segment } from "./integrate";
import { ledgerOf, type Ledger } from "./ledger";

/** From where to where, and how long the car may stay. */
export interface SessionRequest {
  readonly fromSoc: Fraction;
  readonly toSoc: Fraction;
  /** Seconds until departure; undefined when nobody is waiting. */
  readonly deadline?: Seconds | undefined;
}

/** A charging session over a path: what flows, for how long, and where the energy goes. */
export interface Session {
  readonly point: OperatingPoint;
  readonly chain: Chain;
  /** Balance of power at full flow, before the battery tapers. */
  readonly atFlow: PowerBalance;
  /** The whole way to the target, as if nobody left. */
  readonly segments: readonly Segment[];
  readonly secondsToTarget: Seconds;
  /** Seconds charged until target or departure, whichever comes first. */
  readonly seconds: Seconds;
  readonly reached: boolean;
  readonly endSoc: Fraction;
  /** Still missing at departure; zero when the target is reached. */
  readonly shortWh: WattHours;
  readonly ledger: Ledger;
}

/**
 * Charges a car over a path.
 * @returns the session, or why nothing is stored and what to change
 */
export function charge(path: ChargingPath, request: SessionRequest): Session | Refusal {
  const point = operate(path);
  if (isRefusal(point)) return point;

  const { car } = path;
  const chain = chainOf(point, car, path.unit);
  const pathW = storedFromInlet(chain, point.inletW);
  if (pathW <= 0)
    return {
      field: "car",
      code: "own-draw-takes-all",
      message: `${Math.round(point.inletW)} W reach the car, and conversion and its own draw of ${car.ownDrawW} W take all of it: the battery gains nothing.`,
      remedy: "Take a way in with more power, or turn off what runs in the car.",
    };

  const usable = wattHours(car.battery.usableWh);
  const pieces = acceptancePieces(car.battery.acceptance, request.fromSoc, request.toSoc);
  const segments = integrate(pieces, usable, watts(pathW));
  const secondsToTarget = segments.reduce((sum, s) => sum + s.seconds, 0);
  const reached = request.deadline === undefined || secondsToTarget <= request.deadline;
  const done = reached ? segments : cutAt(segments, usable, request.deadline!);
  const endSoc = reached ? request.toSoc : (done.at(-1)?.toSoc ?? request.fromSoc);
  const fullFlow = segments.reduce((most, s) => Math.max(most, s.startW, s.endW), 0);
  return {
    point,
    chain,
    atFlow: balanceFor(chain, fullFlow || pathW),
    segments,
    secondsToTarget,
    seconds: reached ? secondsToTarget : request.deadline!,
    reached,
    endSoc,
    shortWh: wattHours((request.toSoc - endSoc) * usable),
    ledger: ledgerOf(done, usable, chain),
  };
}
