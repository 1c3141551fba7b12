import type { Clock } from "../../engine/clock";
import { acceptanceOf, curveAssumed, usualDraw, type Assumed, type Car } from "../../things/parts";
import { isRefusal } from "../../engine/path";
import { solvePlan, type Plan, type Solution } from "../../engine/plan";
import { connector, plugsFor } from "../../trade/connectors";
import type { SupplyId } from "../../trade/supply";
import type { Micros, Seconds } from "../../trade/units";
import { USUAL_KM_A_YEAR } from "../start";
import { usualSpan } from "./cars";

/** An assumed value with how far it usually ranges, and what the answer comes to over that range. */
export interface Hang {
  readonly assumed: Assumed;
  readonly name: string;
  /** How far it usually ranges, in words with its unit: "150 to 400 W". */
  readonly range: string;
  /** Ready at the earliest and the latest (s from plugging in), the answer as it stands among them. */
  readonly ready: readonly [Seconds, Seconds];
  readonly cost: readonly [Micros, Micros];
  /** Kilometres put in by the session, least and most. */
  readonly km: readonly [number, number];
}

/** What an assumed figure is called, how far it ranges and the cars at the ends of it. */
interface Range {
  readonly name: string;
  of(car: Car, system: SupplyId): { readonly range: string; readonly cars: readonly Car[] };
}

/** A figure between two ends, in a unit. */
const between = (low: number, high: number, unit: string, at: (value: number) => Car) => ({
  range: `${low} to ${high} ${unit}`,
  cars: [at(low), at(high)],
});
const around = (value: number, share: number): readonly [number, number] => [
  Math.round(value * (1 - share)),
  Math.round(value * (1 + share)),
];

/** Shares of a usual curve between which those of real packs of its size lie. */
const CURVE_ENDS = [0.6, 1.4] as const;

/** How far what is assumed usually ranges (common practice). */
const RANGES: Readonly<Record<Assumed, Range>> = {
  ownDraw: {
    name: "the car's own draw",
    of: (car) => {
      const { low, high } = usualDraw(car);
      return between(low, high, "W", (ownDrawW) => ({ ...car, ownDrawW }));
    },
  },
  efficiency: {
    name: "the onboard charger's efficiency",
    of: (car) =>
      between(88, 94, "%", (per) => ({ ...car, charger: { ...car.charger, efficiency: per / 100 } })),
  },
  economy: {
    name: "what it uses on the road",
    of: (car) => between(...around(car.whPerKm, 0.2), "Wh/km", (whPerKm) => ({ ...car, whPerKm })),
  },
  capacity: {
    name: "the battery",
    of: (car) =>
      between(...around(car.battery.usableWh / 1000, 0.15), "kWh", (kWh) => ({
        ...car,
        battery: { ...car.battery, usableWh: kWh * 1000 },
      })),
  },
  charger: {
    name: "the onboard charger's phases and amps",
    of: (car, system) => {
      // What its inlet rules out is no end of what it may be.
      const most = car.onePhaseInlet
        ? 1
        : Math.max(...plugsFor(car.inlets, "AC").map((id) => connector(id).phases), 1);
      const span = usualSpan(system).filter(({ limits }) => limits.every(({ phases }) => phases <= most));
      const said = span.map(({ limits: [limit] }) => `${limit!.phases} × ${limit!.amps} A`);
      return {
        range: `${said[0]} to ${said.at(-1)}`,
        cars: span.map(({ limits }) => ({ ...car, charger: { ...car.charger, limits: [...limits] } })),
      };
    },
  },
  acceptance: {
    name: "what the battery accepts",
    of: (car) => {
      const curve = acceptanceOf(car.battery, true) ?? [];
      const peak = Math.max(0, ...curve.map(({ watts }) => watts));
      const [low, high] = CURVE_ENDS;
      const kW = (share: number) => Math.round((share * peak) / 1000);
      return {
        range: `a peak of ${kW(low)} to ${kW(high)} kW`,
        cars: CURVE_ENDS.map((share) => ({
          ...car,
          battery: {
            ...car.battery,
            acceptance: curve.map(({ soc, watts }) => ({ soc, watts: Math.max(100, share * watts) })),
          },
        })),
      };
    },
  },
};

/**
 * What of a plan's car is assumed: what is marked so, and on rapid charging a curve that nobody has stated.
 * @example assumedOf(plan) // []
 */
export const assumedOf = ({ car, evse }: Plan): readonly Assumed[] => {
  const marked = car.assumed ?? [];
  return curveAssumed(car.battery, evse.kind === "rapid") && !marked.includes("acceptance")
    ? [...marked, "acceptance"]
    : marked;
};

const spanOf = <T extends number>(values: readonly T[]): readonly [T, T] => [
  Math.min(...values) as T,
  Math.max(...values) as T,
];

/** What an answer comes to between two ends. */
export type Spread = Omit<Hang, "assumed">;

/** A usual day's drive (km). */
const USUAL_KM_A_DAY = USUAL_KM_A_YEAR / 365;
/** Least charge that is still put in at the end of a spread. */
const LEAST_CHARGE = 0.01;

/**
 * What an answer hangs on where nobody knows the charge at the start: that of a usual evening, a usual day's drive more or
 * less in the battery. Null where nothing flows.
 * @example hangOnStart(overnight, clock) === null // false
 */
export function hangOnStart(plan: Plan, clock: Clock): Spread | null {
  const now = solvePlan(plan, clock);
  if (isRefusal(now)) return null;
  const { fromSoc, toSoc } = plan.session;
  const day = (USUAL_KM_A_DAY * plan.car.whPerKm) / plan.car.battery.usableWh;
  const [least, most] = [
    Math.max(0, fromSoc - day),
    Math.max(fromSoc, Math.min(toSoc - LEAST_CHARGE, fromSoc + day)),
  ];
  const ends = [least, most]
    .map((from) => solvePlan({ ...plan, session: { ...plan.session, fromSoc: from } }, clock))
    .filter((solved): solved is Solution => !isRefusal(solved));
  const percent = (soc: number) => Math.round(soc * 100);
  const all = [now, ...ends];
  return {
    name: "the charge at the start",
    range: `${percent(least)} to ${percent(most)} %`,
    ready: spanOf(all.map(({ secondsToTarget }) => secondsToTarget)),
    cost: spanOf(all.map(({ bill }) => bill.total)),
    km: spanOf(all.map((solved) => solved.range.added)),
  };
}

/**
 * What an answer hangs on: what was assumed of the car, by how far it moves the time it is ready, most first. Every
 * spread encloses the answer as it stands.
 * @example hangsOn(overnight, clock).length // 0
 */
export function hangsOn(plan: Plan, clock: Clock): Hang[] {
  const now = solvePlan(plan, clock);
  if (isRefusal(now)) return [];
  const found = assumedOf(plan).flatMap((assumed): Hang[] => {
    const { name, of } = RANGES[assumed];
    const { range, cars } = of(plan.car, plan.outlet.supply.system);
    const ends = cars
      .map((car) => solvePlan({ ...plan, car }, clock))
      .filter((solved): solved is Solution => !isRefusal(solved));
    if (ends.length === 0) return [];
    const all = [now, ...ends];
    return [
      {
        assumed,
        name,
        range,
        ready: spanOf(all.map(({ secondsToTarget }) => secondsToTarget)),
        cost: spanOf(all.map(({ bill }) => bill.total)),
        km: spanOf(all.map((solved) => solved.range.added)),
      },
    ];
  });
  const moves = ({ ready: [from, to] }: Hang) => to - from;
  return found.sort((x, y) => moves(y) - moves(x));
}
