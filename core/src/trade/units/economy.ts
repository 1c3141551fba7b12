import { KM_PER_MILE } from "./distance";

/** Units in which a car's use is told. */
export const ECONOMY_UNITS = ["Wh/km", "kWh/100 km", "Wh/mi", "mi/kWh", "km/kWh"] as const;
/** The ways drivers state how far a car goes on its energy. */
export type EconomyUnit = (typeof ECONOMY_UNITS)[number];

/** To Wh/km. The "per kWh" units are reciprocal, so conversion there and back is the same formula. */
const TO_WH_PER_KM: Record<EconomyUnit, (value: number) => number> = {
  "Wh/km": (v) => v,
  "kWh/100 km": (v) => v * 10,
  "Wh/mi": (v) => v / KM_PER_MILE,
  "mi/kWh": (v) => 1000 / (v * KM_PER_MILE),
  "km/kWh": (v) => 1000 / v,
};

const FROM_WH_PER_KM: Record<EconomyUnit, (whPerKm: number) => number> = {
  "Wh/km": (v) => v,
  "kWh/100 km": (v) => v / 10,
  "Wh/mi": (v) => v * KM_PER_MILE,
  "mi/kWh": (v) => 1000 / (v * KM_PER_MILE),
  "km/kWh": (v) => 1000 / v,
};

/**
 * Economy in any of the trade's units as Wh/km.
 * @example toWhPerKm(18, "kWh/100 km") // 180
 */
export const toWhPerKm = (value: number, unit: EconomyUnit): number => TO_WH_PER_KM[unit](value);

/**
 * Economy in Wh/km as a number of another unit.
 * @example fromWhPerKm(180, "km/kWh") // 5.556
 */
export const fromWhPerKm = (whPerKm: number, unit: EconomyUnit): number => FROM_WH_PER_KM[unit](whPerKm);
