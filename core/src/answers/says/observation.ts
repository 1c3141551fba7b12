import { compile, isRefusal } from "../../engine/path";
import { charge, pathOf, type Plan, type Session } from "../../engine/plan";
import { socAt } from "../../engine/session";
import type { Fraction, Seconds, WattHours, Watts } from "../../trade/units";

/** What a car or a post displays, or was read before and after, in the units of the core. */
export type Observation = {
  /** The display's own step: 1 for "8 km/h", 0.1 for "7.4 kW". In the unit of the value. */
  readonly step: number;
} & (
  | { readonly kind: "speed"; readonly kmPerHour: number }
  | { readonly kind: "power"; readonly watts: number }
  | { readonly kind: "amps"; readonly amps: number }
  /** Time left until the target, told when the charge was at the session's start. */
  | { readonly kind: "left"; readonly seconds: Seconds }
  /** Per cent before and after, and the time between. */
  | {
      readonly kind: "gained";
      readonly fromSoc: Fraction;
      readonly toSoc: Fraction;
      readonly seconds: Seconds;
    }
  /** What a meter at the wall counted from one per cent to another. */
  | {
      readonly kind: "metered";
      readonly wallWh: WattHours | number;
      readonly fromSoc: Fraction;
      readonly toSoc: Fraction;
    }
);

/** The value a display shows, as it is compared. */
export function valueOf(seen: Observation): number {
  switch (seen.kind) {
    case "speed":
      return seen.kmPerHour;
    case "power":
      return seen.watts;
    case "amps":
      return seen.amps;
    case "left":
      return seen.seconds;
    case "gained":
      return seen.toSoc;
    case "metered":
      return seen.wallWh;
  }
}

/** A session of a plan with the charge it was observed over; undefined where nothing charges. */
function sessionOf(plan: Plan, fromSoc: Fraction, toSoc: Fraction): Session | undefined {
  const path = pathOf(plan);
  const circuit = compile(path);
  if (isRefusal(circuit)) return undefined;
  const session = charge(path, circuit, { fromSoc, toSoc, batteryC: plan.session.batteryC }, null);
  return isRefusal(session) ? undefined : session;
}

/** What a plan would have the display show; NaN where nothing would charge. */
export function expectedOf(plan: Plan, seen: Observation): number {
  const from = seen.kind === "gained" || seen.kind === "metered" ? seen.fromSoc : plan.session.fromSoc;
  const to = seen.kind === "metered" ? seen.toSoc : seen.kind === "gained" ? 1 : plan.session.toSoc;
  const session = sessionOf(plan, from, to);
  if (!session) return Number.NaN;
  const { moment } = session;
  switch (seen.kind) {
    case "speed":
      return moment.balance.stored / plan.car.whPerKm;
    case "power":
      return moment.balance.stored;
    case "amps":
      return moment.amps;
    case "left":
      return session.secondsToTarget;
    case "gained":
      return socAt(session.whole, session.start, seen.seconds);
    case "metered":
      return session.ledger.wall;
  }
}

/** The same counted at the wall, where a display can mean either; undefined where it cannot. */
export function atTheWall(plan: Plan, seen: Observation): number | undefined {
  if (seen.kind !== "speed" && seen.kind !== "power") return undefined;
  const session = sessionOf(plan, plan.session.fromSoc, plan.session.toSoc);
  if (!session) return undefined;
  const watts: Watts | number = session.moment.balance.wall;
  return seen.kind === "speed" ? watts / plan.car.whPerKm : watts;
}

/** Share by which two figures may differ before they need a reason: cables warm, volts wander, displays lag. */
const SLACK = 0.02;

/** Whether a figure is what the display shows, nearest or rounded down. */
export function shows(value: number, seen: Observation): boolean {
  const shown = valueOf(seen);
  const nearest = Math.max(seen.step / 2, SLACK * Math.abs(shown));
  return value >= shown - nearest && value <= shown + Math.max(seen.step, nearest);
}
