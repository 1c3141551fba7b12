import { isRefusal, type Circuit, type Refusal } from "../../engine/path";
import { connectionOf, solvePlan, type Plan, type Solution } from "../../engine/plan";
import { targetOn } from "../../engine/session";
import type { Clock } from "../../engine/clock";
import type { Car } from "../../things/parts";
import type { Fraction, Seconds } from "../../trade/units";
import { planOn, type Asking, type Way } from "../lineup";
import { slotsOf, type Slot } from "../schedule";
import { gainOf, type Gain } from "./curve";
import type { Season } from "./pattern";

/** Something a car can be plugged into, ready for many sessions. */
export interface Plug {
  readonly plan: Plan;
  readonly circuit: Circuit;
  /** A charge from empty to as far as the week ever asks. */
  readonly solution: Solution;
  readonly gain: Gain;
  /** Longest stay the place allows (s). */
  readonly limit: Seconds;
  /** How far it charges where so much is asked. */
  targetOf(this: void, soc: Fraction): Fraction;
}

/**
 * A car at a way, solved once: the plug of many sessions, or why nothing would flow.
 * @param top how far the week ever charges
 */
export function plugOf(
  { household, session }: Asking,
  car: Car,
  way: Way,
  { packC, top }: Pick<Season, "packC"> & { readonly top: Fraction },
): Plug | Refusal {
  const asked = { ...session, fromSoc: 0, toSoc: top, neededBy: null, batteryC: packC };
  const plan = planOn({ household, session: asked }, car, way);
  const solution = solvePlan(plan);
  if (isRefusal(solution)) return solution;
  const { circuit } = solution;
  return {
    plan,
    circuit,
    solution,
    gain: gainOf(circuit, packC),
    limit: (way.place?.limitMinutes ?? Infinity) * 60,
    targetOf: (soc) => targetOn(circuit, soc),
  };
}

/** The hours of a week by their price at a plug, as a tariff asks what one would pay there by the kWh. */
export const pricedHours = (
  { plan, circuit }: Pick<Plug, "plan" | "circuit">,
  clock: Clock,
  to: Seconds,
): Slot[] => {
  const { volts = 230, chosenAmps = Infinity } = connectionOf(plan, circuit, { ...clock, departure: to });
  return slotsOf(plan.tariff, clock, to, [], { volts, chosenAmps });
};
