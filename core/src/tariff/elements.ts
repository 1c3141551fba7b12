import type { Tariff } from "../parts";
import { micros, type Micros } from "../units";

/** What a price is for: the energy on the meter, or the session whatever it delivers. */
export type Component = "ENERGY" | "FLAT";

/**
 * One element of a tariff: prices, and the hours in which they hold. The first element that names a component and
 * holds at a moment prices it (as in OCPI 2.2.1).
 */
export interface TariffElement {
  /** Micros a kWh (ENERGY) or a session (FLAT). */
  readonly prices: Readonly<Partial<Record<Component, Micros>>>;
  /** Minutes of the local day, the end left out; through midnight where the end is not after the start. */
  readonly hours?: { readonly from: number; readonly to: number };
}

/** The elements of a kept tariff. A flat one is a tariff of one element. */
export const elementsOf = ({ perKWh, perSession }: Tariff): readonly TariffElement[] => [
  { prices: { ENERGY: micros(perKWh), FLAT: micros(perSession) } },
];

/** Whether an element's hours hold at a minute of the local day. */
export const holdsAt = ({ hours }: TariffElement, minute: number): boolean =>
  !hours ||
  (hours.from < hours.to
    ? minute >= hours.from && minute < hours.to
    : minute >= hours.from || minute < hours.to);
