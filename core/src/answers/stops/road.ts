import { z } from "zod";
import { quantity } from "../../things/parts";

/** What of a car meets the road and the air. Figures nobody looked up are usual ones (from memory). */
export const roadSchema = z.strictObject({
  /** Car and all in it. */
  massKg: quantity(100, 10_000, "kg").default(1_800),
  /** Drag coefficient times frontal area. */
  cdaM2: quantity(0.1, 6, "m²").default(0.65),
  /** Rolling resistance as a share of the weight. */
  crr: quantity(0.002, 0.05, "(a share of the weight)").default(0.01),
  /** From the battery to the wheels, and what of it comes back when braking. */
  driveline: quantity(0.5, 1, "(a share)").default(0.88),
  regained: quantity(0, 1, "(a share)").default(0.65),
  /** Drawn while driving, whatever the speed; and for each degree the air is off 20 °C, for the cabin. */
  auxW: quantity(0, 5_000, "W").default(300),
  climateWPerK: quantity(0, 300, "W/K").default(50),
  /** The steady speed at which the car's own consumption holds on a calm, level road at 20 °C. */
  figureKmh: quantity(20, 160, "km/h").default(90),
});
/** What of a car meets the road and the air. */
export type Road = z.infer<typeof roadSchema>;

/** How a piece of road is driven. */
export interface Driven {
  readonly speedKmh: number;
  /** Metres climbed a metre driven, no more than that metre; below zero downhill. */
  readonly slope: number;
  /** Against the car; below zero from behind. */
  readonly windKmh: number;
  readonly temperatureC: number;
}

const GRAVITY = 9.80665;
const KMH = 3.6;
/** Air at sea level: pressure over the gas constant of dry air (Pa, J/(kg·K); ISO 2533). */
const PRESSURE = 101_325;
const GAS = 287.05287;
const KELVIN = 273.15;
/** Temperature at which a car's own figure is told and no cabin is heated or cooled. */
export const MILD_C = 20;

/**
 * Density of the air (kg/m³) at sea level.
 * @example airDensity(15) // 1.225
 */
export const airDensity = (temperatureC: number): number => PRESSURE / (GAS * (temperatureC + KELVIN));

/**
 * Force against a car (N) on a level road: rolling and drag, as a coast-down measures it (SAE J1263, from memory).
 * @example resistance(road, { speedKmh: 80, slope: 0, windKmh: 0, temperatureC: 20 }) // 405
 */
export function resistance(
  { massKg, crr, cdaM2 }: Road,
  { speedKmh, slope, windKmh, temperatureC }: Driven,
): number {
  const air = (speedKmh + windKmh) / KMH;
  const flat = Math.sqrt(1 - slope * slope);
  return massKg * GRAVITY * crr * flat + 0.5 * airDensity(temperatureC) * cdaM2 * air * Math.abs(air);
}

/** What climbing takes (N). */
const climbing = ({ massKg }: Road, { slope }: Driven): number => massKg * GRAVITY * slope;

const steady = (speedKmh: number): Driven => ({ speedKmh, slope: 0, windKmh: 0, temperatureC: MILD_C });
/** Most of a car's own figure that what is drawn beside driving may be, where it would be more. */
const MOST_BESIDE = 0.5;

/** How a car's own figure compares with the model's: the factor on rolling and drag that makes them one. */
function tied(road: Road, whPerKm: number): { readonly factor: number; readonly auxW: number } {
  const auxW = Math.min(road.auxW, MOST_BESIDE * whPerKm * road.figureKmh);
  const wheels = (whPerKm - auxW / road.figureKmh) * road.driveline * KMH;
  return { factor: wheels / resistance(road, steady(road.figureKmh)), auxW };
}

/**
 * Consumption (Wh a km from the battery) as it is driven: rolling and drag scaled so that a calm, level road at the
 * figure's speed and 20 °C takes the car's own figure; climbing by weight; braking brings a share back.
 * @param whPerKm the car's own figure
 * @example consumption(road, 182, { speedKmh: 90, slope: 0, windKmh: 0, temperatureC: 20 }) // 182
 */
export function consumption(road: Road, whPerKm: number, driven: Driven): number {
  const { factor, auxW } = tied(road, whPerKm);
  const force = factor * resistance(road, driven) + climbing(road, driven);
  const wheels = force / KMH;
  const drive = wheels >= 0 ? wheels / road.driveline : wheels * road.driveline * road.regained;
  const beside = auxW + road.climateWPerK * Math.abs(driven.temperatureC - MILD_C);
  return drive + beside / driven.speedKmh;
}
