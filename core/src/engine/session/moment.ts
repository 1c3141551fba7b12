import { ceilingsAt, narrowestOf, type Ceiling, type Circuit, type Flow, type Narrowest } from "../path";
import type { Amps, Celsius, Fraction, Seconds } from "../../trade/units";
import { acceptedAt } from "./acceptance";
import { balanceFor, inletWhileStoring, type PowerBalance } from "./balance";
import { flowAt } from "./mode";
import type { Run, State } from "./slice";
import { acceptanceFactor } from "./temperature";

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

/** Where most is stored in a run: the moment its answers in watts and amps are told for. */
export function fullest(run: Run, start: State): Fullest {
  let best = { ...start, storedW: 0 };
  for (const s of run.slices) {
    if (s.startW > best.storedW * (1 + 1e-12))
      best = { soc: s.fromSoc, packC: s.fromC, elapsed: s.from, storedW: s.startW };
    if (s.endW > best.storedW * (1 + 1e-12))
      best = { soc: s.toSoc, packC: s.toC, elapsed: s.to, storedW: s.endW };
  }
  return best;
}

/** A moment of a circuit at which a given power is stored. */
export function momentAt(circuit: Circuit, { soc, packC, elapsed, storedW }: Fullest): Moment {
  const flow = flowAt(circuit, Infinity, soc)!;
  const accepts = acceptedAt(circuit.pack, soc) * (packC === null ? 1 : acceptanceFactor(packC));
  const takes = accepts === Infinity ? Infinity : inletWhileStoring(circuit, accepts, soc);
  const ceilings = ceilingsAt(circuit, flow, takes);
  const balance = balanceFor(circuit, flow, storedW, soc);
  const inletW = balance.stored + balance.battery + balance.ownDraw + balance.conversion;
  const drawn = balance.wall - balance.evse;
  const { phases, conductors } = flow.way;
  const battery = takes < flow.inletW * (1 - 1e-9);
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
    ...narrowestOf(circuit, flow, ceilings, battery),
  };
}
