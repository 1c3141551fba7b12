import { bindingOf, ceilingsAt, flowOn, flowWith, type Circuit, type Flow, type LinkKind } from "../path";
import { MIN_AMPS } from "../../trade/signals";
import type { Amps, Fraction } from "../../trade/units";
import { packVoltsAt, storedFrom } from "./balance";

/** A circuit in use at one current: what the path would store at a state of charge, whatever the battery accepts. */
export interface Mode {
  readonly circuit: Circuit;
  /** A lower current asked for (A a phase); Infinity for none. */
  readonly asked: Amps;
  /** Power stored at every state of charge and the flow that brings it, where they are the same at all; undefined on DC. */
  readonly levelW: number | undefined;
  readonly flow: Flow | undefined;
  /** The least of what is asked for and the setting that is made. */
  readonly set: Amps;
}

/**
 * The flow of a mode at a state of charge. On AC the pack's volts do not enter.
 * @example flowAt(circuit, 10, 0.5)?.amps // 10
 */
export const flowAt = (circuit: Circuit, asked: Amps, soc: Fraction): Flow | undefined =>
  flowWith(circuit, asked, packVoltsAt(circuit, soc));

/**
 * The mode of a circuit at a current asked for.
 * @returns undefined where nothing flows: below 6 A on AC
 * @example modeOf(circuit, 10)?.set // 10
 */
export function modeOf(circuit: Circuit, asked: Amps): Mode | undefined {
  if (asked <= 0) return undefined;
  const set = Math.min(asked, circuit.setting?.amps ?? Infinity);
  if (circuit.sign < 0) return { circuit, asked, levelW: undefined, flow: undefined, set };
  const flow = flowAt(circuit, asked, 0);
  if (!flow || flow.amps < MIN_AMPS) return undefined;
  return { circuit, asked, levelW: storedFrom(circuit, flow.inletW, 0), flow, set };
}

/**
 * The flow of a mode in use at a state of charge.
 * @example flowIn(modeOf(circuit, 10), 0.5).amps // 10
 */
export const flowIn = ({ circuit, asked, flow }: Mode, soc: Fraction): Flow =>
  flow ?? flowAt(circuit, asked, soc)!;

/**
 * Power (W) the path would store at a state of charge. On DC there is one way only.
 * @example pathStores(modeOf(circuit, 10), 0.5) // 1783
 */
export function pathStores({ circuit, levelW, set }: Mode, soc: Fraction): number {
  if (levelW !== undefined) return levelW;
  const flow = flowOn(circuit, circuit.ways[0]!, packVoltsAt(circuit, soc), set);
  return storedFrom(circuit, flow.inletW, soc);
}

/**
 * The link that holds the path's power where it is, while the battery would take more.
 * @example pathLimiter(modeOf(circuit, Infinity), 0.5) // "cable"
 */
export function pathLimiter(mode: Mode, soc: Fraction): LinkKind {
  const { circuit } = mode;
  const flow = flowIn(mode, soc);
  // A station's sign, or the least of the amps: no phases to be withheld, no volts to sag, nobody's setting.
  if (circuit.sign < 0) return flow.boundBy === "cap" ? "evse" : circuit.links[flow.way.limiter]!.kind;
  return circuit.links[bindingOf(circuit, flow, ceilingsAt(circuit, flow, Infinity), false).binding]!.kind;
}
