import { isRefusal, type ChargingPath } from "../path";
import { charge, type Session, type SessionRequest } from "../session";
import { flatCost } from "../tariff";
import type { Tariff } from "../parts";
import type { Micros, Seconds } from "../units";
import { widen } from "./widen";

/** One step up: what would be changed, and what it gains against the path as it is. */
export interface Rung {
  readonly what: string;
  /** Changes up to and with this one, since a rung stands on those below it. */
  readonly session: Session;
  readonly gainW: number;
  readonly secondsSaved: Seconds;
  /** Cost of reaching the target, more (or less) than now. */
  readonly costMore: Micros;
}

const MOST_RUNGS = 8;

const cost = (session: Session, tariff: Tariff): number =>
  flatCost(tariff, session.ledger.wall, session.ledger.lost).total;

/**
 * What would lift it: the narrowest link replaced by the next sensible size, then the next narrowest, until the car
 * itself is what binds. Changes that gain nothing alone are told together with the one that does.
 */
export function ladder(path: ChargingPath, request: SessionRequest, tariff: Tariff): Rung[] {
  // Compared to the target, so that time and cost are of the same charge.
  const toTarget: SessionRequest = { ...request, deadline: undefined };
  const base = charge(path, toTarget);
  if (isRefusal(base)) return [];
  const rungs: Rung[] = [];
  let [current, standing] = [path, base];
  let pending: string[] = [];
  for (let i = 0; i < 3 * MOST_RUNGS && rungs.length < MOST_RUNGS; i++) {
    const wider = widen(current, standing.point);
    if (!wider) break;
    const next = charge(wider.path, toTarget);
    if (isRefusal(next)) break;
    if (!pending.includes(wider.what)) pending.push(wider.what);
    if (next.atFlow.stored > standing.atFlow.stored * 1.005) {
      rungs.push({
        what: pending.join(", and "),
        session: next,
        gainW: next.atFlow.stored - base.atFlow.stored,
        secondsSaved: base.secondsToTarget - next.secondsToTarget,
        costMore: (cost(next, tariff) - cost(base, tariff)) as Micros,
      });
      pending = [];
    }
    [current, standing] = [wider.path, next];
  }
  return rungs;
}
