import type { Tariff } from "../parts";
import { micros, priceEnergy, sumMicros, type Micros, type WattHours } from "../units";

/** What a session costs, by component. */
export interface Cost {
  readonly energy: Micros;
  readonly session: Micros;
  readonly total: Micros;
  /** What the lost energy alone cost. */
  readonly lost: Micros;
}

/** Prices a session on a flat tariff: the meter's energy at the price a kWh, and a fee a session. */
export function flatCost(tariff: Tariff, wall: WattHours, lost: WattHours): Cost {
  const perKWh = micros(tariff.perKWh);
  const energy = priceEnergy(wall, perKWh);
  const session = micros(tariff.perSession);
  return { energy, session, total: sumMicros([energy, session]), lost: priceEnergy(lost, perKWh) };
}
