import {
  LITRES_PER_GALLON,
  litresPer100Km,
  WH_PER_US_GALLON,
  KM_PER_MILE,
  type FuelUnit,
} from "../../trade/units";

/** What fuel is sold by. */
export const FUEL_PRICES = ["a litre", "an imperial gallon", "a US gallon"] as const;
/** What a fuel price is by. */
export type FuelPriceUnit = (typeof FUEL_PRICES)[number];

/** Any consumption as litres per 100 km; every relation but the first is its own inverse. */
const TO_LITRES: Readonly<Record<FuelUnit, (value: number) => number>> = {
  "l/100 km": (v) => v,
  "km/l": (v) => 100 / v,
  "mpg (imperial)": (v) => litresPer100Km(v, "imperial"),
  "mpg (US)": (v) => litresPer100Km(v, "us"),
};

/**
 * A consumption in any unit as litres per 100 km.
 * @example toLitresPer100Km(40, "mpg (US)") // 5.88
 */
export const toLitresPer100Km = (value: number, unit: FuelUnit): number => TO_LITRES[unit](value);

/**
 * Litres per 100 km in another unit: each relation undoes itself.
 * @example fromLitresPer100Km(6, "mpg (imperial)") // 47.08
 */
export const fromLitresPer100Km = (litres: number, unit: FuelUnit): number => TO_LITRES[unit](litres);

const LITRES: Readonly<Record<FuelPriceUnit, number>> = {
  "a litre": 1,
  "an imperial gallon": LITRES_PER_GALLON.imperial,
  "a US gallon": LITRES_PER_GALLON.us,
};

/**
 * A price by any amount as a price a litre.
 * @example perLitre(4.2, FUEL_PRICES[1]) // 0.9239
 */
export const perLitre = (price: number, unit: FuelPriceUnit): number => price / LITRES[unit];

/** What is compared: a fuel car by what it uses, an electric one by what its meter counts. */
export interface FuelAsked {
  readonly pricePerLitre: number;
  readonly litresPer100Km: number;
  /** At the meter, losses included: what is paid for. */
  readonly wallWhPerKm: number;
  readonly perKWh: number;
}

/** What a fuel car and one's own come to: money for 100 km, litres and kWh. */
export interface FuelFigures {
  /** Currency units. */
  readonly fuelPer100Km: number;
  readonly electricPer100Km: number;
  /** Of the fuel car's cost; below zero where electricity is dearer. */
  readonly savedShare: number;
  /** What a fuel car would have to use to cost as little: litres per 100 km. */
  readonly matchLitres: number;
  /** The price a kWh at which both cost the same. */
  readonly breakEvenPerKWh: number;
}

/**
 * A fuel car and an electric one over the same distance. Free electricity is matched by no fuel car at all.
 * @example againstFuel({ pricePerLitre: 1.7, litresPer100Km: 6, wallWhPerKm: 190, perKWh: 0.31 }).electricPer100Km
 */
export function againstFuel({
  pricePerLitre,
  litresPer100Km: litres,
  wallWhPerKm,
  perKWh,
}: FuelAsked): FuelFigures {
  const fuelPer100Km = pricePerLitre * litres;
  const kWhPer100Km = wallWhPerKm / 10;
  const electricPer100Km = kWhPer100Km * perKWh;
  return {
    fuelPer100Km,
    electricPer100Km,
    savedShare: (fuelPer100Km - electricPer100Km) / fuelPer100Km,
    matchLitres: electricPer100Km / pricePerLitre,
    breakEvenPerKWh: fuelPer100Km / kWhPer100Km,
  };
}

/**
 * Miles a US gallon of petrol's energy takes an electric car (33.7 kWh, US EPA). The relation is its own inverse.
 * @example mpge(185) // 113.2
 */
export const mpge = (whPerKm: number): number => WH_PER_US_GALLON / (whPerKm * KM_PER_MILE);

/**
 * Energy use (Wh/km) of a stated mileage for a gallon's worth of energy.
 * @example whPerKmOfMpge(113) // 185.3
 */
export const whPerKmOfMpge = (miles: number): number => WH_PER_US_GALLON / (miles * KM_PER_MILE);
