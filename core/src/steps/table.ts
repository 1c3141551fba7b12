import { leadOhms, type Lead } from "../parts";
import { isRefusal, type ChargingPath, type Refusal } from "../path";
import { charge, socAfter, type Session, type SessionRequest } from "../session";
import { MIN_AMPS } from "../signals";
import { wattHours, type Amps } from "../units";

/** One current step, and what the session would be on it. */
export interface StepRow {
  readonly amps: Amps;
  /** The whole way to the target, so that losses compare. */
  readonly session: Session | undefined;
  /** State of charge at the deadline; undefined without one. */
  readonly socAtDeadline: number | undefined;
  readonly refusal: Refusal | undefined;
  /** Heat a metre of the extension lead gives off; undefined without a lead. */
  readonly leadWattsPerMetre: number | undefined;
}

/** Steps people set where a unit lists none (common practice). */
const COMMON_STEPS = [6, 8, 10, 12, 13, 16, 20, 24, 32, 40, 48];

/** Heat (W/m) a lead gives off at a current: I²R of the loop over its length. */
export const leadHeat = (lead: Lead, amps: Amps, conductors = 2): number =>
  (conductors * amps * amps * leadOhms(lead)) / lead.lengthM;

/** The steps that can be set: the unit's own, or common ones up to its most. */
export const settableSteps = ({ unit }: ChargingPath): readonly Amps[] =>
  unit.kind === "rapid"
    ? []
    : unit.steps.length > 0
      ? unit.steps
      : COMMON_STEPS.filter((amps) => amps >= MIN_AMPS && amps <= unit.maxAmps);

/** Every current step of the unit side by side. */
export function stepTable(path: ChargingPath, request: SessionRequest): StepRow[] {
  const { deadline, ...whole } = request;
  return settableSteps(path).map((amps): StepRow => {
    const result = charge({ ...path, settings: { ...path.settings, unitAmps: amps } }, whole);
    if (isRefusal(result))
      return {
        amps,
        session: undefined,
        socAtDeadline: undefined,
        refusal: result,
        leadWattsPerMetre: undefined,
      };
    return {
      amps,
      session: result,
      socAtDeadline:
        deadline === undefined
          ? undefined
          : socAfter(result.segments, wattHours(path.car.battery.usableWh), deadline),
      refusal: undefined,
      leadWattsPerMetre: path.lead && leadHeat(path.lead, result.point.amps, result.point.conductors),
    };
  });
}
