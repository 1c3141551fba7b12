import {
  bindingOf,
  ceilingsAt,
  narrowestOf,
  type Ceiling,
  type Circuit,
  type Flow,
  type LinkKind,
  type Narrowest,
} from "../path";
import type { Amps, Celsius, Fraction, Seconds } from "../../trade/units";
import { acceptedAt } from "./acceptance";
import { balanceFor, inletWhileStoring, type PowerBalance } from "./balance";
import { flowAt } from "./mode";
import type { Run, State } from "./slice";
import { acceptedShare } from "./temperature";

/** One moment of a session, everything at it: where the car stands, what flows, what every link would let through. */
export interface Moment extends Narrowest {
  readonly soc: Fraction;
  readonly packC: Celsius | null;
  /** Seconds from plugging in. */
  readonly at: Seconds;
  /** What the path would carry if the battery took it all. */
  readonly flow: Flow;
  /** What really flows, a phase. */
  readonly amps: Amps;
  /** Volts lost on the way, of those across a phase (AC) or across the pack (DC). */
  readonly dropVolts: number;
  readonly inletW: number;
  readonly ceilings: readonly Ceiling[];
  readonly balance: PowerBalance;
}

/** Where a session stores most, and how much (W). */
export type Fullest = State & { readonly storedW: number };

/**
 * Where most is stored in a run: the moment its answers in watts and amps are told for.
 * @example fullest(whole, start).soc // 0.35
 */
export function fullest(run: Run, start: State): Fullest {
  let { soc, packC, elapsed } = start;
  let storedW = 0;
  for (const s of run.slices) {
    if (s.startW > storedW * (1 + 1e-12))
      ({ fromSoc: soc, fromC: packC, from: elapsed, startW: storedW } = s);
    if (s.endW > storedW * (1 + 1e-12)) ({ toSoc: soc, toC: packC, to: elapsed, endW: storedW } = s);
  }
  return { soc, packC, elapsed, storedW };
}

/** What every link would let through at a moment. */
interface Ceilings {
  readonly flow: Flow;
  readonly ceilings: readonly Ceiling[];
  /** Whether the battery takes less than the path would bring. */
  readonly battery: boolean;
}

function ceilingsOf(circuit: Circuit, { soc, packC }: Fullest): Ceilings {
  const flow = flowAt(circuit, Infinity, soc)!;
  const accepts = acceptedAt(circuit.pack, soc) * acceptedShare(packC);
  const takes = accepts === Infinity ? Infinity : inletWhileStoring(circuit, accepts, soc);
  const ceilings = ceilingsAt(circuit, flow, takes);
  return { flow, ceilings, battery: takes < flow.inletW * (1 - 1e-9) };
}

/**
 * The kind of the link that binds at a moment; the same as {@link momentAt} tells, without the rest of it.
 * @example bindingAt(circuit, fullest(whole, start)) // "cable"
 */
export function bindingAt(circuit: Circuit, full: Fullest): LinkKind {
  const { flow, ceilings, battery } = ceilingsOf(circuit, full);
  return circuit.links[bindingOf(circuit, flow, ceilings, battery).binding]!.kind;
}

/**
 * A moment of a circuit at which a given power is stored.
 * @example momentAt(circuit, fullest(whole, start)).amps // 16
 */
export function momentAt(circuit: Circuit, full: Fullest): Moment {
  const { soc, packC, elapsed, storedW } = full;
  const { flow, ceilings, battery } = ceilingsOf(circuit, full);
  const narrowest = narrowestOf(circuit, flow, ceilings, battery);
  const balance = balanceFor(circuit, flow, storedW, soc);
  const inletW = balance.stored + balance.battery + balance.ownDraw + balance.conversion;
  const drawn = balance.wall - balance.evse;
  const { phases, conductors } = flow.way;
  // On AC the supply's volts are the fixed end, on DC the pack's.
  const amps = battery ? (circuit.sign > 0 ? drawn : inletW) / flow.volts : flow.amps;
  return {
    soc,
    packC,
    at: elapsed,
    flow,
    amps,
    dropVolts: (conductors * amps * circuit.ohms) / phases,
    inletW,
    ceilings,
    balance,
    binding: narrowest.binding,
    runnerUp: narrowest.runnerUp,
    because: narrowest.because,
  };
}
