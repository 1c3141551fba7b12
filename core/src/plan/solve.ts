import type { DateTime } from "luxon";
import { isRefusal, type ChargingPath, type Refusal } from "../path";
import { charge, socAfter, type Session } from "../session";
import { flatCost, type Cost } from "../tariff";
import { wattHours, type Kilometres } from "../units";
import { sessionTimes, type SessionTimes } from "./clock";
import type { Plan } from "./document";

/** What range a session brings. */
export interface RangeGain {
  /** Kilometres of driving an hour of charging at full flow puts in the battery. */
  readonly kmPerHour: number;
  /** The same if every watt at the meter moved the car: the figure many people quote. */
  readonly wallKmPerHour: number;
  readonly added: Kilometres;
  /** Kilometres gained after 1, 2, 4, 8 and 12 hours. */
  readonly byHour: readonly { readonly hours: number; readonly km: Kilometres }[];
}

/** A solved plan: what flows, when it is ready, what it costs. */
export interface Solution extends Session {
  readonly times: SessionTimes;
  /** When the target is reached, deadline or not. */
  readonly readyAt: DateTime;
  readonly cost: Cost;
  readonly range: RangeGain;
}

const HOURS = [1, 2, 4, 8, 12] as const;

/** The charging path a plan describes. */
export const pathOf = (plan: Plan): ChargingPath => ({
  car: plan.car,
  outlet: plan.outlet,
  lead: plan.lead ?? undefined,
  unit: plan.unit,
  cable: plan.cable ?? undefined,
  adapter: plan.adapter ?? undefined,
  houseRule: plan.household.houseRule,
  settings: {
    unitAmps: plan.settings.unitAmps ?? undefined,
    carAmps: plan.settings.carAmps ?? undefined,
    otherBusy: plan.settings.otherBusy,
  },
});

function rangeOf(session: Session, { car, session: asked }: Plan): RangeGain {
  const usable = wattHours(car.battery.usableWh);
  const km = (fromSoc: number, toSoc: number) => ((toSoc - fromSoc) * usable) / car.whPerKm;
  return {
    kmPerHour: session.atFlow.stored / car.whPerKm,
    wallKmPerHour: session.atFlow.wall / car.whPerKm,
    added: km(asked.fromSoc, session.endSoc),
    byHour: HOURS.map((hours) => ({
      hours,
      km: km(asked.fromSoc, socAfter(session.segments, usable, hours * 3600)),
    })),
  };
}

/**
 * Solves a plan.
 * @returns the solution, or why nothing is charged and which part to change
 */
export function solvePlan(plan: Plan): Solution | Refusal {
  const times = sessionTimes(plan.session, plan.household.timeZone);
  const session = charge(pathOf(plan), { ...plan.session, deadline: times.deadline });
  if (isRefusal(session)) return session;
  return {
    ...session,
    times,
    readyAt: times.pluggedIn.plus({ seconds: session.secondsToTarget }),
    cost: flatCost(plan.tariff, session.ledger.wall, session.ledger.lost),
    range: rangeOf(session, plan),
  };
}
