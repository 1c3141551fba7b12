import type { PriceComponent, Restrictions, Tariff, TariffElement } from "../../things/parts";

const element = (
  prices: readonly [PriceComponent["type"], number, number?][],
  restrictions?: Restrictions,
): TariffElement => ({
  price_components: prices.map(([type, price, step_size = 1]) => ({ type, price, step_size })),
  ...(restrictions ? { restrictions } : {}),
});

const cents = (amount: number): number => Math.round(amount * 1000) / 1000;

/** A generic tariff to begin with: its prices are usual ones, the user's to change. */
export interface Starter {
  readonly id: string;
  readonly name: string;
  /** What it is for, in a line. */
  readonly what: string;
  readonly where: "home" | "public";
  /** @param kWh a usual price a kWh in the household's currency */
  make(kWh: number): Tariff;
}

/** Generic tariffs (common practice in shape; the prices are shares of a usual price a kWh). */
export const STARTERS: readonly Starter[] = [
  {
    id: "flat",
    name: "One price",
    what: "the same a kWh at every hour",
    where: "home",
    make: (kWh) => ({ name: "One price", elements: [element([["ENERGY", kWh]])] }),
  },
  {
    id: "day-night",
    name: "Day and night",
    what: "cheap from 23:00 to 07:00",
    where: "home",
    make: (kWh) => ({
      name: "Day and night",
      elements: [
        element([["ENERGY", cents(kWh * 0.5)]], { start_time: "23:00", end_time: "07:00" }),
        element([["ENERGY", kWh]]),
      ],
    }),
  },
  {
    id: "three-band",
    name: "Three bands",
    what: "night, day and a dear early evening on weekdays",
    where: "home",
    make: (kWh) => ({
      name: "Three bands",
      elements: [
        element([["ENERGY", cents(kWh * 0.5)]], { start_time: "23:00", end_time: "07:00" }),
        element([["ENERGY", cents(kWh * 1.35)]], {
          start_time: "16:00",
          end_time: "19:00",
          day_of_week: ["MONDAY", "TUESDAY", "WEDNESDAY", "THURSDAY", "FRIDAY"],
        }),
        element([["ENERGY", kWh]]),
      ],
    }),
  },
  {
    id: "solar",
    name: "Own solar hours",
    what: "what the roof gives at midday is priced at what it would have been sold for",
    where: "home",
    make: (kWh) => ({
      name: "Own solar hours",
      elements: [
        element([["ENERGY", cents(kWh * 0.25)]], { start_time: "10:00", end_time: "15:00" }),
        element([["ENERGY", kWh]]),
      ],
    }),
  },
  {
    id: "per-minute",
    name: "Post by the minute",
    what: "time is paid, not energy, in minutes begun",
    where: "public",
    make: (kWh) => ({
      name: "Post by the minute",
      elements: [
        element([
          ["TIME", cents(kWh * 12), 60],
          ["PARKING_TIME", cents(kWh * 12), 60],
        ]),
      ],
    }),
  },
  {
    id: "idle-fee",
    name: "Session and idle fee",
    what: "a fee a session, energy, and standing after a grace of 10 minutes",
    where: "public",
    make: (kWh) => ({
      name: "Session and idle fee",
      elements: [
        element([
          ["FLAT", 0.5],
          ["ENERGY", cents(kWh * 1.5)],
          ["PARKING_TIME", cents(kWh * 20), 60],
        ]),
      ],
      kettleback: { grace_minutes: 10 },
    }),
  },
  {
    id: "free-then-dear",
    name: "Free for 2 h, then dear",
    what: "nothing for two hours after plugging in, an hourly price from then on",
    where: "public",
    make: (kWh) => ({
      name: "Free for 2 h, then dear",
      elements: [
        element(
          [
            ["TIME", 0],
            ["PARKING_TIME", 0],
          ],
          { max_duration: 7200 },
        ),
        element(
          [
            ["TIME", cents(kWh * 20)],
            ["PARKING_TIME", cents(kWh * 20)],
          ],
          { min_duration: 7200 },
        ),
      ],
    }),
  },
  {
    id: "by-amperage",
    name: "Hourly by amperage",
    what: "an hour costs more the more amps are chosen at the post",
    where: "public",
    make: (kWh) => ({
      name: "Hourly by amperage",
      elements: [
        { ...element([["TIME", cents(kWh * 3)]]), kettleback: { max_amps: 14 } },
        { ...element([["TIME", cents(kWh * 6)]]), kettleback: { min_amps: 14, max_amps: 25 } },
        element([["TIME", cents(kWh * 10)]]),
      ],
    }),
  },
  {
    id: "workplace",
    name: "Workplace, flat fee",
    what: "a fee a session, whatever it delivers",
    where: "public",
    make: (kWh) => ({
      name: "Workplace, flat fee",
      elements: [
        element([
          ["FLAT", cents(kWh * 8)],
          ["ENERGY", 0],
        ]),
      ],
    }),
  },
  {
    id: "free",
    name: "Free of charge",
    what: "costs nothing; a place may still limit the stay",
    where: "public",
    make: () => ({ name: "Free of charge", elements: [element([["ENERGY", 0]])] }),
  },
];
