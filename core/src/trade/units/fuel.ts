/** The ways drivers state what a fuel car uses. */
export const FUEL_UNITS = ["l/100 km", "km/l", "mpg (imperial)", "mpg (US)"] as const;
/** A unit in which drivers state what a fuel car uses. */
export type FuelUnit = (typeof FUEL_UNITS)[number];

import { KM_PER_MILE } from "./distance";

/** Litres in a gallon: imperial by the UK Weights and Measures Act, US by definition (231 cubic inches). */
export const LITRES_PER_GALLON = { imperial: 4.54609, us: 3.785411784 } as const;
/** A gallon: imperial or US. */
export type Gallon = keyof typeof LITRES_PER_GALLON;

/** Energy of a US gallon of petrol in Wh (US EPA, 40 CFR 600). */
export const WH_PER_US_GALLON = 33_700;

/**
 * Miles a gallon as litres per 100 km. The relation is its own inverse.
 * @example litresPer100Km(40, "us") // 5.88
 */
export const litresPer100Km = (mpg: number, gallon: Gallon): number =>
  (100 * LITRES_PER_GALLON[gallon]) / (mpg * KM_PER_MILE);

/**
 * Litres per 100 km as miles a gallon.
 * @example milesPerGallon(6, "imperial") // 47.08
 */
export const milesPerGallon = (l100: number, gallon: Gallon): number => litresPer100Km(l100, gallon);
