import type { Kilometres } from "./energy";

/** Kilometres in an international mile (definition, 1959 yard and pound agreement). */
export const KM_PER_MILE = 1.609344;

/** Units in which distances are told. */
export const DISTANCE_UNITS = ["km", "mi"] as const;
/** The distance unit a household reads. */
export type DistanceUnit = (typeof DISTANCE_UNITS)[number];

/**
 * A distance in kilometres as a number of the household's unit.
 * @example fromKm(100, "mi") // 62.14
 */
export const fromKm = (km: Kilometres, unit: DistanceUnit): number => (unit === "km" ? km : km / KM_PER_MILE);

/**
 * A number of the household's unit as kilometres.
 * @example toKm(100, "mi") // 160.9
 */
export const toKm = (value: number, unit: DistanceUnit): Kilometres =>
  unit === "km" ? value : value * KM_PER_MILE;
