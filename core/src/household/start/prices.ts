/**
 * What things usually cost, in euros, installed work without the house's own surprises. Common practice, rounded; every
 * figure is the user's to change.
 */
export const USUAL_PRICES = {
  portable: [
    [16, 250],
    [32, 420],
    [80, 520],
  ],
  wallbox: { 1: 550, 3: 700 },
  circuit: {
    1: [
      [20, 380],
      [40, 520],
      [63, 950],
      [100, 1_900],
    ],
    3: [
      [20, 550],
      [40, 750],
      [63, 1_400],
    ],
  },
} as const satisfies Record<string, unknown>;

/** Price (euros) of the first size that is enough. */
export const priceOfSize = (
  sizes: readonly (readonly [amps: number, price: number])[],
  amps: number,
): number => (sizes.find(([most]) => amps <= most) ?? sizes.at(-1)!)[1];

/** Rough worth of a euro in other currencies (common practice), so that a usual price has a usual size everywhere. */
const PER_EURO: Readonly<Record<string, number>> = {
  EUR: 1,
  USD: 1.1,
  CAD: 1.5,
  GBP: 0.86,
  AUD: 1.65,
  NZD: 1.8,
  CHF: 0.95,
  NOK: 11.5,
  SEK: 11.3,
  DKK: 7.5,
  JPY: 165,
};

/** A usual price in a household's currency, rounded to two figures; in one the table lacks, as so many euros. */
export function usualPrice(euros: number, currency: string): number {
  const amount = euros * (PER_EURO[currency] ?? 1);
  if (amount <= 0) return 0;
  const step = 10 ** (Math.floor(Math.log10(amount)) - 1);
  return Math.round(amount / step) * step;
}

/** Usual prices a kWh (euros) where somebody else's meter runs. */
export const PUBLIC_PRICE = { post: 0.45, rapid: 0.62 } as const;
/** Usual price a kWh (euros) at home, where the household has no tariff yet. */
export const HOME_PRICE = 0.3;
/** A price a kWh in a household's currency, to the cent. */
export const usualRate = (euros: number, currency: string): number =>
  Math.round(euros * (PER_EURO[currency] ?? 1) * 100) / 100;
