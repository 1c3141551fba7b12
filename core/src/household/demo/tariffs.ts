import type { PriceComponent, Restrictions, Tariff, TariffElement } from "../../things/parts";

const element = (prices: readonly PriceComponent[], restrictions?: Restrictions): TariffElement => ({
  price_components: [...prices],
  ...(restrictions ? { restrictions } : {}),
});
const energy = (price: number): PriceComponent => ({ type: "ENERGY", price, step_size: 1 });
const NIGHT = { start_time: "23:00", end_time: "07:00" };

/** Day and night at home. */
export const houseRate: Tariff = {
  name: "Boatyard day and night",
  elements: [element([energy(0.174)], NIGHT), element([energy(0.342)])],
};

/** A fee, a kWh, and six an hour for a car that stays when it is done; VAT on all of it. */
export const hallRate: Tariff = {
  name: "Co-op hall rate",
  elements: [
    element([
      { type: "FLAT", price: 0.42, vat: 20, step_size: 1 },
      { type: "ENERGY", price: 0.38, vat: 20, step_size: 1 },
      { type: "PARKING_TIME", price: 5, vat: 20, step_size: 60 },
    ]),
  ],
  kettleback: { grace_minutes: 15 },
};

/** Energy with a club that takes a fifth off. */
export const ferryRate: Tariff = {
  name: "Ferry rapid rate",
  elements: [element([energy(0.62)])],
  kettleback: { membership: { monthly_fee: 4.5, discount: 0.2, joined: false } },
};

/** Two weeks of hours: dear mornings and evenings, a windy night that pays. */
const spotHour = (hour: number): number => {
  const [of, day] = [hour % 24, Math.floor(hour / 24)];
  const shape =
    0.16 + 0.07 * Math.cos(((of - 18) / 24) * 2 * Math.PI) + 0.05 * Math.cos(((of - 8) / 12) * 2 * Math.PI);
  const wind = 0.06 * Math.sin(day * 1.7) - (day % 5 === 2 && of < 6 ? 0.16 : 0);
  return Math.round((shape + wind) * 1000) / 1000;
};

/** Prices by the hour, a grid fee on top; beyond them the fixed price. */
export const spotRate: Tariff = {
  name: "Island spot rate",
  elements: [element([energy(0.312)])],
  kettleback: {
    hourly: {
      starts_at: "2026-11-16T00:00:00Z",
      minutes: 60,
      prices: Array.from({ length: 14 * 24 }, (_, hour) => spotHour(hour)),
      markup: 0.06,
    },
  },
};

/** The farm's other offer: three bands on working days. */
export const hoursRate: Tariff = {
  name: "Farm by the hour of day",
  elements: [
    element([energy(0.076)], { start_time: "23:00", end_time: "07:00" }),
    element([energy(0.182)], {
      start_time: "16:00",
      end_time: "21:00",
      day_of_week: ["MONDAY", "TUESDAY", "WEDNESDAY", "THURSDAY", "FRIDAY"],
    }),
    element([energy(0.122)]),
  ],
};
