import { isNoWay, plannerOf, tripMs, type NoWay, type TripPlan } from "./follow";
import { GOALS, type Goal, type TripAsked } from "./document";

/** A stop as it goes out: moments in universal time, charge as a share. */
export interface StopOut {
  readonly stop: string;
  readonly atKm: number;
  readonly arriveAt: string;
  readonly arriveSoc: number;
  readonly leaveAt: string;
  readonly leaveSoc: number;
  readonly chargeSeconds: number;
  readonly wallWh: number;
  readonly cost: number | null;
  readonly pieces: readonly string[];
}

/** A plan as it goes out; null where no way leads through. */
export interface TripOut {
  readonly goal: Goal;
  readonly stops: readonly StopOut[] | null;
  readonly arriveAt: string | null;
  readonly seconds: number | null;
  readonly driveSeconds: number | null;
  readonly arriveSoc: number | null;
  readonly lowestSoc: number | null;
  readonly usedWh: number | null;
  readonly cost: number | null;
  readonly currency: string;
  readonly noWay: Omit<NoWay, "kind"> | null;
}

const momentOf = (plan: TripPlan, seconds: number): string =>
  new Date(Math.round(tripMs(plan, seconds))).toISOString();

const NONE = {
  stops: null,
  arriveAt: null,
  seconds: null,
  driveSeconds: null,
  arriveSoc: null,
  lowestSoc: null,
  usedWh: null,
  cost: null,
};

/**
 * A trip's plans as rows: least in what it asks for first, then the others, to compare.
 * @example tripRows(trip)[0].stops?.length // 1
 */
export function tripRows(trip: TripAsked): TripOut[] {
  const planner = plannerOf(trip);
  const { currency } = trip.household;
  return [trip.goal, ...GOALS.filter((goal) => goal !== trip.goal)].map((goal): TripOut => {
    const plan = planner.plan(goal);
    if (isNoWay(plan)) {
      const { kind: _, ...noWay } = plan;
      return { goal, ...NONE, currency, noWay };
    }
    return {
      goal,
      stops: plan.stops.map((stop) => ({
        stop: stop.name,
        atKm: stop.atKm,
        arriveAt: momentOf(plan, stop.arriveAt),
        arriveSoc: stop.arriveSoc,
        leaveAt: momentOf(plan, stop.leaveAt),
        leaveSoc: stop.leaveSoc,
        chargeSeconds: stop.chargeSeconds,
        wallWh: stop.wallWh,
        cost: stop.cost,
        pieces: stop.pieces,
      })),
      arriveAt: momentOf(plan, plan.seconds),
      seconds: plan.seconds,
      driveSeconds: plan.driveSeconds,
      arriveSoc: plan.arriveSoc,
      lowestSoc: plan.lowestSoc,
      usedWh: plan.usedWh,
      cost: plan.cost,
      currency,
      noWay: null,
    };
  });
}
