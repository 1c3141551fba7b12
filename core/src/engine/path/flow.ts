import { MIN_AMPS } from "../../trade/signals";
import type { Amps, Volts } from "../../trade/units";
import type { BoundBy, Circuit, PhaseWay } from "./circuit";
import { tellFlow } from "./tell";
import type { Tell } from "../../trade/working";

/**
 * The inlet voltage below which a charger backs off, as a share of the supply (common practice). It bounds the
 * current over a very long thin run; without it the sum would promise power that the voltage drop has eaten.
 */
export const LEAST_INLET_SHARE = 0.8;

/** The current through a circuit at one moment, on one way of using it. */
export interface Flow {
  readonly way: PhaseWay;
  /** Volts of the fixed end, summed over the phases: n·U of the supply on AC, the pack's volts on DC. */
  readonly volts: Volts;
  readonly amps: Amps;
  /** Power into the inlet (W). */
  readonly inletW: number;
  readonly boundBy: BoundBy;
}

/**
 * The current at which V·I − sign·c·R·I² equals a power: the smaller root, written so that nothing cancels.
 * @param loss sign × conductors × ohms
 * @example ampsForPower(2_300, 230, 0) // 10
 */
export const ampsForPower = (power: number, volts: Volts, loss: number): Amps =>
  (2 * power) / (volts + Math.sqrt(Math.max(0, volts * volts - 4 * loss * power)));

/**
 * The flow on one way: the least amps of what limits, lowered to the cap and, on AC, to what the voltage drop allows.
 * The amps may come out below the 6 A a car needs.
 * @param volts of the fixed end, over all phases
 * @param set a lower current somebody has set (A a phase); Infinity for none
 * @param tell takes the steps as they are made
 * @example flowOn(circuit, circuit.ways[0], 230, Infinity).amps // 16
 */
export function flowOn(circuit: Circuit, way: PhaseWay, volts: Volts, set: Amps, tell?: Tell): Flow {
  const heat = way.conductors * circuit.ohms;
  const loss = circuit.sign * heat;
  let amps = Math.min(way.most, set);
  let boundBy: BoundBy = "amps";
  if (volts * amps - loss * amps * amps > circuit.capW) {
    amps = ampsForPower(circuit.capW, volts, loss);
    boundBy = "cap";
  }
  if (circuit.sign > 0 && heat * amps > (1 - LEAST_INLET_SHARE) * volts) {
    amps = ((1 - LEAST_INLET_SHARE) * volts) / heat;
    boundBy = "sag";
  }
  if (tell) tellFlow(tell, circuit, way, volts, set, amps, boundBy);
  const inletW = circuit.sign > 0 ? volts * amps - heat * amps * amps : volts * amps;
  return { way, volts, amps, inletW, boundBy };
}

/**
 * The flow on the way that brings most power to the inlet, among those the links share. One that leaves less than the
 * 6 A of IEC 61851-1 counts only when no other is left. On DC there is one way, and no least current.
 * @param packVolts volts of the pack now; only DC asks for them
 * @returns undefined when the links have no phase count in common
 * @example bestFlow(circuit, 8, 396)?.amps // 8
 */
export function bestFlow(circuit: Circuit, set: Amps, packVolts: Volts): Flow | undefined {
  let best: Flow | undefined;
  for (const way of circuit.ways) {
    const flow = flowOn(circuit, way, circuit.sign > 0 ? way.phases * way.volts : packVolts, set);
    if (!best) best = flow;
    else {
      const [enough, had] = [flow.amps >= MIN_AMPS, best.amps >= MIN_AMPS];
      if (enough === had ? flow.inletW > best.inletW : enough) best = flow;
    }
  }
  return best;
}
