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

/**
 * Price (euros) of the first size that is enough.
 * @example priceOfSize([[16, 400], [32, 500]], 20) // 500
 */
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
  MYR: 5,
  INR: 92,
};

/**
 * A usual price in a household's currency, rounded to two figures; in one the table lacks, as so many euros.
 * @example usualPrice(100, "EUR") // 100
 */
export function usualPrice(euros: number, currency: string): number {
  const amount = euros * (PER_EURO[currency] ?? 1);
  if (amount <= 0) return 0;
  const step = 10 ** (Math.floor(Math.log10(amount)) - 1);
  return Math.round(amount / step) * step;
}

/**
 * What a euro is worth in a currency, roughly; 1 where the table lacks it.
 * @example perEuroIn("EUR") // 1
 */
export const perEuroIn = (currency: string): number => PER_EURO[currency] ?? 1;

/** Usual prices a kWh (euros) where somebody else's meter runs. */
export const PUBLIC_PRICE = { post: 0.45, rapid: 0.62 } as const;
/** Usual price a kWh (euros) at home, where the household has no tariff yet. */
export const HOME_PRICE = 0.3;
/**
 * A price a kWh in a household's currency, to the cent.
 * @example usualRate(0.3, "EUR") // 0.3
 */
export const usualRate = (euros: number, currency: string): number =>
  Math.round(euros * (PER_EURO[currency] ?? 1) * 100) / 100;

/** Usual outlays for a wallbox (euros) with how far they range; a grant counts off. */
export const USUAL_OUTLAYS = [
  { what: "wallbox", low: 450, high: 800, sign: 1 },
  { what: "electrician and circuit", low: 350, high: 1_200, sign: 1 },
  { what: "panel or service upgrade", low: 0, high: 1_500, sign: 1 },
  { what: "grant", low: 0, high: 300, sign: -1 },
] as const;
/** What would save a lead's loss (euros): a thicker one, an outlet where the car stands, a wallbox with its circuit. */
export const USUAL_REMEDIES = { thicker: 120, outlet: 380, wallbox: 1_100 } as const;
/** Fuel a litre, as it usually costs where it is sold by the litre and by the gallon, in the money of the place. */
export const USUAL_FUEL = { litre: 1.7, litreWhereByGallon: 1.5 } as const;
/** What a membership usually costs a month and takes off, and the price it takes it off. */
export const USUAL_MEMBERSHIP = { fee: 5, discount: 0.2, perKWh: 0.6 } as const;
/** An average driver's year (km): about 30 km a day. */
export const USUAL_KM_A_YEAR = 11_000;
