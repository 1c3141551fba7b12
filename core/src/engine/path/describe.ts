import type { HouseRule } from "../../trade/outlets";
import type { Adapter, Cable, Car, Lead, Outlet, Evse, Schools } from "../../things/parts";
import type { Amps } from "../../trade/units";

/** What is set for this session, on the unit, in the car and around them. */
export interface CurrentSettings {
  readonly evseAmps?: Amps | undefined;
  readonly carAmps?: Amps | undefined;
  /** Another car draws on the same rapid station. */
  readonly otherBusy?: boolean | undefined;
  /** Heating on top of the car's own draw (W). */
  readonly heatingW?: number | undefined;
}

/** Everything between the board and the battery, as the owner describes it. */
export interface ChargingPath {
  readonly car: Car;
  readonly outlet: Outlet;
  readonly lead?: Lead | undefined;
  readonly evse: Evse;
  readonly cable?: Cable | undefined;
  readonly adapter?: Adapter | undefined;
  readonly houseRule: HouseRule;
  /** What the household does where people disagree. */
  readonly schools?: Schools | undefined;
  /** Nothing is paid for energy or time there. */
  readonly free?: boolean | undefined;
  readonly settings?: CurrentSettings | undefined;
}
