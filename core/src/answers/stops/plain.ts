import type { Tariff } from "../../things/parts";

/** A tariff of one price each, whatever the hour and however much: its prices with VAT. */
export interface PlainPrice {
  readonly flat: number;
  readonly perKWh: number;
  readonly perHour: number;
}

/**
 * The prices of a tariff that is as plain as that; null for any other, whose bill has to be made session by session.
 * @example plainPrice(flatTariff("one", 0.5, 1)) // { flat: 1, perKWh: 0.5, perHour: 0 }
 */
export function plainPrice({ elements, kettleback, min_price, max_price }: Tariff): PlainPrice | null {
  const [element, ...more] = elements;
  if (!element || more.length > 0 || kettleback || min_price || max_price) return null;
  if (element.restrictions || element.kettleback) return null;
  if (element.price_components.some(({ step_size }) => step_size > 1)) return null;
  const price = (of: string): number => {
    const component = element.price_components.find(({ type }) => type === of);
    return component ? component.price * (1 + (component.vat ?? 0) / 100) : 0;
  };
  return { flat: price("FLAT"), perKWh: price("ENERGY"), perHour: price("TIME") };
}
