import type { Tariff } from "../../things/parts";

/**
 * A tariff of one price a kWh and, where there is one, a fee a session.
 * @example flatTariff("Flat", 0.31, 1).elements[0].price_components.length // 2
 */
export const flatTariff = (name: string, perKWh: number, perSession = 0): Tariff => ({
  name,
  elements: [
    {
      price_components: [
        { type: "ENERGY", price: perKWh, step_size: 1 },
        ...(perSession === 0 ? [] : [{ type: "FLAT" as const, price: perSession, step_size: 1 }]),
      ],
    },
  ],
});

/**
 * Whether nothing is paid for what is drawn or how long it takes; standing there afterwards may still cost.
 * @example isFree(flatTariff("Free", 0)) // true
 */
export const isFree = ({ elements, kettleback, min_price }: Tariff): boolean =>
  !kettleback?.hourly &&
  !min_price &&
  elements.every(({ price_components }) =>
    price_components.every(({ type, price }) => type === "PARKING_TIME" || price === 0),
  );
