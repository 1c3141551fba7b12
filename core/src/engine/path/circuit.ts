import type { Amps, Fraction, Ohms, Volts, WattHours } from "../../trade/units";
import type { PhaseCount } from "./phases";
import type { Link } from "./link";

/** What holds the current where it is: a link's amps, a power cap, or the voltage drop. */
export type BoundBy = "amps" | "cap" | "sag";

/** One way of using a circuit: how many phases, at which volts, and the amps its links allow on each. */
export interface PhaseWay {
  readonly phases: PhaseCount;
  /** Conductors that carry current. */
  readonly conductors: 2 | 3;
  /** Volts across a phase at the supply. Zero on direct current, where the pack's volts rule. */
  readonly volts: Volts;
  /** Least amps of the links that limit. */
  readonly most: Amps;
  /** Index of the one among them. */
  readonly limiter: number;
  /** Least amps of the links that should hold. */
  readonly holds: Amps;
}

/** Coefficients of the onboard charger's loss in watts over its AC watts: a + b·P + c·P². All zero on DC. */
export interface ConversionCurve {
  readonly a: number;
  readonly b: number;
  readonly c: number;
}

/** The pack as the solver sees it. */
export interface Pack {
  readonly usableWh: WattHours;
  readonly ohms: Ohms;
  /** Volts at 0 % and at 100 %. On AC both are nominal: the current is small, and power stays level. */
  readonly emptyVolts: Volts;
  readonly fullVolts: Volts;
  /** State of charge at which the car ends by itself on this current; 1 where it goes on to what is set. */
  readonly endsSoc: Fraction;
  /** What it accepts (W, stored) at states of charge, straight between points; none for one that never limits. */
  readonly socs: readonly Fraction[];
  readonly accepts: readonly number[];
}

/** Who holds the current down where more would flow than the links should hold. */
export interface Setting {
  readonly by: "evse" | "car";
  readonly amps: Amps;
}

/**
 * A charging path compiled to numbers, AC and DC alike: no names, no reasons, nothing that knows a clock.
 *
 * The two currents differ in three numbers only. On AC the supply's volts are fixed and the drop lowers the inlet's;
 * `sign` is +1. On DC the pack's volts are fixed and the drop comes on top at the station; `sign` is −1. `capW` is met
 * at the end whose volts are not fixed: the charger's AC cap at the inlet, the station's sign at its output.
 */
export interface Circuit {
  readonly current: "AC" | "DC";
  readonly sign: 1 | -1;
  readonly links: readonly Link[];
  readonly ways: readonly PhaseWay[];
  /** Volts across a phase when n phases of what reaches the unit are used, indexed by n; zero where n cannot be. */
  readonly phaseVolts: readonly [0, Volts, Volts, Volts];
  /** Phases that can be had at this place, whether or not this outlet brings them. */
  readonly supplyPhases: 1 | 3;
  readonly capW: number;
  /** Sum of the one-way resistances of all links, and by the cause they are booked under. */
  readonly ohms: Ohms;
  readonly ohmsBy: Readonly<Record<"circuit" | "contacts" | "lead" | "cable", Ohms>>;
  /** Draw of the unit before the meter's far side (W); on DC it lies before the billed meter. */
  readonly standingW: number;
  /** What lies before the billed meter: the station's own draw (W) and its rectifier's efficiency; 0 and 1 on AC. */
  readonly upstream: { readonly standingW: number; readonly efficiency: number };
  readonly conversion: ConversionCurve;
  /** The car's own draw and any heating (W). */
  readonly ownDrawW: number;
  /** Of it, what warms the pack (W). */
  readonly heatingW: number;
  readonly pack: Pack;
  /** What the car would pull if nobody lowered anything, a phase; on the phases it would choose. */
  readonly pulls: Amps;
  /** What outlet, circuit, lead and adapter should carry for hours on those phases; Infinity where none of them is. */
  readonly holds: Amps;
  /** The setting somebody makes because more would be pulled than is held; null where nobody must or nobody can. */
  readonly setting: Setting | null;
}
