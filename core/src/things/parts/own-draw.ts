import type { Car } from "./car";

/** What a car itself draws while it is awake and charging (W): the least and the most that is usual, and what is taken. */
export interface UsualDraw {
  readonly low: number;
  readonly usual: number;
  readonly high: number;
}

/** Consumption below which a vehicle is a motorcycle (Wh/km), and capacity up to which a car is a small one (Wh). */
const MOTORCYCLE_WH_PER_KM = 100;
const SMALL_WH = 45_000;

/** By class (common practice). */
const MOTORCYCLE: UsualDraw = { low: 20, usual: 50, high: 80 };
const SMALL: UsualDraw = { low: 100, usual: 180, high: 250 };
const LARGE: UsualDraw = { low: 150, usual: 250, high: 400 };

/**
 * The own draw that is usual for a car, by what tells its class: what it uses on the road, and its battery.
 * @example usualDraw(plan.car).usual // 250
 */
export const usualDraw = ({
  whPerKm,
  battery: { usableWh },
}: Pick<Car, "whPerKm"> & { readonly battery: { readonly usableWh: number } }): UsualDraw =>
  whPerKm < MOTORCYCLE_WH_PER_KM ? MOTORCYCLE : usableWh <= SMALL_WH ? SMALL : LARGE;
