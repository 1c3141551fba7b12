import { leadOhms, type Lead } from "../../things/parts";
import { compile, feedAt, isRefusal, type ChargingPath, type Refusal } from "../../engine/path";
import { charge, type Asked, type Session } from "../../engine/plan";
import { socAt } from "../../engine/session";
import { MIN_AMPS } from "../../trade/signals";
import type { Amps, Fraction, Seconds } from "../../trade/units";

/** One current step, and what the session would be on it. */
export interface StepRow {
  readonly amps: Amps;
  /** The whole way to the target, so that losses compare. */
  readonly session: Session | undefined;
  /** State of charge at departure; undefined where nobody waits. */
  readonly socAtDeparture: Fraction | undefined;
  readonly refusal: Refusal | undefined;
  /** Heat a metre of the extension lead gives off; undefined without a lead. */
  readonly leadWattsPerMetre: number | undefined;
  /** More would flow than outlet, circuit, lead and adapter should hold. */
  readonly over: boolean;
}

/** Steps people set where a unit lists none (common practice). */
export const COMMON_STEPS = [6, 8, 10, 12, 13, 16, 20, 24, 32, 40, 48, 64, 80];

/**
 * Heat (W/m) a lead gives off at a current: I²R of its conductors over its length.
 * @example leadHeat(lead, 10, 1) // 2.765
 */
export const leadHeat = (lead: Lead, amps: Amps, phases: number): number =>
  ((phases === 1 ? 2 : 3) * amps * amps * leadOhms(lead, phases)) / lead.lengthM;

/**
 * The steps that can be set: the unit's own, or common ones up to its most.
 * @example settableSteps(overnight) // [6, 8, 10]
 */
export const settableSteps = ({ evse }: Pick<ChargingPath, "evse">): readonly Amps[] =>
  evse.kind === "rapid"
    ? []
    : evse.steps.length > 0
      ? evse.steps
      : COMMON_STEPS.filter((amps) => amps >= MIN_AMPS && amps <= evse.maxAmps);

/**
 * Every current step of the unit side by side.
 * @example stepTable(pathOf(overnight), overnight.session, null).map(({ amps }) => amps) // [6, 8, 10]
 */
export function stepTable(path: ChargingPath, asked: Asked, departure: Seconds | null): StepRow[] {
  return settableSteps(path).map((amps): StepRow => {
    const set = { ...path, settings: { ...path.settings, evseAmps: amps } };
    const circuit = compile(set);
    const session = isRefusal(circuit) ? circuit : charge(set, circuit, asked, null);
    if (isRefusal(session))
      return {
        amps,
        session: undefined,
        socAtDeparture: undefined,
        refusal: session,
        leadWattsPerMetre: undefined,
        over: false,
      };
    const { phases } = session.moment.flow.way;
    return {
      amps,
      session,
      socAtDeparture: departure === null ? undefined : socAt(session.whole, session.start, departure),
      refusal: undefined,
      leadWattsPerMetre:
        path.lead && leadHeat(path.lead, session.moment.amps, Math.min(phases, feedAt(path).live.phases)),
      over: session.moment.amps > session.circuit.holds * (1 + 1e-9),
    };
  });
}
