import type { Clock } from "../clock";
import type { Assumed, Car } from "../parts";
import { isRefusal } from "../path";
import { solvePlan, type Plan, type Solution } from "../plan";
import type { Micros, Seconds } from "../units";

/** An assumed value with how far it usually ranges, and what the answer comes to at both ends. */
export interface Hang {
  readonly assumed: Assumed;
  readonly name: string;
  readonly low: number;
  readonly high: number;
  readonly unit: string;
  /** Ready at the earliest and the latest (s from plugging in). */
  readonly ready: readonly [Seconds, Seconds];
  readonly cost: readonly [Micros, Micros];
  /** Kilometres put in by the session, least and most. */
  readonly km: readonly [number, number];
}

interface Range {
  readonly name: string;
  readonly unit: string;
  ends(car: Car): readonly [number, number];
  with(car: Car, value: number): Car;
}

const around = (value: number, share: number): readonly [number, number] => [
  Math.round(value * (1 - share)),
  Math.round(value * (1 + share)),
];

/** How far what is assumed usually ranges (common practice). */
const RANGES: Readonly<Record<Assumed, Range>> = {
  ownDraw: {
    name: "the car's own draw",
    unit: "W",
    ends: () => [150, 350],
    with: (car, ownDrawW) => ({ ...car, ownDrawW }),
  },
  efficiency: {
    name: "the onboard charger's efficiency",
    unit: "%",
    ends: () => [88, 94],
    with: (car, per) => ({ ...car, charger: { ...car.charger, efficiency: per / 100 } }),
  },
  economy: {
    name: "what it uses on the road",
    unit: "Wh/km",
    ends: ({ whPerKm }) => around(whPerKm, 0.2),
    with: (car, whPerKm) => ({ ...car, whPerKm }),
  },
  capacity: {
    name: "the battery",
    unit: "kWh",
    ends: ({ battery }) => around(battery.usableWh / 1000, 0.15),
    with: (car, kWh) => ({ ...car, battery: { ...car.battery, usableWh: kWh * 1000 } }),
  },
  charger: {
    name: "the onboard charger's amps",
    unit: "A",
    ends: ({ charger }) => [16, Math.max(32, ...charger.limits.map((l) => l.amps))],
    with: (car, amps) => ({
      ...car,
      charger: {
        ...car.charger,
        limits: car.charger.limits.map((l) => ({ ...l, amps: Math.min(amps, l.lanes > 1 ? 32 : 80) })),
      },
    }),
  },
};

const order = <T extends number>(a: T, b: T): readonly [T, T] => (a <= b ? [a, b] : [b, a]);

/** What an answer hangs on: what was assumed of the car, by how far it moves the time it is ready, most first. */
export function hangsOn(plan: Plan, clock: Clock): Hang[] {
  const { car } = plan;
  const found = (car.assumed ?? []).flatMap((assumed): Hang[] => {
    const { name, unit, ends, with: put } = RANGES[assumed];
    const [low, high] = ends(car);
    const [a, b] = [low, high].map((value) => solvePlan({ ...plan, car: put(car, value) }, clock)) as [
      Solution | object,
      Solution | object,
    ];
    if (isRefusal(a) || isRefusal(b)) return [];
    const [at, bt] = [a as Solution, b as Solution];
    return [
      {
        assumed,
        name,
        low,
        high,
        unit,
        ready: order(at.secondsToTarget, bt.secondsToTarget),
        cost: order(at.bill.total, bt.bill.total),
        km: order(at.range.added, bt.range.added),
      },
    ];
  });
  const moves = ({ ready: [from, to] }: Hang) => to - from;
  return found.sort((x, y) => moves(y) - moves(x));
}
