import type { ConnectorId } from "../../trade/connectors";
import type { Certainty, Marking } from "../../things/marking";
import type { OutletTypeId } from "../../trade/outlets";
import type { Amps, Volts } from "../../trade/units";
import type { VoltageRating } from "./ratings";
import type { PlateKind, Token } from "./token";

/** A figure with how sure it is and how it was come by. */
export interface Sure<T> {
  readonly value: T;
  readonly certainty: Exclude<Certainty, "open">;
}

/** What stands on one side of a unit, or on a plate that has one side only. */
export interface Side {
  readonly volts: readonly [Volts, Volts] | undefined;
  /** They are two voltages of one system, not a range. */
  readonly pair: boolean;
  readonly current: "AC" | "DC" | undefined;
  readonly amps: Amps | undefined;
}

/** A plate read: its pieces, what they make together, what follows from it. */
export interface PlateReading {
  readonly tokens: readonly Token[];
  readonly unread: readonly string[];
  /** Conductors, where a cable's marking stands on it. */
  readonly marking: Marking | undefined;
  readonly kind: Sure<PlateKind> | undefined;
  readonly phases: Sure<1 | 3> | undefined;
  /** Volts across one phase. */
  readonly phaseVolts: Sure<Volts> | undefined;
  /** One a voltage, where it has several: which current holds is then told by what it is plugged into. */
  readonly ratings: readonly VoltageRating[];
  /** Amps a phase that may flow: the lesser of the two sides; of several ratings those of the strongest. */
  readonly amps: Sure<Amps> | undefined;
  readonly steps: readonly Amps[];
  readonly watts: number | undefined;
  readonly wattHours: Sure<number> | undefined;
  readonly packVolts: Volts | undefined;
  readonly outlet: Sure<OutletTypeId> | undefined;
  readonly connectors: readonly ConnectorId[];
  readonly metres: number | undefined;
  readonly gauge: string | undefined;
  readonly in: Side;
  readonly out: Side;
  readonly follows: readonly string[];
  /** Pieces that cannot all be true, or that people fall for. */
  readonly contradictions: readonly string[];
}
